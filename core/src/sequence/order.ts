import { sameCutter, type Setup } from '../setups/index.ts';
import type { Minutes, Shop } from '../tooling/index.ts';
import type { Mm } from '../units/index.ts';
import { cardsFor, type DraftCard } from './cards.ts';
import { once } from './once.ts';

/** What a card asks of its machine and leaves standing on it, as changing from it or to it is reckoned. */
interface Standing {
  readonly setup: Setup;
  readonly machine: string | null;
  /** How many distances are set, each further place of one counted too. */
  readonly figures: number;
  /** Where everything that is moved stands first, and where it is left, each as one text. */
  readonly firstAt: readonly string[];
  readonly leftAt: ReadonlySet<string>;
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
    figures: places.reduce((sum, [, at]) => sum + at.length, 0),
    firstAt: places.map(([slot, at]) => placeKey(slot, at[0]!)),
    leftAt: new Set(places.map(([slot, at]) => placeKey(slot, at.at(-1)!))),
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
  return fitting(stood, next, cost) + cost.figure * (next.figures - stays(stood, next));
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

/** How many distances stand already; on another machine none does. */
const stays = (from: Standing | undefined, to: Standing): number =>
  from?.machine === to.machine && from ? to.firstAt.filter((key) => from.leftAt.has(key)).length : 0;

/** All that is fitted, as one text. */
const gearOf = once(({ machine, setup }: Standing): string =>
  JSON.stringify([machine, setup.model === 'bench', setup.cutter, setup.between ?? [], setup.guides]),
);

/** Minutes that count as the same. */
const SAME = 1e-9;

/** Cards of one gear that could come next: all that sets them apart is what is set. */
class Shelf {
  /** From the fewest figures to the most, ties in the order of the job. */
  private readonly waiting: number[] = [];
  private readonly byPlace = new Map<string, Set<number>>();
  /** How many of its distances stand where they were left, by card. */
  private readonly stays = new Map<number, number>();

  constructor(
    readonly gear: Standing,
    private readonly stand: readonly Standing[],
  ) {}

  add(card: number): void {
    const { waiting, stand } = this;
    const own = stand[card]!;
    let [low, high] = [0, waiting.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      const other = waiting[middle]!;
      const { figures } = stand[other]!;
      if (figures < own.figures || (figures === own.figures && other < card)) low = middle + 1;
      else high = middle;
    }
    waiting.splice(low, 0, card);
    for (const key of own.firstAt) {
      const there = this.byPlace.get(key) ?? new Set();
      this.byPlace.set(key, there.add(card));
    }
  }

  take(card: number): void {
    this.waiting.splice(this.waiting.indexOf(card), 1);
    for (const key of this.stand[card]!.firstAt) this.byPlace.get(key)?.delete(card);
  }

  /** The card with the fewest figures to set, and how many those are. */
  least(from: Standing | undefined): { card: number; figures: number } | undefined {
    const { waiting, stays, stand } = this;
    if (!waiting.length) return undefined;
    let best = { card: waiting[0]!, figures: stand[waiting[0]!]!.figures };
    if (from?.machine !== this.gear.machine) return best;
    stays.clear();
    for (const key of from.leftAt)
      for (const card of this.byPlace.get(key) ?? []) stays.set(card, (stays.get(card) ?? 0) + 1);
    for (const [card, stay] of stays) {
      const figures = stand[card]!.figures - stay;
      if (figures < best.figures || (figures === best.figures && card < best.card)) best = { card, figures };
    }
    return best;
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
  const shelves = new Map<string, Shelf>();
  const home = stand.map((one) => {
    const shelf = shelves.get(gearOf(one)) ?? new Shelf(one, stand);
    shelves.set(gearOf(one), shelf);
    return shelf;
  });
  cards.forEach((_, i) => waiting[i] === 0 && home[i]!.add(i));
  const order: number[] = [];
  let from: Standing | undefined;
  for (;;) {
    let best = -1;
    let quickest = Infinity;
    for (const shelf of shelves.values()) {
      const least = shelf.least(from);
      if (!least) continue;
      const minutes = fitting(from, shelf.gear, cost) + cost.figure * least.figures;
      if (minutes < quickest - SAME || (Math.abs(minutes - quickest) < SAME && least.card < best))
        [best, quickest] = [least.card, minutes];
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
