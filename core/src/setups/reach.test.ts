import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob, setupsOf } from '../plan/index.ts';
import { withMoves } from '../sequence/index.ts';
import { cases, jobWith, TEST_SHOP, withTool, eachSetup } from '../testing/index.ts';
import { newTool, type Shop } from '../tooling/index.ts';
import { METRIC, say, speak, type Rounding, type Scale, type Screw } from '../units/index.ts';
import { byMove, figure, remainderMatters, waysToReach, type FigureDraft, type Means, type Reach } from './index.ts';

const BOX = { id: 'box', name: 'Box', sizes: [0.05, 0.1, 0.2, 0.5, 1, 2, 3, 5, 10, 20, 30, 50] };
const means: fc.Arbitrary<Means> = fc.record({
  graduation: fc.constantFrom(0.05, 0.5, 25.4 / 64),
  scale: fc.option(
    fc.record<Scale>({
      unit: fc.constant('mm' as const),
      graduation: fc.constantFrom(0.1, 0.5, 1),
      zero: fc.double({ min: -1, max: 1, noNaN: true }),
    }),
  ),
  beyond: fc.constantFrom(0, 3.2),
  screw: fc.option(fc.record<Screw>({ lead: fc.constantFrom(1, 4), divisions: fc.constantFrom(0, 80) })),
  boxes: fc.constantFrom([], [BOX]),
  mates: fc.array(
    fc.record({
      value: fc.double({ min: 1, max: 60, noNaN: true }),
      text: fc.constant('the mate'),
      wall: fc.constantFrom('near' as const, 'far' as const),
    }),
    {
      maxLength: 1,
    },
  ),
});
const rounding = fc.constantFrom<Rounding>('up', 'down', 'nearest');

describe('every way of reaching a figure', () => {
  it('what is set and the error left make the exact value, on the side that leaves wood, least error first', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 120, noNaN: true }), rounding, means, (value, way, given) => {
        const ways = waysToReach(value, way, given);
        expect(ways.length).toBeGreaterThan(0);
        for (const { value: set, error } of ways) {
          expect(set + error).toBeCloseTo(value, 9);
          if (way === 'up') expect(error).toBeLessThan(1e-4);
          if (way === 'down') expect(error).toBeGreaterThan(-1e-4);
        }
        ways
          .slice(1)
          .forEach((later, i) => expect(Math.abs(later.error)).toBeGreaterThan(Math.abs(ways[i]!.error) - 0.0051));
      }),
      { seed: 12, numRuns: 300 },
    );
  });

  it('a move adds its own error to the one it starts with, and says where it already stands', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 120, noNaN: true }),
        fc.double({ min: 1, max: 120, noNaN: true }),
        rounding,
        (value, stood, way) => {
          const [move] = byMove(value, way, { value: stood, spread: 0.02 }, 0.05, null) as [Reach];
          expect(move.value + move.error).toBeCloseTo(value, 9);
          expect(Math.abs((move.value - stood) / 0.05 - Math.round((move.value - stood) / 0.05))).toBeLessThan(1e-4);
          expect(Math.abs(move.error)).toBeLessThanOrEqual(0.05 + 1e-6);
          expect(move.spread).toBeGreaterThanOrEqual(0.02);
        },
      ),
      { seed: 2, numRuns: 200 },
    );
    const words = (value: number, stood: number) =>
      speak(
        byMove(value, 'nearest', { value: stood, spread: 0 }, 0.05, { lead: 4, divisions: 80 }).at(-1)!.text,
        METRIC,
      );
    expect(words(15, 15)).toBe('stands there already');
    expect(words(3.8, 15)).toBe('11.2 mm smaller than it stands (2 turns and 64 of 80)');
    expect(words(20, 15)).toMatch(/^5.0 mm larger/);
    /** Without a ring quarters of a turn are told, each 1 mm of a lead of 4: 0.8 is measured, or turned as 1. */
    const bare = byMove(10.8, 'nearest', { value: 10, spread: 0 }, 0.05, { lead: 4, divisions: 0 });
    expect(bare.map(({ text, value }) => [speak(text, METRIC), Number(value.toFixed(9))])).toEqual([
      ['0.8 mm larger than it stands', 10.8],
      ['1.0 mm larger than it stands (a quarter turn)', 11],
    ]);
  });

  it('blocks are never laid against a centre line', () => {
    const draft = (to: string): FigureDraft => ({
      id: 'f', name: 'F', value: 15, from: 'jig-face', to, rounding: 'nearest', acts: 'thickness', working: say(''),
    }); // prettier-ignore
    const given: Means = { graduation: 0.5, boxes: [BOX] };
    expect(figure(draft('near-side'), given).reach.map((r) => r.by)).toContain('blocks');
    expect(figure(draft('cutter-centre'), given).reach.map((r) => r.by)).toEqual(['rule']);
  });

  it('a remainder is worth showing where it matters to the fit', () => {
    const left = (error: number, acts: 'thickness' | 'width', counts = 1) =>
      remainderMatters({ set: { by: 'rule', text: say(''), value: 1, error, spread: 0 }, counts, acts });
    expect([left(0.006, 'thickness'), left(0.006, 'thickness', 2), left(0.05, 'width'), left(0.2, 'width')]).toEqual([
      false, true, false, true,
    ]); // prettier-ignore
  });
});

