import { useEffect, useRef } from 'react';
import type { Job, Plan, Shop } from '@velk/core';
import { latest } from '../workers/planner.ts';
import type { Asked, ProofAnswer } from '../workers/proving.ts';
import { planFailed, planned, proved } from './plans.ts';
import { useAppDispatch, useAppSelector } from './store.ts';

const BEFORE_PROOF = 250;

interface Question {
  readonly job: Job;
  readonly shop: Shop;
}

/** Plans the job on the bench at every change, in workers: figures at once, proofs when typing pauses. */
export function usePlanning(shop: Shop | null): void {
  const dispatch = useAppDispatch();
  const job = useAppSelector((s) => s.bench.job);
  const joint = useAppSelector((s) => s.view.joint) ?? job?.joints[0]?.id ?? null;
  const workers = useRef<{ figures: (question: Question) => void; proof: Worker; asked: number } | null>(null);
  const inView = useRef(joint);

  useEffect(() => {
    const figures = new Worker(new URL('../workers/plan.worker.ts', import.meta.url), { type: 'module' });
    const proof = new Worker(new URL('../workers/proof.worker.ts', import.meta.url), { type: 'module' });
    const own = {
      /** The plan carries the very job and chest it was asked for: rooms draw from these, not from newer ones. */
      figures: latest<Question, { plan: Omit<Plan, 'basis'> }>(figures, ({ plan, error }, basis) =>
        dispatch(plan ? planned({ ...plan, basis }) : planFailed(error ?? '')),
      ),
      proof,
      asked: 0,
    };
    workers.current = own;
    proof.onmessage = ({ data: { id, proofs, error } }: MessageEvent<ProofAnswer>) => {
      if (id === own.asked) dispatch(proofs ? proved(proofs) : planFailed(error ?? ''));
    };
    return () => {
      figures.terminate();
      proof.terminate();
      workers.current = null;
    };
  }, [dispatch]);

  useEffect(() => {
    inView.current = joint;
    tell(workers.current?.proof, { first: joint });
  }, [joint]);

  useEffect(() => {
    const own = workers.current;
    if (!job || !shop || !own) return;
    own.figures({ job, shop });
    /** From now on proofs of what was before are not heard: they may be of another job. */
    const id = ++own.asked;
    const timer = setTimeout(() => tell(own.proof, { id, job, shop, first: inView.current }), BEFORE_PROOF);
    return () => clearTimeout(timer);
  }, [job, shop]);
}

const tell = (worker: Worker | undefined, asked: Asked) => worker?.postMessage(asked);
