import { describe, expect, it } from 'vitest';
import type { JointProof, PieceProof } from '@velk/core/making';
import type { Plan } from '@velk/core/day';
import {
  cleared,
  planFailed,
  planned,
  plansSlice,
  progressOf,
  proofAt,
  proofsResumed,
  proofsStopped,
  proved,
} from './plans.ts';

const plan = (job: string): Plan => ({ stamp: { velk: '', job, shop: 's' } }) as Plan;
const proof = (joint: string): JointProof => ({ joint }) as JointProof;
const piece = (id: string): PieceProof => ({ id }) as PieceProof;
const found = (
  job: string,
  joints: string[],
  more: { last?: boolean; pieces?: PieceProof[] } = {},
) => proved({ stamp: plan(job).stamp, proofs: joints.map(proof), last: false, ...more });
const run = (...actions: Parameters<typeof plansSlice.reducer>[1][]) =>
  actions.reduce(plansSlice.reducer, plansSlice.getInitialState());
const known = (state: ReturnType<typeof run>, joint: string) => {
  const { proof: jointProof, current, awaited } = proofAt(state, joint);
  return [jointProof?.joint, current, awaited];
};

describe('plans and their proofs', () => {
  it('a joint awaits its proof until it comes, or all others have', () => {
    const state = run(planned(plan('a')));
    expect(known(state, 'x')).toEqual([undefined, false, true]);
    const one = plansSlice.reducer(state, found('a', ['x']));
    expect([known(one, 'x'), known(one, 'y')]).toEqual([
      ['x', true, false],
      [undefined, false, true],
    ]);
    /** What has no proof once all are made can’t be made. */
    const all = plansSlice.reducer(one, found('a', [], { last: true }));
    expect(known(all, 'y')).toEqual([undefined, false, false]);
  });

  it('a proof of an older plan is shown, as one that is being made again', () => {
    const state = run(planned(plan('a')), found('a', ['x'], { last: true }), planned(plan('b')));
    expect(known(state, 'x')).toEqual(['x', false, true]);
    expect(known(plansSlice.reducer(state, found('b', ['x'])), 'x')).toEqual(['x', true, false]);
  });

  it('once all are made, those of joints that are gone are forgotten; before that none is', () => {
    const old = run(planned(plan('a')), found('a', ['x', 'y'], { last: true }), planned(plan('b')));
    const some = plansSlice.reducer(old, found('b', ['x']));
    expect(Object.keys(some.proofs)).toEqual(['x', 'y']);
    expect(some.provedAll).toBe('a-s');
    const all = plansSlice.reducer(some, found('b', [], { last: true }));
    expect(Object.keys(all.proofs)).toEqual(['x']);
    expect(all.provedAll).toBe('b-s');
  });

  it('whole pieces come with the last, and stay those of that plan', () => {
    const state = run(
      planned(plan('a')),
      found('a', ['x'], { last: true, pieces: [piece('rail')] }),
    );
    expect(state.pieces.map((p) => p.id)).toEqual(['rail']);
    expect(plansSlice.reducer(state, found('b', ['x'])).pieces.length).toBe(1);
    expect(plansSlice.reducer(state, found('b', ['x'], { last: true })).pieces).toEqual([]);
  });

  it('how far the proofs are is told, stopped and gone on with; another plan begins them anew', () => {
    const two = (job: string) =>
      ({ ...plan(job), joints: [{ joint: 'x' }, { joint: 'y' }] }) as unknown as Plan;
    const half = run(planned(two('a')), found('a', ['x']));
    expect(progressOf(half)).toEqual({ done: 1, of: 2, over: false, stopped: false });
    const stopped = plansSlice.reducer(half, proofsStopped());
    expect(progressOf(stopped)).toEqual({ done: 1, of: 2, over: false, stopped: true });
    expect(progressOf(plansSlice.reducer(stopped, proofsResumed())).stopped).toBe(false);
    expect(progressOf(plansSlice.reducer(stopped, planned(two('b'))))).toMatchObject({
      done: 0,
      stopped: false,
    });
    expect(progressOf(plansSlice.reducer(half, found('a', ['y'], { last: true })))).toMatchObject({
      done: 2,
      over: true,
    });
    expect(progressOf(run(proofsStopped()))).toEqual({
      done: 0,
      of: 0,
      over: false,
      stopped: false,
    });
  });

  it('a failure is told until the next plan, and another job begins with nothing', () => {
    const failed = run(planned(plan('a')), planFailed('broken'));
    expect([failed.error, failed.plan?.stamp.job]).toEqual(['broken', 'a']);
    expect(plansSlice.reducer(failed, planned(plan('b'))).error).toBe('');
    expect(plansSlice.reducer(failed, cleared())).toEqual(plansSlice.getInitialState());
    expect(known(run(), 'x')[0]).toBeUndefined();
  });
});
