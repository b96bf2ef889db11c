import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  fewestBlocks,
  INCH,
  MOST_BLOCKS,
  onScale,
  stamped,
  stepOf,
  turnsFor,
  turnsInWords,
} from './index.ts';

const RUNS = { seed: 31, numRuns: 300 };
const rounding = fc.constantFrom('up' as const, 'down' as const, 'nearest' as const);
const length = fc.double({ min: 0.01, max: 300, noNaN: true });

describe('a scale with a zero of its own', () => {
  it('reads what it must for the figure to stand where it should, to a line of the scale', () => {
    fc.assert(
      fc.property(
        length,
        rounding,
        fc.constantFrom(0.1, 0.5, 1, INCH / 64),
        fc.double({ min: -2, max: 2, noNaN: true }),
        (wanted, way, graduation, zero) => {
          const { reading, value, error } = onScale(wanted, { unit: 'mm', graduation, zero }, way);
          expect(value + error).toBeCloseTo(wanted, 9);
          expect(reading + zero).toBeCloseTo(value, 9);
          expect(Math.abs(reading / graduation - Math.round(reading / graduation))).toBeLessThan(
            1e-4,
          );
          const beyond = { up: error, down: -error, nearest: 0 }[way];
          expect(beyond).toBeLessThan(graduation * 1e-5);
        },
      ),
      RUNS,
    );
  });
});

describe('a screw', () => {
  /**
   * ASME B1.1, No. 10-32 UNF: 32 threads to the inch; ISO 261, M6 coarse: 1 mm. Both values from
   * memory.
   */
  it('moves a thirty-second of an inch in a turn of 32 threads, a millimetre in a turn of M6 coarse', () => {
    expect(turnsFor(INCH / 32, { lead: INCH / 32, divisions: 0 })).toMatchObject({
      whole: 1,
      parts: 0,
    });
    expect(turnsFor(3.25, { lead: 1, divisions: 0 })).toMatchObject({
      whole: 3,
      parts: 1,
      error: 0,
    });
  });

  it('the worked step of 11.2 with a lead of 4 is 2.8 turns, and 13.25 is three turns and 1.25 on the ring', () => {
    const first = turnsFor(11.2, { lead: 4, divisions: 80 });
    expect(first.whole + first.parts / first.partsPerTurn).toBeCloseTo(2.8, 9);
    expect(turnsInWords(first)).toBe('2 turns and 64 of 80');
    const second = turnsFor(13.25, { lead: 4, divisions: 80 });
    expect([second.whole, (second.parts * 4) / 80]).toEqual([3, 1.25]);
    expect(turnsInWords(turnsFor(1.5, { lead: 1, divisions: 0 }))).toBe('1 turn and a half');
    expect(turnsInWords(turnsFor(0.25, { lead: 1, divisions: 0 }))).toBe('a quarter turn');
  });

  it('what it moves and what is left make the move, and the turns said are the turns made', () => {
    fc.assert(
      fc.property(
        length,
        rounding,
        fc.constantFrom(1, 1.5, 4, INCH / 32),
        fc.constantFrom(0, 10, 80),
        (wanted, way, lead, divisions) => {
          const { whole, parts, partsPerTurn, value, error } = turnsFor(
            wanted,
            { lead, divisions },
            way,
          );
          expect(value + error).toBeCloseTo(wanted, 9);
          expect((whole + parts / partsPerTurn) * lead).toBeCloseTo(value, 6);
          expect(Math.abs(error)).toBeLessThanOrEqual(stepOf({ lead, divisions }) * 1.0001);
        },
      ),
      RUNS,
    );
  });

  it('without a lead it is refused: it would never move anything', () => {
    expect(() => turnsFor(1, { lead: 0, divisions: 10 })).toThrow(/lead/);
  });
});

/** Every pile there is, by counting through all of them. */
function byBruteForce(
  wanted: number,
  box: readonly number[],
  tolerance: number,
  way: 'up' | 'down' | 'nearest',
) {
  let best: { count: number; error: number } | undefined;
  for (let mask = 1; mask < 1 << box.length; mask++) {
    const pile = box.filter((_, i) => mask & (1 << i));
    const error = wanted - pile.reduce((a, b) => a + b, 0);
    const allowed =
      Math.abs(error) <= tolerance + 1e-6 &&
      !(way === 'up' && error > 1e-6) &&
      !(way === 'down' && error < -1e-6);
    if (!allowed || pile.length > MOST_BLOCKS) continue;
    const better =
      !best ||
      pile.length < best.count ||
      (pile.length === best.count && Math.abs(error) < Math.abs(best.error) - 1e-6);
    if (better) best = { count: pile.length, error };
  }
  return best;
}

describe('the fewest blocks', () => {
  it('agrees with looking at every pile there is', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.constantFrom(
            0.05,
            0.1,
            0.2,
            0.5,
            1,
            2,
            3,
            5,
            10,
            20,
            INCH / 4,
            INCH / 8,
            INCH / 16,
            12.7,
          ),
          {
            minLength: 1,
            maxLength: 11,
          },
        ),
        fc.array(fc.nat({ max: 10 }), { minLength: 1, maxLength: 8 }),
        fc.double({ min: -0.06, max: 0.06, noNaN: true }),
        fc.constantFrom(0.02, 0.1, 1),
        rounding,
        (box, chosen, off, tolerance, way) => {
          const wanted = [...new Set(chosen)].reduce((sum, i) => sum + (box[i] ?? 0), 0) + off;
          const pile = fewestBlocks(wanted, box, tolerance, way);
          const best = byBruteForce(wanted, box, tolerance, way);
          expect(pile?.blocks.length).toBe(best?.count);
          if (!pile || !best) return;
          expect(Math.abs(pile.error)).toBeCloseTo(Math.abs(best.error), 5);
          expect(pile.value + pile.error).toBeCloseTo(wanted, 9);
          expect(pile.blocks.reduce((a, b) => a + b, 0)).toBeCloseTo(pile.value, 9);
          for (const block of box)
            expect(pile.blocks.filter((b) => b === block).length).toBeLessThanOrEqual(
              box.filter((b) => b === block).length,
            );
        },
      ),
      { seed: 5, numRuns: 400 },
    );
  });

  it('each is called by what is stamped on it, in the unit it is made in', () => {
    expect([4, 0.5, 0.05, 1.5875, INCH / 4, 1.25 * INCH, 0.001 * INCH].map(stamped)).toEqual([
      '4 mm',
      '0.5 mm',
      '0.05 mm',
      '1/16 in',
      '1/4 in',
      '1 1/4 in',
      '0.001 in',
    ]);
  });

  it('1 1/4 is 1 + 1/4, and 3/4 is 1/2 + 1/4', () => {
    const box = [1 / 8, 1 / 4, 1 / 2, 1, 2].map((b) => b * INCH);
    const inches = (wanted: number) =>
      fewestBlocks(wanted * INCH, box, 0.001)!.blocks.map((b) => b / INCH);
    expect(inches(1.25)).toEqual([1, 0.25]);
    expect(inches(0.75)).toEqual([0.5, 0.25]);
    expect(fewestBlocks(40 * INCH, box, 0.001)).toBeUndefined();
  });
});