const BLOCKS = { ...newTool('block-box', []), id: 'blocks', name: 'Blocks', sizes: BOX.sizes };

describe('a plan in a shop with scales, blocks and a screw', () => {
  const shop = (() => {
    const scale = { unit: 'mm' as const, graduation: 0.5, zero: 0.2 };
    let made: Shop = {
      ...TEST_SHOP,
      graduation: 0.25,
      tools: [...TEST_SHOP.tools, BLOCKS],
    };
    made = withTool(made, 'saw', { fenceScale: scale, heightScale: { ...scale, zero: 0 } });
    made = withTool(made, 'band', { fenceScale: scale });
    made = withTool(made, 'upright', { travel: 60, screw: { lead: 4, divisions: 80 } });
    return made;
  })();

  it('every set-up is set the best way it has, and the order lends it moves', () => {
    const ways = new Set<string>();
    for (const tenoned of ['saw-upright-flipped', 'bandsaw-flipped'] as const)
      fc.assert(
        fc.property(cases({ tenoned, corners: 'squared' }), ({ job }) => {
          for (const { setup } of eachSetup(planJob(job, shop)))
            for (const { set, reach, value } of setup.figures) {
              expect(set.value + set.error).toBeCloseTo(value, 9);
              expect(set).toEqual(reach[0]);
              for (const way of reach) {
                expect(way.value + way.error).toBeCloseTo(value, 9);
                ways.add(way.by);
              }
            }
        }),
        { seed: 4, numRuns: 20 },
      );
    expect([...ways].sort()).toEqual(['blocks', 'mate', 'move', 'rule', 'scale', 'screw', 'work']);
  });

  it('a move is only lent between set-ups with the same gear', () => {
    const setups = setupsOf(planJob(jobWith({ params: { corners: 'squared' } }), shop));
    const cheeks = setups.find((s) => s.stage === 'cheeks')!;
    const other = { ...cheeks, cutter: 'another' };
    const moves = (list: typeof setups) =>
      withMoves(list.map((s) => [s]))[1]![0]!.figures.flatMap((f) => f.reach.filter((r) => r.by === 'move'));
    const bare = (s: typeof cheeks) => ({
      ...s,
      figures: s.figures.map((f) => ({ ...f, reach: f.reach.filter((r) => r.by !== 'move') })),
    });
    expect(moves([bare(cheeks), bare(cheeks)]).length).toBeGreaterThan(0);
    expect(moves([bare(cheeks), bare(other)])).toEqual([]);
  });
});
