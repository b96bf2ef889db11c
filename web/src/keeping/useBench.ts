import { useMemo } from 'react';
import { hasForm, jobSchema, upgradedJob } from '@velk/core/exchange';
import type { Job } from '@velk/core/design';
import { useJobQuery } from '../server/api.ts';
import { benchActions, changed } from './bench.ts';
import { draftReader } from './drafts.ts';
import type { Stored } from './kept.ts';
import { keepSaved } from '../server/offline.ts';
import { sendJob } from './saving.ts';
import { isRecord } from '../browser/storage.ts';
import { store, useAppDispatch, useAppSelector } from '../store.ts';
import { ofJob } from './typed.ts';
import { useOpened, useSaver } from './useSaver.ts';
import { useTheirs } from './useTheirs.ts';

const readJob = draftReader((value): Job | undefined => {
  const job: unknown = isRecord(value) ? upgradedJob(value) : undefined;
  return hasForm(jobSchema, job) ? job : undefined;
});
/** What is opened without the network is what was saved. */
const keepLanded = ({ id, version, value }: Stored<Job>) =>
  void keepSaved(id, version, value).catch(() => undefined);

const atBench = () => store.getState().bench;

/** A job on the bench: opened, kept in the browser, saved; and what other windows left of it. */
export function useBench(id: string) {
  const dispatch = useAppDispatch();
  useTheirs(id);
  const { data, error } = useJobQuery(id);
  const stored = useMemo(
    () => data && { ...data, value: data.job, by: data.updatedBy, at: data.updatedAt },
    [data],
  );
  const kept = useAppSelector((s) => s.bench);
  const all = useAppSelector((s) => s.typed);
  const typed = useMemo(() => ofJob(all), [all]);
  const { left, drop } = useOpened(
    { sort: 'job', actions: benchActions, read: readJob, at: atBench },
    stored,
  );
  const keepsNothing = useSaver({
    sort: 'job',
    kept,
    typed,
    actions: benchActions,
    send: sendJob,
    onLanded: keepLanded,
  });
  const take = (one: (typeof left)[number], value: Job) => {
    /** Nothing is settled for good: undo leads back. */
    dispatch(changed(value));
    drop(one);
  };
  return {
    job: kept.id === id ? kept.now : null,
    error,
    keepsNothing,
    behind: { left, take, drop },
  };
}
