import { SAME } from './better.ts';
import type { DraftCard } from './cards.ts';
import type { Changes } from './changes.ts';

/**
 * Always the ready card that is quickest to come to, ties in the order of the job; `last`: none at
 * the bench while there is another.
 */
export function greedyOrder(
  changes: Changes,
  cards: readonly DraftCard[],
  last?: 'bench',
): number[] {
  const waiting = cards.map(({ after }) => after.size);
  const followers = cards.map((): number[] => []);
  cards.forEach(({ after }, i) => after.forEach((_, before) => followers[before]!.push(i)));
  const ready = new Set(cards.flatMap((_, i) => (waiting[i] === 0 ? [i] : [])));
  const order: number[] = [];
  const stands = changes.initial.slice();
  const tried = changes.initial.slice();
  while (ready.size) {
    let best = -1;
    let quickest = Infinity;
    for (const card of ready) {
      tried.set(stands);
      const bench = last && cards[card]!.setups[0]?.model === 'bench' ? 1e6 : 0;
      const minutes = bench + changes.step(card, tried);
      if (minutes < quickest - SAME || (Math.abs(minutes - quickest) < SAME && card < best))
        [best, quickest] = [card, minutes];
    }
    ready.delete(best);
    order.push(best);
    changes.step(best, stands);
    for (const follower of followers[best]!) if (--waiting[follower]! === 0) ready.add(follower);
  }
  return order;
}

/** Card by card as the job has them, each as soon as its rules let it. */
export function plainOrder(cards: readonly DraftCard[]): number[] {
  const order: number[] = [];
  const done = new Set<number>();
  const take = (card: number): void => {
    if (done.has(card)) return;
    done.add(card);
    for (const before of [...cards[card]!.after.keys()].sort((a, b) => a - b)) take(before);
    order.push(card);
  };
  cards.forEach((_, card) => take(card));
  return order;
}

/**
 * Cards as somebody wants them: each as soon after its place as its rules let it, and one that
 * nobody has placed after the one that it follows in another order.
 * @param wanted places of cards, some or all of them
 * @param found an order of all of them
 */
export function wantedOrder(
  cards: readonly DraftCard[],
  wanted: readonly number[],
  found: readonly number[],
): number[] {
  const order = [...new Set(wanted)];
  found.forEach((card, i) => {
    if (!order.includes(card)) order.splice(order.indexOf(found[i - 1] ?? -1) + 1, 0, card);
  });
  const done = new Set<number>();
  const kept: number[] = [];
  while (order.length) {
    const next = order.findIndex((card) =>
      [...cards[card]!.after.keys()].every((before) => done.has(before)),
    );
    const [card] = order.splice(Math.max(0, next), 1) as [number];
    done.add(card);
    kept.push(card);
  }
  return kept;
}
