import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../testing/demo.ts';
import { clockOf, type Timed } from './clock.ts';
import type { Card } from './card.ts';
import { planJob } from './plan.ts';

interface Made {
  readonly id: string;
  readonly machine: string;
  readonly change: Card['change'];
  readonly cutting: number;
  readonly after: Card['after'];
  readonly count: number;
}
const card = (
  id: string,
  machine: string,
  setting: number,
  cutting: number,
  after: string[] = [],
  count = 1,
): Made => ({
  id,
  machine,
  change: { minutes: setting, words: [] },
  cutting,
  after: after.map((own) => ({ card: own, rule: '' })),
  count,
});
const machineOf = ({ machine }: Made) => machine;
const told = (cards: readonly Made[], persons: number) => {
  const { timed, end, least } = clockOf(cards, machineOf, persons);
  return [timed.map((t) => `${t.card} ${t.person} ${t.start}`).join(', '), end, least];
};

describe('a run by the clock', () => {
  it('two persons on two machines at once; on one machine one after the other; what waits waits', () => {
    const cards = [
      card('a', 'saw', 10, 50),
      card('b', 'router', 10, 30),
      card('c', 'saw', 0, 20),
      card('d', '', 0, 30, ['a']),
    ];
    expect(told(cards, 1)).toEqual(['a 0 0, b 0 60, c 0 100, d 0 120', 150, 150]);
    expect(told(cards, 2)).toEqual(['a 0 0, b 1 0, c 1 60, d 0 60', 90, 90]);
    /** Of two cards at the bench both go on at once; on a machine they don’t. */
    expect(told([card('a', '', 0, 30), card('b', '', 0, 30)], 2)).toEqual(['a 0 0, b 1 0', 30, 30]);
    expect(told([card('a', 'saw', 0, 30), card('b', 'saw', 0, 30)], 2)).toEqual([
      'a 0 0, b 1 30',
      60,
      60,
    ]);
    expect(told([], 2)).toEqual(['', 0, 0]);
  });

  it('whatever the cards: nobody and no machine does two things at once, rules and each machine’s order are kept', () => {
    const some = fc.array(
      fc.record({
        machine: fc.constantFrom('', 'saw', 'router', 'drill'),
        setting: fc.nat(30),
        cutting: fc.nat(200),
        count: fc.integer({ min: 1, max: 5 }),
        after: fc.array(fc.nat(9), { maxLength: 2 }),
      }),
      { maxLength: 10 },
    );
    fc.assert(
      fc.property(some, fc.integer({ min: 1, max: 3 }), (list, persons) => {
        const cards = list.map(({ machine, setting, cutting, after, count }, i) =>
          card(
            `${i}`,
            machine,
            setting,
            cutting,
            after.filter((own) => own < i).map(String),
            count,
          ),
        );
        const { timed, end, least } = clockOf(cards, machineOf, persons);
        expect(new Set(timed.map((t) => t.card)).size).toBe(cards.length);
        const of = (id: string) => timed.filter((t) => t.card === id);
        const finish = (t: Timed) => t.start + t.minutes;
        const overlap = (a: Timed, b: Timed) =>
          a.start < finish(b) - 1e-9 && b.start < finish(a) - 1e-9;
        timed.forEach((a, i) =>
          timed
            .slice(i + 1)
            .forEach((b) => a.person === b.person && expect(overlap(a, b)).toBe(false)),
        );
        for (const [i, one] of cards.entries()) {
          const shares = of(one.id);
          const [setting, cutting] = [one.change.minutes, one.cutting];
          expect(shares.reduce((sum, t) => sum + t.minutes - setting, 0)).toBeCloseTo(cutting, 6);
          expect(one.machine ? shares.length : 1).toBe(1);
          for (const { card: before } of one.after)
            for (const own of shares)
              for (const earlier of of(before))
                expect(own.start).toBeGreaterThanOrEqual(finish(earlier) - 1e-9);
          const here = ({ machine }: Made) => machine && machine === one.machine;
          for (const later of cards.slice(i + 1).filter(here))
            expect(of(later.id)[0]!.start).toBeGreaterThanOrEqual(finish(shares[0]!) - 1e-9);
        }
        expect(least).toBeLessThanOrEqual(end + 1e-9);
        expect(persons === 1 ? end : least).toBeCloseTo(least, 6);
      }),
    );
  });

  it('long work at the bench is parted by whole pieces, each laying out the tools, where that is quicker', () => {
    const files = card('files', '', 4, 768, [], 64);
    expect(told([files], 1)).toEqual(['files 0 0', 772, 772]);
    expect(told([files], 2)).toEqual(['files 0 0, files 1 0', 388, 388]);
    const three = clockOf([card('files', '', 0, 90, [], 5)], machineOf, 3);
    expect(three.timed.map(({ minutes }) => minutes)).toEqual([36, 36, 18]);
    expect(told([card('one', '', 0, 300)], 2)).toEqual(['one 0 0', 300, 300]);
    /** Work that others would have to wait for anyway stays with one. */
    const busy = [card('saw', 'saw', 0, 80), card('bench', '', 30, 60, [], 6)];
    expect(clockOf(busy, machineOf, 2).timed).toHaveLength(2);
  });

  it('comes nearer to its bound than by choosing in one way only', () => {
    /**
     * What is urgent by what waits for it keeps the short work of the other back, and the other way
     * about.
     */
    const over = fc
      .sample(
        fc.array(
          fc.record({
            machine: fc.constantFrom('', 'saw', 'router', 'drill'),
            minutes: fc.integer({ min: 5, max: 60 }),
            after: fc.array(fc.nat(39), { maxLength: 2 }),
          }),
          { minLength: 40, maxLength: 40 },
        ),
        { numRuns: 20, seed: 9 },
      )
      .map((list) => {
        const cards = list.map(({ machine, minutes, after }, i) =>
          card(`${i}`, machine, 0, minutes, after.filter((own) => own < i).map(String)),
        );
        const { end, least } = clockOf(cards, machineOf, 2);
        return end / least;
      });
    expect(over.reduce((a, b) => a + b, 0) / over.length).toBeLessThan(1.012);
  });

  it('two persons need less than one for the racks, and not under half', () => {
    const { job, shop } = demo('racks');
    const { cards } = planJob(job, shop);
    const machine = (ownCard: Card) => ownCard.setups[0]!.machine ?? '';
    const [clock, two] = [1, 2].map((persons) => clockOf(cards, machine, persons));
    expect(two!.end).toBeLessThan(clock!.end * 0.8);
    expect(two!.end).toBeGreaterThanOrEqual(two!.least);
    expect(two!.least).toBeGreaterThanOrEqual(clock!.end / 2 - 1e-6);
  });
});
