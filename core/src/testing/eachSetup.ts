import { type Card, type Plan, countOf } from '../day/plan/index.ts';
import type { Setup } from '../making/setups/index.ts';

/** A set-up with the card it goes through, and how many of the card’s pieces are its own. */
export interface EachSetup extends Card {
  readonly setup: Setup;
}

/** Every set-up of a plan in the order it is made. */
export const eachSetup = ({ cards }: Pick<Plan, 'cards'>): EachSetup[] =>
  cards.flatMap((card) => card.setups.map((setup) => ({ ...card, setup, count: countOf(setup) })));
