import { beforeAll, describe, expect, it } from 'vitest';
import type { Job, Joint } from '../../design/job/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import type { Mm } from '../../ground/units/index.ts';
import type { Part } from '../../shop/stock/index.ts';
import type { Shop } from '../../shop/tooling/index.ts';
import type { Purpose, Setup, Stage } from '../../making/setups/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { planJob, setupsOf } from '../plan/index.ts';
import { nearSettings } from './nearSettings.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

/** Two like frames that differ in these dimensions only. */
function framesOf(
  differing: readonly [Record<string, Mm>, Record<string, Mm>],
  routes: Partial<Joint['routes']>,
): Job {
  const corners = routes.mortised === 'hollow-chisel' ? 'squared' : 'rounded';
  const job = jobWith({ params: { corners }, routes });
  const [rail, stile] = job.parts as [Part, Part];
  const [joint] = job.joints as [Joint];
  const second = {
    ...joint,
    id: 'second',
    tenoned: { ...joint.tenoned, part: 'rail-2' },
    mortised: { ...joint.mortised, part: 'stile-2' },
    params: { ...joint.params, ...differing[1] },
  };
  return {
    ...job,
    parts: [rail, stile, { ...rail, id: 'rail-2' }, { ...stile, id: 'stile-2' }],
    joints: [{ ...joint, params: { ...joint.params, ...differing[0] } }, second],
  };
}

/** Two like frames whose mortises differ in depth only, unless said otherwise of the second. */
function framesDeep(
  depths: readonly [Mm, Mm],
  mortised: string,
  otherwise: Record<string, Mm> = {},
): Job {
  const deep = (depth: Mm) => ({ tenonLength: depth - 2, bottomClearance: 2 });
  return framesOf([deep(depths[0]), { ...deep(depths[1]), ...otherwise }], { mortised });
}

/** What figures of one purpose are set to, card by card of a stage. */
const setTo = (job: Job, stage: Stage, purpose: Purpose, shop: Shop = TEST_SHOP) =>
  planJob(job, shop)
    .cards.filter(({ setups }) => setups.some((setup) => setup.stage === stage))
    .map(({ setups }) => [
      ...new Set(
        setups.flatMap(({ figures }) =>
          figures.filter((figure) => figure.purpose === purpose).map(({ set }) => set.value),
        ),
      ),
    ]);

/** Depths that mortises are set to, card by card. */
const depthsOf = (job: Job, shop?: Shop) => setTo(job, 'mortise', 'depth', shop);

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

describe('ends that a tenon hides', () => {
  const frames = (position: Mm): Job => framesOf([{}, { position }], { mortised: 'hollow-chisel' });
  const stops = (job: Job, shop?: Shop) => setTo(job, 'mortise', 'place', shop);

  it('lie outside the farthest where no rule tells them apart, and the joint is good', () => {
    expect(stops(frames(39.94))).toEqual([[7, 39.5, 82]]);
    expect(stops(frames(40.06))).toEqual([[7, 40, 82.5]]);
    const { joints, hasErrors } = planJob(frames(39.94), TEST_SHOP, modeller);
    expect([hasErrors, joints.map(({ proof }) => proof?.good)]).toEqual([false, [true, true]]);
  });

  it('are two cards where a rule tells either of them apart', () => {
    expect(stops(frames(39.5)).sort()).toEqual([
      [7, 39.5, 81.5],
      [7, 40, 82],
    ]);
    const longer = framesOf([{}, { position: 39.94, tenonWidth: 50.4 }], {
      mortised: 'hollow-chisel',
    });
    expect(stops(longer)).toHaveLength(2);
  });
});

describe('what stays short of a shoulder that is cut already', () => {
  const frames = (length: Mm): Job =>
    framesOf(
      [
        { tenonLength: 38.3, bottomClearance: 2 },
        { tenonLength: length, bottomClearance: 40.3 - length },
      ],
      { tenoned: 'bandsaw-flipped' },
    );
  const short = (length: Mm) => setTo(frames(length), 'cheeks', 'stays');

  it('stays short of both by the shorter where no rule tells 38.0 from 37.97', () => {
    expect(new Set(short(38.27).flat())).toEqual(new Set([37.5]));
    expect(new Set(short(38.3).flat())).toEqual(new Set([38]));
    expect(new Set(short(38).flat())).toEqual(new Set([38, 37.5]));
    const { joints } = planJob(frames(38.27), TEST_SHOP, modeller);
    expect(joints.map(({ proof }) => proof?.good)).toEqual([true, true]);
  });
});

describe('set-ups that one card can’t do for', () => {
  const mortise = setupsOf(
    planJob(
      jobWith({ params: { corners: 'squared' }, routes: { mortised: 'hollow-chisel' } }),
      TEST_SHOP,
    ),
  ).find(({ stage }) => stage === 'mortise')!;
  type Figure = Setup['figures'][number];
  /** The set-up with some of its figures otherwise; without those that are nothing. */
  const otherwise = (figures: Record<string, Partial<Figure> | undefined>): Setup => ({
    ...mortise,
    figures: mortise.figures.flatMap((figure) =>
      figure.id in figures
        ? figures[figure.id]
          ? [{ ...figure, ...figures[figure.id] }]
          : []
        : [figure],
    ),
  });
  const standing = (value: Mm, at: Mm) => ({
    value,
    aim: at,
    set: { ...mortise.figures[0]!.set, value: at },
  });
  const deeper = { depth: standing(32.06, 32.5) };
  const shallow = otherwise({});
  const farther = (...setups: Setup[]) => nearSettings(setups, TEST_SHOP);

  it('are those that have what another hasn’t, or have it fixed, elsewhere or otherwise', () => {
    expect(farther(shallow, otherwise(deeper)).get(shallow)).toEqual([
      { from: 'wood-surface', to: 'chisel-tip', purpose: 'depth', rounding: 'up', at: 32.5 },
    ]);
    const others = [
      otherwise({ 'stop-near': standing(39.94, 39.5), depth: undefined }),
      otherwise({ ...deeper, 'stop-near': { purpose: 'fit' }, 'stop-far': { purpose: 'fit' } }),
      otherwise({ ...deeper, 'stop-far': undefined }),
      otherwise({ ...deeper, 'stop-near': { rounding: 'up' } }),
      otherwise({ ...deeper, face: standing(7.2, 7.5) }),
    ];
    for (const other of others) {
      expect(farther(shallow, other).size).toBe(0);
      expect(farther(other, shallow).size).toBe(0);
    }
  });

  it('what stays short goes by where it is set, not by what it is aimed at', () => {
    const short = (value: Mm, at: Mm) =>
      otherwise({
        depth: { ...standing(value, at), aim: value, purpose: 'stays', rounding: 'down' },
      });
    const [longer, shorter] = [short(38, 38), short(37.97, 37.5)];
    expect(
      farther(longer, shorter)
        .get(longer)
        ?.map(({ at }) => at),
    ).toEqual([37.5]);
  });
});
