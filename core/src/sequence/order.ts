import { sameCutter, type Setup } from '../setups/index.ts';
import type { Minutes, Shop } from '../tooling/index.ts';
import type { Mm } from '../units/index.ts';
import { cardsFor, type DraftCard } from './cards.ts';

/** What a card asks of its machine and leaves standing on it, as changing from it or to it is reckoned. */
interface Standing {
  readonly setup: Setup;
  readonly machine: string | null;
  /** Everything set, by what is moved: where it stands first, where it is left, and how often it is moved between. */
  readonly slots: readonly (readonly [slot: string, first: Mm, moves: number])[];
  readonly left: ReadonlyMap<string, Mm>;
  /** Where they stand first, and where they are left, each as one text. */
  readonly firstAt: readonly string[];
  readonly leftAt: readonly string[];
}

function standing(card: DraftCard): Standing {
  const known = STOOD.get(card.setting ?? card);
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
    firstAt: places.map(([slot, at]) => placeKey(slot, at[0]!)),
    leftAt: places.map(([slot, at]) => placeKey(slot, at.at(-1)!)),
  };
  STOOD.set(card.setting ?? card, made);
  return made;
}

/** Reckoned once for each state of a machine: the order asks for it again and again. */
const STOOD = new WeakMap<object, Standing>();

const placeKey = (slot: string, at: Mm): string => `${slot} ${at.toFixed(5)}`;

/**
 * Minutes from one card to the next, by what changes; each further place of a fence is a move more, and every machine
 * set-up also costs a test cut.
 */
export function changeOver(from: DraftCard | undefined, to: DraftCard, cost: Minutes): number {
  const [stood, next] = [from && standing(from), standing(to)];
  return fitting(stood, next, cost) + setting(next, cost) - cost.figure * stays(stood, next);
}

/** Minutes to come to a machine and fit what is not on it yet; alike for all cards of one gear. */
function fitting(from: Standing | undefined, to: Standing, cost: Minutes): number {
  let minutes = from?.machine === to.machine && from ? 0 : cost.machine;
  if (to.setup.model !== 'bench') minutes += cost.testCut;
  if (to.setup.cutter && !(from && sameCutter(from.setup, to.setup)))
    minutes += to.setup.between ? cost.stack : cost.cutter;
  if (to.setup.guides.some((guide) => !from?.setup.guides.includes(guide))) minutes += cost.jig;
  return minutes;
}

/** Minutes to set everything on it, if nothing stood there already. */
const setting = ({ slots }: Standing, cost: Minutes): number =>
  slots.reduce((sum, [, , moves]) => sum + (1 + moves) * cost.figure, 0);

/** How many distances stand already; on another machine none does. */
function stays(from: Standing | undefined, to: Standing): number {
  if (!from || from.machine !== to.machine) return 0;
  return to.slots.filter(([slot, first]) => Math.abs((from.left.get(slot) ?? Infinity) - first) <= 1e-6).length;
}

/** Minutes that count as the same. */
const SAME = 1e-9;

/** Cards of one gear that could come next: all that sets them apart is what is set. */
class Shelf {
  /** From the least to set up to the most, ties in the order of the job. */
  private readonly waiting: number[] = [];
  private readonly bySlot = new Map<string, Set<number>>();

  constructor(
    readonly gear: Standing,
    private readonly stand: readonly Standing[],
    private readonly own: readonly number[],
  ) {}

  add(card: number): void {
    const { waiting, own } = this;
    let [low, high] = [0, waiting.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      const other = waiting[middle]!;
      if (own[other]! < own[card]! || (own[other] === own[card] && other < card)) low = middle + 1;
      else high = middle;
    }
    waiting.splice(low, 0, card);
    for (const key of this.stand[card]!.firstAt) {
      const there = this.bySlot.get(key) ?? new Set();
      this.bySlot.set(key, there.add(card));
    }
  }

  take(card: number): void {
    this.waiting.splice(this.waiting.indexOf(card), 1);
    for (const key of this.stand[card]!.firstAt) this.bySlot.get(key)?.delete(card);
  }

  /** The one that is the least to set, and all of which something stands already. */
  *candidates(from: Standing | undefined): Iterable<number> {
    if (this.waiting.length) yield this.waiting[0]!;
    if (from?.machine !== this.gear.machine) return;
    for (const key of from.leftAt) yield* this.bySlot.get(key) ?? [];
  }
}

/**
 * A run order: always the ready card that is quickest to change to, ties in the order of the job. Every hard rule
 * holds, and the same job gives the same order.
 */
export function runOrder(cards: readonly DraftCard[], cost: Minutes): number[] {
  const waiting = cards.map((o) => o.after.size);
  const followers = cards.map((): number[] => []);
  cards.forEach((o, i) => o.after.forEach((_, before) => followers[before]!.push(i)));
  const stand = cards.map(standing);
  const own = stand.map((s) => setting(s, cost));
  const shelves = new Map<string, Shelf>();
  const shelfOf = (card: number): Shelf => {
    const { machine, setup } = stand[card]!;
    const gear = JSON.stringify([machine, setup.model === 'bench', setup.cutter, setup.between ?? [], setup.guides]);
    const shelf = shelves.get(gear) ?? new Shelf(stand[card]!, stand, own);
    shelves.set(gear, shelf);
    return shelf;
  };
  const home = cards.map((_, i) => shelfOf(i));
  cards.forEach((_, i) => waiting[i] === 0 && home[i]!.add(i));
  const order: number[] = [];
  let from: Standing | undefined;
  for (;;) {
    let best = -1;
    let least = Infinity;
    for (const shelf of shelves.values()) {
      const fit = fitting(from, shelf.gear, cost);
      for (const i of shelf.candidates(from)) {
        const minutes = fit + own[i]! - cost.figure * stays(from, stand[i]!);
        if (minutes < least - SAME || (Math.abs(minutes - least) < SAME && i < best)) [best, least] = [i, minutes];
      }
    }
    if (best < 0) return order;
    home[best]!.take(best);
    order.push(best);
    from = stand[best]!;
    for (const follower of followers[best]!) if (--waiting[follower]! === 0) home[follower]!.add(follower);
  }
}

/** Change-over minutes of an order. */
export const minutesOf = (cards: readonly DraftCard[], order: readonly number[], cost: Minutes): number =>
  order.reduce((sum, i, at) => sum + changeOver(at ? cards[order[at - 1]!] : undefined, cards[i]!, cost), 0);

/** What these take by themselves: how many states of machines, and the minutes to set them in the run’s order. */
export function alone(setups: readonly Setup[], shop: Shop): { cards: number; minutes: number } {
  const cards = cardsFor([{ joint: '', setups, half: shop.schools.half }], shop);
  return { cards: cards.length, minutes: minutesOf(cards, runOrder(cards, shop.minutes), shop.minutes) };
}
