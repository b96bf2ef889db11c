import { readFileSync } from 'node:fs';
import type { Job } from '../design/job/index.ts';
import type { JobFile } from '../exchange/index.ts';

/** A job file of the demo: looms or racks. */
export const demo = (name: string): JobFile =>
  JSON.parse(
    readFileSync(new URL(`../../../demo/${name}.velk-job.json`, import.meta.url), 'utf8'),
  ) as JobFile;

/** The job with these of its joints, and of its parts those that meet in them. */
export function fewer(job: Job, ids: readonly string[]): Job {
  const joints = job.joints.filter(({ id }) => ids.includes(id));
  const meeting = new Set(joints.flatMap(({ tenoned, mortised }) => [tenoned.part, mortised.part]));
  return { ...job, joints, parts: job.parts.filter(({ id }) => meeting.has(id)) };
}
