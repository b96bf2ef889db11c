import { addBusinessDays, format } from 'date-fns';
import fc from 'fast-check';
import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { demo } from '../../testing/demo.ts';
import type { Job, Pin } from '../../design/job/index.ts';
import { createSolver } from '../../ground/solving/index.ts';
import { daysOf } from './days.ts';
import { leastMinutes, orderSearch, planJob, type Plan } from './plan.ts';

const { job, shop } = demo('racks');
const plain = planJob(job, shop);
const ids = plain.cards.map(({ id }) => id);
const with_ = (ownJob: Partial<Job>): Plan => planJob({ ...job, ...ownJob }, shop);
const pinned = (...pins: Pin[]): Plan => with_({ pins });
const placesIn = ({ cards }: Plan) => new Map(cards.map(({ id }, i) => [id, i]));

/** What each card waits for, through others too, by the rules of the trade alone. */
const rules = new Map(plain.cards.map(({ id, after }) => [id, after.map(({ card }) => card)]));
const needs = (id: string): Set<string> =>
  new Set(rules.get(id)!.flatMap((before) => [before, ...needs(before)]));

/**
 * The number of the day, from 0, on which each card is begun, counted from the plan’s own minutes.
 */
function begunOn(plan: Plan, hours: number): Map<string, number> {
  const begun = new Map<string, number>();
  const days = daysOf(plan.cards, hours * 60, shop, new Map(Object.entries(plan.onDays)));
  days.forEach(({ parts }, i) => parts.forEach((part) => part.goesOn || begun.set(part.card, i)));
  return begun;
}

const keepsRules = (plan: Plan): boolean => {
  const place = placesIn(plan);
  return [...rules].every(([id, before]) =>
    before.every((own) => place.get(own)! < place.get(id)!),
  );
};

describe('a pin', () => {
  it('to the begin, the end or before another is kept for every card, with what it needs before it and no rule broken', () => {
    const arbitrary = fc.constantFrom(...ids);
    fc.assert(
      fc.property(arbitrary, arbitrary, arbitrary, (first, last, third) => {
        fc.pre(new Set([first, last, third]).size === 3 && !needs(first).has(last));
        const plan = pinned({ id: first, place: 'first' }, { id: last, place: 'last' });
        const place = placesIn(plan);
        expect([plan.circle, plan.loose, keepsRules(plan)]).toEqual([undefined, [], true]);
        expect(place.get(first)).toBe(needs(first).size);
        const later = ids.filter((id) => needs(id).has(last)).length;
        expect(place.get(last)).toBe(ids.length - 1 - later);
        expect(plan.quickest).toBeGreaterThanOrEqual(plain.least - 1e-9);
        if (needs(third).has(last)) return;
        const before = placesIn(pinned({ id: third, before: last }));
        expect(before.get(third)).toBeLessThan(before.get(last)!);
      }),
      { seed: 4, numRuns: 12 },
    );
  });

  it('says which wish it follows, at the cards that wait for it', () => {
    const last = ids.at(-1)!;
    const plan = pinned({
      id: last,
      before: ids.find((id) => !needs(last).has(id) && id !== last)!,
    });
    const words = plan.cards.flatMap(({ after }) =>
      after.filter(({ card }) => card === last).map(({ rule }) => rule),
    );
    expect(words).toEqual(['You wanted the one before the other.']);
  });

  it('that contradicts a rule or another pin is quoted with it, as the shortest circle', () => {
    const [then, before] = [...rules].find(([, own]) => own.length)!;
    const [first] = before;
    const { circle, hasErrors } = pinned({ id: then, before: first! });
    expect(hasErrors).toBe(true);
    expect(circle!.map(({ card }) => card).sort()).toEqual([first, then].sort());
    expect(circle!.map(({ rule }) => rule)).toContain('You wanted the one before the other.');
    const [a, b] = ids.filter((id) => !rules.get(id)!.length) as [string, string];
    expect(pinned({ id: a, before: b }, { id: b, before: a }).circle).toHaveLength(2);
  });

  it('of a card that is gone, or to no day to work on, says so and changes nothing', () => {
    const [a] = ids as [string];
    const day = (on: string, from: string) =>
      with_({ pins: [{ id: a, day: on }], working: { hours: 8, from } });
    const plans = [
      pinned({ id: 'gone', place: 'first' }),
      pinned({ id: a, before: 'gone' }),
      day('2027-03-15', ''),
      day('2027-03-13', '2027-03-10'),
      day('2027-03-09', '2027-03-10'),
      day('2027-02-30', '2027-02-10'),
    ];
    expect(plans.map(({ loose }) => loose.map(({ why }) => why))).toEqual([
      ['The set-up that it is for is no longer in the job.'],
      ['The set-up that it is to come before is no longer in the job.'],
      ['Say which working day is the first.'],
      ['2027-03-13 is on a weekend.'],
      ['2027-03-09 is before the first working day, 2027-03-10.'],
      ['There is no 2027-02-30.'],
    ]);
    for (const plan of plans) expect(plan.cards.map(({ id }) => id)).toEqual(ids);
  });

  it('to a day begins the card on it, with nothing broken and every other pin kept, or says from when it could', () => {
    /**
     * 2027-03-13 is a Saturday: the first working day is the 15th, a Monday; a week and weekends
     * lie between.
     */
    const dates = ['2027-03-15', '2027-03-16', '2027-03-19', '2027-03-22', '2027-03-24'];
    const nth = [0, 1, 4, 5, 7];
    const arbitrary = fc.constantFrom(...ids);
    const at = fc.nat(dates.length - 1);
    let [kept, late] = [0, 0];
    fc.assert(
      fc.property(
        arbitrary,
        at,
        arbitrary,
        at,
        fc.constantFrom(1, 4, 8),
        fc.constantFrom('2027-03-13', '2027-03-14', '2027-03-15'),
        (a, dayA, b, dayB, hours, from) => {
          fc.pre(a !== b);
          const pins = [
            { id: a, day: dates[dayA]! },
            { id: b, day: dates[dayB]! },
          ];
          const plan = with_({ pins, working: { hours, from } });
          const begun = begunOn(plan, hours);
          expect([keepsRules(plan), plan.circle]).toEqual([true, undefined]);
          expect(plan.minutes).toBeCloseTo(
            plan.cards.reduce((sum, card) => sum + card.change.minutes, 0),
            6,
          );
          for (const [id, day] of [
            [a, nth[dayA]!],
            [b, nth[dayB]!],
          ] as const) {
            const loose = plan.loose.find((loosePin) => loosePin.id === id);
            if (loose) late++;
            else expect([id, begun.get(id)]).toEqual([id, day]);
            if (!loose) kept++;
            const [, from = Infinity] = /until day (\d+)/.exec(loose?.why ?? '') ?? [];
            expect(Number(from) - 1).toBeGreaterThan(day);
          }
        },
      ),
      { seed: 6, numRuns: 20 },
    );
    expect([kept > 25, late > 3]).toEqual([true, true]);
  });

  it('that is too early says the day from which it could be kept', () => {
    const on = (id: string, day: string) =>
      with_({ pins: [{ id, day }], working: { hours: 2, from: '2027-03-15' } });
    const days = ids.map((id) =>
      Number(
        /^What must come before it takes until day (\d+)\.$/.exec(
          on(id, '2027-03-15').loose[0]?.why ?? '',
        )?.[1] ?? 1,
      ),
    );
    const soonest = Math.max(...days);
    const last = ids[days.indexOf(soonest)]!;
    const date = (nth: number) => format(addBusinessDays(new Date(2027, 2, 15), nth), 'yyyy-MM-dd');
    expect(soonest).toBeGreaterThan(2);
    expect(on(last, date(soonest - 1)).loose).toEqual([]);
    expect(on(last, date(soonest - 2)).loose).toHaveLength(1);
  });

  it('to a day that nothing else reaches leaves the days before it empty', () => {
    const last = ids.at(-1)!;
    const plan = with_({
      pins: [{ id: last, day: '2027-04-30' }],
      working: { hours: 8, from: '2027-03-15' },
    });
    const days = daysOf(plan.cards, 480, shop, new Map(Object.entries(plan.onDays)));
    expect([plan.loose, begunOn(plan, 8).get(last)]).toEqual([[], 34]);
    expect(days.filter(({ parts }) => !parts.length).length).toBeGreaterThan(10);
  });
});

