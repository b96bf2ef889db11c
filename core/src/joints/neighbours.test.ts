import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { planJob } from '../plan.ts';
import type { Job } from '../exchange/index.ts';
import { box, type Modeller } from '../solids/index.ts';
import { jobWith, loadModeller, TEST_SHOP } from '../testing/index.ts';
import { METRIC, speak } from '../units/index.ts';
import { neighboursIn, type PlacedMortise } from './neighbours.ts';

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
  feature: { form: 'mortise', stock, wall: 10, width: 8, start, length: 40, depth: 30, ends: 'squared', ...change },
  ends: 'a',
  edge: 'reference',
  ...place,
});
const between = (one: PlacedMortise, other: PlacedMortise) =>
  neighboursIn([one, { ...other, joint: 'other' }])[0]?.between;

describe('mortises that share a piece', () => {
  it('measures the wood between them: along, across, from both edges, and on left and right pieces', () => {
    expect(between(mortise(100), mortise(150))).toBeCloseTo(10, 9);
    expect(between(mortise(100), mortise(120))).toBeLessThan(0);
    expect(between(mortise(100), mortise(100, { wall: 30 }))).toBeCloseTo(12, 9);
    expect(between(mortise(100, { depth: 28 }), mortise(100, { depth: 28 }, { edge: 'other' }))).toBeCloseTo(4, 9);
    expect(between(mortise(100, { depth: 31 }), mortise(100, { depth: 31 }, { edge: 'other' }))).toBeCloseTo(-2, 9);
    /** Laid out from the other end it lies from 110 to 150; at the least 8, its width, are common. */
    expect(between(mortise(100), mortise(750, {}, { ends: 'b' }))).toBeCloseTo(-8, 9);
    /** Both on both hands: left pieces have both from end a, right ones both from end b; never one of each. */
    const hands = { ends: 'both' as const };
    expect(between(mortise(100, {}, hands), mortise(400, {}, hands))).toBeCloseTo(260, 9);
    expect(between(mortise(100, {}, hands), mortise(760, {}, hands))).toBeCloseTo(620, 9);
    expect(between(mortise(100, {}, hands), mortise(760))).toBeLessThan(0);
    expect(neighboursIn([mortise(100), mortise(100, {}, { part: 'another' })])).toEqual([]);
  });

  it('meets exactly when the two solids do', () => {
    const place = fc.record({
      start: fc.integer({ min: 0, max: 200 }),
      wall: fc.integer({ min: 2, max: 30 }),
      depth: fc.integer({ min: 10, max: 58 }),
      edge: fc.constantFrom('reference' as const, 'other' as const),
    });
    const solid = ({ start, wall, depth, edge }: { start: number; wall: number; depth: number; edge: string }) => {
      const [from, to] = edge === 'reference' ? [0, depth] : [60 - depth, 60];
      return box([start, wall, from], [start + 40, wall + 8, to]);
    };
    fc.assert(
      fc.property(place, place, (a, b) => {
        const placed = [a, b].map(({ start, edge, ...rest }, i) => mortise(start, rest, { edge, joint: `j${i}` }));
        const common = modeller.scope(() =>
          modeller
            .solid(solid(a))
            .within(modeller.solid(solid(b)))
            .volume(),
        );
        expect(between(placed[0]!, placed[1]!)! < 0).toBe(common > 1e-6);
      }),
      { seed: 21, numRuns: 150 },
    );
  });
});

describe('a job whose mortises come too close', () => {
  const withTwo = (position: number): Job => {
    const job = jobWith();
    const first = job.joints[0]!;
    return {
      ...job,
      joints: [first, { ...first, id: 'second', name: 'Second rail', params: { ...first.params, position } }],
    };
  };
  const plan = (position: number) => planJob(withTwo(position), TEST_SHOP).joints;

  it('says so at both joints: an error where they meet, a warning where little is left, nothing where there is enough', () => {
    for (const joint of plan(60)) {
      expect(joint.problems.map((p) => p.path)).toEqual(['neighbour']);
      expect(speak(joint.problems[0]!.message, METRIC)).toMatch(/Rail into stile and Second rail|Second rail/);
      expect(joint.chosen).toEqual({});
    }
    for (const joint of plan(93)) {
      expect(joint.problems).toEqual([]);
      expect(joint.advice.filter((a) => a.id.startsWith('near')).map((a) => speak(a.reason, METRIC))[0]).toMatch(
        /only 3.0 mm of wood is left; less than 5.5 mm may split/,
      );
    }
    expect(plan(200).flatMap((j) => [...j.problems, ...j.advice.filter((a) => a.id.startsWith('near'))])).toEqual([]);
  });
});
