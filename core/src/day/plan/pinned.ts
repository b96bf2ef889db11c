import { differenceInBusinessDays, isValid, isWeekend, parseISO } from 'date-fns';
import { USUAL_WORKING, type Job, type Pin } from '../../design/index.ts';
import { earlierThan, type Changed, type DraftCard, type Rule } from '../sequence/index.ts';
import { daysOf } from './days.ts';

/** A pin that can’t be kept, and why. */
export interface LoosePin {
  readonly id: string;
  readonly why: string;
}

const wish = (id: string, words: string): Rule => ({
  id,
  words,
  first: {},
  then: {},
  among: 'part',
});
const FIRST = wish('pinned-first', 'You wanted that set-up first.');
const LAST = wish('pinned-last', 'You wanted this set-up last.');
const BEFORE = wish('pinned-before', 'You wanted the one before the other.');

const laterThan = (cards: readonly DraftCard[], card: number): Set<number> =>
  new Set(cards.flatMap((_, i) => (i !== card && earlierThan(cards, i).has(card) ? [i] : [])));

/**
 * Pins as rules of their own. What a card needs still comes before the one that is wanted first,
 * and what needs it after the one that is wanted last.
 * @param placeOf a card’s place in the list, by its id or that of anything that goes through it
 */
export function withPins(
  cards: readonly DraftCard[],
  pins: readonly Pin[],
  placeOf: (id: string) => number | undefined,
): { cards: readonly DraftCard[]; loose: LoosePin[] } {
  if (!pins.length) return { cards, loose: [] };
  const loose: LoosePin[] = [];
  let pinned = [...cards];
  const add = (card: number, before: Iterable<number>, rule: Rule) => {
    const draftCard = pinned[card]!;
    const wished = [...before]
      .filter((at) => at !== card && !draftCard.after.has(at))
      .map((at) => [at, rule] as const);
    pinned = pinned.with(card, { ...draftCard, after: new Map([...draftCard.after, ...wished]) });
  };
  const known = pins.flatMap((pin) => {
    const card = placeOf(pin.id);
    const other = 'before' in pin ? placeOf(pin.before) : undefined;
    const gone =
      card === undefined
        ? 'that it is for'
        : 'before' in pin && other === undefined
          ? 'that it is to come before'
          : '';
    if (gone) loose.push({ id: pin.id, why: `The set-up ${gone} is no longer in the job.` });
    return gone ? [] : [{ pin, card: card!, other }];
  });
  for (const { card, other } of known) if (other !== undefined) add(other, [card], BEFORE);
  for (const { pin, card } of known) {
    if (!('place' in pin)) continue;
    const others = new Set(pinned.keys());
    others.delete(card);
    if (pin.place === 'first') {
      earlierThan(pinned, card).forEach((at) => others.delete(at));
      others.forEach((at) => add(at, [card], FIRST));
    } else {
      laterThan(pinned, card).forEach((at) => others.delete(at));
      add(card, others, LAST);
    }
  }
  return { cards: pinned, loose };
}

/** The days, from 0, that cards are pinned to; and what of that is no day to work on. */
export function pinnedDays(
  { pins = [], working = USUAL_WORKING }: Pick<Job, 'pins' | 'working'>,
  placeOf: (id: string) => number | undefined,
): { days: Map<number, number>; loose: LoosePin[] } {
  const first = parseISO(working.from);
  const days = new Map<number, number>();
  const loose: LoosePin[] = [];
  for (const pin of pins) {
    const card = placeOf(pin.id);
    if (!('day' in pin) || card === undefined) continue;
    const day = parseISO(pin.day);
    const nth = differenceInBusinessDays(day, first);
    const why = !isValid(first)
      ? 'Say which working day is the first.'
      : !isValid(day)
        ? `There is no ${pin.day}.`
        : isWeekend(day)
          ? `${pin.day} is on a weekend.`
          : nth < 0
            ? `${pin.day} is before the first working day, ${working.from}.`
            : '';
    if (why) loose.push({ id: pin.id, why });
    else days.set(card, nth);
  }
  return { days, loose };
}

/** What an order on days is reckoned from. */
interface Timing {
  /** What is changed for each card of an order. */
  readonly changedIn: (order: readonly number[]) => readonly Changed[];
  /** Minutes to cut all of a card. */
  readonly cutting: (order: readonly number[]) => readonly number[];
  /** Of a working day, min. */
  readonly length: number;
}

/**
 * An order whose cards are begun on the days they are pinned to: each is put where that takes
 * fewest days and minutes, with what it needs before it and what needs it after. A day that nothing
 * else can fill stays empty.
 * @param days from 0, by card
 * @returns cards that can’t be begun on their day, and the first day on which they could, stay
 *   where they are
 */
export function onTheirDays(
  cards: readonly DraftCard[],
  order: readonly number[],
  days: ReadonlyMap<number, number>,
  { changedIn, cutting, length }: Timing,
): {
  order: readonly number[];
  kept: ReadonlyMap<number, number>;
  late: ReadonlyMap<number, number>;
} {
  const kept = new Map<number, number>();
  const late = new Map<number, number>();
  let found = order;
  for (const [card, day] of [...days].sort((a, b) => a[1] - b[1])) {
    kept.set(card, day);
    const tried = placesOf(cards, found, card).map((own) => {
      const changed = changedIn(own);
      const cut = cutting(own);
      const timed = own.map((at, i) => ({
        id: `${at}`,
        change: { minutes: changed[i]!.minutes, words: [] },
        cutting: cut[i]!,
      }));
      const run = daysOf(
        timed,
        length,
        { tools: [] },
        new Map([...kept].map(([at, nth]) => [`${at}`, nth])),
      );
      const begun = (at: number) =>
        run.findIndex(({ parts }) => parts.some((p) => p.card === `${at}` && !p.goesOn));
      const misses = [...kept].filter(([at, nth]) => begun(at) !== nth).length;
      const minutes = changed.reduce((sum, own) => sum + own.minutes, 0);
      return { own, begun: begun(card), misses, days: run.length, minutes };
    });
    const good = tried.filter(({ misses }) => misses === 0);
    if (good.length)
      found = good.reduce((a, b) =>
        (b.days - a.days || b.minutes - a.minutes) < -1e-9 ? b : a,
      ).own;
    else {
      kept.delete(card);
      late.set(card, Math.min(...tried.map((one) => one.begun)));
    }
  }
  return { order: found, kept, late };
}

/**
 * Every place that a card can have in an order, with what it needs put before it and what needs it
 * after.
 */
function placesOf(cards: readonly DraftCard[], order: readonly number[], card: number): number[][] {
  const needed = earlierThan(cards, card);
  const later = laterThan(cards, card);
  const others = order.filter((at) => at !== card && !later.has(at));
  return Array.from({ length: others.length + 1 }, (_, place) => {
    const head = others.slice(0, place);
    const missing = others.slice(place).filter((at) => needed.has(at));
    const done = new Set([...head, ...missing, card]);
    return [...head, ...missing, card, ...order.filter((at) => !done.has(at))];
  });
}
