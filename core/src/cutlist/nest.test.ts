import * as fc from 'fast-check';
import polygonClipping, { type Polygon } from 'polygon-clipping';
import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { createSolver } from '../solving/index.ts';
import type { Area, Board } from '../stock/index.ts';
import { numbers } from '../units/index.ts';
import { nest, type Nest, type Wanted } from './nest.ts';
import { bestOfStrips } from './strips.ts';

const KERF = 3.2;
const board = (more: Partial<Board> = {}): Board => ({ id: 'board', name: 'Board', count: 1, length: 3000, width: 200, thickness: 32, species: '', ends: 0, defects: [], ...more }); // prettier-ignore
const want = (length: number, width: number, count = 1, thickness = 25): Wanted => ({ length, width, count, thickness, species: '' }); // prettier-ignore

const square = ({ x, y, length, width }: Area, less = 0): Polygon => {
  const [x0, y0, x1, y1] = [x + less, y + less, x + length - less, y + width - less];
  return [[[x0, y0], [x1, y0], [x1, y1], [x0, y1], [x0, y0]]]; // prettier-ignore
};
const areaOf = (polygons: readonly Polygon[]): number =>
  polygons.flat().reduce((sum, ring) => sum + ring.slice(1).reduce((own, [x, y], i) => own + (ring[i]![0] * y - x * ring[i]![1]) / 2, 0), 0); // prettier-ignore

/** Everything on a board lies in its clear wood, and a kerf or more apart, as a polygon clipper sees it. */
function judge({ sawn, missing, volume, least }: Nest, wanted: readonly Wanted[]): void {
  const placed = wanted.map((_, i) => sawn.flatMap((s) => s.placed.filter(({ blank }) => blank === i)));
  placed.forEach((own, i) => {
    expect(own.length + missing[i]!).toBe(wanted[i]!.count);
    for (const { length, width } of own) expect([length, width]).toEqual([wanted[i]!.length, wanted[i]!.width]);
  });
  for (const { board: own, placed: here, offcuts } of sawn) {
    const { length, width, ends, thickness, species } = own;
    const usable = square({ x: ends, y: 0, length: length - 2 * ends, width });
    const defects = own.defects.map(({ from, to, across }) => square({ x: from, y: across?.from ?? 0, length: to - from, width: across ? across.to - across.from : width })); // prettier-ignore
    const clear = defects.length ? polygonClipping.difference(usable, ...defects) : [usable];
    const all = [...here, ...offcuts].map((area) => square(area));
    /** Union of them has the area of all of them, and nothing of it lies outside: the rest is saw dust and waste. */
    const [first, ...others] = all as [Polygon, ...Polygon[]];
    const union = polygonClipping.union(first, ...others);
    const sum = [...here, ...offcuts].reduce((s, a) => s + a.length * a.width, 0);
    expect(areaOf(union)).toBeCloseTo(sum, 0);
    const outside = polygonClipping.difference(union, clear);
    expect(areaOf(outside)).toBeLessThan(1);
    /** Grown by half a kerf all round they still don't meet. */
    const grown = [...here, ...offcuts].map((area) => square(area, -KERF / 2 + 1e-4)) as [Polygon, ...Polygon[]];
    expect(areaOf(polygonClipping.union(...grown))).toBeCloseTo(
      grown.reduce((s, p) => s + areaOf([p]), 0),
      0,
    );
    for (const { blank } of here) {
      expect(thickness).toBeGreaterThanOrEqual(wanted[blank]!.thickness);
      expect(['', species || wanted[blank]!.species]).toContain(wanted[blank]!.species);
    }
  }
  expect(volume).toBeCloseTo(
    sawn.reduce((s, { board: b }) => s + b.length * b.width * b.thickness, 0),
    0,
  );
  if (!missing.some(Boolean)) expect(volume).toBeGreaterThanOrEqual(least - 1);
  /** No more of a board than there are. */
  for (const { board: own, nth } of sawn) expect(nth).toBeLessThan(own.count);
  expect(new Set(sawn.map((s) => `${s.board.id} ${s.nth}`)).size).toBe(sawn.length);
}

const size = (min: number, max: number) => fc.integer({ min: min * 2, max: max * 2 }).map((n) => n / 2);
const wood = fc.constantFrom('', 'white-oak', 'white-ash');
const defect = fc
  .record({ from: size(0, 2500), long: size(1, 300), across: fc.option(fc.record({ from: size(0, 150), wide: size(1, 120) })) }) // prettier-ignore
  .map(({ from, long, across }) => ({ from, to: from + long, ...(across && { across: { from: across.from, to: across.from + across.wide } }) })); // prettier-ignore
