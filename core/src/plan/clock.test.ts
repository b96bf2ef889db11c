import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../testing/demo.ts';
import { clockOf } from './clock.ts';
import { planJob, type Card } from './plan.ts';

interface Made {
  readonly id: string;
  readonly machine: string;
  readonly change: Card['change'];
  readonly cutting: number;
  readonly after: Card['after'];
}
const card = (
  id: string,
  machine: string,
  setting: number,
  cutting: number,
  after: string[] = [],
): Made => ({
  id,
  machine,
  change: { minutes: setting, words: [] },
  cutting,
  after: after.map((own) => ({ card: own, rule: '' })),
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
        cutting: fc.nat(90),
        after: fc.array(fc.nat(9), { maxLength: 2 }),
      }),
      { maxLength: 10 },
    );
    fc.assert(
      fc.property(some, fc.integer({ min: 1, max: 3 }), (list, persons) => {
        const cards = list.map(({ machine, setting, cutting, after }, i) =>
          card(`${i}`, machine, setting, cutting, after.filter((own) => own < i).map(String)),
        );
        const { timed, end, least } = clockOf(cards, machineOf, persons);
        expect(timed).toHaveLength(cards.length);
        const of = (id: string) => {
          const { start, person } = timed.find((t) => t.card === id)!;
          const own = cards.find((c) => c.id === id)!;
          return {
            start,
            person,
            end: start + own.change.minutes + own.cutting,
            ...own,
            finish: start + own.change.minutes + own.cutting,
          };
        };
        for (const [i, one] of cards.entries()) {
          const own = of(one.id);
          for (const { card: before } of one.after)
            expect(own.start).toBeGreaterThanOrEqual(of(before).finish - 1e-9);
          for (const later of cards.slice(i + 1).map(({ id }) => of(id))) {
            const together = own.start < later.finish - 1e-9 && later.start < own.finish - 1e-9;
            if (own.person === later.person) expect(together).toBe(false);
            if (one.machine && one.machine === later.machine)
              expect(later.start).toBeGreaterThanOrEqual(own.finish - 1e-9);
          }
        }
        expect(least).toBeLessThanOrEqual(end + 1e-9);
        if (persons === 1) expect(end).toBeCloseTo(least, 6);
      }),
    );
  });

  it('two persons need less than one for the racks, and not under half', () => {
    const { job, shop } = demo('racks');
    const { cards } = planJob(job, shop);
    const machine = (own: Card) => own.setups[0]!.machine ?? '';
    const [one, two] = [1, 2].map((persons) => clockOf(cards, machine, persons));
    expect(two!.end).toBeLessThan(one!.end * 0.8);
    expect(two!.end).toBeGreaterThanOrEqual(two!.least);
    expect(two!.least).toBeGreaterThanOrEqual(one!.end / 2 - 1e-6);
  });
});
