import type { Job } from './job.ts';

/** A job with nothing in it yet. */
export const newJob = (name: string, units: Job['units']): Job => ({
  name,
  notes: '',
  units,
  schools: {},
  seasons: null,
  parts: [],
  joints: [],
});
