import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import { withMoves } from '../../day/sequence/index.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { cases } from '../../testing/generate.ts';
import { asListed, jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP, withTool } from '../../testing/shops.ts';
import { newTool, type Shop } from '../../shop/tooling/index.ts';
import {
  IMPERIAL,
  METRIC,
  say,
  speak,
  type Rounding,
  type Scale,
  type Screw,
} from '../../ground/units/index.ts';
import {
  byMove,
  figure,
  remainderMatters,
  waysToReach,
  type DatumId,
  type FigureDraft,
  type Means,
  type Reach,
} from './index.ts';

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
  beyond: fc.constantFrom({ by: 3.2, lies: 'kerf' }, { by: -6, lies: 'cutter before' } as const),
  screw: fc.option(
    fc.record<Screw>({ lead: fc.constantFrom(1, 4), divisions: fc.constantFrom(0, 80) }),
  ),
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
      fc.property(
        fc.double({ min: 1, max: 120, noNaN: true }),
        rounding,
        means,
        (value, way, given) => {
          const ways = waysToReach(value, way, given);
          expect(ways.length).toBeGreaterThan(0);
          for (const { value: set, error } of ways) {
            expect(set + error).toBeCloseTo(value, 9);
            expect({ up: error, down: -error, nearest: 0 }[way]).toBeLessThan(1e-4);
          }
          ways
            .slice(1)
            .forEach((later, i) =>
              expect(Math.abs(later.error)).toBeGreaterThan(Math.abs(ways[i]!.error) - 0.0051),
            );
        },
      ),
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
          const [move] = byMove(value, way, { value: stood, spread: 0.02 }, 0.05, {}) as [Reach];
          expect(move.value + move.error).toBeCloseTo(value, 9);
          expect(
            Math.abs((move.value - stood) / 0.05 - Math.round((move.value - stood) / 0.05)),
          ).toBeLessThan(1e-4);
          expect(Math.abs(move.error)).toBeLessThanOrEqual(0.05 + 1e-6);
          expect(move.spread).toBeGreaterThanOrEqual(0.02);
        },
      ),
      { seed: 2, numRuns: 200 },
    );
    const words = (value: number, stood: number) =>
      speak(
        byMove(value, 'nearest', { value: stood, spread: 0 }, 0.05, {
          screw: { lead: 4, divisions: 80 },
        }).at(-1)!.text,
        METRIC,
      );
    expect(words(15, 15)).toBe('stands there already');
    expect(words(3.8, 15)).toBe('11.2 mm smaller than it stands (2 turns and 64 of 80)');
    expect(words(20, 15)).toMatch(/^5.0 mm larger/);
    /**
     * Without a ring quarters of a turn are told, each 1 mm of a lead of 4: 0.8 is measured, or
     * turned as 1.
     */
    const bare = byMove(10.8, 'nearest', { value: 10, spread: 0 }, 0.05, {
      screw: { lead: 4, divisions: 0 },
    });
    expect(bare.map(({ text, value }) => [speak(text, METRIC), Number(value.toFixed(9))])).toEqual([
      ['0.8 mm larger than it stands', 10.8],
      ['1.0 mm larger than it stands (a quarter turn)', 11],
    ]);
  });

  it('each way by itself, in figures: what is read, how far it may be off, and what the machine is told', () => {
    const only = (value: number, rounding: Rounding, given: Partial<Means>, by: Reach['by']) =>
      waysToReach(value, rounding, { graduation: 0.5, ...given }).find((way) => way.by === by);
    const told = (way: Reach | undefined) =>
      way && {
        said: speak(way.text, METRIC),
        value: Number(way.value.toFixed(6)),
        error: Number(way.error.toFixed(6)),
        spread: way.spread,
      };
    const scale: Scale = { unit: 'mm', graduation: 1, zero: 0.25 };
    /**
     * A scale that reads to the near side of a kerf of 3, its zero a quarter short: 30 is 26.75 of
     * it, 27 the nearest mark.
     */
    const read = only(30, 'nearest', { scale, beyond: { by: 3, lies: 'kerf' } }, 'scale');
    expect(told(read)).toEqual({
      said: 'scale at 27.0 mm, kerf taken off, its zero allowed for',
      value: 30.25,
      error: -0.25,
      spread: 0.5,
    });
    expect(read!.zero).toBe(3.25);
    expect(told(only(30, 'nearest', { scale: { ...scale, zero: 0 } }, 'scale'))!.said).toBe(
      'scale at 30.0 mm',
    );
    expect(told(only(30, 'nearest', { scale }, 'scale'))!.said).toBe(
      'scale at 30.0 mm, its zero allowed for',
    );
    expect(
      told(
        only(
          30,
          'nearest',
          { scale: { ...scale, zero: 0 }, beyond: { by: 3, lies: 'kerf' } },
          'scale',
        ),
      )!.said,
    ).toBe('scale at 27.0 mm, kerf taken off');
    /** It is read as it is marked, whatever the job is told in. */
    const inInches = only(30, 'nearest', { scale: { ...scale, zero: 0 } }, 'scale')!;
    expect(speak(inInches.text, IMPERIAL)).toBe('scale at 30.0 mm');
    expect(told(only(10.3, 'up', {}, 'rule'))).toEqual({
      said: 'measured, 10.5 mm',
      value: 10.5,
      error: -0.2,
      spread: 0.25,
    });
    /** A hundredth for each block of the pile. */
    expect(told(only(13, 'nearest', { boxes: [BOX] }, 'blocks'))).toMatchObject({
      value: 13,
      error: 0,
      spread: 0.02,
    });
    expect(told(only(13.2, 'nearest', { boxes: [BOX] }, 'blocks'))!.spread).toBeCloseTo(0.03, 12);
    expect(only(13, 'nearest', {}, 'blocks')).toBeUndefined();
    /** Half a division of 4 mm in 80, and three turns and a quarter. */
    const turned = only(13, 'nearest', { screw: { lead: 4, divisions: 80 } }, 'screw')!;
    expect([turned.turns, turned.spread]).toEqual([3.25, 0.025]);
    expect(waysToReach(13, 'up', { graduation: 0 })).toEqual([
      { by: 'work', text: say('to the work itself'), value: 13, error: 0, spread: 0 },
    ]);
  });

  it('a mate is a gauge within half a millimetre, and on the side that leaves wood', () => {
    const mate = (value: number, rounding: Rounding) =>
      waysToReach(20, rounding, {
        graduation: 0.5,
        mates: [{ value, wall: 'far', text: 'the mate' }],
      }).find((way) => way.by === 'mate');
    expect(mate(20.4, 'nearest')).toMatchObject({ value: 20.4, spread: 0.02, wall: 'far' });
    expect(mate(20.4, 'nearest')!.error).toBeCloseTo(-0.4, 12);
    expect([20.5, 19.5, 20.51, 19.49].map((v) => mate(v, 'nearest') !== undefined)).toEqual([
      true,
      true,
      false,
      false,
    ]);
    expect([20.4, 20, 19.6].map((v) => mate(v, 'up') !== undefined)).toEqual([true, true, false]);
    expect([20.4, 20, 19.6].map((v) => mate(v, 'down') !== undefined)).toEqual([false, true, true]);
  });

  it('a move is as far off as what it starts from and itself together; nothing is moved without a step', () => {
    const stood = { value: 10, spread: 0.02 };
    const [measured, turned] = byMove(10.8, 'nearest', stood, 0.5, {
      screw: { lead: 4, divisions: 80 },
    }) as [Reach, Reach];
    expect([measured.value, measured.spread]).toEqual([11, 0.27]);
    expect([Number(turned.value.toFixed(9)), Number(turned.spread.toFixed(9))]).toEqual([
      10.8, 0.045,
    ]);
    expect(byMove(10, 'nearest', stood, 0.5, {})[0]!.spread).toBe(0.02);
    expect(byMove(10.8, 'nearest', stood, 0, {})).toEqual([]);
    /** What the screw and the rule both reach is told once, by its turns. */
    expect(byMove(11, 'nearest', stood, 0.5, { screw: { lead: 4, divisions: 80 } }).length).toBe(1);
  });

  it('a jig that slides is as far off as it stood and half a step more, between stops as by a spacer', () => {
    for (const by of ['stops', 'spacer'] as const)
      expect(
        byMove(18.8, 'nearest', { value: 30, spread: 0.1 }, 0.4, {
          slide: { by, carried: 3.2 },
        })[0]!.spread,
      ).toBeCloseTo(0.1 + 0.2, 9);
  });

  it('blocks are never laid against a centre line', () => {
    const draft = (to: DatumId): FigureDraft => ({
      id: 'f',
      name: 'F',
      value: 15,
      from: 'jig-face',
      to,
      rounding: 'nearest',
      acts: 'thickness',
      working: say(''),
    });
    const given: Means = { graduation: 0.5, boxes: [BOX] };
    expect(figure(draft('near-side'), given).reach.map((r) => r.by)).toContain('blocks');
    expect(figure(draft('cutter-centre'), given).reach.map((r) => r.by)).toEqual(['rule']);
  });

  it('a remainder is worth showing where it matters to the fit', () => {
    const left = (error: number, acts: 'thickness' | 'width', counts = 1) =>
      remainderMatters({
        set: { by: 'rule', text: say(''), value: 1, error, spread: 0 },
        counts,
        acts,
      });
    expect([
      left(0.006, 'thickness'),
      left(0.006, 'thickness', 2),
      left(0.05, 'width'),
      left(0.2, 'width'),
    ]).toEqual([false, true, false, true]);
  });
});