describe('a longer search', () => {
  it('finds the same with the same seed, never a slower one, and the plan that keeps it is as quick', () => {
    const found = [1, 1, 2].map((seed) => {
      const search = orderSearch(job, shop, { moves: 40_000, seed })!;
      search.advance(15_000);
      const half = search.best();
      search.advance(60_000);
      return [half, search.best()] as const;
    });
    expect(found[1]).toEqual(found[0]);
    for (const [half, { minutes, tried, cards }] of found) {
      expect([half.tried, tried]).toEqual([15_000, 40_000]);
      expect([minutes <= half.minutes, half.minutes <= plain.quickest]).toEqual([true, true]);
      const kept = with_({ found: { cards, moves: tried, seed: 1 } });
      expect(kept.minutes).toBeCloseTo(minutes, 6);
      expect(keepsRules(kept)).toBe(true);
    }
  });

  it('can be stopped any time: after its first round it has what a search of that length finds, and goes on from there', () => {
    const [short, long, other] = [100_000, 3_000_000, 3_000_000].map((moves) =>
      orderSearch(job, shop, { moves, seed: 3 })!,
    );
    short!.advance(200_000);
    long!.advance(100_000);
    expect(long!.best()).toEqual(short!.best());
    long!.advance(320_000);
    expect(long!.best().minutes).toBeLessThanOrEqual(short!.best().minutes);
    while (other!.best().tried < 420_000) other!.advance(7_000);
    expect(other!.best()).toEqual(long!.best());
  });

  it('is where a plan begins only as far as its cards are still there and it is the quicker one', () => {
    const slow = { cards: [...ids].reverse(), moves: 1, seed: 1 };
    expect(with_({ found: slow }).cards.map(({ id }) => id)).toEqual(ids);
    expect(with_({ found: { ...slow, cards: ['gone', ...ids.slice(3)] } }).minutes).toBe(
      plain.minutes,
    );
  });

  it('has a bound by a solver that lies between the one known at once and what is found', async () => {
    const least = leastMinutes(job, shop, createSolver(await loadHighs()))!;
    expect(least).toBeLessThanOrEqual(plain.minutes);
    expect(least).toBeGreaterThan(plain.least + 5);
    expect(leastMinutes(job, shop, () => undefined)).toBeUndefined();
  });
});
