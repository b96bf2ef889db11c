import type { Pin } from '../../design/index.ts';
import { earlierThan, type DraftCard, type Rule } from '../sequence/index.ts';
import type { LoosePin } from './pinned.ts';

/**
 * What an order that is found anew must save, minutes, before it takes the place of the one people
 * have in their heads.
 */
const WORTH = 5;

/** The one that somebody knows already, unless the other is worth it. */
export const keptUnlessWorth = <O extends { readonly minutes: number }>(known: O, found: O): O =>
  found.minutes < known.minutes - WORTH ? found : known;

const BEGUN: Rule = {
  id: 'begun',
  words: 'That one is begun already.',
  first: {},
  then: {},
  among: 'part',
};

/**
 * Cards whose begun ones come first, in the order they were begun. What those should have waited
 * for is too late for them; all else still waits for what it did.
 * @param begun places of the cards
 */
export function withBegun(
  cards: readonly DraftCard[],
  begun: readonly number[],
): readonly DraftCard[] {
  const last = begun.at(-1);
  if (last === undefined) return cards;
  const rank = new Map(begun.map((card, nth) => [card, nth]));
  return cards.map((card, i) => {
    const nth = rank.get(i);
    if (nth === undefined) return { ...card, after: new Map([[last, BEGUN], ...card.after]) };
    const before = [...card.after].filter(([index]) => (rank.get(index) ?? Infinity) < nth);
    return {
      ...card,
      after: new Map([...(nth ? [[begun[nth - 1]!, BEGUN] as const] : []), ...before]),
    };
  });
}

/** Whether an order begins with just these, whichever of them came first. */
export const beginsWith = (order: readonly number[], begun: readonly number[]): boolean => {
  const head = new Set(order.slice(0, begun.length));
  return begun.every((card) => head.has(card));
};

/** Pins that what is begun leaves no room for. */
export function pinsTooLate(
  cards: readonly DraftCard[],
  pins: readonly Pin[],
  begun: readonly number[],
  placeOf: (id: string) => number | undefined,
): LoosePin[] {
  const why = (pin: Pin): string => {
    const card = placeOf(pin.id);
    const nth = card === undefined ? -1 : begun.indexOf(card);
    if ('before' in pin) {
      const other = begun.indexOf(placeOf(pin.before) ?? -1);
      return other >= 0 && (nth < 0 || nth > other)
        ? 'The one it is to come before is begun already.'
        : '';
    }
    if (card === undefined || !('place' in pin)) return '';
    if (pin.place === 'last')
      return nth >= 0 && nth < cards.length - 1 ? 'It is begun already, before others.' : '';
    const needed = earlierThan(cards, card);
    const others = begun.slice(0, nth < 0 ? undefined : nth).some((at) => !needed.has(at));
    return others ? 'Others are begun already.' : '';
  };
  return pins.flatMap((pin) => {
    const told = why(pin);
    return told ? [{ id: pin.id, why: told }] : [];
  });
}
