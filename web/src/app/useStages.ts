import { useMemo } from 'react';
import { stampOf } from './plans.ts';
import { useAppSelector } from './store.ts';

export interface Stage {
  readonly id: string;
  readonly title: string;
  readonly state: 'not begun' | 'look' | 'done';
  readonly count: number;
}

/** The stages of the job in the order the work happens, each with how far it is. */
export function useStages(): Stage[] {
  const job = useAppSelector((s) => s.bench.job);
  const typed = useAppSelector((s) => Object.keys(s.bench.typed).length);
  const { plan, proofs, proofOf } = useAppSelector((s) => s.plans);
  return useMemo(() => {
    const joints = plan?.joints ?? [];
    const stage = (id: string, title: string, begun: boolean, count: number): Stage => ({
      id,
      title,
      count,
      state: count > 0 ? 'look' : begun ? 'done' : 'not begun',
    });
    const impossible = joints.filter((j) => j.problems.length > 0).length;
    const unrouted = joints.filter((j) => j.problems.length === 0 && (!j.chosen.tenoned || !j.chosen.mortised)).length;
    const proving = plan !== null && proofOf === stampOf(plan);
    const bad = proving ? Object.values(proofs).filter((p) => !p.good).length : 0;
    const has = (plan?.operations.length ?? 0) > 0;
    return [
      stage('stock', 'Stock', (job?.parts.length ?? 0) > 0, typed && (job?.parts.length ?? 0) === 0 ? 1 : 0),
      stage('joints', 'Joints', (job?.joints.length ?? 0) > 0, impossible),
      stage('methods', 'Methods', has, unrouted),
      stage('setups', 'Set-ups', has, 0),
      stage('order', 'Order', has, 0),
      stage('proof', 'Proof', proving && Object.keys(proofs).length > 0, bad),
    ];
  }, [job, typed, plan, proofs, proofOf]);
}
