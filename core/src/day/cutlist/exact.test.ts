import * as fc from 'fast-check';
import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { createSolver } from '../../ground/solving/index.ts';
import type { Board } from '../../shop/stock/index.ts';
import { board, judge, KERF, want } from '../../testing/sawing.ts';
import { numbers } from '../../ground/units/index.ts';
import { leastWood } from './exact.ts';
import { cuttings } from './guillotine.ts';
import { nest, type Nest, type Wanted } from './nest.ts';

const solver = createSolver(await loadHighs());
const best = (boards: readonly Board[], wanted: readonly Wanted[]) =>
  leastWood(solver, nest(boards, wanted, KERF), boards, wanted, KERF);
/** No way found yet. */
const NOTHING = (wanted: readonly Wanted[]): Nest => ({
  sawn: [],
  missing: wanted.map(({ count }) => count),
  volume: 0,
  least: 0,
});
const size = (min: number, max: number) =>
  fc.integer({ min: min * 2, max: max * 2 }).map((n) => n / 2);

describe('strips out of bars', () => {
  /** The least length of bars that some lengths come out of, all ways of sharing them out tried. */
  function leastLength(bars: readonly number[], lengths: readonly number[]): number {
    let least = Infinity;
    const left = bars.map((length) => length + KERF);
    const share = (index: number) => {
      const used = bars.reduce(
        (sum, length, i) => sum + (left[i]! < length + KERF - 1e-9 ? length : 0),
        0,
      );
      if (used >= least) return;
      if (index === lengths.length) return void (least = used);
      left.forEach((room, i) => {
        if (room < lengths[index]! + KERF - 1e-9) return;
        left[i] = room - lengths[index]! - KERF;
        share(index + 1);
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
        const foundNest = best(boards, blanks);
        judge(foundNest, blanks);
        if (foundNest.missing.some(Boolean)) return;
        compared++;
        const least = leastLength(some, wanted) * 200 * 32;
        expect([foundNest.volume, foundNest.least]).toEqual([
          expect.closeTo(least, 0),
          expect.closeTo(least, 0),
        ]);
      }),
      { seed: 21, numRuns: 24 },
    );
    expect(compared).toBeGreaterThan(10);
  });

  it('that were cut from whole bars come out of as many again', () => {
    const random = numbers(5);
    for (let n = 0; n < 2; n++) {
      const planted = Array.from({ length: 6 }, () => {
        const cuts = Array.from({ length: 2 + Math.floor(random() * 3) }, () => 0.6 + random());
        const room = 3000 - (cuts.length - 1) * KERF;
        const all = cuts.reduce((a, b) => a + b, 0);
        return cuts.map((share) => Math.floor((share / all) * room));
      });
      const wanted = planted.flat().map((length) => want(length, 150));
      const foundNest = best([board({ count: 9 })], wanted);
      judge(foundNest, wanted);
      expect([foundNest.sawn.length, foundNest.least]).toEqual([
        6,
        expect.closeTo(foundNest.volume, 0),
      ]);
    }
  });

  it('that would lie beside each other but for the kerf are bars', () => {
    const lengths = [1400, 1300, 1250, 900, 800, 700, 650].map((length) => want(length, 60));
    const foundNest = best([board({ count: 5, width: 123 })], lengths);
    judge(foundNest, lengths);
    expect(foundNest.least).toBeCloseTo(foundNest.volume, 0);
  });
});

