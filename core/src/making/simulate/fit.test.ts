import { describe, expect, it } from 'vitest';
import { fitBetween, isFitMet } from './fit.ts';

/** Bounds of the classes, mm: rattles 0.3, loose 0.15, slip 0.05, snug 0, tap -0.05, tight. */
const holds = (least: number, most: number, asked: number, usual = (least + most) / 2) =>
  fitBetween({ least, most }, asked, usual).holds;

describe('a fit over all measured pieces', () => {
  it('holds in the class that was asked for and in those next to it, at either end', () => {
    expect([holds(0.06, 0.14, 0.1), holds(0.01, 0.29, 0.1, 0.1)]).toEqual([true, true]);
    /** Slip was asked: rattles is two classes off, tap is too. */
    expect([holds(0.1, 0.31, 0.1, 0.1), holds(-0.01, 0.1, 0.1, 0.1)]).toEqual([false, false]);
    expect(fitBetween({ least: -0.25, most: 0.35 }, 0.05, 0.05)).toEqual({
      asked: 'slip',
      loosest: 'rattles',
      tightest: 'tight',
      holds: false,
    });
  });

  it('is not held against what rounding leaves on all pieces alike, only what pieces differ by', () => {
    /** All come 0.1 tighter than was asked. */
    expect(holds(-0.05, -0.05, 0.05)).toBe(true);
    /**
     * As much tighter, and 0.1 apart besides: the tightest stays a class off, one more and it is
     * two.
     */
    expect([holds(-0.1, 0, 0.05), holds(-0.11, 0.01, 0.05)]).toEqual([true, false]);
    /** What all come looser by can’t be put back. */
    expect(holds(0.31, 0.31, 0.05)).toBe(false);
  });

  it('is met where what was asked for is among what comes out', () => {
    const met = (least: number, most: number) => isFitMet(fitBetween({ least, most }, 0.1, 0.1));
    expect([met(0.06, 0.14), met(0.01, 0.1), met(0.1, 0.2), met(0.01, 0.04)]).toEqual([
      true,
      true,
      true,
      false,
    ]);
  });
});
