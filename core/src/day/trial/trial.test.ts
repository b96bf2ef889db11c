import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { JOINT_KINDS } from '../../design/joints/index.ts';
import { distanceIn, planJob, readingsOf, type Card } from '../plan/index.ts';
import type { Job } from '../../design/job/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import {
  measured,
  SECRETS,
  withScales,
  worked,
  wrong,
  type Tried,
} from '../../testing/closedLoop.ts';
import { demo } from '../../testing/demo.ts';
import { cases, type Case } from '../../testing/generate.ts';
import { jobWith, type JobShape } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import type { Shop } from '../../shop/tooling/index.ts';
import { INCH, METRIC, speak } from '../../ground/units/index.ts';
import { firstMove, nextMove } from './index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

/** None is stuck, each is good at the third test piece at the latest, within its bounds. */
function judge(tried: readonly Tried[]): void {
  expect(tried.flatMap(({ stuck }) => stuck ?? [])).toEqual([]);
  for (const { off, cuts } of tried) expect([off <= 1 + 1e-6, cuts <= 3]).toEqual([true, true]);
}
const wrongAtFirst = (tried: readonly Tried[]): number =>
  tried.filter(({ cuts }) => cuts > 1).length;

/** A blind joint that the shop can cut in a way; a bushing leaves its tenon rounded. */
const blindBy = (way: string, seed: number): Case =>
  fc
    .sample(
      cases({
        kind: 'blind',
        methods: [way],
        corners: way === 'bushing-tenon' ? 'rounded' : 'squared',
      }),
      { numRuns: 4, seed },
    )
    .find(({ goes }) => goes)!;

describe('a shop whose tools aren’t what it believes', () => {
  /** Every other kind of joint, then those between: each half takes a minute to cut. */
  const cut: ReturnType<typeof worked> = [];
  it.each([0, 1])(
    'has every size of every kind within its bounds after two test pieces at most, whatever is wrong: half %i',
    (half) => {
      const all = JOINT_KINDS.flatMap(({ id }, i) =>
        i % 2 !== half
          ? []
          : fc
              .sample(cases({ kind: id }), { numRuns: 1, seed: 31 })
              .flatMap(({ job, shop, goes }) => {
                if (!goes) return [];
                const secrets = i % 3 ? SECRETS : (['sizes'] as const);
                const ownShop = i % 3 ? withScales(shop, 0.1) : shop;
                const secret = wrong(ownShop, i % 2 ? 1 : -1, secrets);
                return worked(modeller, planJob(job, ownShop), secret);
              }),
      );
      judge(all);
      cut.push(...all);
    },
  );

  it('is tried on sizes of which many are wrong at first', () => {
    expect([cut.length > 40, wrongAtFirst(cut) > 15]).toEqual([true, true]);
  });

  it.each([
    'saw-upright-flipped',
    'saw-upright-stepped',
    'bandsaw-flipped',
    'bandsaw-stepped',
    'saw-flat-stack',
    'saw-flat-one-face',
    'router-table-sled',
  ])('is put right whichever way: %s', (way) => {
    const { job, shop } = blindBy(way, 9);
    const all = [-1, 1].flatMap((by) => worked(modeller, planJob(job, shop), wrong(shop, by)));
    judge(all);
    expect(all.length).toBeGreaterThan(3);
  });

  it.each(SECRETS)(
    'starts its next job right once its tools are measured, and wrong while they aren’t: %s',
    (secret) => {
      const [believed, known] = [false, true].map((isKnown) =>
        [
          'saw-upright-stepped',
          'saw-upright-flipped',
          'bandsaw-stepped',
          'saw-flat-one-face',
          'bushing-tenon',
        ].flatMap((way) => {
          const { job, shop } = blindBy(way, 5);
          const ownShop = secret === 'sizes' ? shop : withScales(shop, 0.05);
          const truly = wrong(ownShop, 1, [secret]);
          return worked(
            modeller,
            planJob(job, isKnown ? measured(ownShop, truly) : ownShop),
            truly,
          );
        }),
      );
      judge(known!);
      expect(wrongAtFirst(known!)).toBe(0);
      /** A screw and a lean of so little seldom make a size wrong by themselves. */
      const isLie = secret === 'sizes' || secret === 'zeros';
      expect(isLie ? wrongAtFirst(believed!) : Infinity).toBeGreaterThan(2);
    },
  );
});

