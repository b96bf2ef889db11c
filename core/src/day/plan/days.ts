import type { Shop } from '../../shop/index.ts';
import { distinct } from './counting.ts';
import type { Change } from './changing.ts';

/** A card, or so much of it as is cut on one day. */
export interface DayPart {
  readonly card: string;
  readonly minutes: number;
  /** It was set and begun on a day before. */
  readonly goesOn: boolean;
}

/** A card as its minutes make it: those to come to it, and those to cut all of it. */
interface Lasting {
  readonly id: string;
  readonly change: Change;
  readonly cutting: number;
}

/** A working day of the run. */
export interface Day {
  readonly parts: readonly DayPart[];
  readonly minutes: number;
  /** Cutters, guides and jigs that are fitted on it, by name, in the order they are wanted. */
  readonly fetch: readonly string[];
}

/**
 * Cutting is begun where there is time for so much of it once the machine is set, min; else it
 * waits for the morning.
 */
const WORTH_BEGINNING = 30;

/**
 * A run in working days. A set-up stands over night: a card goes on where it was left. Nothing is
 * set that can't be cut for a while on the same day.
 * @param length of a working day, min, more than 0
 * @param notBefore days, from 0, before which a card is not begun: those on which nothing else is
 *   done are empty
 */
export function daysOf(
  cards: readonly Lasting[],
  length: number,
  { tools }: Pick<Shop, 'tools'>,
  notBefore: ReadonlyMap<string, number> = new Map(),
): Day[] {
  const days: { parts: DayPart[]; minutes: number; fetch: string[] }[] = [];
  const begin = () => {
    const day = { parts: [], minutes: 0, fetch: [] };
    days.push(day);
    return day as (typeof days)[number];
  };
  let day = begin();
  const names = new Set(tools.map(({ name }) => name));
  for (const { id, change, cutting } of cards) {
    const needed = change.minutes + Math.min(cutting, WORTH_BEGINNING);
    if (day.minutes > 0 && length - day.minutes < needed - 1e-9) day = begin();
    while (days.length <= (notBefore.get(id) ?? 0)) day = begin();
    day.fetch.push(...change.words.filter((word) => names.has(word)));
    let left = change.minutes + cutting;
    for (let goesOn = false; left > 1e-9 || !goesOn; goesOn = true) {
      if (goesOn) day = begin();
      const minutes = Math.min(left, length - day.minutes);
      day.parts.push({ card: id, minutes, goesOn });
      day.minutes += minutes;
      left -= minutes;
    }
  }
  return (cards.length ? days : []).map((own) => ({ ...own, fetch: distinct(own.fetch) }));
}
