import { mkdir, writeFile } from 'node:fs/promises';
import { JOB_VERSION } from '@velk/core/exchange';
import { publishedSchema } from './api/openapi.ts';
import { ROOT } from './root.ts';

/** Writes the published JSON Schema of the job file into docs/formats. */
const folder = new URL('docs/formats/', ROOT);
await mkdir(folder, { recursive: true });
await writeFile(
  new URL(`velk-job-${JOB_VERSION}.schema.json`, folder),
  `${JSON.stringify(publishedSchema(), null, 2)}\n`,
);
