import { describe, expect, it } from 'vitest';
import {
  figure,
  type FigureDraft,
  type LengthFigure,
  type Means,
  type Setup,
  type Carrier,
  type DatumId,
} from '../../making/setups/index.ts';
import { say, type Rounding } from '../../ground/units/index.ts';
import { withMoves } from './moves.ts';
import {
  movedBetween,
  sameGear,
  settingOf,
  stateOf,
  bothStand,
  inTurn,
  type Setting,
} from './setting.ts';
import { planJob, setupsOf } from '../plan/index.ts';
import type { Lean } from '../../shop/stock/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP, withTool } from '../../testing/shops.ts';
import type { Tool } from '../../shop/tooling/index.ts';

/** A rule of half a millimetre, and a screw of 4 mm in 80. */
const RULE: Means = { graduation: 0.5 };
const SCREW: Means = { graduation: 0.5, screw: { lead: 4, divisions: 80 } };

interface Asked {
  readonly value: number;
  readonly to?: DatumId;
  readonly rounding?: Rounding;
  readonly summed?: boolean;
  readonly by?: Means;
}

const asked = (
  { value, to = 'near-side', rounding = 'nearest', summed, by = RULE }: Asked,
  i: number,
): LengthFigure =>
  figure(
    {
      id: `f${i}`,
      name: 'F',
      value,
      from: 'fence-face',
      to,
      rounding,
      acts: 'thickness',
      working: say(''),
      ...(summed && { summed }),
    } satisfies FigureDraft,
    by,
  );

const gear = (figures: readonly Asked[], more: Partial<Setup> = {}): Setup =>
  ({
    id: 's',
    title: 't',
    model: 'table-saw',
    carrier: 'fence',
    machine: 'saw',
    cutter: 'blade',
    guides: ['block'],
    stage: 'cheeks',
    passes: [],
    occurrences: [],
    checks: [],
    figures: figures.map(asked),
    ...more,
  }) as unknown as Setup;

const one = (setups: readonly Setup[]) =>
  withMoves(setups.map((s) => [s])).map(([s]) => s!.figures);
const moves = (figures: readonly LengthFigure[]) =>
  figures.map((f) => f.reach.flatMap((r) => (r.by === 'move' ? [r.value] : [])));

