import type Joi from 'joi';
import { JOB_VERSION, jobFileSchema, jobSchema, shopSchema } from '@velk/core/exchange';
import { recordSchema } from '@velk/core/shop';
import { VERSION } from '@velk/core/version';
import { KEPT_IN_BIN } from '../store/jobs.ts';
import { SCHEMAS } from './schemas.ts';

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

const json = (schema: Joi.Schema) => ({
  required: true,
  content: { 'application/json': { schema: jsonSchemaOf(schema) } },
});
type Schema = Readonly<Record<string, unknown>>;
const [text, whole, time, yes] = [
  { type: 'string' },
  { type: 'integer' },
  { type: 'string', format: 'date-time' },
  { type: 'boolean' },
];
const uuid = { type: 'string', format: 'uuid' };
const object = (properties: Record<string, Schema>, ...optional: string[]): Schema => ({
  type: 'object',
  properties,
  required: Object.keys(properties).filter((name) => !optional.includes(name)),
});
const list = (items: Schema): Schema => ({ type: 'array', items });
const ref = (name: string): Schema => ({ $ref: `#/components/schemas/${name}` });
const ok = (description: string, schema: Schema) => ({
  description,
  content: { 'application/json': { schema } },
});
const problem = (description: string) => ({
  description,
  content: { 'application/problem+json': { schema: ref('problem') } },
});
const stamp = { version: whole, updatedAt: time, updatedBy: text };

/** What answers hold, by name; jobs and shops by the schemas that bodies are checked against. */
const components = () => ({
  job: jsonSchemaOf(jobSchema),
  shop: jsonSchemaOf(shopSchema),
  storedJob: object({ id: uuid, ...stamp, job: ref('job') }),
  storedShop: object({ id: uuid, version: whole, shop: ref('shop') }),
  summary: object(
    {
      id: uuid,
      name: text,
      units: { enum: ['mm', 'in'] },
      ...stamp,
      parts: whole,
      joints: whole,
      place: { enum: ['bench', 'shelf', 'bin'] },
      plan: ref('digest'),
    },
    'plan',
  ),
  digest: object(
    {
      mark: text,
      setups: whole,
      minutes: { type: 'number' },
      impossible: whole,
      unrouted: whole,
      proved: object({ joints: whole, bad: whole }),
      isNow: yes,
    },
    'proved',
  ),
  record: object({
    lines: jsonSchemaOf(recordSchema),
    more: yes,
    at: { type: ['string', 'null'], format: 'uuid' },
  }),
  revision: object({ version: whole, savedAt: time, savedBy: text, bytes: whole }),
  device: object({ id: uuid, name: text }),
  session: object({
    id: uuid,
    door: { enum: ['machine', 'network'] },
    deviceId: uuid,
    device: text,
    madeAt: time,
    seenAt: time,
  }),
  access: object(
    {
      door: { enum: ['machine', 'network'] },
      in: yes,
      session: uuid,
      passphrase: yes,
      lockedUntil: { type: ['string', 'null'], format: 'date-time' },
      network: object({ addresses: list(text), fingerprint: text, authority: text }),
      countersign: text,
    },
    'session',
    'passphrase',
    'lockedUntil',
    'network',
    'countersign',
  ),
  plan: object({
    stamp: text,
    joints: list({ type: 'object' }),
    cards: list({ type: 'object' }),
    minutes: { type: 'number' },
    hasErrors: yes,
  }),
  problem: object(
    {
      type: text,
      title: text,
      status: whole,
      errors: list(object({ path: text, message: text })),
      current: { type: 'object' },
      landed: whole,
      looking: yes,
    },
    'errors',
    'current',
    'landed',
    'looking',
  ),
});
const refused = {
  422: problem('Fields that can’t be used, each with its path'),
  503: problem(
    'The database can’t be reached, or what was asked needs more looking first: ask again',
  ),
};
const id = { name: 'id', in: 'path', required: true, schema: { type: 'string', format: 'uuid' } };
const versionParameter = {
  name: 'version',
  in: 'path',
  required: true,
  schema: { type: 'integer' },
};

