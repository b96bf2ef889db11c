import type Joi from 'joi';
import { JOB_VERSION, jobFileSchema, VERSION } from '@velk/core';
import { SCHEMAS } from './schemas.ts';

/** JSON Schema (draft 2020-12) of a Joi schema: one description of each shape, in the core. */
export function jsonSchemaOf(schema: Joi.Schema): Record<string, unknown> {
  return schema['~standard'].jsonSchema.input({ target: 'draft-2020-12' });
}

/** The published JSON Schema of the job file. */
export const publishedSchema = (): Record<string, unknown> => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: `velk-job ${JOB_VERSION}`,
  ...jsonSchemaOf(jobFileSchema),
});

const json = (schema: Joi.Schema) => ({
  required: true,
  content: { 'application/json': { schema: jsonSchemaOf(schema) } },
});
const ok = (description: string) => ({ description });
const problem = (description: string) => ({ description, content: { 'application/problem+json': {} } });
const refused = {
  422: problem('Fields that can’t be used, each with its path'),
  503: problem('The database can’t be reached'),
};
const id = { name: 'id', in: 'path', required: true, schema: { type: 'string', format: 'uuid' } };
const versionParameter = { name: 'version', in: 'path', required: true, schema: { type: 'integer' } };

/** The OpenAPI 3.1 document of this server. */
export const openapi = () => ({
  openapi: '3.1.0',
  info: {
    title: 'Velk',
    version: VERSION,
    description: 'Settings and order for cutting mortise and tenon joints. Lengths are millimetres.',
  },
  paths: {
    '/api/health': {
      get: {
        summary: 'Whether server and database answer',
        responses: { 200: ok('Both answer'), 503: problem('The database does not') },
      },
    },
    '/api/plan': {
      post: {
        summary: 'Plan a job file; nothing is stored',
        requestBody: json(jobFileSchema),
        responses: { 200: ok('The plan'), ...refused },
      },
    },
    '/api/jobs': {
      get: { summary: 'Jobs of the shop', responses: { 200: ok('Summaries, newest first') } },
      post: {
        summary: 'Make a job',
        requestBody: json(SCHEMAS.create),
        responses: { 201: ok('The stored job'), ...refused },
      },
    },
    '/api/jobs/import': {
      post: {
        summary: 'Make a job from a job file',
        requestBody: json(jobFileSchema),
        responses: { 201: ok('The stored job'), ...refused },
      },
    },
    '/api/jobs/{id}': {
      parameters: [id],
      get: { summary: 'A job', responses: { 200: ok('The stored job'), 404: problem('No such job') } },
      put: {
        summary: 'Save a job from the version it was read at',
        requestBody: json(SCHEMAS.save),
        responses: {
          200: ok('The stored job'),
          409: problem(
            'Saved from elsewhere meanwhile; the stored job is in `current`, and in `landed` the version that this very save had made, if it had',
          ),
          ...refused,
        },
      },
    },
    '/api/jobs/{id}/file': {
      parameters: [id],
      get: { summary: 'The job as a job file', responses: { 200: ok('The file') } },
    },
    '/api/jobs/{id}/revisions': {
      parameters: [id],
      get: { summary: 'Every saved change', responses: { 200: ok('Newest first') } },
    },
    '/api/jobs/{id}/revisions/{version}': {
      parameters: [id, versionParameter],
      get: { summary: 'The job as it was', responses: { 200: ok('The job'), 404: problem('No such version') } },
    },
    '/api/shop': {
      get: {
        summary: 'The shop and its chest',
        responses: { 200: ok('The shop'), 404: problem('None yet: make one') },
      },
      post: {
        summary: 'Make the shop, once',
        requestBody: json(SCHEMAS.shopCreate),
        responses: { 201: ok('The shop'), 409: problem('There is one already'), ...refused },
      },
      put: {
        summary: 'Save the shop; tools that a job’s plan uses can be retired, not left out',
        requestBody: json(SCHEMAS.shopSave),
        responses: { 200: ok('The shop'), 409: problem('Saved from elsewhere meanwhile'), ...refused },
      },
    },
    '/api/shop/devices': {
      post: {
        summary: 'Name a device',
        requestBody: json(SCHEMAS.device),
        responses: { 201: ok('The device'), ...refused },
      },
    },
  },
});
