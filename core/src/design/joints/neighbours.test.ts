import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { planJob } from '../../day/plan/index.ts';
import { type EntrySide, type Job, entryOf } from '../job/index.ts';
import {
  anticlockwise,
  box,
  prismAlong,
  type Modeller,
  type Vec2,
} from '../../ground/solids/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { turnedPiece } from '../../shop/stock/index.ts';
import { BUTT_GAP, meetingOf, mitredPair } from './meeting.ts';
import { neighboursIn } from './neighbours.ts';
import type { PlacedMortise } from './placed.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const stock = { length: 900, thickness: 45, width: 60 };
const mortise = (
  start: number,
  change: Partial<PlacedMortise['feature']> = {},
  place: Partial<PlacedMortise> = {},
): PlacedMortise => ({
  joint: `j${start}`,
  name: `Joint at ${start}`,
  part: 'post',
  feature: {
    form: 'mortise',
    stock,
    wall: 10,
    width: 8,
    start,
    length: 40,
    depth: 30,
    ends: 'squared',
    ...change,
  },
  ends: 'a',
  edge: 'reference',
  ...place,
});
const between = (placedMortise: PlacedMortise, other: PlacedMortise) =>
  neighboursIn([placedMortise, { ...other, joint: 'other' }])[0]?.between;

describe('mortises that share a piece', () => {
  it('measures the wood between them: along, across, from both edges, and on left and right pieces', () => {
    expect(between(mortise(100), mortise(150))).toBeCloseTo(10, 9);
    expect(between(mortise(100), mortise(120))).toBeLessThan(0);
    expect(between(mortise(100), mortise(100, { wall: 30 }))).toBeCloseTo(12, 9);
    expect(
      between(mortise(100, { depth: 28 }), mortise(100, { depth: 28 }, { edge: 'other' })),
    ).toBeCloseTo(4, 9);
    expect(
      between(mortise(100, { depth: 31 }), mortise(100, { depth: 31 }, { edge: 'other' })),
    ).toBeCloseTo(-2, 9);
    /**
     * Laid out from the other end it lies from 110 to 150; at the least 8, its width, are common.
     */
    expect(between(mortise(100), mortise(750, {}, { ends: 'b' }))).toBeCloseTo(-8, 9);
    /**
     * Both on both hands: left pieces have both from end a, right ones both from end b; never one
     * of each.
     */
    const hands = { ends: 'both' as const };
    expect(between(mortise(100, {}, hands), mortise(400, {}, hands))).toBeCloseTo(260, 9);
    expect(between(mortise(100, {}, hands), mortise(760, {}, hands))).toBeCloseTo(620, 9);
    expect(between(mortise(100, {}, hands), mortise(760))).toBeLessThan(0);
    expect(neighboursIn([mortise(100), mortise(100, {}, { part: 'another' })])).toEqual([]);
  });

  it('meets exactly when the two solids do, from any two sides', () => {
    const place = fc.record({
      start: fc.integer({ min: 0, max: 200 }),
      wall: fc.integer({ min: 2, max: 30 }),
      depth: fc.integer({ min: 10, max: 43 }),
      side: fc.constantFrom(
        'reference' as const,
        'other' as const,
        'face' as const,
        'other-face' as const,
      ),
    });
    type Place = typeof place extends fc.Arbitrary<infer P> ? P : never;
    const solid = ({ start, wall, depth, side }: Place) => {
      const [y, z] = {
        reference: [
          [wall, wall + 8],
          [0, depth],
        ],
        other: [
          [wall, wall + 8],
          [60 - depth, 60],
        ],
        face: [
          [0, depth],
          [wall, wall + 8],
        ],
        'other-face': [
          [45 - depth, 45],
          [wall, wall + 8],
        ],
      }[side] as [[number, number], [number, number]];
      return box([start, y[0], z[0]], [start + 40, y[1], z[1]]);
    };
    fc.assert(
      fc.property(place, place, (a, b) => {
        const placed = [a, b].map(({ start, side, ...rest }) => {
          const entry = entryOf(side);
          return mortise(
            start,
            { ...rest, stock: entry.turned ? turnedPiece(stock) : stock },
            entry,
          );
        });
        const common = modeller.scope(() =>
          modeller
            .solid(solid(a))
            .within(modeller.solid(solid(b)))
            .volume(),
        );
        expect(between(placed[0]!, placed[1]!)! < 0).toBe(common > 1e-6);
      }),
      { seed: 21, numRuns: 300 },
    );
  });

  it('two tenons in one leg: butted S - o - m less a gap, mitred S - o outside and S - o - m inside', () => {
    /**
     * Worked: a square leg of 45, outer walls of 10, mortises of 8; one through the edge, one
     * through the face.
     */
    const square = { ...stock, width: 45 };
    const placedMortise = mortise(100, { stock: square, wall: 10, depth: 32 }, { edge: 'other' });
    const other = mortise(
      100,
      { stock: square, wall: 10, depth: 32 },
      { ...entryOf('other-face'), joint: 'o' },
    );
    const [pair] = neighboursIn([placedMortise, other]);
    expect(pair!.between).toBeLessThan(0);
    expect(meetingOf(pair!, 5)).toEqual({
      butted: [45 - 10 - 8 - BUTT_GAP, 45 - 10 - 8 - BUTT_GAP],
      mitred: [
        { outer: 35, inner: 27 },
        { outer: 35, inner: 27 },
      ],
      staggered: 45,
    });
    const shallow = (depth: number) =>
      [placedMortise, other].map((m) => ({ ...m, feature: { ...m.feature, depth } }));
    expect(neighboursIn(shallow(25))[0]!.between).toBeCloseTo(Math.hypot(2, 2), 9);
    expect(meetingOf({ one: placedMortise, other: placedMortise, between: 0 }, 5)).toBeUndefined();
  });
});