/** The OpenAPI 3.1 document of this server. */
export const openapi = () => ({
  openapi: '3.1.0',
  info: {
    title: 'Velk',
    version: VERSION,
    description:
      'Settings and order for cutting mortise and tenon joints. Lengths are millimetres.',
  },
  components: {
    schemas: components(),
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
  paths: {
    '/api/health': {
      get: {
        summary: 'Whether server and database answer',
        responses: {
          200: ok('Both answer', object({ status: text })),
          503: problem('The database does not'),
        },
      },
    },
    '/api/access': {
      get: {
        summary: 'Whether one is let in, and how',
        responses: { 200: ok('How', ref('access')) },
      },
      post: {
        summary:
          'Come in: by the key at the machine, by the passphrase from the network; sets a cookie',
        requestBody: json(SCHEMAS.letIn),
        responses: {
          201: ok('One is in', ref('access')),
          401: problem('Wrong'),
          429: problem('Too many tries'),
          ...refused,
        },
      },
      delete: { summary: 'Sign out', responses: { 200: ok('One is out', ref('access')) } },
    },
    '/api/proofs': {
      post: {
        summary: 'Proofs that the server made before, by what they depend on',
        responses: {
          200: ok(
            'Those that are kept',
            object({ proofs: list(object({ key: text, text, sum: text })) }),
          ),
          ...refused,
        },
      },
    },
    '/api/access/devices': {
      get: {
        summary: 'Devices that are let in',
        responses: { 200: ok('The last seen first', list(ref('session'))) },
      },
    },
    '/api/access/devices/{id}': {
      parameters: [id],
      delete: {
        summary: 'Let a device in no longer; at the machine only',
        responses: {
          200: ok('Those that remain', list(ref('session'))),
          403: problem('Not at the machine'),
          404: problem('No such device'),
        },
      },
    },
    '/api/access/passphrase': {
      put: {
        summary: 'Set the passphrase of the network; at the machine only',
        requestBody: json(SCHEMAS.passphrase),
        responses: {
          200: ok('It is set', ref('access')),
          403: problem('Not at the machine'),
          ...refused,
        },
      },
    },
    '/api/access/lock': {
      delete: {
        summary: 'Take passphrases again after too many wrong ones; at the machine only',
        responses: { 200: ok('They are taken', ref('access')), 403: problem('Not at the machine') },
      },
    },
    '/api/plan': {
      post: {
        summary: 'Plan a job file; nothing is stored',
        requestBody: json(jobFileSchema),
        responses: { 200: ok('The plan', ref('plan')), ...refused },
      },
    },
    '/api/jobs': {
      get: {
        summary: 'Jobs of the shop',
        responses: { 200: ok('Summaries, newest first', list(ref('summary'))) },
      },
      post: {
        summary: 'Make a job',
        requestBody: json(SCHEMAS.create),
        responses: { 201: ok('The stored job', ref('storedJob')), ...refused },
      },
    },
    '/api/jobs/import': {
      post: {
        summary: 'Make a job from a job file',
        requestBody: json(jobFileSchema),
        responses: { 201: ok('The stored job', ref('storedJob')), ...refused },
      },
    },
    '/api/jobs/{id}/version': {
      parameters: [id],
      get: {
        summary:
          'Which version of a job is stored, and who saved it: what a page asks to hear of changes',
        responses: { 200: ok('The version', object(stamp)), 404: problem('No such job') },
      },
    },
    '/api/jobs/{id}': {
      parameters: [id],
      get: {
        summary: 'A job',
        responses: { 200: ok('The stored job', ref('storedJob')), 404: problem('No such job') },
      },
      put: {
        summary: 'Save a job from the version it was read at',
        requestBody: json(SCHEMAS.save),
        responses: {
          200: ok('The stored job', ref('storedJob')),
          409: problem(
            'Saved from elsewhere meanwhile; the stored job is in `current`, and in `landed` the version that this very save had made, if it had',
          ),
          ...refused,
        },
      },
    },
    '/api/jobs/{id}/place': {
      parameters: [id],
      put: {
        summary: `Put a job on the bench, away, or into the bin, where it is kept for ${KEPT_IN_BIN} days`,
        requestBody: json(SCHEMAS.place),
        responses: {
          200: ok('Where it lies', jsonSchemaOf(SCHEMAS.place)),
          404: problem('No such job'),
          ...refused,
        },
      },
    },
    '/api/jobs/{id}/file': {
      parameters: [id],
      get: {
        summary: 'The job as a job file',
        responses: {
          200: ok('The file', jsonSchemaOf(jobFileSchema)),
          404: problem('No such job'),
        },
      },
    },
    '/api/jobs/{id}/plan': {
      parameters: [id],
      get: {
        summary: 'The plan that the server worked out ahead of a job, where one is kept',
        parameters: [{ name: 'core', in: 'query', required: true, schema: text }],
        responses: {
          200: ok('The plan, of the job and shop in its `basis`', ref('plan')),
          204: { description: 'None is kept, or another core made it' },
        },
      },
    },
    '/api/jobs/{id}/tools': {
      parameters: [id],
      get: {
        summary: 'Tools of the saved shop that the plan of a job uses, by their ids',
        responses: {
          200: ok('Ids of tools', list(text)),
          404: problem('No such job'),
          503: problem('Too much to do just now'),
        },
      },
    },
    '/api/jobs/{id}/record': {
      parameters: [id],
      get: {
        summary: 'What was done, measured and seen on the floor, a page at a time',
        parameters: [
          {
            name: 'after',
            in: 'query',
            schema: { type: 'integer' },
            description: 'The last place known',
          },
        ],
        responses: {
          200: ok('Lines in their order', ref('record')),
          400: problem('No place'),
          404: problem('No such job'),
        },
      },
      post: {
        summary: 'Add lines to the record; one that is there already is not added again',
        requestBody: json(SCHEMAS.lines),
        responses: {
          201: ok('They are kept', object({ now: time })),
          404: problem('No such job'),
          ...refused,
        },
      },
    },
    '/api/jobs/{id}/revisions': {
      parameters: [id],
      get: {
        summary: 'Every saved change',
        responses: { 200: ok('Newest first', list(ref('revision'))), 404: problem('No such job') },
      },
    },
    '/api/jobs/{id}/revisions/{version}': {
      parameters: [id, versionParameter],
      get: {
        summary: 'The job as it was',
        responses: { 200: ok('The job', ref('job')), 404: problem('No such version') },
      },
    },
    '/api/shop': {
      get: {
        summary: 'The shop and its chest',
        responses: { 200: ok('The shop', ref('storedShop')), 404: problem('None yet: make one') },
      },
      post: {
        summary: 'Make the shop, once',
        requestBody: json(SCHEMAS.shopCreate),
        responses: {
          201: ok('The shop', ref('storedShop')),
          409: problem('There is one already'),
          ...refused,
        },
      },
      put: {
        summary: 'Save the shop; tools that a job’s plan uses can be retired, not left out',
        requestBody: json(SCHEMAS.shopSave),
        responses: {
          200: ok('The shop', ref('storedShop')),
          409: problem('Saved from elsewhere meanwhile'),
          ...refused,
        },
      },
    },
    '/api/shop/devices': {
      post: {
        summary: 'Name a device',
        requestBody: json(SCHEMAS.device),
        responses: { 201: ok('The device', ref('device')), ...refused },
      },
    },
  },
});
