import { CALIBRATIONS, calibrated, calibrationsOf } from '../calibration/index.ts';
import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { resolve } from '../exchange/index.ts';
import { JOINT_KINDS } from '../joints/index.ts';
import {
  distanceIn,
  planJob,
  readingsOf,
  setupsOf,
  spotOf,
  type Card,
  type Plan,
  type Reading,
} from '../plan/index.ts';
import { sizesOf } from '../simulate/index.ts';
import type { Modeller } from '../solids/index.ts';
import { cases, jobWith, loadModeller, TEST_SHOP, type JobShape } from '../testing/index.ts';
import type { Shop, Tool } from '../tooling/index.ts';
import { INCH, METRIC, speak } from '../units/index.ts';
import { nextMove } from './index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

/** Where every distance stands that was moved. */
type Stand = Map<string, number>;

/** What the test piece of a card does read in a shop whose tools are as they truly are. */
function read(plan: Plan, card: Card, readings: readonly Reading[], truly: Shop, stand: Stand): number[] {
  const { job } = plan.basis;
  const run = setupsOf(plan);
  return readings.map(({ joint, member, dimension }) => {
    const at = card.setups.flatMap((s) => s.occurrences).find((o) => o.joint === joint && o.member === member)!;
    const { kind, params } = resolve(
      job.joints.find((j) => j.id === joint)!,
      job,
    );
    const isHere = (o: typeof at) => o.joint === joint && o.member === member && o.end === at.end && o.edge === at.edge && o.hand === at.hand && o.pieces?.join() === at.pieces?.join(); // prettier-ignore
    const all = run.filter(({ occurrences }) => occurrences.some(isHere));
    const last = all.findLastIndex(({ id }) => card.setups.some((s) => s.id === id));
    const reading = readings.find((own) => own.joint === joint && own.member === member && own.dimension === dimension)!; // prettier-ignore
    const { piece } = spotOf(at, job);
    const gauge = kind.geometry(params, member, piece, at).gauges.find((own) => own.dimension === dimension)!;
    const early = gauge.measures === 'wood' && !gauge.reads;
    const done = all.filter((s, i) => i <= last || !early || s.stage === 'shoulders');
    const setups = (reading.more || early ? done : all).map((setup) => ({
      ...setup,
      figures: setup.figures.map((figure) => {
        const value = stand.get(distanceIn(setup, figure)) ?? figure.set.value;
        return { ...figure, set: { ...figure.set, value } };
      }),
    }));
    return sizesOf(modeller, { kind, params, member, piece, at, setups }, truly)[dimension]!;
  });
}

/** Tools that aren’t what their shop believes, within what is usual. */
const wrong = (shop: Shop, by: number): Shop => ({
  ...shop,
  tools: shop.tools.map((tool): Tool => {
    if (tool.kind === 'saw-blade') return { ...tool, kerf: tool.kerf + 0.3 * by };
    if (tool.kind === 'bandsaw-blade') return { ...tool, kerf: tool.kerf + 0.2 * by };
    if (tool.kind === 'stack') return { ...tool, outer: tool.outer - 0.2 * by };
    if (tool.kind === 'bushing') return { ...tool, outside: tool.outside + 0.15 * by };
    const isCutter = tool.kind === 'router-cutter' || tool.kind === 'boring-bit';
    return isCutter ? { ...tool, diameter: tool.diameter - 0.1 * by } : tool;
  }),
});

interface Tally {
  cards: number;
  first: number;
  worst: number;
  stuck: string[];
  cuts: number;
}

/** Every card of a plan is tried in its turn: measured, moved as told, measured again, twice at the most. */
function worked(plan: Plan, truly: Shop, tally: Tally): void {
  const stand: Stand = new Map();
  for (const card of plan.cards) {
    const readings = readingsOf(modeller, card, plan);
    if (!readings.length) continue;
    tally.cards++;
    for (let cut = 1; ; cut++) {
      const is = read(plan, card, readings, truly, stand);
      const move = nextMove(card, readings, new Map(is.map((value, i) => [i, value])), stand);
      const off = Math.max(...readings.map(({ value, within }, i) => Math.abs(value - is[i]!) / within));
      if (cut === 1 && off > 1) tally.first++;
      if (move.verdict === 'good') {
        tally.cuts = Math.max(tally.cuts, cut);
        tally.worst = Math.max(tally.worst, off);
        break;
      }
      if (move.verdict !== 'move' || cut === 3) {
        tally.stuck.push(`${card.setups[0]!.method} ${move.verdict} ${cut}: ${readings.map((r, i) => `${r.name} ${(is[i]! - r.value).toFixed(3)}`).join(', ')} ${move.why?.text ?? ''}`); // prettier-ignore
        break;
      }
      for (const { figure, setup, to, how } of move.moves) stand.set(distanceIn(setup, figure), how[0]?.value ?? to);
    }
  }
}