describe('two mitred tenons in one leg', () => {
  const square = { ...stock, width: 45 };
  const sides = { edge: ['reference', 'other'], face: ['face', 'other-face'] } as const;
  /**
   * A tenon 8 thick as it lies in the leg, seen along it: (through the thickness, into the width).
   */
  const seen = (side: EntrySide, wall: number, length: number, long: 'near' | 'far'): Vec2[] => {
    const [near, far] = long === 'near' ? [length, length - 8] : [length - 8, length];
    const flat: Vec2[] = [
      [wall, 0],
      [wall + 8, 0],
      [wall + 8, far],
      [wall, near],
    ];
    return flat.map(([across, into]): Vec2 => {
      const at = side === 'other' || side === 'other-face' ? 45 - into : into;
      return side.endsWith('face') ? [at, across] : [across, at];
    });
  };
  const tenon = (side: EntrySide, wall: number, length: number, long: 'near' | 'far') =>
    mortise(
      100,
      { stock: square, wall, depth: length + 2 },
      { ...entryOf(side), joint: side, tip: { long, length } },
    );

  it('are a pair exactly where their wood keeps apart, from any two sides; worked: 35 in a leg of 45 is too long by little', () => {
    const wall = fc.integer({ min: 3, max: 20 });
    const length = fc.integer({ min: 14, max: 40 });
    const long = fc.constantFrom('near' as const, 'far' as const);
    const seenLevels = new Set<string>();
    fc.assert(
      fc.property(
        fc.constantFrom(...sides.edge),
        fc.constantFrom(...sides.face),
        wall,
        wall,
        length,
        length,
        long,
        long,
        (e, f, p, q, l, m, a, b) => {
          const pair = { one: tenon(e, p, l, a), other: tenon(f, q, m, b), between: -1 };
          const told = mitredPair(pair)!;
          const common = modeller.scope(() => {
            const [one, other] = [seen(e, p, l, a), seen(f, q, m, b)].map((o) =>
              modeller.solid(prismAlong('x', anticlockwise(o), 0, 40)),
            );
            return one!.within(other!).volume();
          });
          seenLevels.add(told.level);
          const isClear = told.level === 'reason';
          const isIn = !isClear && told.words.lengths['gap']! < -0.01;
          expect([isClear && common > 1e-6, isIn && common <= 0]).toEqual([false, false]);
        },
      ),
      { seed: 22, numRuns: 400 },
    );
    expect([...seenLevels].sort()).toEqual(['problem', 'reason']);
    /**
     * Outer walls 10 in from the outside faces: both may reach 45 - 10, less half a gap along the
     * diagonal each.
     */
    const worked = (each: number) =>
      mitredPair({
        one: tenon('other', 10, each, 'near'),
        other: tenon('other-face', 10, each, 'near'),
        between: -1,
      })!.level;
    expect([worked(34.6), worked(35)]).toEqual(['reason', 'problem']);
  });

  it('is no pair where one end is square, or both come in from the same two sides', () => {
    const { tip: _, ...plain } = tenon('other', 10, 30, 'near');
    expect(
      mitredPair({ one: plain, other: tenon('other-face', 10, 30, 'near'), between: -1 }),
    ).toBeUndefined();
    expect(
      mitredPair({
        one: tenon('other', 10, 30, 'near'),
        other: tenon('reference', 10, 30, 'near'),
        between: -1,
      }),
    ).toBeUndefined();
  });
});

