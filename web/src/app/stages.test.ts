import { beforeAll, describe, expect, it } from 'vitest';
import { planJob, recordState, type Job, type Modeller } from '@velk/core';
import { jobWith, loadModeller, TEST_SHOP } from '@velk/core/testing';
import { plansSlice, planned, proved, proofAt, type PlansState } from './plans.ts';
import { stagesOf } from './useStages.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const states = (job: Job, plans: PlansState) =>
  stagesOf(job, plans, recordState([])).map(
    (s) => `${s.id} ${s.state}${s.count ? ` ${s.count}` : ''}`,
  );
const after = (job: Job, withProof: boolean): PlansState => {
  const plan = planJob(job, TEST_SHOP, withProof ? modeller : undefined);
  const first = plansSlice.reducer(undefined, planned(plan));
  if (!withProof) return first;
  const proofs = plan.joints.flatMap((j) => j.proof ?? []);
  return plansSlice.reducer(first, proved({ stamp: plan.stamp, proofs, last: true }));
};

describe('the stages of a job', () => {
  it('begin empty', () => {
    const empty: Job = { ...jobWith(), parts: [], joints: [] };
    expect(states(empty, after(empty, false)).every((s) => s.endsWith('not begun'))).toBe(true);
  });

  it('are done as the plan and its proof arrive', () => {
    const job = jobWith();
    expect(states(job, after(job, false))[5]).toBe('proof not begun');
    expect(states(job, after(job, true))).toEqual([
      'stock done',
      'joints done',
      'methods done',
      'setups done',
      'order done',
      'proof done',
      'floor not begun',
      'log not begun',
    ]);
  });

  it('an old proof does not count for a new plan', () => {
    const job = jobWith();
    const changed = jobWith({ params: { tenonLength: 28 } });
    const state = plansSlice.reducer(after(job, true), planned(planJob(changed, TEST_SHOP)));
    expect(proofAt(state, job.joints[0]!.id)).toMatchObject({ current: false, awaited: true });
    expect(states(changed, state)[5]).toBe('proof not begun');
  });

  it('count what wants a look: impossible joints, joints no way is found for, proofs that fail', () => {
    const impossible = jobWith({ params: { tenonLength: 60 } });
    expect(states(impossible, after(impossible, false))[1]).toBe('joints look 1');
    const noWay = jobWith({ params: { tenonLength: 100 }, stile: { width: 150 } });
    expect(states(noWay, after(noWay, false))[2]).toBe('methods look 1');
    const open = jobWith({ params: { bottomClearance: -1, corners: 'squared' } });
    expect(states(open, after(open, true))[5]).toBe('proof look 1');
  });
});
