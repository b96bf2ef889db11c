import { createSelector } from '@reduxjs/toolkit';
import { useEffect } from 'react';
import { recordState, type RecordState } from '@velk/core/shop';
import { accessLost, api, sentenceOf, type ServerProblem } from '../server/api.ts';
import { exchange, type Desk, type Door } from './exchanging.ts';
import { clockSeen, keptNothing, opened, troubled } from './record.ts';
import { forgetKnown, keepKnown, keptRecord } from './recordKeep.ts';
import { store, useAppDispatch, useAppSelector, type RootState } from '../store.ts';

/** What others see is asked for so often, ms, while it is looked at. */
const LOOK = 4000;
/** After a try that failed, ms: longer each time. */
const [FIRST, LONGEST] = [1000, 30_000];
/** A clock that is off by less is not spoken of, ms. */
const OFF = 120_000;

const record = () => store.getState().record;

/**
 * Opens the record of a job, sends what waits in the order it was seen, and takes in what others
 * saw.
 */
export function useRecorder(job: string, watched: boolean): void {
  const dispatch = useAppDispatch();
  const open = useAppSelector((s) => s.record.job === job);
  const waits = useAppSelector((s) => s.record.waiting.length > 0);
  useEffect(() => {
    let over = false;
    void keptRecord(job)
      .catch(() => undefined)
      .then((kept) => {
        if (over || record().job === job) return;
        dispatch(opened({ job, known: kept?.known ?? [], waiting: kept?.waiting ?? [] }));
        if (!kept) dispatch(keptNothing());
      });
    return () => {
      over = true;
    };
  }, [dispatch, job]);

  useEffect(() => {
    if (!open) return;
    let over = false;
    let failed = 0;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let busy = false;
    /** The network came back while something was asked that had begun without it. */
    let isBackMeanwhile = false;
    const run = async () => {
      clearTimeout(timer);
      if (busy || over) return;
      busy = true;
      const problem = await exchange(job, desk, door);
      busy = false;
      if (over) return;
      if (isBackMeanwhile) {
        isBackMeanwhile = false;
        return void run();
      }
      failed = problem ? failed + 1 : 0;
      dispatch(
        troubled({
          job,
          trouble: problem ? troubleOf(problem) : '',
          out: problem?.status === 'FETCH_ERROR',
        }),
      );
      if (problem?.status === 401) dispatch(accessLost());
      const again =
        record().waiting.length > 0
          ? Math.min(FIRST * 2 ** Math.max(0, failed - 1), LONGEST)
          : LOOK;
      if (watched || record().waiting.length > 0) timer = setTimeout(() => void run(), again);
    };
    void run();
    const atOnce = () => {
      isBackMeanwhile = busy;
      void run();
    };
    window.addEventListener('online', atOnce);
    return () => {
      over = true;
      clearTimeout(timer);
      window.removeEventListener('online', atOnce);
    };
  }, [dispatch, open, job, watched, waits]);
}

const door: Door = {
  send: async (job, lines) => {
    const { data, error } = await store.dispatch(
      api.endpoints.addToRecord.initiate({ job, lines }),
    );
    if (error) return error as ServerProblem;
    const ahead = Date.now() - Date.parse(data.now);
    store.dispatch(clockSeen(Math.abs(ahead) > OFF ? Math.round(ahead / 60_000) : 0));
    return undefined;
  },
  read: async (job, after) => {
    const ask = api.endpoints.record.initiate(
      { job, after },
      { subscribe: false, forceRefetch: true },
    );
    const { data, error } = await store.dispatch(ask);
    return data ?? (error as ServerProblem);
  },
};

/** Where the browser keeps nothing, what is known stays in this page. */
const orSay = (work: Promise<void>): Promise<void> =>
  work.catch(() => void store.dispatch(keptNothing()));

const desk: Desk = {
  record,
  dispatch: (action) => void store.dispatch(action),
  keepKnown: (job, lines) => orSay(keepKnown(job, lines)),
  forgetKnown: (job) => orSay(forgetKnown(job)),
};

const troubleOf = (problem: ServerProblem): string =>
  problem.status === 401
    ? 'This device is not let in any more. What it has not sent is kept here until it is.'
    : problem.status === 'FETCH_ERROR'
      ? ''
      : sentenceOf(problem);

const stateOf = createSelector(
  [(s: RootState) => s.record.known, (s: RootState) => s.record.waiting],
  (known, waiting) => recordState([...known, ...waiting]),
);

/** What the record of the open job comes to: of all that is known, then of what waits. */
export const useRecordState = (): RecordState => useAppSelector(stateOf);
