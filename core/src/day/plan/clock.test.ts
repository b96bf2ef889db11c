import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../testing/demo.ts';
import { clockOf, takenUpBy, type Timed } from './clock.ts';
import type { Card } from './card.ts';
import { planJob } from './plan.ts';

interface Made {
  readonly id: string;
  readonly machine: string;
  readonly tools: readonly string[];
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
  tools: string[] = [],
): Made => ({
  id,
  machine,
  tools,
  change: { minutes: setting, words: [] },
  cutting,
  after: after.map((own) => ({ card: own, rule: '' })),
  count,
});
const takenUp = ({ machine, tools }: Made) => ({ machine, tools });
const told = (cards: readonly Made[], persons: number) => {
  const { timed, end, least } = clockOf(cards, takenUp, persons);
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

  it('a tool that two machines want is at one of them; who waits for it is told', () => {
    const with8 = (id: string, machine: string, minutes: number) =>
      card(id, machine, 0, minutes, [], 1, ['8 mm']);
    const { timed, end, least } = clockOf(
      [with8('a', 'table', 40), with8('b', 'router', 30)],
      takenUp,
      2,
    );
    expect([end, least]).toEqual([70, 70]);
    expect(timed).toEqual([
      { card: 'a', person: 0, start: 0, minutes: 40 },
      { card: 'b', person: 1, start: 40, minutes: 30, waits: { tool: '8 mm', minutes: 40 } },
    ]);
    /** With something else to do nobody waits. */
    const other = clockOf(
      [with8('a', 'table', 40), with8('b', 'router', 30), card('c', 'saw', 0, 45)],
      takenUp,
      2,
    );
    expect(other.end).toBe(70);
    expect(other.timed.filter(({ waits }) => waits)).toEqual([]);
    /** A share for each would want two of the bit: one person bores them all. */
    const bored = [card('bored', '', 0, 100, [], 10, ['bit'])];
    expect(clockOf(bored, takenUp, 2).timed).toHaveLength(1);
  });

  it('is told of cards by what their set-ups hold', () => {
    const { job, shop } = demo('racks');
    const { cards } = planJob(job, shop);
    const ids = new Set(shop.tools.map(({ id }) => id));
    const taken = cards.map((each) => takenUpBy(each));
    expect(taken.filter(({ machine }) => machine).every(({ tools }) => tools.length > 0)).toBe(
      true,
    );
    for (const { tools } of taken) for (const tool of tools) expect(ids).toContain(tool);
  });

  it('nobody, no machine and no tool does two things at once; rules and orders are kept', () => {
    const some = fc.array(
      fc.record({
        machine: fc.constantFrom('', 'saw', 'router', 'drill'),
        tools: fc.subarray(['8 mm', 'jig']),
        setting: fc.nat(30),
        cutting: fc.nat(200),
        count: fc.integer({ min: 1, max: 5 }),
        after: fc.array(fc.nat(9), { maxLength: 2 }),
      }),
      { maxLength: 10 },
    );
    fc.assert(
      fc.property(some, fc.integer({ min: 1, max: 3 }), (list, persons) => {
        const cards = list.map(({ machine, tools, setting, cutting, after, count }, i) =>
          card(
            `${i}`,
            machine,
            setting,
            cutting,
            after.filter((own) => own < i).map(String),
            count,
            tools,
          ),
        );
        const { timed, end, least } = clockOf(cards, takenUp, persons);
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
        const toolsOf = ({ card: id }: Timed) => cards[Number(id)]!.tools;
        timed.forEach((a, i) =>
          timed
            .slice(i + 1)
            .filter((b) => toolsOf(a).some((tool) => toolsOf(b).includes(tool)))
            .forEach((b) => expect(overlap(a, b)).toBe(false)),
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
    const three = clockOf([card('files', '', 0, 90, [], 5)], takenUp, 3);
    expect(three.timed.map(({ minutes }) => minutes)).toEqual([36, 36, 18]);
    expect(told([card('one', '', 0, 300)], 2)).toEqual(['one 0 0', 300, 300]);
    /** Work that others would have to wait for anyway stays with one. */
    const busy = [card('saw', 'saw', 0, 80), card('bench', '', 30, 60, [], 6)];
    expect(clockOf(busy, takenUp, 2).timed).toHaveLength(2);
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
        const { end, least } = clockOf(cards, takenUp, 2);
        return end / least;
      });
    expect(over.reduce((a, b) => a + b, 0) / over.length).toBeLessThan(1.012);
  });

  it('two persons need less than one for the racks, and not under half', () => {
    const { job, shop } = demo('racks');
    const { cards } = planJob(job, shop);
    const [clock, two] = [1, 2].map((persons) => clockOf(cards, takenUpBy, persons));
    expect(two!.end).toBeLessThan(clock!.end * 0.8);
    expect(two!.end).toBeGreaterThanOrEqual(two!.least);
    expect(two!.least).toBeGreaterThanOrEqual(clock!.end / 2 - 1e-6);
  });
});
