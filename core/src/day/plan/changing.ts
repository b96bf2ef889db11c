import type { Job } from '../../design/index.ts';
import { cuttingMinutes, needsSecondHand, templateOf, type Setup } from '../../making/index.ts';
import { slotOf, type Changed } from '../sequence/index.ts';
import { minutesIn, type Shop, pieceOf } from '../../shop/index.ts';
import { distinct } from './counting.ts';

/** What is changed before a card is cut. */
export interface Change {
  /** A test cut included. */
  readonly minutes: number;
  /**
   * In the words of chest and card, in the order it is set; nothing where all of it stands already.
   */
  readonly words: readonly string[];
}

/**
 * What is set anew, as the card calls it: the cutter and the guides by their names, a distance by
 * its own.
 */
export function changeOf({ minutes, what }: Changed, setups: readonly Setup[], shop: Shop): Change {
  const [first] = setups as readonly [Setup, ...Setup[]];
  const tool = (id: string | null) => shop.tools.find((t) => t.id === id)?.name;
  const named = (slot: string): (string | undefined)[] => {
    if (slot === 'cutter') return [tool(first.cutter)];
    if (slot === 'guides') return distinct(setups.flatMap(({ guides }) => guides)).map(tool);
    if (slot === 'tilt') return [first.tilt ? 'tilt of the blade' : 'blade upright again'];
    if (slot === 'slant') return [first.lean?.degrees ? 'angle' : 'gauge square again'];
    return setups
      .flatMap((setup) =>
        setup.figures
          .filter((f) => slotOf(f, setup, shop)?.slot === slot)
          .map(({ name }) => shortly(name)),
      )
      .slice(0, 1);
  };
  const words = distinct(what.flatMap(named)).filter((word) => word !== undefined);
  return { minutes, words };
}

/** “Fence, far cheek” is the fence. */
const shortly = (name: string): string => {
  const [first] = name.split(/,| or /) as [string];
  return first.charAt(0).toLowerCase() + first.slice(1);
};

/**
 * Minutes to cut every piece of cards, in the order they come: a template is made for the first
 * that goes by it.
 */
export function cuttingInTurn(
  cards: readonly (readonly Setup[])[],
  job: Job,
  shop: Shop,
): number[] {
  const templates = new Set<string>();
  return cards.map((setups) => cuttingOf(setups, job, shop, templates));
}

/** Minutes to cut one piece of a set-up, its template made. */
export function minutesAPiece(setup: Setup, job: Job, shop: Shop): number {
  const pieces = setup.occurrences.reduce((sum, { count }) => sum + count, 0);
  return cuttingOf([setup], job, shop, new Set(templateOf(setup, shop))) / pieces;
}

/**
 * Minutes to cut every piece of a card; each set-up by the piece that its own part is.
 * @param made templates that are there already; those of the card come to them
 */
function cuttingOf(setups: readonly Setup[], job: Job, shop: Shop, made: Set<string>): number {
  return setups.reduce((sum, setup) => {
    const [place] = setup.occurrences;
    const part = job.parts.find(({ id }) => id === place?.part);
    if (!part) return sum;
    const stock = { ...pieceOf(part, 'median'), species: part.species };
    const minutes = cuttingMinutes(stock, shop, (s) =>
      needsSecondHand(s, stock, shop.rules) ? 2 : 1,
    )([setup]);
    const again = templateOf(setup, shop).filter((template) => made.has(template));
    for (const template of templateOf(setup, shop)) made.add(template);
    return sum + minutes - again.length * minutesIn(shop).template;
  }, 0);
}
