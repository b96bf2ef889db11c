import { readFileSync } from 'node:fs';
import type { JobFile } from '../exchange/index.ts';

/** A job file of the demo: looms or racks. */
export const demo = (name: string): JobFile =>
  JSON.parse(readFileSync(new URL(`../../../demo/${name}.velk-job.json`, import.meta.url), 'utf8')) as JobFile;
