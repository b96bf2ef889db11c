import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clearAreas, type Area, type Board } from './board.ts';

const KERF = 3.2;
const board = (more: Partial<Board>): Board => ({
  id: 'b',
  name: 'Board',
  count: 1,
  length: 3000,
  width: 200,
  thickness: 32,
  species: '',
  ends: 0,
  defects: [],
  ...more,
});
const size = (min: number, max: number) =>
  fc.integer({ min: min * 2, max: max * 2 }).map((n) => n / 2);
const defect = fc
  .record({
    from: size(0, 2900),
    long: size(1, 300),
    across: fc.option(fc.record({ from: size(0, 190), wide: size(1, 120) })),
  })
  .map(({ from, long, across }) => ({
    from,
    to: from + long,
    ...(across && { across: { from: across.from, to: across.from + across.wide } }),
  }));

/** How far two areas lie apart, in the direction in which they are farther. */
const apart = (a: Area, b: Area): number =>
  Math.max(a.x - b.x - b.length, b.x - a.x - a.length, a.y - b.y - b.width, b.y - a.y - a.width);

describe('the clear wood of a board', () => {
  it('lies inside its trimmed ends, clear of every defect, and a kerf apart wherever a saw has to part it', () => {
    fc.assert(
      fc.property(fc.array(defect, { maxLength: 4 }), size(0, 60), (defects, ends) => {
        for (const areas of clearAreas(board({ defects, ends }), KERF)) {
          for (const [i, area] of areas.entries()) {
            expect(area.x).toBeGreaterThanOrEqual(ends);
            expect(area.x + area.length).toBeLessThanOrEqual(3000 - ends + 1e-9);
            expect([area.y >= 0, area.y + area.width <= 200 + 1e-9]).toEqual([true, true]);
            for (const { from, to, across } of defects) {
              const bad: Area = {
                x: from,
                y: across?.from ?? 0,
                length: to - from,
                width: across ? across.to - across.from : 200,
              };
              expect(apart(area, bad)).toBeGreaterThanOrEqual(-1e-9);
            }
            for (const other of areas.slice(i + 1))
              expect(apart(area, other)).toBeGreaterThanOrEqual(KERF - 1e-9);
          }
        }
      }),
      { seed: 8, numRuns: 300 },
    );
  });

  it('round a knot in the middle: across it two stretches and what is beside it, along it two strips and what is before and after it', () => {
    const knotty = board({
      ends: 20,
      defects: [{ from: 1000, to: 1100, across: { from: 80, to: 130 } }],
    });
    const [across, along] = clearAreas(knotty, KERF).map((areas) =>
      areas.map(({ length, width }) => [length, width].map((n) => Math.round(n * 1e6) / 1e6)),
    );
    expect(across).toEqual([
      [980, 200],
      [1880, 200],
      [100 - 2 * KERF, 80],
      [100 - 2 * KERF, 70],
    ]);
    expect(along).toEqual([
      [2960, 80],
      [2960, 70],
      [980, 50 - 2 * KERF],
      [1880, 50 - 2 * KERF],
    ]);
    /** What is too small for anything is none. */
    expect(clearAreas(board({ defects: [{ from: 5, to: 2995 }] }), KERF)[0]).toEqual([]);
  });
});
