import { useEffect, useMemo, useRef } from 'react';
import { shallowEqual } from 'react-redux';
import {
  begunIn,
  begunJob,
  type Begun,
  type Job,
  type Joint,
  type Plan,
  type Reading,
  type Shop,
  type WaysOfHalf,
} from '@velk/core';
import { latestPlan, type Asks } from '../workers/asking.ts';
import { closeCores, openCores } from '../workers/cores.ts';
import type { ProofAnswer } from '../workers/proving.ts';
import { askedBy } from './asking.ts';
import { planFailed, planned, progressOf, proved } from './plans.ts';
import { useAppDispatch, useAppSelector } from './store.ts';
import { useAsked } from './useAsked.ts';
import { useRecordState } from './useRecorder.ts';

const BEFORE_PROOF = 250;

/** What is asked of the workers of an open job. */
interface Planning {
  readonly figures: (question: Asks['plan']['asks']) => void;
  readonly cutting: Worker;
  asked: number;
  gone: boolean;
}

/** Asks for all proofs of a job, the joint that is looked at first. */
const proofs = (job: Job | null, shop: Shop | null, first: string | null) =>
  ({ ask: 'prove', job, shop, first, by: askedBy() }) as const;

const GONE = 'what plans it could not be fetched; load the page again';

/** Plans the job on the bench at every change, beside the page: figures at once, proofs when typing pauses. */
export function usePlanning(chest: Shop | null): void {
  const dispatch = useAppDispatch();
  const shop = usePlannedShop(chest);
  const job = useBegunJob();
  const joint = useAppSelector((s) => s.view.joint) ?? job?.joints[0]?.id ?? null;
  const cores = useRef<Planning | null>(null);
  const inView = useRef(joint);

  /** Not before there is a job: what is drawn first needs none of it. */
  const open = job !== null;
  useEffect(() => {
    if (!open) return;
    const opened = openCores();
    const { figures, cutting } = opened;
    /** The plan carries the very job and chest it was asked for: rooms draw from these, not from newer ones. */
    const { ask } = latestPlan(figures, ({ plan, error }, { job, shop }) =>
      dispatch(plan ? planned({ ...plan, basis: { job, shop } }) : planFailed(error ?? '')),
    );
    const own: Planning = { figures: ask, cutting, asked: 0, gone: false };
    cores.current = own;
    for (const worker of [figures, cutting])
      worker.onerror = () => {
        own.gone = true;
        dispatch(planFailed(GONE));
      };
    cutting.onmessage = ({ data: { ask: what, id, proofs, error } }: MessageEvent<ProofAnswer>) => {
      if (what === 'prove' && id === own.asked)
        dispatch(proofs ? proved(proofs) : planFailed(error ?? ''));
    };
    return () => {
      closeCores(opened);
      cores.current = null;
    };
  }, [dispatch, open]);

  useEffect(() => {
    inView.current = joint;
    cores.current?.cutting.postMessage({ ask: 'look', id: 0, first: joint });
  }, [joint]);

  /** Whoever stopped the proofs wants none until the job changes, or they say so. */
  const stopped = useAppSelector((s) => progressOf(s.plans).stopped);
  useEffect(() => {
    const own = cores.current;
    if (stopped && own) own.cutting.postMessage({ ask: 'stop', id: ++own.asked });
  }, [stopped]);
  const resumed = useRef(false);
  resumed.current = resumed.current || stopped;
  useEffect(() => {
    const own = cores.current;
    if (stopped || !resumed.current || !own) return;
    resumed.current = false;
    own.cutting.postMessage({ ...proofs(job, shop, inView.current), id: ++own.asked });
  }, [stopped, job, shop]);

  useEffect(() => {
    const own = cores.current;
    if (!job || !shop || !own) return;
    own.figures({ job, shop });
    /** It may have failed to come before the job did. */
    if (own.gone) dispatch(planFailed(GONE));
    /** From now on proofs of what was before are not heard: they may be of another job. */
    const id = ++own.asked;
    const timer = setTimeout(
      () => own.cutting.postMessage({ ...proofs(job, shop, inView.current), id }),
      BEFORE_PROOF,
    );
    return () => clearTimeout(timer);
  }, [dispatch, job, shop]);
}

/** The shop as it is planned with: set-ups that it keeps change no plan. */
function usePlannedShop(chest: Shop | null): Shop | null {
  const last = useRef<Shop | null>(null);
  return useMemo(() => {
    if (!chest) return (last.current = null);
    const { kept: _, ...shop } = chest;
    const isSame = last.current && shallowEqual(last.current, shop);
    return isSame ? last.current : (last.current = shop);
  }, [chest]);
}

/** The job on the bench, what is begun of it coming first and going on as it was. */
function useBegunJob(): Job | null {
  const job = useAppSelector((s) => s.bench.now);
  const id = useAppSelector((s) => s.bench.id);
  const ofRecord = useAppSelector((s) => s.record.job);
  const record = useRecordState();
  /** A tick more of what is begun already plans nothing anew. */
  const begun = id === ofRecord ? JSON.stringify(begunIn(record)) : '';
  return useMemo(
    () => job && (begun ? begunJob(job, JSON.parse(begun) as Begun) : job),
    [job, begun],
  );
}

type Ways = Readonly<Record<'tenoned' | 'mortised', WaysOfHalf>>;

/** Every way to cut each half of a joint of the plan, with what it takes; nothing while that is being reckoned. */
export function useWays(joint: Joint | undefined): Ways | undefined {
  const basis = useAppSelector((s) => s.plans.plan?.basis);
  const planned = basis?.job.joints.find((j) => j.id === joint?.id);
  const question = useMemo(
    () => (planned && basis ? { joint: planned, ...basis } : null),
    [planned, basis],
  );
  const found = useAsked('ways', question);
  return found?.of.joint.id === joint?.id ? found?.answer.ways : undefined;
}

type Readings = Readonly<Record<string, readonly Reading[]>>;

/** What the test pieces of these cards should read, by the id of the card; nothing while that is being cut, null where it failed. */
export function useReadings(
  { basis: { job, shop } }: Plan,
  cards: string,
): Readings | null | undefined {
  const question = useMemo(() => (cards ? { job, shop, cards } : null), [job, shop, cards]);
  const found = useAsked('readings', question);
  return found && found.of === question ? (found.answer.readings ?? null) : undefined;
}
