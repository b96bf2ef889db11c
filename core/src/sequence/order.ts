import type { Setup } from '../setups/index.ts';
import type { Minutes, Shop } from '../tooling/index.ts';
import { cardsFor, type DraftCard } from './cards.ts';
import { Changes, type Changed } from './changes.ts';
import { bestOrder, greedyOrder, plainOrder, tidied, wantedOrder } from './search.ts';

/** An order to cut in, and what it takes beside others, minutes of changing over. */
export interface Run {
  /** Places of the cards. */
  readonly order: readonly number[];
  readonly minutes: number;
  /** What is changed for each card of it. */
  readonly changed: readonly Changed[];
  /** Joint by joint, as the job has them. */
  readonly plain: number;
  /** What no order can be under. */
  readonly least: number;
  /** The quickest that was found, where somebody wants another. */
  readonly quickest: number;
}

/** Exchanges that are tried while somebody waits for the plan: fewer where each takes longer. */
const movesFor = (cards: number): number => Math.min(60_000, 1000 * cards, Math.round(6_000_000 / Math.max(1, cards)));

/**
 * A run order that keeps every hard rule: as somebody wants it, else one that takes few minutes, never more than joint
 * by joint. The same for the same job.
 * @param wanted places of cards in the order that somebody wants
 * @param standing places of cards that are set up already, each on a machine of its own
 */
export function runOrder(
  cards: readonly DraftCard[],
  cost: Minutes,
  wanted?: readonly number[],
  standing: readonly number[] = [],
): Run {
  const changes = new Changes(cards, cost, standing);
  const found = tidied(cards, bestOrder(changes, cards, movesFor(cards.length)));
  const order = wanted ? wantedOrder(cards, wanted, found) : found;
  return {
    order,
    minutes: changes.of(order),
    changed: changes.changedIn(order),
    plain: changes.of(plainOrder(cards)),
    least: changes.least(),
    quickest: changes.of(found),
  };
}

/** Change-over minutes of an order. */
export const minutesOf = (cards: readonly DraftCard[], order: readonly number[], cost: Minutes): number =>
  new Changes(cards, cost).of(order);

/** What these take by themselves: how many states of machines, and the minutes to set them one after the other. */
export function alone(setups: readonly Setup[], shop: Shop): { cards: number; minutes: number } {
  const cards = cardsFor([{ joint: '', setups, half: shop.schools.half }], shop);
  const changes = new Changes(cards, shop.minutes);
  return { cards: cards.length, minutes: changes.of(greedyOrder(changes, cards)) };
}
