import type { Setup } from '../../making/index.ts';
import { type Solver, Remembered } from '../../ground/index.ts';
import type { Minutes, Shop } from '../../shop/index.ts';
import { minutesKnowing } from './asks.ts';
import { cardsFor, type DraftCard } from './cards.ts';
import { Changes, type Changed } from './changes.ts';
import { sharperLeast } from './program.ts';
import { bestOrder, greedyOrder, plainOrder, Search, tidied, wantedOrder } from './search.ts';

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

/** Exchanges that are tried while somebody waits for the plan. */
const movesFor = (cards: number): number => Math.min(60_000, 1000 * cards);

/** What somebody has said about the order, each card by its place in the list. */
export interface Wishes {
  /** The order that somebody wants. */
  readonly wanted?: readonly number[] | undefined;
  /** Cards that are set up already, each on a machine of its own. */
  readonly standing?: readonly number[];
  /** A quick order that was found before. */
  readonly found?: readonly number[] | undefined;
}

/**
 * A run order that keeps every hard rule: as somebody wants it, else one that takes few minutes,
 * never more than joint by joint, nor than one that was found before. The same for the same job.
 */
export function runOrder(
  cards: readonly DraftCard[],
  cost: Minutes,
  { wanted, standing, found }: Wishes = {},
): Run {
  const changes = new Changes(cards, cost, standing);
  const quickest = quickestOf(changes, cards, found);
  const order = wanted ? wantedOrder(cards, wanted, quickest) : quickest;
  return {
    order,
    minutes: changes.of(order),
    changed: changes.changedIn(order),
    plain: changes.of(plainOrder(cards)),
    least: changes.least(),
    quickest: changes.of(quickest),
  };
}

/** Orders that were looked for: after a small change most jobs ask for the very same again. */
const LOOKED_FOR = new Remembered<readonly number[]>(20);

const lookedFor = (changes: Changes, cards: readonly DraftCard[]): readonly number[] => {
  const rules = cards.map(({ after, setups }) => [[...after.keys()], setups[0]?.model === 'bench']);
  return LOOKED_FOR.of([changes.asked(), rules], () =>
    bestOrder(changes, cards, movesFor(cards.length)),
  );
};

/** The quicker of what is found while somebody waits and of what was found before. */
function quickestOf(
  changes: Changes,
  cards: readonly DraftCard[],
  found?: readonly number[],
): readonly number[] {
  const now = tidied(cards, lookedFor(changes, cards));
  const before = found && tidied(cards, wantedOrder(cards, found, now));
  return before && changes.of(before) < changes.of(now) - 1e-9 ? before : now;
}

/** Exchanges in the first round of a longer search: about a second’s. */
const FIRST_ROUND = 100_000;

/**
 * A longer search for a quicker order, that begins from the quickest known and is as long as
 * somebody lets it.
 */
export function longerSearch(
  cards: readonly DraftCard[],
  cost: Minutes,
  { standing, found }: Wishes,
  moves: number,
  seed: number,
): Search {
  const changes = new Changes(cards, cost, standing);
  return new Search(changes, cards, quickestOf(changes, cards, found), moves, seed, FIRST_ROUND);
}

/** Minutes under which no order is, as sharp as a solver makes it. */
export const leastBy = (
  solver: Solver,
  cards: readonly DraftCard[],
  cost: Minutes,
  standing: readonly number[] = [],
) => sharperLeast(solver, new Changes(cards, cost, standing), cards);

/** What is changed for each card of an order. */
export const changedIn = (
  cards: readonly DraftCard[],
  cost: Minutes,
  order: readonly number[],
  standing: readonly number[] = [],
): Changed[] => new Changes(cards, cost, standing).changedIn(order);

/** Change-over minutes of an order. */
export const minutesOf = (
  cards: readonly DraftCard[],
  order: readonly number[],
  cost: Minutes,
): number => new Changes(cards, cost).of(order);

/**
 * Minutes that setting them takes at the least, told sooner than by their order: each machine is
 * come to, each cutter put in and tried.
 */
export function leastAlone(setups: readonly Setup[], { minutes, tools, known }: Shop): number {
  const machines = new Set<string>();
  const cutters = new Map<string, number>();
  for (const setup of setups) {
    const { model, cutter, between } = setup;
    const machine = setup.machine ?? model;
    machines.add(model === 'bench' ? model : machine);
    if (!cutter || model === 'bench') continue;
    const { cutterOf, test } = minutesKnowing(known?.[machine], minutes);
    const isOn = tools.some((t) => t.id === machine && 'bladeId' in t && t.bladeId === cutter);
    const key = `${machine} ${cutter} ${between?.join() ?? ''}`;
    cutters.set(key, (isOn ? 0 : cutterOf(setup)) + test);
  }
  return [...cutters.values()].reduce((sum, each) => sum + each, machines.size * minutes.machine);
}

/**
 * What these take by themselves: how many states of machines, and the minutes to set them one after
 * the other.
 */
export function alone(setups: readonly Setup[], shop: Shop): { cards: number; minutes: number } {
  const cards = cardsFor([{ joint: '', setups, precedence: shop.schools }], shop);
  const changes = new Changes(cards, shop.minutes);
  return { cards: cards.length, minutes: changes.of(greedyOrder(changes, cards)) };
}
