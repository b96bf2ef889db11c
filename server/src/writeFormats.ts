import { mkdir, writeFile } from 'node:fs/promises';
import { jobFileSchema, JOB_VERSION } from '@velk/core';
import { jsonSchemaOf } from './api/openapi.ts';

/** Writes the published JSON Schema of the job file into docs/formats. */
const folder = new URL('../../docs/formats/', import.meta.url);
await mkdir(folder, { recursive: true });
const schema = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: `velk-job ${JOB_VERSION}`,
  ...jsonSchemaOf(jobFileSchema),
};
await writeFile(new URL(`velk-job-${JOB_VERSION}.schema.json`, folder), `${JSON.stringify(schema, null, 2)}\n`);
