import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../testing/demo.ts';
import type { Job, Pin } from '../../design/job/index.ts';
import { planJob } from './plan.ts';

const { job, shop } = demo('racks');
const with_ = (ownJob: Partial<Job>) => planJob({ ...job, ...ownJob }, shop);
const whole = with_({});
const ids = whole.cards.map(({ id }) => id);
const rules = new Map(whole.cards.map(({ id, after }) => [id, after.map(({ card }) => card)]));
const orderOf = ({ cards }: Pick<typeof whole, 'cards'>) => cards.map(({ id }) => id);

describe('a job that is begun', () => {
  it('keeps its order where what is begun comes first in it anyway, whichever of that was first', () => {
    for (const count of [1, 3, ids.length]) {
      const head = ids.slice(0, count);
      const plan = with_({ begun: head.reverse() });
      expect([orderOf(plan), plan.begun]).toEqual([ids, head]);
    }
  });

  it('has what is begun first, as it was begun; the rest waits for what it has to, and is put right where that is worth it', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(ids, { minLength: 1, maxLength: 9 }), (begun) => {
        const plan = with_({ begun });
        const order = orderOf(plan);
        expect([...order].sort()).toEqual([...ids].sort());
        expect(plan.circle).toBeUndefined();
        const areFirst = begun.every((id) => ids.indexOf(id) < begun.length);
        expect(areFirst ? begun : order.slice(0, begun.length)).toEqual(begun);
        for (const id of order.slice(begun.length))
          for (const before of rules.get(id)!)
            expect(order.indexOf(before)).toBeLessThan(order.indexOf(id));
        /** Never much slower than to go on with the rest as it was. */
        const asItWas = with_({ begun, order: [...begun, ...ids] });
        expect(plan.minutes).toBeLessThanOrEqual(asItWas.minutes + 1e-6);
        const isAsItWas = order.join() === orderOf(asItWas).join();
        expect(isAsItWas || plan.minutes < asItWas.minutes - 5).toBe(true);
        /** Nothing is moved before it any more. */
        const [then] = order.slice(begun.length);
        const moved = with_({ begun, order: [then!, ...order] });
        expect(orderOf(moved).slice(0, begun.length).sort()).toEqual([...begun].sort());
        expect(
          plan.cards
            .slice(begun.length)
            .every(({ after }) => after.some(({ card }) => begun.includes(card))),
        ).toBe(true);
      }),
      { seed: 6, numRuns: 8 },
    );
  });

  it('says of a pin that it comes too late; one that still can be kept is', () => {
    const free = ids.filter((id) => !rules.get(id)!.length);
    const [first, second, third] = free as [string, string, string];
    const looseOf = (begun: string[], ...pins: Pin[]) =>
      with_({ begun, pins }).loose.map(({ why }) => why);
    expect(looseOf([second], { id: first, place: 'first' })).toEqual(['Others are begun already.']);
    expect(looseOf([first, second], { id: first, place: 'first' })).toEqual([]);
    expect(looseOf([second, first], { id: first, place: 'first' })).toEqual([
      'Others are begun already.',
    ]);
    expect(looseOf([first], { id: first, place: 'last' })).toEqual([
      'It is begun already, before others.',
    ]);
    expect(
      looseOf([...ids.filter((id) => id !== first), first], { id: first, place: 'last' }),
    ).toEqual([]);
    expect(looseOf([second], { id: first, before: second })).toEqual([
      'The one it is to come before is begun already.',
    ]);
    expect(looseOf([first, second], { id: first, before: second })).toEqual([]);
    expect(looseOf([second, first], { id: first, before: second })).toHaveLength(1);
    expect(looseOf([third], { id: first, before: second })).toEqual([]);
    /** What a card needs may be begun before it. */
    const [then, needs] = [...rules].find(([, own]) => own.length === 1)!;
    expect(looseOf(needs, { id: then, place: 'first' })).toEqual([]);
  });
});
