import { useEffect, useRef } from 'react';
import type { Job, Plan, Proofs, Shop } from '@velk/core';
import { latest } from '../workers/planner.ts';
import { planFailed, planned, proved } from './plans.ts';
import { useAppDispatch, useAppSelector } from './store.ts';

const BEFORE_PROOF = 250;

interface Question {
  readonly job: Job;
  readonly shop: Shop;
}

/** Plans the job on the bench at every change, in workers: figures at once, proofs when typing pauses. */
export function usePlanning(shop: Shop | undefined): void {
  const dispatch = useAppDispatch();
  const job = useAppSelector((s) => s.bench.job);
  const ask = useRef<Record<'figures' | 'proof', (question: Question) => void> | null>(null);

  useEffect(() => {
    const figures = new Worker(new URL('../workers/plan.worker.ts', import.meta.url), { type: 'module' });
    const proof = new Worker(new URL('../workers/proof.worker.ts', import.meta.url), { type: 'module' });
    ask.current = {
      figures: latest<Question, { plan: Plan }>(figures, ({ plan, error }) =>
        dispatch(plan ? planned(plan) : planFailed(error ?? '')),
      ),
      proof: latest<Question, { proofs: Proofs }>(proof, ({ proofs, error }) =>
        dispatch(proofs ? proved(proofs) : planFailed(error ?? '')),
      ),
    };
    return () => {
      figures.terminate();
      proof.terminate();
      ask.current = null;
    };
  }, [dispatch]);

  useEffect(() => {
    if (!job || !shop) return;
    ask.current?.figures({ job, shop });
    const timer = setTimeout(() => ask.current?.proof({ job, shop }), BEFORE_PROOF);
    return () => clearTimeout(timer);
  }, [job, shop]);
}
