import { beforeAll, describe, expect, it } from 'vitest';
import { planJob, type Plan } from '../plan/index.ts';
import { recordState, type Observation } from '../../shop/record/index.ts';
import { demo } from '../../testing/demo.ts';
import { writer } from '../../testing/lines.ts';
import { listedCards, progressOf, type ListedCard } from './listing.ts';

let plan: Plan;
let cards: ListedCard[];
beforeAll(() => {
  const { job, shop } = demo('looms');
  plan = planJob(job, shop);
  cards = listedCards(plan);
});

const line = writer();
/** So many pieces of every group of a card. */
const cut = ({ groups }: ListedCard, share = 1): Observation[] =>
  groups.map(({ setup, count }) =>
    line({
      kind: 'done',
      setup,
      works: [],
      pieces: Array.from({ length: Math.ceil(count * share) }, (_, i) => i + 1),
      at: [],
      ways: [],
    }),
  );
const far = (...lines: readonly Observation[]) => progressOf(cards, recordState(lines));
const minutesOf = (some: readonly ListedCard[]) =>
  some.reduce((sum, { minutes, cutting }) => sum + minutes + cutting, 0);

describe('how far a job is, in a list', () => {
  it('nothing is cut: all of the plan is left, from its first card on', () => {
    expect(far()).toEqual({
      cut: 0,
      cards: plan.cards.length,
      minutes: minutesOf(cards),
      next: expect.objectContaining({ id: plan.cards[0]!.id, isBegun: false }) as unknown,
      standing: [],
    });
    const cutting = plan.cards.reduce((sum, card) => sum + card.change.minutes + card.cutting, 0);
    expect(far().minutes).toBeCloseTo(cutting);
  });

  it('goes on with the card begun last, else with the first left; undone counts for nothing', () => {
    const [first, , third] = cards as [ListedCard, ListedCard, ListedCard];
    const half = cut(third, 0.5);
    const begun = far(...half);
    expect(begun).toMatchObject({ cut: 0, next: { id: third.id, isBegun: true } });
    const [done, of] = [0, 1].map((share) =>
      third.groups.reduce((sum, { count }) => sum + (share ? count : Math.ceil(count * 0.5)), 0),
    ) as [number, number];
    expect(begun.minutes).toBeCloseTo(
      minutesOf(cards) - third.minutes - (third.cutting * done) / of,
    );
    const later = cut(first, 0.5).map((own) => ({ ...own, seen: '2027-03-16T08:00:00.000Z' }));
    expect(far(...later, ...half).next!.id, 'by when it was, not when it came').toBe(first.id);
    const whole = [...half, ...cut(third)];
    expect(far(...whole)).toMatchObject({ cut: 1, next: { id: first.id, isBegun: false } });
    const undone = whole.map(({ id }) => line({ kind: 'undone', of: id }));
    expect(far(...whole, ...undone)).toEqual(far());
    const all = far(...cards.flatMap((card) => cut(card)));
    expect(all).toMatchObject({ cut: cards.length, minutes: 0 });
    expect(all.next).toBeUndefined();
  });

  it('each machine stands as it was set last, by whatever was done there; a bench never', () => {
    const saws = cards.filter(({ machine }) => machine);
    const [one, other] = saws.filter(({ machine }) => machine === saws[0]!.machine) as [
      ListedCard,
      ListedCard,
    ];
    const elsewhere = saws.find(({ machine }) => machine !== one.machine)!;
    const byHand = cards.find(({ machine }) => !machine)!;
    const lines = [
      ...cut(other),
      ...cut(elsewhere),
      ...cut(byHand),
      line({ kind: 'set', card: one.id, moved: [] }),
    ];
    /** A note sets nothing up, nor does what was done before and came later. */
    const late = cut(other).map((own) => ({ ...own, seen: '2027-03-14T08:00:00.000Z' }));
    lines.push(line({ kind: 'note', card: other.id, text: 'Knots.' }), ...late);
    const told = far(...lines).standing.map(({ machine, card }) => [machine, card]);
    expect(new Map(told as [string, string][])).toEqual(
      new Map([
        [one.machine!, one.id],
        [elsewhere.machine!, elsewhere.id],
      ]),
    );
  });
});
