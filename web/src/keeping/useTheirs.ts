import { useEffect } from 'react';
import { api } from '../server/api.ts';
import { benchActions } from './bench.ts';
import { store } from '../store.ts';
import { changedByOthers } from './theirs.ts';

/** A page that is looked at hears of a change within this and an answer, ms. */
const LOOK = 1500;

/** Takes in what others make of the job that is open here, while this page is looked at. */
export function useTheirs(job: string): void {
  useEffect(() => {
    let over = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = async () => {
      clearTimeout(timer);
      if (!document.hidden) await takeIn(job, () => over);
      if (!over) timer = setTimeout(() => void look(), LOOK);
    };
    void look();
    const atOnce = () => void look();
    const events = [
      [document, 'visibilitychange'],
      [window, 'online'],
    ] as const;
    for (const [of, event] of events) of.addEventListener(event, atOnce);
    return () => {
      over = true;
      clearTimeout(timer);
      for (const [of, event] of events) of.removeEventListener(event, atOnce);
    };
  }, [job]);
}

/**
 * What is open here and waits for no answer: a save that is answered brings what others made with
 * it.
 */
function atRest(job: string) {
  const { id, version, now, save, sending } = store.getState().bench;
  return id === job && now !== null && save === 'saved' && !sending ? { version, now } : undefined;
}

async function takeIn(job: string, isOver: () => boolean): Promise<void> {
  const before = atRest(job);
  if (!before) return;
  const once = { subscribe: false, forceRefetch: true };
  const { data: there } = await store.dispatch(api.endpoints.jobVersion.initiate(job, once));
  if (!there || isOver() || there.version <= before.version) return;
  /** It was saved from here meanwhile. */
  if (there.version <= store.getState().bench.version) return;
  const { data: stored } = await store.dispatch(api.endpoints.job.initiate(job, once));
  if (!stored || isOver() || stored.version <= before.version) return;
  const theirs = {
    version: stored.version,
    value: stored.job,
    by: stored.updatedBy,
    at: stored.updatedAt,
  };
  store.dispatch(benchActions.seen({ id: job, theirs }));
  store.dispatch(changedByOthers({ job, by: theirs.by, at: theirs.at, before: before.now }));
}