describe('few blanks out of boards', () => {
  type Size = readonly [length: number, width: number];

  /**
   * Whether sizes come out of a board: all their orders, all ways to bracket them, each pair beside
   * or after.
   */
  function comesOut(sizes: readonly Size[], length: number, width: number): boolean {
    const joined = (row: readonly Size[]): Size[] =>
      row.length === 1
        ? [row[0]!]
        : row.slice(1).flatMap((_, i) => {
            const [left, right] = [joined(row.slice(0, i + 1)), joined(row.slice(i + 1))];
            return left.flatMap(([l, w]) =>
              right.flatMap(([l2, w2]): Size[] => [
                [l + l2 + KERF, Math.max(w, w2)],
                [Math.max(l, l2), w + w2 + KERF],
              ]),
            );
          });
    const orders = (all: readonly Size[]): Size[][] =>
      all.length
        ? all.flatMap((eachSize, i) =>
            orders(all.filter((_, index) => index !== i)).map((more) => [eachSize, ...more]),
          )
        : [[]];
    return orders(sizes).some((row) =>
      joined(row).some(([l, w]) => l <= length + 1e-6 && w <= width + 1e-6),
    );
  }

  it('take the fewest of all ways to cut from edge to edge, and say so', () => {
    const sizes = fc.array(fc.tuple(size(250, 1000), size(40, 130)), {
      minLength: 2,
      maxLength: 4,
    });
    const seen = new Set<number>();
    fc.assert(
      fc.property(sizes, (wanted) => {
        const boards = [board({ count: 4, length: 1100, width: 140 })];
        const blanks = wanted.map(([length, width]) => want(length, width));
        const foundNest = best(boards, blanks);
        judge(foundNest, blanks);
        const shares = (index: number, bins: Size[][]): number => {
          if (index === wanted.length) return bins.length;
          const open = bins
            .map((bin, i) => [i, [...bin, wanted[index]!] as Size[]] as const)
            .filter(([, bin]) => comesOut(bin, 1100, 140));
          const ways = open.map(([i, bin]) =>
            shares(
              index + 1,
              bins.map((own, b) => (b === i ? bin : own)),
            ),
          );
          return Math.min(shares(index + 1, [...bins, [wanted[index]!]]), ...ways);
        };
        const least = shares(0, []);
        seen.add(least);
        expect([foundNest.sawn.length, foundNest.least]).toEqual([
          least,
          expect.closeTo(foundNest.volume, 0),
        ]);
      }),
      { seed: 4, numRuns: 60 },
    );
    expect([...seen].sort()).toEqual([1, 2, 3, 4].slice(0, seen.size));
    expect(seen.size).toBeGreaterThan(2);
  });

  it('that were cut out of whole boards, first along or first across, come out of as many again', () => {
    const random = numbers(12);
    const sawnUp = (length: number, width: number, pieces: number): Size[] => {
      if (pieces === 1) return [[length, width]];
      const first = 1 + Math.floor(random() * (pieces - 1));
      const share = 0.3 + 0.4 * random();
      const along = length > 4 * width;
      const cut = Math.floor((along ? length : width) * share);
      const rest = (along ? length : width) - cut - KERF;
      return along
        ? [...sawnUp(cut, width, first), ...sawnUp(rest, width, pieces - first)]
        : [...sawnUp(length, cut, first), ...sawnUp(length, rest, pieces - first)];
    };
    for (let n = 0; n < 6; n++) {
      const planted = [sawnUp(2000, 300, 5), sawnUp(2000, 300, 4)].flat();
      const blanks = planted.map(([length, width]) => want(length, width));
      const foundNest = best([board({ count: 5, length: 2000, width: 300 })], blanks);
      judge(foundNest, blanks);
      expect([foundNest.sawn.length, foundNest.least]).toEqual([
        2,
        expect.closeTo(foundNest.volume, 0),
      ]);
    }
  });

  it('are sawn round a knot, on both sides of it at once, without saying that it is the least', () => {
    const knotty = board({ length: 1000, count: 1, defects: [{ from: 400, to: 410 }] });
    const blanks = [want(400, 98), want(395, 98), want(585, 60, 3)];
    const foundNest = leastWood(solver, NOTHING(blanks), [knotty], blanks, KERF);
    judge(foundNest, blanks);
    expect(foundNest.least).toBe(0);
    expect([foundNest.missing, foundNest.sawn[0]!.placed.length]).toEqual([[0, 0, 0], 5]);
  });

  it('of a thick or another wood stay out of boards that are not', () => {
    const boards = [
      board({ id: 'thin', thickness: 26, length: 1000 }),
      board({ id: 'thick', length: 1000 }),
    ];
    const blanks = [want(480, 95, 2, 30), want(480, 95, 4)];
    const foundNest = leastWood(solver, NOTHING(blanks), boards, blanks, KERF);
    judge(foundNest, blanks);
    expect(foundNest.missing).toEqual([0, 0]);
  });
});

describe('one set of blanks out of one area', () => {
  const area = { x: 10, y: 5, length: 1000, width: 200 };

  it('leaves what is beside it to its full width, and what is above it as long as it is', () => {
    const all = cuttings([{ length: 600, width: 90 }], [2], [area], KERF, 100)!;
    const filled = all.cut([area], [1])!;
    expect(filled.placed).toEqual([{ blank: 0, x: 10, y: 5, length: 600, width: 90 }]);
    expect(filled.left).toEqual([
      { x: 10 + 600 + KERF, y: 5, length: expect.closeTo(400 - KERF, 9) as number, width: 200 },
      { x: 10, y: 5 + 90 + KERF, length: 600, width: expect.closeTo(110 - KERF, 9) as number },
    ]);
    /**
     * Two of one sort lie beside each other; three don’t come out of it, nor does one of another
     * area that is too small.
     */
    expect(
      all
        .cut([area], [2])!
        .placed.map(({ y }) => y)
        .sort((a, b) => a - b),
    ).toEqual([5, 5 + 90 + KERF]);
    expect(all.cut([{ ...area, length: 599 }], [1])).toBeUndefined();
  });

  it('isn’t reckoned where there are too many', () => {
    expect(cuttings([{ length: 60, width: 90 }], [13], [area], KERF, 100)).toBeUndefined();
  });
});

describe('the way that was found', () => {
  it('stays where they are too many to be weighed, and where the solver gives up', () => {
    const many = Array.from({ length: 14 }, (_, i) => want(900 - 10 * i, 60));
    const boards = [board({ count: 9, width: 130 })];
    const found = { ...nest(boards, many, KERF), least: 0 };
    expect(leastWood(solver, found, boards, many, KERF)).toBe(found);
    const strips = [want(1600, 150, 2), want(1300, 150, 3), want(500, 150, 4)];
    const quick = { ...nest([board({ count: 9 })], strips, KERF), least: 0 };
    expect(leastWood(() => undefined, quick, [board({ count: 9 })], strips, KERF)).toBe(quick);
  });
});
