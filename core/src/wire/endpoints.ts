import type Joi from 'joi';
import type { ANSWERS } from './answers.ts';
import { type AnswerName } from './answers.ts';
import type { BODIES } from './bodies.ts';
import { type BodyName } from './bodies.ts';

/** What is asked at one address, and what is answered. */
export interface Endpoint {
  /** What it is for. */
  readonly told: string;
  readonly body?: BodyName;
  /** Queries of the address, each with what it is. */
  readonly query?: Readonly<Record<string, string>>;
  readonly status: 200 | 201;
  readonly answer: AnswerName;
  /** What the answer is. */
  readonly says: string;
  /** What else may come, by status: a problem, or nothing at 204. */
  readonly otherwise?: Readonly<Record<number, string>>;
}

/** What every body is refused by. */
const UNUSABLE = {
  422: 'Fields that can’t be used, each with its path',
  503: 'The database can’t be reached, or what was asked needs more looking first: ask again',
} as const;
const NO_JOB = { 404: 'No such job' } as const;
const AT_THE_MACHINE = { 403: 'Not at the machine' } as const;
/** Days that a deleted job can be brought back. */
export const KEPT_IN_BIN = 30;

/** Every address of the server, with its method. */
export const ENDPOINTS = {
  'GET /api/health': {
    told: 'Whether server and database answer',
    status: 200,
    answer: 'health',
    says: 'Both answer',
    otherwise: { 503: 'The database does not' },
  },
  'GET /api/access': {
    told: 'Whether one is let in, and how',
    status: 200,
    answer: 'access',
    says: 'How',
  },
  'POST /api/access': {
    told: 'Come in: by the key at the machine, by the passphrase from the network; sets a cookie',
    body: 'letIn',
    status: 201,
    answer: 'access',
    says: 'One is in',
    otherwise: { 401: 'Wrong', 429: 'Too many tries', ...UNUSABLE },
  },
  'DELETE /api/access': { told: 'Sign out', status: 200, answer: 'access', says: 'One is out' },
  'GET /api/access/devices': {
    told: 'Devices that are let in',
    status: 200,
    answer: 'sessions',
    says: 'The last seen first',
  },
  'DELETE /api/access/devices/{id}': {
    told: 'Let a device in no longer; at the machine only',
    status: 200,
    answer: 'sessions',
    says: 'Those that remain',
    otherwise: { ...AT_THE_MACHINE, 404: 'No such device' },
  },
  'PUT /api/access/passphrase': {
    told: 'Set the passphrase of the network; at the machine only',
    body: 'passphrase',
    status: 200,
    answer: 'access',
    says: 'It is set',
    otherwise: { ...AT_THE_MACHINE, ...UNUSABLE },
  },
  'DELETE /api/access/lock': {
    told: 'Take passphrases again after too many wrong ones; at the machine only',
    status: 200,
    answer: 'access',
    says: 'They are taken',
    otherwise: AT_THE_MACHINE,
  },
  'POST /api/proofs': {
    told: 'Proofs that the server made before, by what they depend on',
    body: 'proofs',
    status: 200,
    answer: 'proofs',
    says: 'Those that are kept',
    otherwise: UNUSABLE,
  },
  'POST /api/plan': {
    told: 'Plan a job file; nothing is stored',
    body: 'file',
    status: 200,
    answer: 'plan',
    says: 'The plan',
    otherwise: UNUSABLE,
  },
  'GET /api/jobs': {
    told: 'Jobs of the shop',
    status: 200,
    answer: 'summaries',
    says: 'Newest first',
  },
  'POST /api/jobs': {
    told: 'Make a job',
    body: 'create',
    status: 201,
    answer: 'storedJob',
    says: 'The stored job',
    otherwise: UNUSABLE,
  },
  'POST /api/jobs/import': {
    told: 'Make a job from a job file',
    body: 'file',
    status: 201,
    answer: 'storedJob',
    says: 'The stored job',
    otherwise: UNUSABLE,
  },
  'GET /api/jobs/{id}': {
    told: 'A job',
    status: 200,
    answer: 'storedJob',
    says: 'The stored job',
    otherwise: NO_JOB,
  },
  'PUT /api/jobs/{id}': {
    told: 'Save a job from the version it was read at',
    body: 'save',
    status: 200,
    answer: 'storedJob',
    says: 'The stored job',
    otherwise: {
      ...NO_JOB,
      409: 'Saved from elsewhere meanwhile; the stored job is in `current`, and in `landed` the version that this very save had made, if it had',
      ...UNUSABLE,
    },
  },
  'GET /api/jobs/{id}/version': {
    told: 'Which version of a job is stored, and who saved it: what a page asks to hear of changes',
    status: 200,
    answer: 'version',
    says: 'The version',
    otherwise: NO_JOB,
  },
  'PUT /api/jobs/{id}/place': {
    told: `Put a job on the bench, away, or into the bin, where it is kept for ${KEPT_IN_BIN} days`,
    body: 'place',
    status: 200,
    answer: 'place',
    says: 'Where it lies',
    otherwise: { ...NO_JOB, ...UNUSABLE },
  },
  'GET /api/jobs/{id}/file': {
    told: 'The job as a job file',
    status: 200,
    answer: 'jobFile',
    says: 'The file',
    otherwise: NO_JOB,
  },
  'GET /api/jobs/{id}/plan': {
    told: 'The plan that the server worked out ahead of a job, where one is kept',
    query: { core: 'The core that asks' },
    status: 200,
    answer: 'plan',
    says: 'The plan, of the job and shop in its `basis`',
    otherwise: { 204: 'None is kept, or another core made it' },
  },
  'GET /api/jobs/{id}/tools': {
    told: 'Tools of the saved shop that the plan of a job uses, by their ids',
    status: 200,
    answer: 'toolIds',
    says: 'Ids of tools',
    otherwise: { ...NO_JOB, 503: 'Too much to do just now' },
  },
  'GET /api/jobs/{id}/record': {
    told: 'What was done, measured and seen on the floor, a page at a time',
    query: { after: 'The last place known' },
    status: 200,
    answer: 'record',
    says: 'Lines in their order',
    otherwise: { 400: 'No place', ...NO_JOB },
  },
  'POST /api/jobs/{id}/record': {
    told: 'Add lines to the record; one that is there already is not added again',
    body: 'lines',
    status: 201,
    answer: 'recorded',
    says: 'They are kept',
    otherwise: { ...NO_JOB, ...UNUSABLE },
  },
  'GET /api/jobs/{id}/revisions': {
    told: 'Every saved change',
    status: 200,
    answer: 'revisions',
    says: 'Newest first',
    otherwise: NO_JOB,
  },
  'GET /api/jobs/{id}/revisions/{version}': {
    told: 'The job as it was',
    status: 200,
    answer: 'job',
    says: 'The job',
    otherwise: { 404: 'No such version' },
  },
  'GET /api/shop': {
    told: 'The shop and its chest',
    status: 200,
    answer: 'storedShop',
    says: 'The shop',
    otherwise: { 404: 'None yet: make one' },
  },
  'POST /api/shop': {
    told: 'Make the shop, once',
    body: 'shopCreate',
    status: 201,
    answer: 'storedShop',
    says: 'The shop',
    otherwise: { 409: 'There is one already', ...UNUSABLE },
  },
  'PUT /api/shop': {
    told: 'Save the shop; tools that a job’s plan uses can be retired, not left out',
    body: 'shopSave',
    status: 200,
    answer: 'storedShop',
    says: 'The shop',
    otherwise: { 404: 'None yet: make one', 409: 'Saved from elsewhere meanwhile', ...UNUSABLE },
  },
  'POST /api/shop/devices': {
    told: 'Name a device',
    body: 'device',
    status: 201,
    answer: 'device',
    says: 'The device',
    otherwise: UNUSABLE,
  },
} as const satisfies Readonly<Record<string, Endpoint>>;

export type EndpointName = keyof typeof ENDPOINTS;

type ShapeOf<Schema> = Schema extends Joi.Schema<infer Shape> ? Shape : never;
/** What is sent along to an endpoint. */
export type BodyOf<Name extends BodyName> = ShapeOf<(typeof BODIES)[Name]>;
/** What an endpoint answers. */
export type AnswerOf<Name extends EndpointName> = ShapeOf<
  (typeof ANSWERS)[(typeof ENDPOINTS)[Name]['answer']]
>;

const asPattern = (path: string) => new RegExp(`^${path.replace(/\{\w+\}/g, '[^/]+')}$`);
const PATTERNS = Object.entries<Endpoint>(ENDPOINTS).map(([name, endpoint]) => {
  const [method, path] = name.split(' ') as [string, string];
  return { method, path, pattern: asPattern(path), endpoint };
});

/** The endpoint at an address; one that is written out comes before one with a place for an id. */
export const endpointAt = (method: string, address: string): Endpoint | undefined => {
  const [path] = address.split('?') as [string];
  const here = PATTERNS.filter((each) => each.method === method && each.pattern.test(path));
  return (here.find((each) => each.path === path) ?? here[0])?.endpoint;
};
