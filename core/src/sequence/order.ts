import { sameCutter, type Setup } from '../setups/index.ts';
import type { Minutes, Shop } from '../tooling/index.ts';
import type { Mm } from '../units/index.ts';
import { cardsFor, type DraftCard } from './cards.ts';
import type { Rule } from './rules.ts';

/** What a card asks of its machine and leaves standing on it, as changing from it or to it is reckoned. */
interface Standing {
  readonly setup: Setup;
  readonly machine: string | null;
  /** Everything set, by what is moved: where it stands first, where it is left, and how often it is moved between. */
  readonly slots: readonly (readonly [slot: string, first: Mm, moves: number])[];
  readonly left: ReadonlyMap<string, Mm>;
}

function standing(card: DraftCard): Standing {
  const known = STOOD.get(card);
  if (known) return known;
  const setup = card.setups[0]!;
  /** Tilted, the guide may stand on the other side and the teeth stand elsewhere: every distance counts anew. */
  const tilt = setup.tilt?.set ?? 0;
  const places: [string, readonly Mm[]][] = [...(card.setting?.places ?? [])].map(([slot, at]) => [`${slot} ${tilt}`, at]); // prettier-ignore
  if (tilt) places.push(['tilt', [tilt]]);
  const made: Standing = {
    setup,
    machine: setup.machine,
    slots: places.map(([slot, at]) => [slot, at[0]!, at.length - 1]),
    left: new Map(places.map(([slot, at]) => [slot, at.at(-1)!])),
  };
  STOOD.set(card, made);
  return made;
}

/** Reckoned once for each card: the order asks for it again and again. */
const STOOD = new WeakMap<DraftCard, Standing>();

/**
 * Minutes from one card to the next, by what changes; each further place of a fence is a move more, and every machine
 * set-up also costs a test cut.
 */
export const changeOver = (from: DraftCard | undefined, to: DraftCard, cost: Minutes): number =>
  minutesBetween(from && standing(from), standing(to), cost);

/** @param most from where on it doesn't matter how many more they are: the rest is not counted */
function minutesBetween(from: Standing | undefined, to: Standing, cost: Minutes, most = Infinity): number {
  const moved = from?.machine !== to.machine;
  let minutes = moved ? cost.machine : 0;
  if (to.setup.model !== 'bench') minutes += cost.testCut;
  if (moved && minutes + to.slots.length * cost.figure > most + SAME) return Infinity;
  if (to.setup.cutter && !(from && sameCutter(from.setup, to.setup)))
    minutes += to.setup.between ? cost.stack : cost.cutter;
  for (const guide of to.setup.guides)
    if (!from?.setup.guides.includes(guide)) {
      minutes += cost.jig;
      break;
    }
  for (const [slot, first, moves] of to.slots) {
    if (minutes > most + SAME) return Infinity;
    const before = moved ? undefined : from?.left.get(slot);
    if (before === undefined || Math.abs(before - first) > 1e-6) minutes += cost.figure;
    minutes += moves * cost.figure;
  }
  return minutes;
}

/** Minutes that count as the same. */
const SAME = 1e-9;

/**
 * A run order: always the ready set-up that is quickest to change to, ties in the order of the job. Every hard rule
 * holds, and the same job gives the same order.
 */
export function runOrder(cards: readonly DraftCard[], cost: Minutes): number[] {
  const waiting = cards.map((o) => o.after.size);
  const followers = cards.map((): number[] => []);
  cards.forEach((o, i) => o.after.forEach((_, before) => followers[before]!.push(i)));
  const stand = cards.map(standing);
  /** Those that could come next, by machine, with what going to that machine costs at least. */
  const ready = new Map<string | null, { readonly waiting: number[]; floor: number }>();
  const release = (i: number) => {
    const { machine } = stand[i]!;
    const list = ready.get(machine) ?? { waiting: [], floor: Infinity };
    list.waiting.push(i);
    list.floor = Math.min(list.floor, minutesBetween(undefined, stand[i]!, { ...cost, cutter: 0, stack: 0, jig: 0 })); // prettier-ignore
    ready.set(machine, list);
  };
  cards.forEach((_, i) => waiting[i] === 0 && release(i));
  const order: number[] = [];
  let last: number | undefined;
  for (;;) {
    let best = -1;
    let least = Infinity;
    const from = last === undefined ? undefined : stand[last]!;
    const look = ({ waiting }: { readonly waiting: readonly number[] }) => {
      for (const i of waiting) {
        const minutes = minutesBetween(from, stand[i]!, cost, least);
        if (minutes < least - SAME || (Math.abs(minutes - least) < SAME && i < best)) [best, least] = [i, minutes];
      }
    };
    /** Mostly what is quickest is on the machine one stands at, and no other need be looked at. */
    const here = from && ready.get(from.machine);
    if (here) look(here);
    for (const list of ready.values()) if (list !== here && list.floor <= least + SAME) look(list);
    if (best < 0) return order;
    const { waiting: own } = ready.get(stand[best]!.machine)!;
    own.splice(own.indexOf(best), 1);
    order.push(best);
    last = best;
    for (const follower of followers[best]!) if (--waiting[follower]! === 0) release(follower);
  }
}

/** Change-over minutes of an order. */
export const minutesOf = (cards: readonly DraftCard[], order: readonly number[], cost: Minutes): number =>
  order.reduce((sum, i, at) => sum + changeOver(at ? cards[order[at - 1]!] : undefined, cards[i]!, cost), 0);

/** Minutes it takes to set up for these alone, in their best order. */
export function minutesAlone(setups: readonly Setup[], shop: Shop): number {
  const cards = cardsFor([{ joint: '', setups, half: shop.schools.half }], shop);
  return minutesOf(cards, runOrder(cards, shop.minutes), shop.minutes);
}

/** The first hard rule an order breaks, if any. */
export function brokenRule(cards: readonly DraftCard[], order: readonly number[]): Rule | undefined {
  const done = new Set<number>();
  for (const i of order) {
    for (const [before, rule] of cards[i]!.after) if (!done.has(before)) return rule;
    done.add(i);
  }
  return undefined;
}
