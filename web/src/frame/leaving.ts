import { forgetSaved, waitingOf } from '../keeping/drafts.ts';
import { forgetJobs } from '../server/offline.ts';
import { forgetPlans } from '../planning/keptPlans.ts';
import { forgetAllKnown, linesWaiting } from '../recording/recordKeep.ts';
import { forgetProofs } from '../planning/core/keptProofs.ts';

/**
 * What a browser keeps of itself, whoever is let in: how it shows things, what it is called, what
 * it measures with.
 */
const OF_THE_BROWSER = new Set(['velk-device', 'velk-view', 'velk-calliper', 'velk-pedal']);

/** After signing out: nothing of the jobs is left in this browser but what was not sent. */
export async function forgetAllSent(): Promise<void> {
  forgetJobs();
  for (const key of Object.keys(localStorage))
    if (key.startsWith('velk-') && !OF_THE_BROWSER.has(key)) localStorage.removeItem(key);
  await Promise.allSettled([forgetSaved(), forgetAllKnown(), forgetPlans(), forgetProofs()]);
}

/** What was done here and not sent: jobs that were changed, and lines of records. */
export interface Unsent {
  readonly jobs: number;
  readonly lines: number;
}

export async function unsentHere(): Promise<Unsent> {
  const [jobs, lines] = await Promise.all([waitingOf('job'), linesWaiting()]);
  return { jobs: jobs.size, lines };
}
