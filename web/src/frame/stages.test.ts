import { beforeAll, describe, expect, it } from 'vitest';
import { countOf, markOf, planJob, standingAt, waysAt, type Plan } from '@velk/core/day';
import { recordState, type Observation } from '@velk/core/shop';
import { worksOf, type Setup } from '@velk/core/making';
import type { Job } from '@velk/core/design';
import type { Modeller } from '@velk/core/ground';
import { jobWith, loadModeller, TEST_SHOP } from '@velk/core/testing';
import { plansSlice, planned, proved, proofAt, type PlansState } from '../planning/plans.ts';
import { howFarOf, stagesOf } from './useStages.ts';
import type { SeenRooms } from './view.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const states = (job: Job, plans: PlansState, seen?: SeenRooms) =>
  stagesOf(howFarOf(job, plans, recordState([])), seen).map(
    (s) => `${s.id} ${s.state}${s.count ? ` ${s.count}` : ''}`,
  );
const after = (job: Job, withProof: boolean): PlansState => {
  const plan = planJob(job, TEST_SHOP, withProof ? modeller : undefined);
  const first = plansSlice.reducer(undefined, planned(plan));
  if (!withProof) return first;
  const proofs = plan.joints.flatMap((j) => j.proof ?? []);
  return plansSlice.reducer(first, proved({ stamp: plan.stamp, proofs, last: true }));
};

/** All pieces of a set-up, cut. */
const ticked = (plan: Plan, setup: Setup): Observation => ({
  id: crypto.randomUUID(),
  seen: '2027-03-15T08:00:00.000Z',
  kind: 'done',
  setup: setup.id,
  works: worksOf(setup),
  pieces: Array.from({ length: countOf(setup) }, (_, i) => i + 1),
  at: standingAt(setup, new Map()),
  ways: waysAt(plan, setup),
});

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
      'methods planned',
      'setups planned',
      'order planned',
      'proof done',
      'floor not begun',
      'log not begun',
    ]);
  });

  it('planned, seen and done are three things: seen counts for the plan that was seen', () => {
    const job = jobWith();
    const plans = after(job, false);
    const mark = markOf(plans.plan!);
    const stood = (seen: SeenRooms) => states(job, plans, seen).slice(2, 5);
    expect(stood({ mark, rooms: ['setups'] })).toEqual([
      'methods planned',
      'setups seen',
      'order planned',
    ]);
    expect(stood({ mark: 'before', rooms: ['setups'] })).toContain('setups planned');
    const observations = plans
      .plan!.cards.flatMap(({ setups }) => setups)
      .map((setup) => ticked(plans.plan!, setup));
    const cut = stagesOf(howFarOf(job, plans, recordState(observations)))
      .slice(2, 5)
      .map(({ state }) => state);
    expect(cut).toEqual(['done', 'done', 'done']);
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
