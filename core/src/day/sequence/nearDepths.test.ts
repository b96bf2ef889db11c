import { beforeAll, describe, expect, it } from 'vitest';
import type { Job, Joint } from '../../design/job/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import type { Mm } from '../../ground/units/index.ts';
import type { Part } from '../../shop/stock/index.ts';
import type { Shop } from '../../shop/tooling/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { planJob } from '../plan/index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

/** Two like frames whose mortises differ in depth only. */
function framesDeep(
  depths: readonly [Mm, Mm],
  mortised: string,
  otherwise: Record<string, Mm> = {},
): Job {
  const corners = mortised === 'hollow-chisel' ? 'squared' : 'rounded';
  const job = jobWith({ params: { corners }, routes: { mortised } });
  const [rail, stile] = job.parts as [Part, Part];
  const [joint] = job.joints as [Joint];
  const deep = (depth: Mm) => ({ ...joint.params, tenonLength: depth - 2, bottomClearance: 2 });
  const second = {
    ...joint,
    id: 'second',
    tenoned: { ...joint.tenoned, part: 'rail-2' },
    mortised: { ...joint.mortised, part: 'stile-2' },
    params: { ...deep(depths[1]), ...otherwise },
  };
  return {
    ...job,
    parts: [rail, stile, { ...rail, id: 'rail-2' }, { ...stile, id: 'stile-2' }],
    joints: [{ ...joint, params: deep(depths[0]) }, second],
  };
}

/** Depths that mortises are set to, card by card. */
const depthsOf = (job: Job, shop: Shop = TEST_SHOP) =>
  planJob(job, shop)
    .cards.filter(({ setups }) => setups.some(({ stage }) => stage === 'mortise'))
    .map(({ setups }) => [
      ...new Set(
        setups.flatMap(({ figures }) =>
          figures.filter(({ purpose }) => purpose === 'depth').map(({ set }) => set.value),
        ),
      ),
    ]);

describe('depths that no rule tells apart', () => {
  const WAYS = ['hollow-chisel', 'router-jig', 'edge-guide'];

  it.each(WAYS)(
    'on both sides of a line of it are one card at the deeper, and proved: %s',
    (way) => {
      const job = framesDeep([32, 32.06], way);
      expect(depthsOf(job)).toEqual([[32.5]]);
      const { joints, hasErrors } = planJob(job, TEST_SHOP, modeller);
      expect([hasErrors, joints.map(({ proof }) => proof?.good)]).toEqual([false, [true, true]]);
      /** Alone each goes as deep as it needs. */
      expect(depthsOf({ ...job, joints: job.joints.slice(0, 1) })).toEqual([[32]]);
    },
  );

  it.each(WAYS)(
    'are two where a rule tells them apart, or the machine stands otherwise: %s',
    (way) => {
      expect(depthsOf(framesDeep([32, 32.3], way)).sort()).toEqual([[32], [32.5]]);
      expect(depthsOf(framesDeep([31.74, 32.26], way)).sort()).toEqual([[32], [32.5]]);
      expect(depthsOf(framesDeep([32, 32.06], way, { setBack: 2 })).sort()).toEqual([[32], [32.5]]);
    },
  );

  it.each(WAYS.slice(0, 2))(
    'are two where the one’s left stop could stand with the other’s right: %s',
    (way) => {
      const apart = framesDeep([32, 32.06], way, { position: 60 });
      expect(depthsOf(apart).sort()).toEqual([[32], [32.5]]);
    },
  );

  it('go by the rule that is there: 0.06 is told apart by none, 0.3 by half a millimetre', () => {
    const coarse = { ...TEST_SHOP, rule: 1 };
    expect(depthsOf(framesDeep([32, 32.3], 'hollow-chisel'), coarse)).toEqual([[33]]);
  });

  it('are left alone where all figures are set exactly', () => {
    const exact = { ...TEST_SHOP, graduation: 0 };
    expect(depthsOf(framesDeep([32, 32.06], 'hollow-chisel'), exact)).toHaveLength(2);
  });
});
