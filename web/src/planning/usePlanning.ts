import { useEffect, useMemo, useRef } from 'react';
import { shallowEqual } from 'react-redux';
import { begunIn, begunJob, type Basis, type Begun, type Plan, type Reading } from '@velk/core/day';
import type { Job, Joint } from '@velk/core/design';
import type { Shop } from '@velk/core/shop';
import { latest, lookAt, planByCore, proveByCore, type Asking, type Task } from './core/core.ts';
import { askedBy } from '../server/asking.ts';
import { planFailed, planLate, planned, progressOf, proved } from './plans.ts';
import { store, useAppDispatch, useAppSelector } from '../store.ts';
import type { Answer } from './core/asks.ts';
import { useAsked } from './useAsked.ts';
import { useKeptPlan } from './useKeptPlan.ts';
import { useRecordState } from '../recording/useRecorder.ts';

const BEFORE_PROOF = 250;
/** What is shown is told to be of before where the plan takes longer than this, ms. */
const LATE = 500;

/**
 * Plans the job on the bench at every change, beside the page: figures at once, proofs when typing
 * pauses.
 */
export function usePlanning(chest: Shop | null): void {
  const dispatch = useAppDispatch();
  const shop = usePlannedShop(chest);
  const job = useBegunJob();
  const joint = useAppSelector((s) => s.view.joint) ?? job?.joints[0]?.id ?? null;
  const figures = useRef<Asking<Basis> | null>(null);
  const proofs = useProofs();
  useKeptPlan(job);

  /** Not before there is a job: what is drawn first needs none of it. */
  const open = job !== null;
  useEffect(() => {
    if (!open) return;
    /**
     * The plan carries the very job and chest it was asked for: rooms draw from these, not from
     * newer ones.
     */
    const asking = latest(
      ({ job, shop }: Basis) => ({ answer: planByCore(job, shop), drop: () => undefined }),
      ({ error, ...plan }, basis) =>
        dispatch(error === undefined ? planned({ ...plan, basis } as Plan) : planFailed(error)),
    );
    figures.current = asking;
    return () => {
      asking.end();
      figures.current = null;
    };
  }, [dispatch, open]);

  useEffect(() => {
    if (open) lookAt(joint);
  }, [open, joint]);

  /** Whoever stopped the proofs wants none until the job changes, or they say so. */
  const stopped = useAppSelector((s) => progressOf(s.plans).stopped);
  useEffect(() => {
    if (stopped) proofs.drop();
  }, [proofs, stopped]);
  const resumed = useRef(false);
  resumed.current = resumed.current || stopped;
  useEffect(() => {
    if (stopped || !resumed.current || !job || !shop) return;
    resumed.current = false;
    proofs.begin({ job, shop });
  }, [proofs, stopped, job, shop]);

  useEffect(() => {
    if (!job || !shop) return;
    const isThere = () => store.getState().plans.plan?.basis.job === job;
    const timer = setTimeout(() => !isThere() && dispatch(planLate()), LATE);
    return () => clearTimeout(timer);
  }, [dispatch, job, shop]);

  useEffect(() => {
    if (!job || !shop) return;
    figures.current?.ask({ job, shop });
    /** From now on proofs of what was before are not heard: they may be of another job. */
    proofs.drop();
    const timer = setTimeout(() => proofs.begin({ job, shop }), BEFORE_PROOF);
    return () => clearTimeout(timer);
  }, [proofs, job, shop]);
}

/** The proofs of one job at a time: begun anew, or dropped. */
function useProofs() {
  const dispatch = useAppDispatch();
  const proofs = useMemo(() => {
    let going: Task<void> | null = null;
    const drop = () => {
      going?.drop();
      going = null;
    };
    const begin = (basis: Basis) => {
      drop();
      const task = proveByCore({ ...basis, by: askedBy() }, (told) => {
        if (going === task) dispatch(proved(told));
      });
      going = task;
      task.answer.catch((error: Error) => {
        if (going === task) dispatch(planFailed(error.message));
      });
    };
    return { begin, drop };
  }, [dispatch]);
  useEffect(() => proofs.drop, [proofs]);
  return proofs;
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

/**
 * Every way to cut each half of a joint of the plan, with what it takes and how it is set up;
 * nothing while that is being reckoned.
 */
export function useWays(joint: Joint | undefined): Answer<'ways'> | undefined {
  const basis = useAppSelector((s) => s.plans.plan?.basis);
  const planned = basis?.job.joints.find((j) => j.id === joint?.id);
  const question = useMemo(
    () => (planned && basis ? { joint: planned, ...basis } : null),
    [planned, basis],
  );
  const answer = useAsked('ways', question);
  return answer?.of.joint.id === joint?.id ? answer?.answer : undefined;
}

type Readings = Readonly<Record<string, readonly Reading[]>>;

/**
 * What the test pieces of these cards should read, by the id of the card; nothing while that is
 * being cut, null where it failed.
 */
export function useReadings(
  { basis: { job, shop } }: Plan,
  cards: string,
): Readings | null | undefined {
  const question = useMemo(
    () => (cards ? { job, shop, cards, by: askedBy() } : null),
    [job, shop, cards],
  );
  const answer = useAsked('readings', question);
  return answer && answer.of === question ? (answer.answer.readings ?? null) : undefined;
}
