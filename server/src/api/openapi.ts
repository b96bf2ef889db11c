import type Joi from 'joi';
import { JOB_VERSION, jobFileSchema } from '@velk/core/exchange';
import { VERSION } from '@velk/core/version';
import { ANSWERS, BODIES, ENDPOINTS, type Endpoint } from '@velk/core/wire';

/** JSON Schema (draft 2020-12) of a Joi schema: one description of each shape, in the core. */
export function jsonSchemaOf(schema: Joi.Schema): Record<string, unknown> {
  return schema['~standard'].jsonSchema.input({ target: 'draft-2020-12' });
}

/** The published JSON Schema of the job file. */
export const publishedSchema = (): Record<string, unknown> => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: `velk-job-${JOB_VERSION}.schema.json`,
  title: `velk-job ${JOB_VERSION}`,
  description:
    'Lengths are millimetres. That joints name parts which are there, and saws their blades, is for the reader to check: a schema can’t say it.',
  ...jsonSchemaOf(jobFileSchema),
});

const ref = (kind: 'answer' | 'body', name: string) => ({
  $ref: `#/components/schemas/${kind}-${name}`,
});
const content = (type: string, schema: object) => ({ content: { [type]: { schema } } });

/** Every answer and every body by its name, each once. */
const schemas = () =>
  Object.fromEntries(
    Object.entries({ answer: ANSWERS, body: BODIES }).flatMap(([kind, named]) =>
      Object.entries<Joi.Schema>(named).map(([name, schema]) => [
        `${kind}-${name}`,
        jsonSchemaOf(schema),
      ]),
    ),
  );

const inPath = (name: string) => ({
  name,
  in: 'path',
  required: true,
  schema: name === 'version' ? { type: 'integer' } : { type: 'string', format: 'uuid' },
});
const inQuery = ([name, description]: [string, string]) => ({
  name,
  in: 'query',
  description,
  schema: { type: 'string' },
});

const problem = () => content('application/problem+json', ref('answer', 'problem'));

/** One method at one address. */
function operationOf(path: string, endpoint: Endpoint) {
  const { told, body, query = {}, status, says, answer, otherwise = {} } = endpoint;
  const others: Record<string, object> = {};
  for (const [code, description] of Object.entries(otherwise))
    others[code] = { description, ...(code !== '204' && problem()) };
  const parameters = [
    ...[...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => inPath(name!)),
    ...Object.entries(query).map(inQuery),
  ];
  return {
    summary: told,
    ...(parameters.length && { parameters }),
    ...(body && {
      requestBody: { required: true, ...content('application/json', ref('body', body)) },
    }),
    responses: {
      [status]: { description: says, ...content('application/json', ref('answer', answer)) },
      ...others,
    },
  };
}

function paths() {
  const at: Record<string, Record<string, object>> = {};
  for (const [name, endpoint] of Object.entries<Endpoint>(ENDPOINTS)) {
    const [method, path] = name.split(' ') as [string, string];
    (at[path] ??= {})[method.toLowerCase()] = operationOf(path, endpoint);
  }
  return at;
}

/** The OpenAPI 3.1 document of this server, made from what is checked on the way in and out. */
export const openapi = () => ({
  openapi: '3.1.0',
  info: {
    title: 'Velk',
    version: VERSION,
    description:
      'Settings and order for cutting mortise and tenon joints. Lengths are millimetres.',
  },
  components: {
    schemas: schemas(),
    securitySchemes: {
      cookie: { type: 'apiKey', in: 'cookie', name: 'velk-PORT' },
      countersign: { type: 'apiKey', in: 'header', name: 'X-Velk-Countersign' },
      key: {
        type: 'http',
        scheme: 'bearer',
        description: 'The key of this start, at the machine only',
      },
    },
  },
  security: [{ cookie: [], countersign: [] }, { key: [] }],
  paths: paths(),
});