const fresh = (): Tally => ({ cards: 0, first: 0, worst: 0, stuck: [], cuts: 0 });
const sound = { stuck: [], cuts: expect.toSatisfy((n: number) => n <= 2) as number, worst: expect.toSatisfy((n: number) => n <= 1 + 1e-6) as number }; // prettier-ignore

describe('a shop whose tools aren’t what it believes', () => {
  it('has every size of every kind within its bounds at the second test piece at the latest', () => {
    const tally = fresh();
    JOINT_KINDS.forEach(({ id }, i) => {
      for (const { job, shop, goes } of fc.sample(cases({ kind: id }), { numRuns: 1, seed: 31 }))
        if (goes) worked(planJob(job, shop), wrong(shop, i % 2 ? 1 : -1), tally);
    });
    expect(tally).toMatchObject(sound);
    expect([tally.cards > 40, tally.first > 8]).toEqual([true, true]);
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
    const tally = fresh();
    for (const { job, shop, goes } of fc.sample(cases({ kind: 'blind', methods: [way], corners: 'squared' }), {
      numRuns: 2,
      seed: 9,
    }))
      // prettier-ignore
      if (goes) for (const by of [-1, 1]) worked(planJob(job, shop), wrong(shop, by), tally);
    expect(tally).toMatchObject(sound);
    expect(tally.cards).toBeGreaterThan(3);
  });

  it('starts its next job right once its tools are measured, and wrong while they aren’t', () => {
    const [believed, known] = [fresh(), fresh()];
    for (const way of ['saw-upright-stepped', 'bandsaw-stepped', 'saw-flat-one-face', 'bushing-tenon'])
      for (const { job, shop, goes } of fc.sample(
        cases({ kind: 'blind', methods: [way], corners: 'squared', graduation: 0 }),
        { numRuns: 2, seed: 5 },
      )) {
        // prettier-ignore
        const truly = wrong(shop, 1);
        if (!goes) continue;
        worked(planJob(job, shop), truly, believed);
        worked(planJob(job, measured(shop, truly)), truly, known);
      }
    expect(believed.first).toBeGreaterThan(2);
    expect(known).toMatchObject({ ...sound, first: 0 });
  });
});

/** A chest whose tools were cut with and measured, five readings each, two hundredths of a millimetre apart. */
function measured(shop: Shop, truly: Shop): Shop {
  const off = [-0.02, 0.02, 0, 0.01, -0.01];
  const rows: Record<string, (tool: Tool, by: number) => number[]> = {
    kerf: (tool, by) => [400, 250, 150 - kind('kerf').stated(tool)! + by],
    outer: (tool, by) => [kind('outer').stated(tool)! + by],
    diameter: (tool, by) => [kind('diameter').stated(tool)! + by],
    outside: (tool, by) => [60, 60 - kind('outside').stated(tool)! + 8 + by, 8],
  };
  const kind = (id: string) => CALIBRATIONS.find((own) => own.id === id)!;
  return {
    ...shop,
    tools: shop.tools.map(
      (tool, i) =>
      calibrationsOf(tool)
        .filter(({ id }) => id in rows)
        .reduce((made, own) => calibrated(made, own, own.estimate(off.map((by) => rows[own.id]!(truly.tools[i]!, by))), '2027-03-15'), tool), // prettier-ignore
    ),
  };
}

/** A rail of 22 by 70 with a tenon of 8 by 50, 7 from both faces or 6 from the reference face: 30 long. */
const rail = (tenoned: string, faceShoulder: number): JobShape => ({
  params: { corners: 'squared', mortiseWidth: 8, faceClearance: 0, faceShoulder, setBack: 0, tenonWidth: 50, edgeShoulder: 12, tenonLength: 30 }, // prettier-ignore
  routes: { tenoned, mortised: 'hollow-chisel' },
});

/** What is told where some sizes read so much too large. */
function told(shape: JobShape, over: Readonly<Record<string, number>>) {
  const plan = planJob(jobWith(shape), { ...TEST_SHOP, graduation: 0.1 });
  const ends = (card: Card) => readingsOf(modeller, card, plan);
  const names = Object.keys(over);
  const card = plan.cards.findLast((own) => names.every((name) => ends(own).some((r) => r.dimension === name)))!;
  const readings = ends(card);
  const is = new Map(readings.flatMap(({ dimension, value }, i) => (dimension in over ? [[i, value + over[dimension]!] as const] : []))); // prettier-ignore
  const move = nextMove(card, readings, is);
  const moves = Object.fromEntries(move.moves.map(({ figure, by }) => [figure.id, Number(by.toFixed(4))]));
  const then = Object.fromEntries(readings.map(({ dimension }, i) => [dimension, move.expected[i]!]));
  return { ...move, moves, then, all: move.moves };
}

