import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../testing/demo.ts';
import type { Observation, Seen } from '../../shop/record/index.ts';
import { knowing, minutesIn, USUAL_SCHOOLS } from '../../shop/tooling/index.ts';
import { cardsFor, leastAlone, minutesOf } from '../sequence/index.ts';
import { planJob, setupsOf } from '../plan/index.ts';
import { trustingOf } from './index.ts';

const { job, shop } = demo('looms');
const plan = planJob(job, shop);
const MACHINE = 'saw';
const there = plan.cards.filter(({ setups }) => setups[0]!.machine === MACHINE);
const elsewhere = plan.cards.find(({ setups }) => setups[0]!.machine !== MACHINE)!;

let lines = 0;
const line = (seen: Seen): Observation => ({
  ...seen,
  id: `line-${lines++}`,
  seen: '2027-03-15T08:00:00.000Z',
});
/** The size of a card’s first piece, so far off. */
const read = (card: string, reading: string, off: number): Observation =>
  line({ kind: 'measured', card, reading, name: reading, value: 8 + off, should: 8, within: 0.05 });
const set = (card: string): Observation => line({ kind: 'set', card, moved: [] });
const right = (count: number, off = 0.01) =>
  Array.from({ length: count }, (_, i) => read(there[0]!.id, `size ${i}`, off));

describe('a machine comes to be trusted', () => {
  it('by ten sizes of first test pieces that read right in a row; told by the farthest off', () => {
    expect(trustingOf(plan, right(9))).toEqual([]);
    expect(trustingOf(plan, [...right(9), read(there[1]!.id, 'a', -0.03)])).toEqual([
      { machine: MACHINE, count: 10, within: expect.closeTo(0.03, 9) as number },
    ]);
  });

  it('not by the same size again, other machines, gone cards, or pieces after a move', () => {
    const nine = right(9);
    const more = (...others: Observation[]) => trustingOf(plan, [...nine, ...others]);
    expect(more(read(there[0]!.id, 'size 0', 0))).toEqual([]);
    expect(more(read(elsewhere.id, 'a', 0), read('gone', 'b', 0))).toEqual([]);
    expect(more(set(there[1]!.id), read(there[1]!.id, 'a', 0))).toEqual([]);
    expect(more(set(there[1]!.id), read(there[2]!.id, 'a', 0))).toHaveLength(1);
  });

  it('after one that was off only by those since; the edge of what is right is right', () => {
    const off = read(there[1]!.id, 'a', 0.051);
    expect(trustingOf(plan, [...right(20), off])).toEqual([]);
    expect(trustingOf(plan, [off, ...right(12)])[0]?.count).toBe(12);
    expect(trustingOf(plan, right(10, 0.05))).toHaveLength(1);
  });

  it('once only: a shop that trusts it is asked no more', () => {
    const trusted = knowing(shop, MACHINE, { trust: { count: 10, within: 0.03 } });
    expect(trustingOf({ ...plan, basis: { job, shop: trusted } }, right(12))).toEqual([]);
    expect(knowing(trusted, MACHINE, { trust: undefined })).toEqual(shop);
  });
});

describe('a job in a shop that trusts its saw', () => {
  const trusting = knowing(shop, MACHINE, { trust: { count: 12, within: 0.03 } });
  const trusted = planJob(job, trusting);

  it('asks a test piece at the cards whose blade was changed, and at no others', () => {
    const changes = new Set<boolean>();
    for (const { setups, change, testCut, trusted: isTrusted } of trusted.cards) {
      const names = trusting.tools.flatMap(({ id, name }) =>
        id === setups[0]!.cutter ? [name] : [],
      );
      const isChanged = change.words.some((word) => names.includes(word));
      const isThere = setups[0]!.machine === MACHINE;
      expect(isTrusted === true).toBe(isThere && !isChanged);
      expect(/12 of 12/.test(testCut.text)).toBe(isThere && !isChanged);
      if (isThere) changes.add(isChanged);
    }
    expect(changes).toEqual(new Set([true, false]));
  });

  it('takes less time, and at a card as much less as its test takes', () => {
    expect(trusted.minutes).toBeLessThan(plan.minutes);
    const { testFigure, testCut } = minutesIn(shop);
    const setups = setupsOf(plan).filter(({ machine, tilt }) => machine === MACHINE && !tilt);
    const alone = (setup: (typeof setups)[number], own: typeof shop) => {
      const cards = cardsFor([{ joint: '', precedence: USUAL_SCHOOLS, setups: [setup] }], own);
      return minutesOf(cards, [0], own.minutes);
    };
    const known = setups.find(({ cutter }) => cutter === 'rip')!;
    const saved = alone(known, shop) - alone(known, trusting);
    expect((saved - testCut) / testFigure).toBeCloseTo(
      Math.round((saved - testCut) / testFigure),
      9,
    );
    expect(saved).toBeGreaterThan(testCut);
  });

  it('is never reckoned, before its order is known, to take more than it does', () => {
    const setups = setupsOf(plan);
    const pace = fc.option(fc.double({ min: 0.2, max: 3, noNaN: true }), { nil: undefined });
    const some = fc.subarray(setups, { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(some, pace, fc.boolean(), (chosen, times, isTrusted) => {
        const own = knowing(shop, MACHINE, {
          pace: times,
          trust: isTrusted ? { count: 10, within: 0.02 } : undefined,
        });
        const cards = cardsFor([{ joint: '', precedence: USUAL_SCHOOLS, setups: chosen }], own);
        const order = cards.map((_, i) => i);
        expect(leastAlone(chosen, own)).toBeLessThanOrEqual(
          minutesOf(cards, order, own.minutes) + 1e-9,
        );
      }),
      { numRuns: 60 },
    );
  });
});