/**
 * A rail of 22 by 70 with a tenon of 8 by 50, 7 from both faces or 6 from the reference face: 30
 * long.
 */
const rail = (tenoned: string, faceShoulder: number): JobShape => ({
  params: {
    corners: 'squared',
    mortiseWidth: 8,
    faceClearance: 0,
    faceShoulder,
    setBack: 0,
    tenonWidth: 50,
    edgeShoulder: 12,
    tenonLength: 30,
  },
  routes: { tenoned, mortised: 'hollow-chisel' },
});

/** What is told where some sizes read so much too large. */
function told(shape: JobShape, over: Readonly<Record<string, number>>) {
  const plan = planJob(jobWith(shape), { ...TEST_SHOP, graduation: 0.1 });
  const ends = (card: Card) => readingsOf(modeller, card, plan);
  const names = Object.keys(over);
  const card = plan.cards.findLast((eachCard) =>
    names.every((name) => ends(eachCard).some((r) => r.dimension === name)),
  )!;
  const readings = ends(card);
  const is = new Map(
    readings.flatMap(({ dimension, value }, i) =>
      dimension in over ? [[i, value + over[dimension]!] as const] : [],
    ),
  );
  const move = nextMove(card, readings, is);
  const moves = Object.fromEntries(
    move.moves.map(({ figure, by }) => [figure.id, Number(by.toFixed(4))]),
  );
  const then = Object.fromEntries(
    readings.map(({ dimension }, i) => [dimension, move.expected[i]!]),
  );
  return { ...move, moves, then, all: move.moves };
}

