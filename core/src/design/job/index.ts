export * from './job.ts';
export { newJob } from './newJob.ts';
export * from './resolve.ts';
export { edited, type JobEdit } from './edits.ts';