describe('a job whose mortises come too close', () => {
  const withTwo = (position: number): Job => {
    const job = jobWith();
    const first = job.joints[0]!;
    return {
      ...job,
      joints: [
        first,
        { ...first, id: 'second', name: 'Second rail', params: { ...first.params, position } },
      ],
    };
  };
  const plan = (position: number) => planJob(withTwo(position), TEST_SHOP).joints;

  it('says so at both joints: an error where they meet, a warning where little is left, nothing where there is enough', () => {
    for (const joint of plan(60)) {
      expect(joint.problems.map((p) => p.path)).toEqual(['neighbour']);
      expect(speak(joint.problems[0]!.message, METRIC)).toMatch(
        /Rail into stile and Second rail|Second rail/,
      );
      expect(joint.chosen).toEqual({});
    }
    for (const joint of plan(93)) {
      expect(joint.problems).toEqual([]);
      expect(
        joint.advice.filter((a) => a.id.startsWith('near')).map((a) => speak(a.reason, METRIC))[0],
      ).toMatch(/only 3.0 mm of wood is left; less than 5.5 mm may split/);
    }
    /**
     * Mitred, both ends of a leg's rails still meet here: they come in from one side, so that is no
     * answer.
     */
    const mitred = withTwo(60).joints.map((j) => ({
      ...j,
      params: { ...j.params, tips: 'mitred-far' },
    }));
    expect(
      planJob({ ...withTwo(60), joints: mitred }, TEST_SHOP).joints.every(
        (j) => j.problems.length === 1,
      ),
    ).toBe(true);
    expect(
      plan(200).flatMap((j) => [...j.problems, ...j.advice.filter((a) => a.id.startsWith('near'))]),
    ).toEqual([]);
  });
});

const STUB = {
  mortiseWidth: 8,
  faceClearance: 0,
  bottomClearance: 1,
  faceShoulder: 7,
  setBack: 0,
  tenonLength: 10,
  position: 60,
};

describe('joints whose grooves run along one edge', () => {
  const grooved = (change: object) => {
    const job = jobWith({ kind: 'stub', params: STUB });
    const first = job.joints[0]!;
    const other = { ...job.parts[0]!, id: 'muntin', name: 'Muntin' };
    const second = {
      ...first,
      id: 'second',
      name: 'Muntin into stile',
      tenoned: { ...first.tenoned, part: 'muntin' },
      params: { ...first.params, position: 300, ...change },
    };
    return planJob({ ...job, parts: [...job.parts, other], joints: [first, second] }, TEST_SHOP)
      .joints;
  };

  it('one groove serves both where they agree; where they don’t, the part, the size and both values are named', () => {
    for (const { problems, advice } of grooved({})) {
      expect(problems).toEqual([]);
      expect(advice.map((a) => a.id)).toContainEqual(expect.stringMatching(/^near-groove-/));
    }
    for (const { problems } of grooved({ tenonLength: 9 }))
      expect(problems.map((p) => speak(p.message, METRIC))).toEqual([
        expect.stringMatching(
          /^Stile: the groove’s depth is (11|10)\.0 mm here and (11|10)\.0 mm at .*along one and the same edge/,
        ),
      ]);
    expect(grooved({ mortiseWidth: 6, faceShoulder: 8 })[0]!.problems[0]!.dimension).toBe(
      'wall of the groove',
    );
  });
});