describe('the next move (plain arithmetic, common practice)', () => {
  const FLIPPED = 'crosscut-shoulders+saw-upright-flipped';
  const STEPPED = 'crosscut-shoulders+saw-upright-stepped';

  it('flipped with one fence: half of what the tenon is too thick', () => {
    expect(told(rail(FLIPPED, 7), { tenonThickness: 0.4 }).moves).toEqual({ 'face-fence': -0.2 });
    /** Of 1/2 that should be 1/4: 1/8 on each side. */
    expect(told(rail(FLIPPED, 7), { tenonThickness: INCH / 4 }).moves).toEqual({
      'face-fence': -INCH / 8,
    });
  });

  it('over a stack: raised by half, and what that leaves is what it should read', () => {
    const { moves, then } = told(rail('saw-flat-stack', 7), { tenonThickness: 0.4 });
    expect(moves).toEqual({ 'blade-height': 0.2 });
    expect(then['tenonThickness']).toBeCloseTo(8, 6);
    /** What reads within its bounds is left alone, however far off it is within them. */
    expect(
      told(rail('saw-flat-stack', 7), { tenonThickness: 0.4, tenonLength: 0.15 }).moves,
    ).toEqual({ 'blade-height': 0.2 });
  });

  it('stepped: the step is made smaller by all of it; off centre, both are moved as far', () => {
    expect(told(rail(STEPPED, 6), { tenonThickness: 0.3 }).moves).toEqual({
      'face-fence-far': -0.3,
    });
    /** 0.2 too far from the reference face, and thick as it should be. */
    expect(told(rail(STEPPED, 6), { faceShoulder: 0.2, tenonThickness: 0 }).moves).toEqual({
      'face-fence-far': -0.2,
      'face-fence-near': -0.2,
    });
    /** Both errors from two readings at once. */
    expect(told(rail(STEPPED, 6), { faceShoulder: 0.2, tenonThickness: 0.3 }).moves).toEqual({
      'face-fence-far': -0.5,
      'face-fence-near': -0.2,
    });
  });

  it('too long: the stop by the difference, told in steps of what it is set by', () => {
    const { moves, all } = told(rail('saw-flat-stack', 7), { tenonLength: 0.5 });
    expect(moves).toEqual({ 'end-stop': -0.5 });
    expect(speak(all[0]!.how[0]!.text, METRIC)).toMatch(/^0\.5 mm smaller than it stands/);
  });

  it('good within its bounds; doubted where it can’t be; stuck where one fence makes both', () => {
    expect(told(rail(FLIPPED, 7), { tenonThickness: 0.04 })).toMatchObject({
      verdict: 'good',
      moves: {},
    });
    const doubted = told(rail(FLIPPED, 7), { tenonThickness: 72 });
    expect([doubted.verdict, speak(doubted.why!, METRIC)]).toEqual([
      'doubt',
      'tenon thickness: 80.0 mm is ten times 8.0 mm. The decimal point, or the unit?',
    ]);
    /** As thick as its piece, or nearly nothing: only the first can have its waste on. */
    const far = (by: number) => speak(told(rail(FLIPPED, 7), { tenonThickness: by }).why!, METRIC);
    expect(far(11)).toMatch(
      /^tenon thickness: 19\.0 mm is far from 8\.0 mm\. .* If waste still hangs on there, .* the shallower of them goes deeper\.$/,
    );
    expect(far(-9)).toMatch(/far from 8\.0 mm\. Was this size measured, on this piece\?$/);
    expect(speak(told(rail(FLIPPED, 7), { tenonThickness: -7.2 }).why!, METRIC)).toMatch(
      /0\.8 mm is a tenth of 8\.0/,
    );
    expect(speak(told(rail(FLIPPED, 7), { tenonThickness: 12 }).why!, METRIC)).toMatch(
      /Was this size measured/,
    );
    const stuck = told(rail(FLIPPED, 7), { tenonThickness: 0, faceShoulder: 0.4 });
    expect([stuck.verdict, stuck.moves]).toEqual(['stuck', {}]);
    expect(stuck.why!.text).toMatch(/^No figure of this card puts the face shoulder right/);
  });

  it('what has no figure in common is put right apart, however much is wrong at once; only what can’t be is told', () => {
    const plan = planJob(
      jobWith({ params: { corners: 'rounded' }, routes: { mortised: 'bushing-mortise' } }),
      { ...TEST_SHOP, graduation: 0.1 },
    );
    const card = plan.cards.find(({ setups }) => setups[0]!.method === 'bushing-mortise')!;
    const readings = readingsOf(modeller, card, plan);
    const off = (by: number) => new Map(readings.map(({ value }, i) => [i, value + by]));
    const found = nextMove(card, readings, off(0.4));
    expect([readings.length > 4, found.verdict, found.moves.length > 3]).toEqual([
      true,
      'move',
      true,
    ]);
    for (const [i, { value }] of readings.entries())
      expect(found.expected[i]!).toBeCloseTo(value, 6);
    /**
     * One fence for both cheeks can’t put thickness and place right; the length is no part of that.
     */
    const both = told(rail(FLIPPED, 7), { tenonThickness: 0, faceShoulder: 0.4 });
    expect(both.why!.text).not.toMatch(/length/);
  });

  it('a mortise as wide as its cutter makes it asks for nothing, however wide; unless the reading can’t be', () => {
    const plan = planJob(jobWith(rail(FLIPPED, 7)), { ...TEST_SHOP, graduation: 0.1 });
    const card = plan.cards.find(({ setups }) => setups[0]!.method === 'hollow-chisel')!;
    const readings = readingsOf(modeller, card, plan);
    const index = readings.findIndex(({ dimension }) => dimension === 'mortiseWidth');
    expect([readings[index]!.value, readings[index]!.gains]).toEqual([expect.closeTo(8, 6), []]);
    const read = (by: number) =>
      nextMove(
        card,
        readings,
        new Map(readings.map(({ value }, i) => [i, value + (i === index ? by : 0)])),
      );
    expect([0.25, -0.25, 0.6, -0.7, 72].map((by) => read(by).verdict)).toEqual([
      'good',
      'good',
      'doubt',
      'doubt',
      'doubt',
    ]);
    expect(speak(read(0.6).why!, METRIC)).toMatch(
      /^mortise width: 8\.6 mm where its cutter makes 8\.0 mm\. Was another one on the machine/,
    );
  });

  it('a groove turned end for end is as wide as twice its fence leaves, whatever is cut in it after: the fence is moved', () => {
    const { job, shop } = demo('looms') as { job: Job; shop: Shop };
    const mortised = 'turned-groove+hollow-chisel';
    const joints = job.joints.map((joint) =>
      joint.id === 'table' ? { ...joint, routes: { ...joint.routes, mortised } } : joint,
    );
    const plan = planJob({ ...job, joints }, shop);
    const card = plan.cards.find(({ setups }) => setups[0]!.method === 'turned-groove')!;
    const readings = readingsOf(modeller, card, plan);
    const index = readings.findIndex(({ name }) => name === 'groove width');
    expect(readings[index]!.gains.map(({ gain }) => gain)).toEqual([expect.closeTo(-2, 6)]);
    const { verdict, moves } = nextMove(card, readings, new Map([[index, 8.6]]));
    expect([verdict, moves.map(({ by }) => by)]).toEqual(['move', [expect.closeTo(0.3, 6)]]);
  });

  it('before the first test piece: a mortise that was cut wider asks the tenon’s figures, and nothing is asked where it reads as planned', () => {
    const plan = planJob(jobWith(rail(FLIPPED, 7)), { ...TEST_SHOP, graduation: 0.1 });
    const card = plan.cards.find((eachCard) =>
      readingsOf(modeller, eachCard, plan).some((r) => r.dimension === 'tenonThickness'),
    )!;
    const planned = readingsOf(modeller, card, plan);
    const mates = (by: number) =>
      planned.map((r) =>
        r.dimension === 'tenonThickness' ? { ...r, value: r.value + by, mate: {} } : r,
      );
    const [figureMove, ...more] = firstMove(card, planned, mates(0.4))!.moves;
    /** 0.4 thicker: each face 0.2 shallower. */
    expect([figureMove!.figure.id, figureMove!.by, more]).toEqual([
      'face-fence',
      expect.closeTo(0.2, 9),
      [],
    ]);
    expect(firstMove(card, planned, mates(-0.4))!.moves[0]!.by).toBeCloseTo(-0.2, 9);
    expect(firstMove(card, planned, mates(0.02))).toBeUndefined();
    expect(firstMove(card, planned, planned)).toBeUndefined();
  });

  it('goes on from where a figure was moved to', () => {
    const plan = planJob(jobWith(rail('saw-flat-stack', 7)), { ...TEST_SHOP, graduation: 0.1 });
    const card = plan.cards.find((eachCard) =>
      readingsOf(modeller, eachCard, plan).some((r) => r.dimension === 'tenonLength'),
    )!;
    const readings = readingsOf(modeller, card, plan);
    const index = readings.findIndex((r) => r.dimension === 'tenonLength');
    const is = new Map([[index, readings[index]!.value + 0.5]]);
    const [first] = nextMove(card, readings, is).moves;
    const stand = new Map([[distanceIn(first!.setup, first!.figure), first!.to]]);
    const [second] = nextMove(card, readings, is, stand).moves;
    expect([second!.by, second!.to]).toEqual([
      first!.by,
      expect.closeTo(first!.to - 0.5, 9) as number,
    ]);
  });
});
