import { useMemo } from 'react';
import { cutOtherwise, howFarCut, type Job, type Plan, type RecordState } from '@velk/core';
import { proofAt, type PlansState } from './plans.ts';
import { useAppSelector } from './store.ts';
import { useRecordState } from './useRecorder.ts';
import type { SeenRooms } from './view.ts';

/** How far a stage is: what Velk planned by itself, what somebody looked at, and what is done are three things. */
export type StageState = 'not begun' | 'look' | 'planned' | 'seen' | 'done';

export interface Stage {
  readonly id: string;
  readonly title: string;
  readonly state: StageState;
  readonly count: number;
}

/** What is known of a job’s plan and proofs. */
type Known = Pick<PlansState, 'proofs' | 'provedAll' | 'pieces'> & {
  readonly plan: Pick<Plan, 'joints' | 'cards' | 'stamp'> | null;
};

/** A plan by what it was made from, so that what was seen of it is told from what came after. */
export const markOf = ({ stamp }: Pick<Plan, 'stamp'>): string => `${stamp.job} ${stamp.shop}`;

/**
 * The stages of a job in the order the work happens, each with how far it is and how much wants a look.
 * @param seen rooms that somebody was in, of which plan
 */
export function stagesOf(
  job: Job | null,
  plans: Known,
  record: RecordState,
  seen?: SeenRooms,
): Stage[] {
  const { plan } = plans;
  const joints = plan?.joints ?? [];
  const stage = (id: string, title: string, state: StageState, count: number): Stage => ({
    id,
    title,
    count,
    state: count > 0 ? 'look' : state,
  });
  const whenDone = (isDone: boolean): StageState => (isDone ? 'done' : 'not begun');
  const impossible = joints.filter((j) => j.problems.length > 0).length;
  const unrouted = joints.filter(
    (j) => j.problems.length === 0 && (!j.chosen.tenoned || !j.chosen.mortised),
  ).length;
  const proofs = joints.map((j) => proofAt(plans, j.joint));
  const current = proofs.filter((p) => p.current);
  const bad =
    current.filter((p) => !p.proof?.good).length + plans.pieces.filter((p) => !p.good).length;
  const planned = (plan?.cards.length ?? 0) > 0;
  const cut = plan ? howFarCut(plan, record) : 'none';
  const otherwise = plan ? new Set(cutOtherwise(plan, record).map(({ setup }) => setup)).size : 0;
  const isSeen = (id: string) =>
    plan !== null && seen?.mark === markOf(plan) && seen.rooms.includes(id);
  /** Planned by Velk; whoever cut all of it has no need to look. */
  const whenPlanned = (id: string): StageState => {
    if (!planned) return 'not begun';
    if (cut === 'all') return 'done';
    return isSeen(id) ? 'seen' : 'planned';
  };
  const isProved = current.length > 0 && !proofs.some((p) => p.awaited);
  return [
    stage('stock', 'Stock', whenDone((job?.parts.length ?? 0) > 0), 0),
    stage('joints', 'Joints', whenDone((job?.joints.length ?? 0) > 0), impossible),
    stage('methods', 'Methods', whenPlanned('methods'), unrouted),
    stage('setups', 'Set-ups', whenPlanned('setups'), 0),
    stage('order', 'Order', whenPlanned('order'), 0),
    stage('proof', 'Proof', whenDone(isProved), bad),
    stage('floor', 'Floor', whenDone(cut === 'all'), otherwise),
    stage('log', 'Log', whenDone(record.holds.length > 0), 0),
  ];
}

/** The stages of the job on the bench: the same list as long as they stand the same. */
export function useStages(): Stage[] {
  const job = useAppSelector((s) => s.bench.now);
  const plans = useAppSelector((s) => s.plans);
  const record = useRecordState();
  const seen = useAppSelector((s) => s.view.seen[s.bench.id ?? '']);
  const now = useMemo(() => stagesOf(job, plans, record, seen), [job, plans, record, seen]);
  const told = JSON.stringify(now);
  return useMemo(() => JSON.parse(told) as Stage[], [told]);
}