const someBoards = fc
  .array(
    fc.record({
      count: fc.integer({ min: 1, max: 4 }),
      length: size(400, 3500),
      width: size(40, 300),
      thickness: size(18, 60),
      species: wood,
      ends: size(0, 40),
      defects: fc.array(defect, { maxLength: 3 }),
    }),
    { minLength: 1, maxLength: 4 },
  ) // prettier-ignore
  .map((list) => list.map((own, i) => board({ ...own, id: `board-${i}` })));
const someBlanks = fc.array(fc.record({ length: size(100, 1500), width: size(20, 160), thickness: size(15, 50), species: wood, count: fc.integer({ min: 1, max: 12 }) }), { minLength: 1, maxLength: 7 }); // prettier-ignore

describe('blanks out of boards', () => {
  it('whatever is wanted of whatever stock: inside, clear of defects, a kerf apart, all accounted for, no better than the bound', () => {
    fc.assert(
      fc.property(someBoards, someBlanks, (boards, wanted) => {
        const found = nest(boards, wanted, KERF);
        judge(found, wanted);
        expect(nest(boards, wanted, KERF)).toEqual(found);
      }),
      { seed: 11, numRuns: 40 },
    );
  });

  it('what fits exactly fits: the whole board, and two with a kerf between them, but not a hair more', () => {
    const short = (...wanted: Wanted[]) => nest([board()], wanted, KERF).missing.reduce((a, b) => a + b, 0);
    expect([short(want(3000, 200)), short(want(3000.1, 200)), short(want(3000, 200.1))]).toEqual([0, 1, 1]);
    const half = (3000 - KERF) / 2;
    expect([short(want(half, 200, 2)), short(want(half + 0.1, 200, 2))]).toEqual([0, 1]);
    const strip = (200 - KERF) / 2;
    expect([short(want(3000, strip, 2)), short(want(3000, strip + 0.1, 2))]).toEqual([0, 1]);
  });

  it('strips of one width: lengths that were cut from whole boards go back into hardly more of them', () => {
    const random = numbers(5);
    const used: number[] = [];
    for (let n = 0; n < 6; n++) {
      const planted = 8;
      const pieces = Array.from({ length: planted }, () => {
        const cuts = Array.from({ length: 2 + Math.floor(random() * 4) }, () => 0.6 + random());
        const room = 3000 - (cuts.length - 1) * KERF;
        const all = cuts.reduce((a, b) => a + b, 0);
        return cuts.map((share) => Math.floor((share / all) * room));
      }).flat();
      const wanted = pieces.map((length) => want(length, 150));
      const found = nest([board({ count: planted + 4 })], wanted, KERF);
      judge(found, wanted);
      expect(found.least / (3000 * 200 * 32)).toBeLessThanOrEqual(planted);
      expect(found.missing).not.toContainEqual(expect.not.closeTo(0, 9));
      used.push(found.sawn.length - planted);
    }
    expect([Math.max(...used), used.filter((more) => more > 0).length <= 3]).toEqual([1, true]);
  });

  it('boards that were ripped and crosscut into blanks: these come out of as many again', () => {
    const random = numbers(9);
    for (let n = 0; n < 6; n++) {
      const pieces = Array.from({ length: 5 }, () => {
        const sections = 2 + Math.floor(random() * 2);
        const long = Math.floor((3000 - (sections - 1) * KERF) / sections);
        return Array.from({ length: sections }, () => {
          const strips = 2 + Math.floor(random() * 3);
          const wide = Math.floor((200 - (strips - 1) * KERF) / strips) - 1;
          return Array.from({ length: strips }, () => [long, wide] as const);
        }).flat();
      }).flat();
      const wanted = pieces.map(([length, width]) => want(length, width));
      const found = nest([board({ count: 5 })], wanted, KERF);
      judge(found, wanted);
      expect(found.missing.every((short) => short === 0)).toBe(true);
    }
  });

  it('thin blanks leave the thick boards alone, and a smaller board is taken where it will do', () => {
    const boards = [board({ id: 'thick', thickness: 60, count: 3 }), board({ id: 'thin', count: 3 }), board({ id: 'short', length: 900, count: 1 })]; // prettier-ignore
    const { sawn } = nest(boards, [want(800, 150)], KERF);
    expect(sawn.map((s) => s.board.id)).toEqual(['short']);
    expect(nest(boards, [want(2800, 150, 3)], KERF).sawn.map((s) => s.board.id)).toEqual(['thin', 'thin', 'thin']);
  });

  it('a knot at one edge is sawn round: beside it where a long one is wanted, before and after it where wide ones are', () => {
    const knotty = board({ defects: [{ from: 1400, to: 1500, across: { from: 0, to: 60 } }] });
    expect(nest([knotty], [want(2900, 130)], KERF).missing).toEqual([0]);
    expect(nest([knotty], [want(1400, 190, 2)], KERF).missing).toEqual([0]);
    expect(nest([knotty], [want(1501, 190, 2)], KERF).missing).toEqual([2]);
    const split = board({ defects: [{ from: 1000, to: 1010 }] });
    expect(nest([split], [want(1990, 190), want(1000, 190)], KERF).missing).toEqual([0, 0]);
    expect(nest([split], [want(1991, 190)], KERF).missing).toEqual([1]);
  });
});

