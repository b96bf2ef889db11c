import { createSelector } from '@reduxjs/toolkit';
import { useEffect } from 'react';
import { LIMITS, recordState, type Observation, type RecordState } from '@velk/core';
import { accessLost, api, sentenceOf, type ServerProblem } from './api.ts';
import { arrived, behind, clockSeen, keptNothing, lastPlace, opened, troubled } from './record.ts';
import { forgetKnown, keepKnown, keptRecord } from './recordKeep.ts';
import { store, useAppDispatch, useAppSelector, type RootState } from './store.ts';

/** What others see is asked for so often, ms, while it is looked at. */
const LOOK = 4000;
/** After a try that failed, ms: longer each time. */
const [FIRST, LONGEST] = [1000, 30_000];
const AT_ONCE = LIMITS.sentAtOnce;
const REFUSED = 422;
/** A clock that is off by less is not spoken of, ms. */
const OFF = 120_000;

const record = () => store.getState().record;

/** Opens the record of a job, sends what waits in the order it was seen, and takes in what others saw. */
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
    const run = async () => {
      clearTimeout(timer);
      if (busy || over) return;
      busy = true;
      const unsent = await sendWaiting(job);
      const problem = (isAnswered(unsent) ? await takeIn(job) : undefined) ?? unsent;
      busy = false;
      if (over) return;
      failed = problem ? failed + 1 : 0;
      dispatch(troubled({ job, trouble: problem ? troubleOf(problem) : '' }));
      if (problem?.status === 401) dispatch(accessLost());
      const again = record().waiting.length > 0 ? Math.min(FIRST * 2 ** Math.max(0, failed - 1), LONGEST) : LOOK;
      if (watched || record().waiting.length > 0) timer = setTimeout(() => void run(), again);
    };
    void run();
    const atOnce = () => void run();
    window.addEventListener('online', atOnce);
    return () => {
      over = true;
      clearTimeout(timer);
      window.removeEventListener('online', atOnce);
    };
  }, [dispatch, open, job, watched, waits]);
}

/** Whether the server took what it was sent, or looked at it and would not. */
const isAnswered = (problem: ServerProblem | undefined): boolean => !problem || problem.status === REFUSED;

/** Sends what waits, in its order, some at a time; a line that the server won’t take stays, and keeps no other from going. */
async function sendWaiting(job: string): Promise<ServerProblem | undefined> {
  let at = 0;
  let most: number = AT_ONCE;
  let refused: ServerProblem | undefined;
  for (;;) {
    const lines = record().waiting.slice(at, at + most);
    if (!lines.length || record().job !== job) return refused;
    const problem = await send(job, lines);
    if (!isAnswered(problem)) return problem;
    if (problem && lines.length > 1) {
      most = 1;
      continue;
    }
    refused ??= problem;
    at += lines.length;
  }
}

async function send(job: string, lines: readonly Observation[]): Promise<ServerProblem | undefined> {
  const { data, error } = await store.dispatch(api.endpoints.addToRecord.initiate({ job, lines }));
  if (error) return error as ServerProblem;
  const ahead = Date.now() - Date.parse(data.now);
  store.dispatch(clockSeen(Math.abs(ahead) > OFF ? Math.round(ahead / 60_000) : 0));
  return undefined;
}

/** Takes in what the server has beyond what is known here. */
async function takeIn(job: string): Promise<ServerProblem | undefined> {
  for (;;) {
    const ask = api.endpoints.record.initiate({ job, after: lastPlace(record()) }, { subscribe: false, forceRefetch: true }); // prettier-ignore
    const { data, error } = await store.dispatch(ask);
    if (error || !data) return error as ServerProblem | undefined;
    if (data.last < lastPlace(record())) {
      store.dispatch(behind({ job }));
      await forgetKnown(job).catch(() => store.dispatch(keptNothing()));
      return sendWaiting(job);
    }
    if (data.lines.length) {
      store.dispatch(arrived({ job, lines: data.lines }));
      await keepKnown(job, data.lines).catch(() => store.dispatch(keptNothing()));
    }
    if (!data.more || record().job !== job) return undefined;
  }
}

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
