import type { Recorded, Shop } from '../shop/index.ts';
import type { Job } from '../design/index.ts';

export const JOB_FORMAT = 'velk-job';
export const JOB_VERSION = 2;

/** A job with the gear it relies on: everything needed to plan with no database. */
export interface JobFile {
  readonly format: typeof JOB_FORMAT;
  readonly version: typeof JOB_VERSION;
  readonly job: Job;
  readonly shop: Shop;
  /** What was done, measured and seen of it on the floor. */
  readonly record?: readonly Recorded[];
}