describe('moves from where a guide was left', () => {
  it('the first card has none; the next moves what is measured between the same two, and nothing else', () => {
    const [first, next] = one([
      gear([{ value: 10.2 }]),
      gear([{ value: 12.2 }, { value: 12.2, to: 'far-side' }]),
    ]);
    expect(moves(first!)).toEqual([[]]);
    /** It stands at 10, measured; a move of 2 or of 2.5 from there: 12 is nearest to 12.2. */
    expect(moves(next!)).toEqual([[12], []]);
  });

  it('a guide that was set to the other side of the blade meanwhile is moved from nowhere', () => {
    const near = gear([{ value: 10 }]);
    const far = gear([{ value: 30, to: 'far-side' }]);
    expect(moves(one([near, far, near])[2]!)).toEqual([[]]);
    expect(moves(one([near, near, far])[1]!)).toEqual([[10]]);
    /**
     * On one card, too: the far cheek, then the near one in the sacrificial face, then the next
     * card’s far cheek.
     */
    expect(moves(one([gear([{ value: 15 }, { value: 3, to: 'far-side' }]), near])[1]!)).toEqual([
      [],
    ]);
    expect(moves(one([far, gear([{ value: 15 }, { value: 33, to: 'far-side' }])])[1]!)).toEqual([
      [],
      [],
    ]);
  });

  it('a height over the bed of a sled is no place to move from to one over the table, nor the other way about', () => {
    const height = (carrier: Carrier) => ({ ...gear([{ value: 8 }], { carrier, guides: [] }) });
    for (const [from, to] of [
      ['mitre-gauge', 'sled'],
      ['sled', 'mitre-gauge'],
    ] as const)
      expect(moves(one([height(from), height(to)])[1]!)).toEqual([[]]);
    expect(moves(one([height('sled'), height('sled')])[1]!)).toEqual([[8]]);
    /** Nor does it count as standing there: 8 over the bed is not 8 over the table. */
    const over = (carrier: Carrier) => {
      const [figure] = gear([{ value: 8 }]).figures;
      return settingOf(
        { ...height(carrier), figures: [{ ...figure!, from: 'table', to: 'highest-tooth' }] },
        TEST_SHOP,
      )!.places.get('table>highest-tooth');
    };
    expect(over('sled')).not.toEqual(over('mitre-gauge'));
    expect(over('mitre-gauge')).toEqual([8]);
  });

  it('a move that leaves less than every other way is what is set; the exact value and the error stay true', () => {
    const [, next] = one([gear([{ value: 10.2, by: SCREW }]), gear([{ value: 12.43, by: SCREW }])]);
    const [f] = next!;
    expect([f!.set.by, Number((f!.set.value + f!.set.error).toFixed(9))]).toEqual(['screw', 12.43]);
    const [, by] = one([
      gear([{ value: 10.2, by: SCREW }]),
      gear([{ value: 12.7, by: { graduation: 0.5 } }]),
    ]);
    expect([by![0]!.set.by, by![0]!.set.value]).toEqual(['move', 12.7]);
    expect(by![0]!.reach[0]).toEqual(by![0]!.set);
  });

  it('stays where it was left through cards that don’t touch it, and is lost when anything is fitted or taken off', () => {
    const [a, b, c] = [
      gear([{ value: 10.2, by: SCREW }]),
      gear([{ value: 5, to: 'stop-face' }]),
      gear([{ value: 12.7 }]),
    ];
    expect(moves(one([a, b, c])[2]!)).toEqual([[12.7]]);
    for (const other of [
      { cutter: 'other' },
      { machine: 'other' },
      { guides: [] },
      { tilt: { degrees: 5, set: 5 } },
      { model: 'bench' },
    ] satisfies Partial<Setup>[])
      expect(moves(one([a, gear([{ value: 5, to: 'stop-face' }], other), c])[2]!)).toEqual([[]]);
    /** A guide more was there before: what it needs is still fitted. */
    expect(
      moves(one([gear([{ value: 10.2, by: SCREW }], { guides: ['block', 'more'] }), c])[1]!),
    ).toEqual([[12.7]]);
    expect(moves(one([a, gear([{ value: 12.7 }], { guides: ['block', 'more'] })])[1]!)).toEqual([
      [],
    ]);
    /** What the last card left, not the one before it. */
    expect(moves(one([a, gear([{ value: 11, by: RULE }]), c])[2]!)).toEqual([[12.5]]);
  });

  it('two stops that are measured as one sum stay as they are', () => {
    const [, next] = one([gear([{ value: 10.2 }]), gear([{ value: 12.2, summed: true }])]);
    expect(moves(next!)).toEqual([[]]);
  });

  it('on one card the second place is a move from the first', () => {
    const [figures] = one([gear([{ value: 20.2, by: SCREW }, { value: 12.2 }])]);
    expect(moves(figures!)).toEqual([[], [12.2]]);
    expect(figures![1]!.set).toMatchObject({ by: 'move', value: 12.2 });
  });

  it('set-ups of a card share what is set; each keeps its own error, and a second one doesn’t move it again', () => {
    const [card] = withMoves([
      [gear([{ value: 10.2 }]), gear([{ value: 9.9 }]), gear([{ value: 10.2, to: 'far-side' }])],
    ]);
    const [first, second, third] = card!.map((s) => s.figures[0]!);
    expect([first!.set.value, second!.set.value]).toEqual([10, 10]);
    expect(first!.set.error).toBeCloseTo(0.2, 12);
    expect(second!.set.error).toBeCloseTo(-0.1, 12);
    expect(second!.reach.map((r) => r.by)).toEqual(['rule']);
    expect(third!.reach.map((r) => r.by)).toEqual(['rule']);
    /** Set by the move that the first of them takes. */
    const [, shared] = withMoves([
      [gear([{ value: 10.2, by: SCREW }])],
      [gear([{ value: 12.7 }]), gear([{ value: 12.6 }])],
    ]);
    expect(
      shared!.map((s) => [s.figures[0]!.set.by, Number(s.figures[0]!.set.value.toFixed(9))]),
    ).toEqual([
      ['move', 12.7],
      ['move', 12.7],
    ]);
    expect(shared![1]!.figures[0]!.set.error).toBeCloseTo(-0.1, 12);
  });

  it('a move is offered only where it is on the safe side for all that stand at that place', () => {
    const offered = (rounding: Rounding, other: number) => {
      const [, card] = withMoves([
        [gear([{ value: 10.2, by: SCREW }])],
        [gear([{ value: 12.4, rounding }]), gear([{ value: other, rounding }])],
      ]);
      return moves([card![0]!.figures[0]!])[0]!;
    };
    /** Stood at 10.2: up to 12.7, down to 12.2; the others stand at 12.5 and 12 by the rule. */
    expect(offered('up', 12.45)).toEqual([12.7]);
    expect(offered('up', 12.2)).toEqual([12.7]);
    expect(offered('down', 12.3)).toEqual([12.2]);
    expect(offered('down', 12.1)).toEqual([]);
    expect(offered('nearest', 12.3)).toEqual([12.2]);
  });

  it('only those at that very place are asked: another guide, another side or another place has its own safe side', () => {
    const offered = (...others: readonly (Partial<LengthFigure> & Asked)[]) => {
      const mine = gear([{ value: 12.4, rounding: 'down' }]);
      const figures = others.map((other, i) => ({
        ...asked({ rounding: 'down', ...other }, i + 1),
        ...other,
        ...(other.from && { from: other.from }),
      }));
      const [, card] = withMoves([
        [gear([{ value: 10.2, by: SCREW }])],
        [mine, { ...mine, figures }],
      ]);
      return moves([card![0]!.figures[0]!])[0]!;
    };
    /** At 12 as well, and 12.2 would be too far for 12.1. */
    expect(offered({ value: 12.1 })).toEqual([]);
    expect(offered({ value: 12.1, to: 'far-side' })).toEqual([12.2]);
    expect(offered({ value: 12.1, from: 'jig-face' })).toEqual([12.2]);
    expect(offered({ value: 11.9 })).toEqual([12.2]);
    /** Each figure of each set-up is asked. */
    expect(offered({ value: 12.1 }, { value: 12.1, to: 'far-side' })).toEqual([]);
    expect(offered({ value: 12.2 })).toEqual([12.2]);
    /** Upwards: stood at 10.45, 12.45 is short of 12.48. */
    const up = (other: number) => {
      const [, card] = withMoves([
        [gear([{ value: 10.45, by: SCREW }])],
        [gear([{ value: 12.41, rounding: 'up' }]), gear([{ value: other, rounding: 'up' }])],
      ]);
      return moves([card![0]!.figures[0]!])[0]!.map((v) => Number(v.toFixed(9)));
    };
    expect([up(12.48), up(12.45), up(12.3)]).toEqual([[], [12.45], [12.45]]);
  });

  it('a figure that was moved before is moved anew from elsewhere, from less surely, and beside others', () => {
    const moved = gear([{ value: 12.4, rounding: 'down' }]);
    const from = (by: Means, ...beside: Setup[]) => {
      const [, card] = withMoves([[gear([{ value: 10.2, by }])], [moved, ...beside]]);
      const [way] = card![0]!.figures[0]!.reach.filter((r) => r.by === 'move');
      return way && [Number(way.value.toFixed(9)), Number(way.spread.toFixed(9))];
    };
    expect(from(SCREW)).toEqual([12.2, 0.275]);
    expect(from({ graduation: 0.2 })).toEqual([12.2, 0.35]);
    expect(from(RULE)).toEqual([12, 0.5]);
    expect(from(SCREW)).toEqual([12.2, 0.275]);
    expect(from(SCREW, gear([{ value: 12.1, rounding: 'down' }]))).toBeUndefined();
    expect(from(SCREW)).toEqual([12.2, 0.275]);
  });

  it('what the first set-up could also have been set by stays a way for the second', () => {
    const [card] = withMoves([
      [gear([{ value: 10.2, by: SCREW }]), gear([{ value: 10.2, by: SCREW }])],
    ]);
    expect(card!.map((s) => s.figures[0]!.reach.map((r) => r.by))).toEqual([
      ['screw', 'rule'],
      ['screw', 'rule'],
    ]);
  });

  it('at the bench lines are not set: nothing is shared and nothing stands', () => {
    const bench = { model: 'bench', machine: null, cutter: null, guides: [] } as const;
    const work: Means = { graduation: 0 };
    const [card, next] = withMoves([
      [gear([{ value: 10.2, by: work }], bench), gear([{ value: 10.20001, by: work }], bench)],
      [gear([{ value: 12, by: work }], bench)],
    ]);
    expect([...card!, ...next!].map((s) => s.figures[0]!.reach.map((r) => r.by))).toEqual([
      ['work'],
      ['work'],
      ['work'],
    ]);
    expect(card![1]!.figures[0]!.set).toMatchObject({ value: 10.20001, error: 0 });
    expect(withMoves([[], [gear([{ value: 10 }])]])[0]).toEqual([]);
  });
});

