import { useEffect } from 'react';
import type { Job } from '@velk/core/design';
import { keepPlan, keptPlan } from './keptPlans.ts';
import { planOfBefore } from './plans.ts';
import { store, useAppDispatch, useAppSelector } from '../store.ts';

/** A plan that stands for so long is kept, ms. */
const STANDS = 1500;

/**
 * Shows the plan that a job had when it was last open here, or that the server has of it, until it
 * is worked out anew, and keeps the newest.
 * @param job as it is planned
 */
export function useKeptPlan(job: Job | null): void {
  const dispatch = useAppDispatch();
  const id = useAppSelector((s) => s.bench.id);
  const plan = useAppSelector((s) => s.plans.plan);
  useEffect(() => {
    if (!id) return;
    void keptPlan(id).then((kept) => {
      const { bench, plans } = store.getState();
      if (kept && bench.id === id && !plans.plan) dispatch(planOfBefore(kept));
    });
  }, [dispatch, id]);
  const isNow = plan !== null && plan.basis.job === job;
  useEffect(() => {
    if (!id || !plan || !isNow) return;
    const timer = setTimeout(() => void keepPlan(id, plan), STANDS);
    return () => clearTimeout(timer);
  }, [id, plan, isNow]);
}
