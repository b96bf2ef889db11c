import { useMemo } from 'react';
import { cutOtherwise, digestOf, howFarCut, type Plan, type PlanDigest } from '@velk/core/day';
import type { Job } from '@velk/core/design';
import type { RecordState } from '@velk/core/shop';
import { proofAt, type PlansState } from '../planning/plans.ts';
import { useAppSelector } from '../store.ts';
import { useRecordState } from '../recording/useRecorder.ts';
import { STAGES, type StageId } from './places.ts';
import type { SeenRooms } from './view.ts';

/**
 * How far a stage is: what Velk planned by itself, what somebody looked at, and what is done are
 * three things.
 */
export type StageState = 'not begun' | 'look' | 'planned' | 'seen' | 'done';

export interface Stage {
  readonly id: StageId;
  readonly title: string;
  readonly state: StageState;
  readonly count: number;
}

/** What is known of a job, on the bench or in a list. */
export interface HowFar {
  readonly parts: number;
  readonly joints: number;
  /** Nothing before it is planned. */
  readonly plan: PlanDigest | null;
  /** Whether the plan is cut: none of it, some, or all; and set-ups that were cut otherwise. */
  readonly cut: ReturnType<typeof howFarCut>;
  readonly otherwise: number;
  /** Lines of the record. */
  readonly noted: number;
}

/**
 * The stages of a job in the order the work happens, each with how far it is and how much wants a
 * look.
 * @param seen rooms that somebody was in, of which plan
 */
export function stagesOf(
  { parts, joints, plan, cut, otherwise, noted }: HowFar,
  seen?: SeenRooms,
): Stage[] {
  const whenDone = (isDone: boolean): StageState => (isDone ? 'done' : 'not begun');
  /** Planned by Velk; whoever cut all of it has no need to look. */
  const whenPlanned = (id: StageId): StageState => {
    if (!plan?.setups) return 'not begun';
    if (cut === 'all') return 'done';
    return seen?.mark === plan.mark && seen.rooms.includes(id) ? 'seen' : 'planned';
  };
  const far: Readonly<Record<StageId, readonly [state: StageState, count?: number | undefined]>> = {
    stock: [whenDone(parts > 0)],
    joints: [whenDone(joints > 0), plan?.impossible],
    methods: [whenPlanned('methods'), plan?.unrouted],
    setups: [whenPlanned('setups')],
    order: [whenPlanned('order')],
    proof: [whenDone((plan?.proved?.joints ?? 0) > 0), plan?.proved?.bad],
    floor: [whenDone(cut === 'all'), otherwise],
    log: [whenDone(noted > 0)],
  };
  return STAGES.map(({ id, title }) => {
    const [state, count = 0] = far[id];
    return { id, title, count, state: count > 0 ? 'look' : state };
  });
}

/** What the page knows of a plan and its proofs, some of which may still be on their way. */
type Known = Pick<PlansState, 'proofs' | 'provedAll' | 'pieces'> & {
  readonly plan: Pick<Plan, 'joints' | 'cards' | 'stamp' | 'minutes'> | null;
};

/** How far a job is that is open here. */
export function howFarOf(job: Job | null, plans: Known, record: RecordState): HowFar {
  const { plan, pieces } = plans;
  const proofs = (plan?.joints ?? []).map(({ joint }) => proofAt(plans, joint));
  const current = proofs.filter((proof) => proof.current);
  const awaited = proofs.some((proof) => proof.awaited);
  const bad = [...current.map(({ proof }) => proof), ...pieces].filter((one) => !one?.good).length;
  return {
    parts: job?.parts.length ?? 0,
    joints: job?.joints.length ?? 0,
    plan: plan && {
      ...digestOf(plan),
      proved: { joints: awaited ? 0 : current.length, bad },
    },
    cut: plan ? howFarCut(plan, record) : 'none',
    otherwise: plan ? new Set(cutOtherwise(plan, record).map(({ setup }) => setup)).size : 0,
    noted: record.holds.length,
  };
}

/** The stages of the job on the bench: the same list as long as they stand the same. */
export function useStages(): Stage[] {
  const job = useAppSelector((s) => s.bench.now);
  const plans = useAppSelector((s) => s.plans);
  const record = useRecordState();
  const seen = useAppSelector((s) => s.view.seen[s.bench.id ?? '']);
  const now = useMemo(
    () => stagesOf(howFarOf(job, plans, record), seen),
    [job, plans, record, seen],
  );
  const told = JSON.stringify(now);
  return useMemo(() => JSON.parse(told) as Stage[], [told]);
}
