import * as fc from 'fast-check';
import Fraction from 'fraction.js';
import { describe, expect, it } from 'vitest';
import {
  formatFigure,
  formatLength,
  formatNumber,
  IMPERIAL,
  INCH,
  METRIC,
  parseAngle,
  parseLength,
  parseRun,
  roundTo,
  writeLength,
  type LengthStyle,
} from './index.ts';

const read = (text: string, style: LengthStyle = METRIC): number => {
  const parsed = parseLength(text, style);
  if (!parsed.ok) throw new Error(`${text}: ${parsed.message}`);
  return parsed.value;
};

describe('reading an angle', () => {
  it.each([
    ['7.5', 7.5],
    ['7,5°', 7.5],
    ['-4 degrees', -4],
    ['1:1', 45],
    ['1 in 6', (Math.atan(1 / 6) * 180) / Math.PI],
    ['-20 on 120 mm', -(Math.atan(1 / 6) * 180) / Math.PI],
    ['1/2" on 3"', (Math.atan(1 / 6) * 180) / Math.PI],
  ])('reads %s', (text, degrees) => {
    const parsed = parseAngle(text, METRIC);
    expect(parsed.ok && parsed.value).toBeCloseTo(degrees, 5);
  });

  it.each(['', 'steep', '1 in 0', '7 mm', '1:'])('says that “%s” is no angle', (text) => {
    expect(parseAngle(text, METRIC)).toMatchObject({
      ok: false,
      message: expect.stringContaining('1 in 6') as string,
    });
  });
});

describe('reading a length', () => {
  it.each([
    ['35', 35],
    ['35 mm', 35],
    ['35mm', 35],
    ['12,5 mm', 12.5],
    ['2 cm', 20],
    ['1 3/8"', 1.375 * INCH],
    ['1-3/8"', 1.375 * INCH],
    ['1⅜"', 1.375 * INCH],
    ['4-5/8″', 4.625 * INCH],
    ['2\' 3 1/2"', 27.5 * INCH],
    ["2' 3 1/2", 27.5 * INCH],
    ['2\'-3"', 27 * INCH],
    ['.789"', 0.789 * INCH],
    ['23/32 in', (23 / 32) * INCH],
    ['3/8ths in', 0.375 * INCH],
    ['3/8ths', 0.375 * INCH],
    ['1 5/32nds', (1 + 5 / 32) * INCH],
    ['3/8ths mm', 0.375],
    ['1-3/8ths"', 1.375 * INCH],
    ['23/32nds"', (23 / 32) * INCH],
    ['3/4" - 1/32"', (23 / 32) * INCH],
    ['1/4" + 2mm', INCH / 4 + 2],
    ['½ in', INCH / 2],
    ['1 1⁄2 inches', 1.5 * INCH],
    [' 7.05 ', 7.05],
    ['-2', -2],
    ['10 − 0,5', 9.5],
  ])('reads %s', (text, mm) => expect(read(text)).toBeCloseTo(mm, 9));

  it('refuses what nobody writes, at once: four hundred digits are no length and no angle', () => {
    for (const text of ['9'.repeat(400), `1${' '.repeat(60_000)}in`]) {
      expect(parseLength(text, METRIC)).toMatchObject({
        ok: false,
        message: 'A length is written in at most 100 characters.',
      });
      expect(parseAngle(text, METRIC)).toMatchObject({
        ok: false,
        message: 'An angle is written in at most 100 characters.',
      });
    }
  });

  it('takes the unit of the shop for a bare number', () => {
    expect(read('1 3/8', IMPERIAL)).toBeCloseTo(34.925, 9);
    expect(read('1⅜', IMPERIAL)).toBeCloseTo(34.925, 9);
    expect(read('35', IMPERIAL)).toBeCloseTo(889, 9);
  });

  it.each([
    ['', 0],
    ['abc', 0],
    ['35 mn', 4],
    ['1/0', 2],
    ['12..5', 2],
    ['3/4 -1/8', 3],
    ['1,234.5', 5],
    ['5 + ', 4],
    ['0x10', 1],
    ['1e3', 1],
  ])('refuses %j and shows where', (text, i) => {
    const parsed = parseLength(text, METRIC);
    expect(parsed.ok).toBe(false);
    expect(parsed).toMatchObject({ at: i });
    expect((parsed as { message: string }).message).toMatch(/\.$/);
  });

  it('adds and takes away fractions exactly as fraction.js does', () => {
    const fraction = fc.tuple(
      fc.nat({ max: 40 }),
      fc.nat({ max: 63 }),
      fc.constantFrom(2, 4, 8, 16, 32, 64),
    );
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fraction, fc.constantFrom('+', '-')), { minLength: 1, maxLength: 5 }),
        (terms) => {
          const text = terms
            .map(([[w, n, d], sign], i) => `${i ? ` ${sign} ` : ''}${w} ${n % d}/${d}"`)
            .join('');
          const exact = terms.reduce(
            (sum, [[w, n, d], sign], i) =>
              i && sign === '-'
                ? sum.sub(new Fraction(n % d, d).add(w))
                : sum.add(new Fraction(n % d, d).add(w)),
            new Fraction(0),
          );
          expect(read(text) / INCH).toBeCloseTo(exact.valueOf(), 9);
        },
      ),
      { seed: 7 },
    );
  });

  it('reads runs, a whole number followed by a proper fraction being one value', () => {
    expect(parseRun('22.1 22.0  21,8', METRIC)).toEqual({ ok: true, values: [22.1, 22, 21.8] });
    expect(parseRun('22.1, 22.0; 21.8 mm', METRIC)).toEqual({ ok: true, values: [22.1, 22, 21.8] });
    const inches = parseRun('3/4 25/32 1 1/16', IMPERIAL);
    expect(inches.ok && inches.values.map((v) => Number((v / INCH).toFixed(9)))).toEqual([
      0.75, 0.78125, 1.0625,
    ]);
    expect(parseRun('22 abc', METRIC)).toMatchObject({ ok: false, at: 3 });
    expect(parseRun('22 0', METRIC).ok).toBe(false);
  });
});

