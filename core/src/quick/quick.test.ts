import * as fc from 'fast-check';
import Fraction from 'fraction.js';
import { describe, expect, it } from 'vitest';
import { TEST_SHOP, withTool } from '../testing/shops.ts';
import { starterShop } from '../shop/tooling/index.ts';
import { IMPERIAL, INCH, METRIC, speak } from '../ground/units/index.ts';
import { QUICK_FIGURES, type Answer, type Given } from './index.ts';

const SHOPS = [TEST_SHOP, starterShop({ name: 'Inch', units: 'in', size: 'full', guardOff: true })];
const question = (id: string) => QUICK_FIGURES.find((q) => q.id === id)!;
const start = (id: string, shop = TEST_SHOP): Given =>
  Object.fromEntries(
    question(id)
      .asks(shop)
      .map((a) => [a.id, a.initial]),
  );
const ask = (id: string, given: Given = {}, shop = TEST_SHOP) =>
  question(id).answer({ ...start(id, shop), ...given }, shop);
const answer = (id: string, given: Given = {}, shop = TEST_SHOP): Answer => {
  const got = ask(id, given, shop);
  if (!got.ok) throw new Error(speak(got.clash.message, METRIC));
  return got.answer;
};
const found = (id: string, given: Given = {}) =>
  answer(id, given).found.map((f) => Number(f.value.toFixed(6)));
const why = (id: string, given: Given = {}) => {
  const got = ask(id, given);
  return got.ok ? '' : `${got.clash.ask}: ${speak(got.clash.message, METRIC)}`;
};

