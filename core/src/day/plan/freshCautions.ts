import type { Caution } from '../../making/index.ts';
import type { Card } from './card.ts';

type Cautioned = Pick<Card, 'setups' | 'cautions' | 'stops'>;

/** Where a card is cut: its machine, or the bench. */
const placeOf = ({ setups: [first] }: Cautioned): string => first!.machine ?? first!.model;

const wordsOf = ({ hazard, text }: Caution): string => JSON.stringify([hazard, text]);

/**
 * What a card has to look out for that the card before it at the same machine hadn’t: what is the
 * same there is known by now. All of it where something stops the card, or where it is the first
 * there.
 * @param cards all cards, in the order of the run
 */
export function freshCautions(card: Cautioned, cards: readonly Cautioned[]): readonly Caution[] {
  const before = cards
    .slice(0, cards.indexOf(card))
    .findLast((other) => placeOf(other) === placeOf(card));
  if (!before || card.stops.length) return card.cautions;
  const known = new Set(before.cautions.map(wordsOf));
  return card.cautions.filter((caution) => !known.has(wordsOf(caution)));
}