const BLOCKS = { ...newTool('block-box', []), id: 'blocks', name: 'Blocks', sizes: BOX.sizes };

describe('a plan in a shop with scales, blocks and a screw', () => {
  const shop = (() => {
    const scale = { unit: 'mm' as const, graduation: 0.5, zero: 0.2 };
    let madeShop: Shop = {
      ...TEST_SHOP,
      graduation: 0.25,
      tools: [...TEST_SHOP.tools, BLOCKS],
    };
    madeShop = withTool(madeShop, 'saw', { fenceScale: scale, heightScale: { ...scale, zero: 0 } });
    madeShop = withTool(madeShop, 'band', { fenceScale: scale });
    madeShop = withTool(madeShop, 'upright', { travel: 60, screw: { lead: 4, divisions: 80 } });
    return madeShop;
  })();

  it('every set-up is set the best way it has, and the order lends it moves', () => {
    const ways = new Set<string>();
    for (const tenoned of ['saw-upright-flipped', 'bandsaw-flipped'] as const)
      fc.assert(
        fc.property(cases({ tenoned, corners: 'squared' }), ({ job }) => {
          for (const { setup } of eachSetup(planJob(job, shop)))
            for (const { set, reach, aim } of setup.figures) {
              expect(set.value + set.error).toBeCloseTo(aim, 9);
              expect(set).toEqual(reach[0]);
              for (const way of reach) {
                expect(way.value + way.error).toBeCloseTo(aim, 9);
                ways.add(way.by);
              }
            }
        }),
        { seed: 4, numRuns: 20 },
      );
    expect([...ways].sort()).toEqual([
      'blocks',
      'mark',
      'mate',
      'move',
      'rule',
      'scale',
      'screw',
      'work',
    ]);
  });

  it('a move is only lent between set-ups with the same gear', () => {
    const setups = setupsOf(
      planJob(asListed(jobWith({ params: { corners: 'squared' } }), shop), shop),
    );
    const cheeks = setups.find((s) => s.stage === 'cheeks')!;
    const other = { ...cheeks, cutter: 'another' };
    const moves = (list: typeof setups) =>
      withMoves(list.map((s) => [s]))[1]![0]!.figures.flatMap((f) =>
        f.reach.filter((r) => r.by === 'move'),
      );
    const bare = (s: typeof cheeks) => ({
      ...s,
      figures: s.figures.map((f) => ({ ...f, reach: f.reach.filter((r) => r.by !== 'move') })),
    });
    expect(moves([bare(cheeks), bare(cheeks)]).length).toBeGreaterThan(0);
    expect(moves([bare(cheeks), bare(other)])).toEqual([]);
  });
});