describe('states of machines', () => {
  const state = (figures: readonly Asked[], more: Partial<Setup> = {}): Setting =>
    settingOf(gear(figures, { cutter: 'blade', ...more }), TEST_SHOP)!;
  const kerf = (TEST_SHOP.tools.find((t) => t.id === 'blade') as unknown as { kerf: number }).kerf;

  it('a fence measured to either side of the blade is one slot: near side and far side differ by the kerf', () => {
    const [near, far] = [
      state([{ value: 20 }]),
      state([{ value: 20 + kerf, to: 'far-side', by: { graduation: 0.1 } }]),
    ];
    expect(stateOf(near)).toBe(stateOf(far));
    expect([...near.places]).toEqual([['fence-face>cutter', [20 + kerf / 2]]]);
    expect(stateOf(state([{ value: 20, to: 'far-side' }]))).not.toBe(stateOf(near));
    /** A tilted blade's sides are where its slant leaves them: they are kept apart. */
    expect([...state([{ value: 20 }], { tilt: { degrees: 5, set: 5 } }).places][0]![0]).toBe(
      'fence-face>near-side',
    );
  });

  it('sides count from the middle of whatever cuts: a stack as it is made up, a cutter, a chisel', () => {
    const toMiddle = (cutter: string, to: DatumId, more: Partial<Setup> = {}) =>
      Number([...state([{ value: 20, to }], { cutter, ...more }).places][0]![1][0]!.toFixed(4));
    const tool = <T>(id: string) => TEST_SHOP.tools.find((t) => t.id === id) as T;
    const stack = TEST_SHOP.tools.find((t) => t.kind === 'stack')!;
    expect(toMiddle(stack.id, 'near-side', { between: [3.2, 1.6] })).toBeCloseTo(
      20 + (stack.outer + 4.8) / 2,
      4,
    );
    const chisel = TEST_SHOP.tools.find((t) => t.kind === 'hollow-chisel')!;
    expect(toMiddle(chisel.id, 'stop-side')).toBeCloseTo(20 + chisel.size / 2, 4);
    expect(toMiddle('cutter-8', 'cutter-far-side')).toBeCloseTo(
      20 - tool<{ diameter: number }>('cutter-8').diameter / 2,
      4,
    );
    expect(toMiddle('cutter-8', 'cutter-centre')).toBe(20);
    expect(toMiddle('gone', 'near-side')).toBe(20);
  });

  it('cradles that hold the piece otherwise, or another piece, are other states', () => {
    const held = (at: [number, number, number], thickness = 60) =>
      stateOf(
        state([{ value: 20 }], {
          lean: { ...lean(0), at, square: { length: 500, thickness, width: 60 } },
        }),
      );
    expect(held([40, 8, 4])).not.toBe(held([40, 9, 4]));
    expect(held([40, 8, 4])).not.toBe(held([40, 8, 4], 70));
    expect(held([40, 8, 4])).toBe(held([40, 8, 4]));
  });

  it('lines on the wood are no state of a machine, nor does the order of figures make another one', () => {
    const router = (figures: readonly Asked[]) =>
      stateOf(state(figures, { model: 'hand-router', cutter: 'cutter-8' }));
    const marks = { ...gear([{ value: 5 }, { value: 9 }]), model: 'hand-router' as const };
    const marked = (value: number) =>
      settingOf(
        {
          ...marks,
          figures: [marks.figures[0]!, { ...asked({ value }, 1), from: 'laid-out-from' }],
        },
        TEST_SHOP,
      )!;
    expect(stateOf(marked(9))).toBe(stateOf(marked(30)));
    expect(
      router([
        { value: 5, to: 'left-stop' },
        { value: 9, to: 'right-stop' },
      ]),
    ).toBe(
      router([
        { value: 9, to: 'right-stop' },
        { value: 5, to: 'left-stop' },
      ]),
    );
  });

  it('gear is machine, carrier, cutter, what is between, guides in any order, tilt and slant', () => {
    const plain = stateOf(state([{ value: 20 }], { guides: ['a', 'b'] }));
    expect(stateOf(state([{ value: 20 }], { guides: ['b', 'a'] }))).toBe(plain);
    for (const other of [
      { machine: 'x' },
      { carrier: 'sled' },
      { guides: ['a'] },
      { lean: lean(0) },
    ] satisfies Partial<Setup>[])
      expect(stateOf(state([{ value: 20 }], { guides: ['a', 'b'], ...other }))).not.toBe(plain);
    /** A cradle is the same wherever along it the work is done. */
    expect(stateOf(state([{ value: 20 }], { lean: lean(0, 40) }))).toBe(
      stateOf(state([{ value: 20 }], { lean: lean(0, 90) })),
    );
    expect(settingOf(gear([{ value: 20 }], { model: 'bench' }), TEST_SHOP)).toBeUndefined();
  });

  it('a gauge that turns a piece in its plane is the same for any piece, a wedge is made for its place; neither is it turned about', () => {
    const askew = {
      corners: 'squared',
      mortiseWidth: 8,
      faceClearance: 0,
      faceShoulder: 7,
      tenonWidth: 40,
      edgeShoulder: 15,
      tenonLength: 30,
      endClearance: 0,
      bottomClearance: 2,
      setBack: 0,
      position: 100,
      degrees: 6,
      plane: 'width',
      slant: 'tenon',
    };
    const job = jobWith({
      kind: 'angled',
      params: askew,
      stile: { thickness: 40, width: 60 },
      routes: { tenoned: 'crosscut-end+crosscut-shoulders+saw-upright-flipped' },
    });
    const shoulders = setupsOf(planJob(job, TEST_SHOP)).filter(
      (s) => s.method === 'crosscut-shoulders',
    );
    const rests = (on: RegExp) =>
      shoulders.find((s) => s.passes.every(({ seat }) => on.test(seat['table']!)))!;
    const otherwise = (
      setup: Setup,
      change: (ownLean: Lean) => Partial<Lean>,
      set = setup.leanSet!,
    ) =>
      stateOf(
        settingOf(
          { ...setup, lean: { ...setup.lean!, ...change(setup.lean!) }, leanSet: set },
          TEST_SHOP,
        )!,
      );
    const further = ({ pivot: [x, y, z], at: [u, v, w] }: Lean): Partial<Lean> => ({
      pivot: [x + 50, y, z + 9],
      at: [u + 50, v, w + 5],
    });
    const off = ({ at: [u, v, w] }: Lean): Partial<Lean> => ({ at: [u, v + 3, w] });
    const [flat, edge] = [rests(/-face$/), rests(/-edge$/)];
    for (const setup of [flat, edge]) {
      const own = otherwise(setup, () => ({}));
      expect(otherwise(setup, further) === own).toBe(setup === flat);
      expect(otherwise(setup, off)).not.toBe(own);
      expect(otherwise(setup, ({ degrees }) => ({ degrees: -degrees }), -setup.leanSet!)).not.toBe(
        own,
      );
    }
  });

  it('end stops may both stand, unless they stand at different places', () => {
    const stops = (left?: number, right?: number): Setting => ({
      gear: 'g',
      places: new Map([
        ['fence', [5]] as const,
        ...(left === undefined ? [] : [['left-end-stop>cutter', [left]] as const]),
        ...(right === undefined ? [] : [['centre-line>right-end-stop', [right]] as const]),
      ]),
    });
    expect(stateOf(stops(10))).toBe(stateOf(stops(undefined, 40)));
    expect(bothStand(stops(10), stops(undefined, 40))).toBe(true);
    expect(bothStand(stops(10), stops(10, 40))).toBe(true);
    expect(bothStand(stops(10), stops(11))).toBe(false);
    expect(
      bothStand(
        { gear: 'g', places: new Map([['fence', [5, 6]]]) },
        { gear: 'g', places: new Map([['fence', [5]]]) },
      ),
    ).toBe(false);
    expect(movedBetween(stops(10, 10), stops(40, 40))).toEqual(new Set(['end stop']));
    expect(movedBetween(stops(10), stops(undefined, 40))).toEqual(new Set(['end stop']));
  });

  it('what is moved between two states, and what stands in turn', () => {
    const at = (places: Record<string, number[]>): Setting => ({
      gear: 'g',
      places: new Map(Object.entries(places)),
    });
    expect(movedBetween(at({ a: [1], b: [2] }), at({ a: [1], b: [3] }))).toEqual(new Set(['b']));
    expect(movedBetween(at({ a: [1], b: [2] }), at({ a: [4], b: [3] }))).toEqual(
      new Set(['a', 'b']),
    );
    expect(movedBetween(at({ a: [1] }), at({ a: [1], b: [3] }))).toBeUndefined();
    /** Where it was left counts, not where it began. */
    expect(movedBetween(at({ a: [1, 2] }), at({ a: [2] }))).toEqual(new Set());
    expect(movedBetween(at({ a: [2, 1] }), at({ a: [2] }))).toEqual(new Set(['a']));
    expect(movedBetween(at({ a: [1, 2] }), at({ a: [3, 2] }))).toEqual(new Set(['a']));
    expect(bothStand(at({ a: [1, 2] }), at({ a: [1, 3] }))).toBe(false);
    expect([...inTurn(at({ a: [1, 2] }), at({ a: [3, 2] })).places]).toEqual([['a', [1, 2, 3, 2]]]);
    expect([...inTurn(at({ a: [1], b: [2] }), at({ a: [1], b: [3] })).places]).toEqual([
      ['a', [1]],
      ['b', [2, 3]],
    ]);
    expect([...inTurn(at({ a: [1, 2] }), at({ a: [2], c: [7] })).places]).toEqual([
      ['a', [1, 2]],
      ['c', [7]],
    ]);
    expect([...inTurn(at({ a: [1], c: [7] }), at({ a: [2] })).places]).toEqual([
      ['a', [1, 2]],
      ['c', [7]],
    ]);
  });

  it('the same gear is what nothing has to be fitted for', () => {
    const [a, b] = [gear([]), gear([])];
    expect(sameGear(a, b)).toBe(true);
    expect(
      [
        { machine: 'x' },
        { cutter: 'x' },
        { between: [3] },
        { tilt: { degrees: 1, set: 1 } },
        { guides: ['block', 'x'] },
        { model: 'bench' as const },
      ].map((other) => sameGear(a, { ...b, ...other })),
    ).toEqual([false, false, false, false, false, false]);
    expect(sameGear(a, { ...b, guides: [] })).toBe(true);
    expect(sameGear({ ...a, model: 'bench' }, b)).toBe(false);
  });
});

const lean = (degrees: number, along = 40): NonNullable<Setup['lean']> => ({
  about: 'width',
  degrees,
  pivot: [along, 0, 0],
  at: [along, 8, 4],
  square: { length: 500, thickness: 60, width: 60 },
});

it('a jig is slid between its stops, unless a coarse rule leaves that half a millimetre off where blocks are exact', () => {
  const blocks: Tool = {
    kind: 'block-box',
    retired: false,
    id: 'blocks',
    name: 'Blocks',
    sizes: Array.from({ length: 200 }, (_, i) => (i + 1) / 10),
  };
  const nearCheek = (graduation: number) => {
    const jigged = withTool({ ...TEST_SHOP, graduation }, 'upright', {
      travel: 80,
      slidBy: 'stops',
    });
    const shop = { ...jigged, tools: [...jigged.tools, blocks] };
    const job = jobWith({
      params: { corners: 'squared' },
      routes: { tenoned: 'crosscut-shoulders+saw-upright-stepped' },
    });
    const figures = setupsOf(planJob(job, shop)).flatMap((setup) => setup.figures);
    return figures.find(({ id }) => id === 'face-fence-near')!.set.by;
  };
  expect([0.05, 0.5].map(nearCheek)).toEqual(['move', 'blocks']);
});
