import { useMemo } from 'react';
import { cutOtherwise, howFarCut, type Job, type Plan, type RecordState } from '@velk/core';
import { proofAt, type PlansState } from './plans.ts';
import { useAppSelector } from './store.ts';
import { useRecordState } from './useRecorder.ts';

export interface Stage {
  readonly id: string;
  readonly title: string;
  readonly state: 'not begun' | 'look' | 'done';
  readonly count: number;
}

/** What is known of a job’s plan and proofs. */
type Known = Pick<PlansState, 'proofs' | 'provedAll' | 'pieces'> & {
  readonly plan: Pick<Plan, 'joints' | 'cards' | 'stamp'> | null;
};

/** The stages of a job in the order the work happens, each with how far it is and how much wants a look. */
export function stagesOf(job: Job | null, plans: Known, record: RecordState): Stage[] {
  const { plan } = plans;
  const joints = plan?.joints ?? [];
  const stage = (id: string, title: string, begun: boolean, count: number): Stage => ({
    id,
    title,
    count,
    state: count > 0 ? 'look' : begun ? 'done' : 'not begun',
  });
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
  return [
    stage('stock', 'Stock', (job?.parts.length ?? 0) > 0, 0),
    stage('joints', 'Joints', (job?.joints.length ?? 0) > 0, impossible),
    stage('methods', 'Methods', planned, unrouted),
    stage('setups', 'Set-ups', planned, 0),
    stage('order', 'Order', planned, 0),
    stage('proof', 'Proof', current.length > 0 && !proofs.some((p) => p.awaited), bad),
    stage('floor', 'Floor', cut === 'all', otherwise),
    stage('log', 'Log', record.holds.length > 0, 0),
  ];
}

/** The stages of the job on the bench: the same list as long as they stand the same. */
export function useStages(): Stage[] {
  const job = useAppSelector((s) => s.bench.now);
  const plans = useAppSelector((s) => s.plans);
  const record = useRecordState();
  const now = useMemo(() => stagesOf(job, plans, record), [job, plans, record]);
  const told = JSON.stringify(now);
  return useMemo(() => JSON.parse(told) as Stage[], [told]);
}
