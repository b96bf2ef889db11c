import { mergedJobs } from '@velk/core/exchange';
import type { Job } from '@velk/core/design';
import { keptActions, reduceKept } from './keptActions.ts';

/** The job on the bench. */
export const benchActions = keptActions<Job>('bench');
export const benchReducer = reduceKept(benchActions, mergedJobs);
export const { changed } = benchActions;
