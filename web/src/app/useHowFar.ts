import { useEffect, useState } from 'react';
import { recordState, type Job, type Plan, type Shop } from '@velk/core';
import { latestPlan, startCore } from '../workers/asking.ts';
import { api, type JobSummary } from './api.ts';
import { store, useAppDispatch } from './store.ts';
import { stagesOf, type Stage } from './useStages.ts';

/** Proofs are made, and records read, where a job is open. */
const UNKNOWN = ['proof', 'floor', 'log'];

/** How far a job is: its stages but those that are known only where it is open, and what it takes to set up. */
export interface HowFar {
  readonly stages: readonly Stage[];
  readonly setups: number;
  readonly minutes: number;
}

/** By job, version and shop: a job that has not changed is not planned again. */
const known = new Map<string, HowFar>();

/** Who only passes through the list on the way to a job waits for none of its plans, ms. */
const PASSING = 500;

const keyOf = (job: JobSummary, shopVersion: number) => `${job.id} ${job.version} ${shopVersion}`;

/** Plans the jobs of the list one after the other in a worker, and says how far each is as soon as that is known. */
export function useHowFar(
  jobs: readonly JobSummary[] | undefined,
  shop: Shop | undefined,
  shopVersion: number,
) {
  const dispatch = useAppDispatch();
  const [, setRound] = useState(0);
  useEffect(() => {
    const waiting = (jobs ?? []).filter((job) => !known.has(keyOf(job, shopVersion)));
    if (!shop || !waiting.length) return;
    let worker: Worker | undefined;
    let over = false;
    const planAll = async () => {
      worker = startCore();
      let heard: (plan: Omit<Plan, 'basis'> | undefined) => void = () => undefined;
      const { ask } = latestPlan(worker, ({ plan }) => heard(plan));
      const planned = (job: Job) =>
        new Promise<Omit<Plan, 'basis'> | undefined>((resolve) => {
          heard = resolve;
          ask({ job, shop });
        });
      for (const summary of waiting) {
        const asked = dispatch(
          api.endpoints.job.initiate(summary.id, { subscribe: false, forceRefetch: true }),
        );
        const { data } = await asked;
        if (over) return;
        if (!data) continue;
        const plan = await planned(data.job);
        if (over || !plan) continue;
        known.set(keyOf(summary, shopVersion), {
          stages: stagesOf(
            data.job,
            { plan, proofs: {}, pieces: [], provedAll: '' },
            recordState([]),
            store.getState().view.seen[summary.id],
          ).filter(({ id }) => !UNKNOWN.includes(id)),
          setups: plan.cards.length,
          minutes: plan.minutes,
        });
        setRound((round) => round + 1);
      }
    };
    const timer = setTimeout(() => void planAll(), PASSING);
    return () => {
      over = true;
      clearTimeout(timer);
      worker?.terminate();
    };
  }, [dispatch, jobs, shop, shopVersion]);
  return (job: JobSummary): HowFar | undefined => known.get(keyOf(job, shopVersion));
}