describe('quick figures', () => {
  it.each(QUICK_FIGURES.map((q) => [q.id] as const))(
    '%s answers as it opens, in either unit, with working, drawing and a use',
    (id) => {
      for (const shop of SHOPS) {
        const { found, working, sketch, uses } = answer(id, {}, shop);
        expect(found.length).toBeGreaterThan(0);
        expect(found.every((f) => Number.isFinite(f.value))).toBe(true);
        expect(working.length).toBeGreaterThan(0);
        for (const sentence of working) expect(speak(sentence, shop.style)).not.toMatch(/[{}]|NaN/);
        expect(sketch.shapes.length).toBeGreaterThan(1);
        expect(sketch.marks.length).toBeGreaterThan(0);
        expect(sketch.shapes.flatMap((s) => s.points.flat()).every(Number.isFinite)).toBe(true);
        /** Squareness is of a machine, not of a joint. */
        expect(uses.length > 0).toBe(id !== 'five-cuts');
        const ids = question(id)
          .asks(shop)
          .map((a) => a.id);
        expect(new Set(ids).size).toBe(ids.length);
      }
    },
  );

  /**
   * The worked values of the trade: T = 22, t = 8, a = 7, k = 3.2, l = 50, d = 8, round base of
   * 150.
   */
  it('gives the worked values', () => {
    expect(found('blade-height', { T: 22, t: 8, off: 7 })).toEqual([7, 7]);
    expect(found('upright-fence', { T: 22, t: 8, off: 7 })).toEqual([15]);
    expect(found('upright-fence', { T: 22, t: 8, off: 6 })).toEqual([14, 16]);
    expect(found('stepped-cut', { t: 8, off: 7, k: 3.2, lead: 4, ring: 80 })).toEqual([
      11.2, 15, 3.8,
    ]);
    expect(found('stepped-cut', { t: 8, off: 0, k: 3.2 })).toEqual([11.2, 8]);
    expect(found('stop-spacing', { l: 50, d: 8, B1: 75, B2: 75 })).toEqual([192, 96, 96, 42]);
    expect(found('bushing-slot', { ask: 'slot', m: 8, d: 8, G: 17 })[0]).toBe(17);
    expect(found('bushing-slot', { ask: 'slot', m: 50, d: 8, G: 17 })[0]).toBe(59);
    /** Common practice: a 9.5 cutter and a 16 bushing; really 15.9, it makes the mortise 10.1. */
    expect(found('bushing-slot', { ask: 'slot', m: 10, d: 9.5, G: 16 })[0]).toBe(16.5);
    expect(found('bushing-slot', { ask: 'mortise', m: 16.5, d: 9.5, G: 15.9 })[0]).toBe(10.1);
    expect(found('screw-turns', { x: 11.2, lead: 4, ring: 80 }).slice(0, 2)).toEqual([2.8, 11.2]);
    expect(
      answer('thirds', { T: 0.75 * INCH }, withTool(SHOPS[1]!, 'x', {})).found[0]!.value,
    ).toBeCloseTo(INCH / 4, 9);
    /** Five cuts, common practice: (A − B)/4 over the strip, carried on to the end of the fence. */
    expect(found('five-cuts', { A: 25.4, B: 25, L: 400, F: 600 })).toEqual([0.15, 0.1]);
    expect(
      answer('five-cuts', { A: 25, B: 25.4, L: 400, F: 600 }, SHOPS[0]).working[2]!.text,
    ).toMatch(/^so that the end cut last gets narrower/);
    expect(found('drawbore', { peg: 8, off: 1.5, L: 38 })).toEqual([10.5, 12, 23.5]);
    /** Movement: size x coefficient x change; northern red oak, Wood Handbook, from memory. */
    const oak = answer('movement', {
      W: 300,
      wood: 'northern-red-oak',
      rings: 'flat',
      t1: 21.11,
      h1: 30,
      t2: 21.11,
      h2: 65,
    });
    expect(oak.found[0]!.value).toBeCloseTo(300 * 0.00369 * (12.0 - 6.2), 0);
  });

  it('both ways round, bushing and slot undo one another', () => {
    const size = fc.double({ min: 6, max: 30, noNaN: true });
    fc.assert(
      fc.property(size, size, size, (a, b, c) => {
        const [d, G] = [Math.min(a, b), Math.max(a, b) + 0.5];
        const m = d + c / 4;
        const slot = answer('bushing-slot', { ask: 'slot', m, d, G }).found[0]!.value;
        expect(
          answer('bushing-slot', { ask: 'mortise', m: slot, d, G }).found[0]!.value,
        ).toBeCloseTo(m, 9);
      }),
      { seed: 3, numRuns: 100 },
    );
  });

  it('adds fractions as fraction.js does', () => {
    const part = fc.tuple(fc.nat({ max: 9 }), fc.nat({ max: 63 }), fc.constantFrom(8, 16, 32, 64));
    fc.assert(
      fc.property(part, part, ([w, n, d], [v, m, e]) => {
        const sum = `${w} ${n % d}/${d}" + ${v} ${m % e}/${e}"`;
        const exact = new Fraction(n % d, d)
          .add(w)
          .add(new Fraction(m % e, e))
          .add(v);
        const [allFound, half] = answer('fractions', { sum }).found;
        expect(allFound!.value / INCH).toBeCloseTo(exact.valueOf(), 9);
        expect(half!.value / INCH).toBeCloseTo(exact.div(2).valueOf(), 9);
      }),
      { seed: 8, numRuns: 100 },
    );
    expect(speak(answer('fractions', { sum: '3/4" - 1/32"' }).working[0]!, IMPERIAL)).toMatch(
      /^0.7188 in/,
    );
  });

  it('what can’t be is told at the field, with its numbers', () => {
    expect(why('bushing-slot', { d: 12, G: 10 })).toMatch(
      /^G: The bushing, 10.0 mm, must be larger than the cutter/,
    );
    expect(why('bushing-slot', { m: 8, d: 9.5, G: 16 })).toMatch(
      /^d: The cutter, 9.5 mm, is wider than the mortise, 8.0 mm/,
    );
    expect(why('bushing-slot', { ask: 'mortise', m: 12, d: 9.5, G: 16 })).toMatch(
      /^m: The slot, 12.0 mm, is narrower/,
    );
    expect(why('upright-fence', { T: 22, t: 16, off: 8 })).toMatch(
      /^t: .*make 24.0 mm; the stock is 22.0 mm/,
    );
    expect(why('stop-spacing', { l: 6, d: 8 })).toMatch(/^d:/);
    expect(why('stack', { K: 4, outer: 6.4 })).toMatch(/^K: The outer blades alone/);
    expect(why('drawbore', { peg: 8, off: 5 })).toMatch(/^off:/);
    expect(why('drawbore', { L: 12 })).toMatch(/^L:/);
    expect(why('fractions', { sum: '3/4 -' })).toMatch(/^sum:/);
    expect(why('thirds', { T: 4 })).toMatch(/^T: The smallest cutter/);
    expect(
      answer('rim-speed', { d: 60, rpm: 22_000, mark: 30_000 })
        .working.map((w) => w.text)
        .join(),
    ).toMatch(/turn it down to 16000/);
    expect(
      answer('stepped-cut', { t: 8, off: 2, k: 3.2 })
        .working.map((w) => w.text)
        .join(),
    ).toMatch(/sacrificial/);
  });
});