describe('strips out of bars', async () => {
  const solver = createSolver(await loadHighs());
  const best = (boards: readonly Board[], wanted: readonly Wanted[]) => bestOfStrips(solver, nest(boards, wanted, KERF), boards, wanted, KERF); // prettier-ignore

  /** The least length of bars that some lengths come out of, all ways of sharing them out tried. */
  function leastLength(bars: readonly number[], lengths: readonly number[]): number {
    let least = Infinity;
    const left = bars.map((length) => length + KERF);
    const share = (at: number) => {
      const used = bars.reduce((all, length, i) => all + (left[i]! < length + KERF - 1e-9 ? length : 0), 0);
      if (used >= least) return;
      if (at === lengths.length) return void (least = used);
      left.forEach((room, i) => {
        if (room < lengths[at]! + KERF - 1e-9) return;
        left[i] = room - lengths[at]! - KERF;
        share(at + 1);
        left[i] = room;
      });
    };
    share(0);
    return least;
  }

  it('take the least wood of all ways that can be tried, and say that it is the least', () => {
    const bars = fc.array(size(600, 2400), { minLength: 2, maxLength: 4 });
    const lengths = fc.array(size(150, 900), { minLength: 2, maxLength: 6 });
    let compared = 0;
    fc.assert(
      fc.property(bars, lengths, (some, wanted) => {
        const boards = some.map((length, i) => board({ id: `bar-${i}`, length }));
        const blanks = wanted.map((length) => want(length, 150));
        const found = best(boards, blanks);
        judge(found, blanks);
        if (found.missing.some(Boolean)) return;
        compared++;
        const least = leastLength(some, wanted) * 200 * 32;
        expect([found.volume, found.least]).toEqual([expect.closeTo(least, 0), expect.closeTo(least, 0)]);
      }),
      { seed: 21, numRuns: 60 },
    );
    expect(compared).toBeGreaterThan(25);
  });

  it('that were cut from whole bars come out of as many again', () => {
    const random = numbers(5);
    for (let n = 0; n < 4; n++) {
      const planted = Array.from({ length: 6 }, () => {
        const cuts = Array.from({ length: 2 + Math.floor(random() * 3) }, () => 0.6 + random());
        const room = 3000 - (cuts.length - 1) * KERF;
        const all = cuts.reduce((a, b) => a + b, 0);
        return cuts.map((share) => Math.floor((share / all) * room));
      });
      const wanted = planted.flat().map((length) => want(length, 150));
      const found = best([board({ count: 9 })], wanted);
      judge(found, wanted);
      expect([found.sawn.length, found.least]).toEqual([6, expect.closeTo(found.volume, 0)]);
    }
  });

  it('that would lie beside each other but for the kerf are bars', () => {
    const lengths = [1400, 1300, 1250, 900, 800, 700, 650].map((length) => want(length, 60));
    const found = best([board({ count: 5, width: 123 })], lengths);
    judge(found, lengths);
    expect(found.least).toBeCloseTo(found.volume, 0);
  });

  it('are left as they were found where two blanks lie beside each other, a board has a knot, or the solver gives up', () => {
    const wanted = [want(900, 60, 7), want(700, 60, 7)];
    const found = nest([board({ count: 4, width: 130 })], wanted, KERF);
    expect(bestOfStrips(solver, found, [board({ count: 4, width: 130 })], wanted, KERF)).toBe(found);
    const knotty = [board({ count: 9, defects: [{ from: 100, to: 120 }] })];
    const strips = [want(1600, 150, 2), want(1300, 150, 3), want(500, 150, 4)];
    const round = { ...nest(knotty, strips, KERF), least: 0 };
    expect(bestOfStrips(solver, round, knotty, strips, KERF)).toBe(round);
    const quick = { ...nest([board({ count: 9 })], strips, KERF), least: 0 };
    expect(bestOfStrips(() => undefined, quick, [board({ count: 9 })], strips, KERF)).toBe(quick);
  });
});