describe('the next move (plain arithmetic, common practice)', () => {
  const FLIPPED = 'crosscut-shoulders+saw-upright-flipped';
  const STEPPED = 'crosscut-shoulders+saw-upright-stepped';

  it('flipped with one fence: half of what the tenon is too thick', () => {
    expect(told(rail(FLIPPED, 7), { tenonThickness: 0.4 }).moves).toEqual({ 'face-fence': -0.2 });
    /** Of 1/2 that should be 1/4: 1/8 on each side. */
    expect(told(rail(FLIPPED, 7), { tenonThickness: INCH / 4 }).moves).toEqual({ 'face-fence': -INCH / 8 });
  });

  it('over a stack: raised by half, and what that leaves is what it should read', () => {
    const { moves, then } = told(rail('saw-flat-stack', 7), { tenonThickness: 0.4 });
    expect(moves).toEqual({ 'blade-height': 0.2 });
    expect(then['tenonThickness']).toBeCloseTo(8, 6);
    /** What reads within its bounds is left alone, however far off it is within them. */
    expect(told(rail('saw-flat-stack', 7), { tenonThickness: 0.4, tenonLength: 0.15 }).moves).toEqual({ 'blade-height': 0.2 }); // prettier-ignore
  });

  it('stepped: the step is made smaller by all of it; off centre, both are moved as far', () => {
    expect(told(rail(STEPPED, 6), { tenonThickness: 0.3 }).moves).toEqual({ 'face-fence-far': -0.3 });
    /** 0.2 too far from the reference face, and thick as it should be. */
    expect(told(rail(STEPPED, 6), { faceShoulder: 0.2, tenonThickness: 0 }).moves).toEqual({ 'face-fence-far': -0.2, 'face-fence-near': -0.2 }); // prettier-ignore
    /** Both errors from two readings at once. */
    expect(told(rail(STEPPED, 6), { faceShoulder: 0.2, tenonThickness: 0.3 }).moves).toEqual({ 'face-fence-far': -0.5, 'face-fence-near': -0.2 }); // prettier-ignore
  });

  it('too long: the stop by the difference, told in steps of what it is set by', () => {
    const { moves, all } = told(rail('saw-flat-stack', 7), { tenonLength: 0.5 });
    expect(moves).toEqual({ 'end-stop': -0.5 });
    expect(speak(all[0]!.how[0]!.text, METRIC)).toMatch(/^0\.5 mm smaller than it stands/);
  });

  it('good within its bounds; doubted where it can’t be; stuck where one fence makes both', () => {
    expect(told(rail(FLIPPED, 7), { tenonThickness: 0.04 })).toMatchObject({ verdict: 'good', moves: {} });
    const doubted = told(rail(FLIPPED, 7), { tenonThickness: 72 });
    expect([doubted.verdict, speak(doubted.why!, METRIC)]).toEqual(['doubt', 'tenon thickness: 80.0 mm is ten times 8.0 mm. The decimal point, or the unit?']); // prettier-ignore
    expect(speak(told(rail(FLIPPED, 7), { tenonThickness: -7.2 }).why!, METRIC)).toMatch(/0\.8 mm is a tenth of 8\.0/);
    expect(speak(told(rail(FLIPPED, 7), { tenonThickness: 12 }).why!, METRIC)).toMatch(/Was this size measured/);
    const stuck = told(rail(FLIPPED, 7), { tenonThickness: 0, faceShoulder: 0.4 });
    expect([stuck.verdict, stuck.moves]).toEqual(['stuck', {}]);
    expect(stuck.why!.text).toMatch(/^No figure of this card puts the face shoulder right/);
  });

  it('goes on from where a figure was moved to', () => {
    const plan = planJob(jobWith(rail('saw-flat-stack', 7)), { ...TEST_SHOP, graduation: 0.1 });
    const card = plan.cards.find((own) => readingsOf(modeller, own, plan).some((r) => r.dimension === 'tenonLength'))!;
    const readings = readingsOf(modeller, card, plan);
    const at = readings.findIndex((r) => r.dimension === 'tenonLength');
    const is = new Map([[at, readings[at]!.value + 0.5]]);
    const [first] = nextMove(card, readings, is).moves;
    const stand = new Map([[distanceIn(first!.setup, first!.figure), first!.to]]);
    const [second] = nextMove(card, readings, is, stand).moves;
    expect([second!.by, second!.to]).toEqual([first!.by, expect.closeTo(first!.to - 0.5, 9) as number]);
  });
});