describe('writing a length', () => {
  it.each([
    [34.925, IMPERIAL, '1 3/8 in'],
    [12.7, IMPERIAL, '1/2 in'],
    [0, IMPERIAL, '0 in'],
    [-3.175, IMPERIAL, '-1/8 in'],
    [25.4, IMPERIAL, '1 in'],
    [14.95, METRIC, '14.95 mm'],
    [7.049, METRIC, '7.05 mm'],
    [12.5, { ...METRIC, decimal: ',' as const }, '12,5 mm'],
    [12.7, { ...IMPERIAL, inches: 'decimal' as const }, '0.500 in'],
  ])('writes %d', (mm, style, text) => expect(formatLength(mm, style)).toBe(text));

  it('shows what a fraction leaves out of a figure that is set in thousandths', () => {
    expect(formatFigure(12.7 - 0.002 * INCH, IMPERIAL)).toBe('1/2 in − 0.002 in');
    expect(formatFigure(12.7, IMPERIAL)).toBe('1/2 in');
    /** Thousandths have no rest, however they were rounded. */
    const decimals = { ...IMPERIAL, inches: 'decimal' } as const;
    expect(formatFigure(1.3125 * INCH, decimals)).toBe('1.313 in');
    /** Less than any fraction is told in thousandths, and only nothing as nothing. */
    expect([0.1, -0.1, 0.02, 0.01, 0].map((v) => formatLength(v, IMPERIAL))).toEqual([
      '0.004 in',
      '-0.004 in',
      '0.001 in',
      '0 in',
      '0 in',
    ]);
  });

  const styles = [
    METRIC,
    { ...METRIC, graduation: 0.1 },
    { ...METRIC, graduation: 0.01, decimal: ',' as const },
    IMPERIAL,
    { ...IMPERIAL, graduation: INCH / 16 },
    { ...IMPERIAL, inches: 'decimal' as const },
  ];
  it('reads back within the graduation, whatever the style, and says what it left out', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3000, max: 3000, noNaN: true }),
        fc.constantFrom(...styles),
        (mm, style) => {
          const back = read(formatNumber(mm, style), style);
          const step =
            style.inches === 'decimal' && style.system === 'in' ? INCH / 1000 : style.graduation;
          expect(Math.abs(back - mm)).toBeLessThanOrEqual(step / 2 + 1e-9);
          expect(back + writeLength(mm, style).remainder).toBeCloseTo(mm, 6);
        },
      ),
      { seed: 11 },
    );
  });
});

describe('rounding to a scale', () => {
  it('goes the way it is told, in whole steps, and never past one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -500, max: 500, noNaN: true }),
        fc.constantFrom(0.05, 0.1, 0.5, INCH / 64),
        (value, step) => {
          const [up, down, nearest] = (['up', 'down', 'nearest'] as const).map((d) =>
            roundTo(value, step, d),
          );
          expect(up! - value).toBeGreaterThanOrEqual(-step * 2e-6);
          expect(value - down!).toBeGreaterThanOrEqual(-step * 2e-6);
          expect(up! - down!).toBeLessThanOrEqual(step * 1.000001);
          expect(Math.abs(nearest! - value)).toBeLessThanOrEqual(step / 2 + 1e-9);
          for (const v of [up!, down!])
            expect(Math.abs(v / step - Math.round(v / step))).toBeLessThan(1e-4);
        },
      ),
      { seed: 3 },
    );
  });

  it('does not add a step for a floating hair: 0.1 + 0.2 up to 0.1 stays 0.3', () => {
    expect(roundTo(0.1 + 0.2, 0.1, 'up')).toBeCloseTo(0.3, 9);
    expect(roundTo(14.95, 0, 'up')).toBe(14.95);
  });
});
