import type { Changes } from './changes.ts';
import type { DraftCard } from './cards.ts';

/** An order so far: what stands after it, and what it has taken. */
interface Partial {
  readonly done: number;
  readonly stands: Int32Array;
  readonly minutes: number;
  readonly order: readonly number[];
}

/** Minutes that count as the same. */
const SAME = 1e-9;
/** Sets of cards are kept as bits. */
const MOST_CARDS = 20;

/**
 * The order that takes least of all that keep the rules: layer by layer of how many cards are done,
 * of orders that have done the same and left the same standing only the quickest.
 * @param known minutes of an order that is known: what can't be better is let go
 * @param most how many partial orders are kept at once
 * @returns nothing where none is better, or it would take too long; `proven` tells these apart
 */
export function exactOrder(
  changes: Changes,
  cards: readonly DraftCard[],
  known: number,
  most: number,
): { readonly order?: readonly number[]; readonly proven: boolean } {
  const n = cards.length;
  if (n > MOST_CARDS) return { proven: false };
  const before = cards.map(({ after }) =>
    [...after.keys()].reduce((bits, i) => bits | (1 << i), 0),
  );
  let layer: Partial[] = [{ done: 0, stands: changes.initial.slice(), minutes: 0, order: [] }];
  for (let depth = 0; depth < n; depth++) {
    const next = new Map<string, Partial>();
    for (const { done, stands, minutes, order } of layer)
      for (let card = 0; card < n; card++) {
        if (done & (1 << card) || (before[card]! & done) !== before[card]) continue;
        const left = stands.slice();
        const taken = minutes + changes.step(card, left);
        const all = done | (1 << card);
        if (taken + changes.leastAfter(all, left) >= known - SAME) continue;
        const key = `${all} ${left.join()}`;
        const other = next.get(key);
        if (!other || taken < other.minutes - SAME)
          next.set(key, { done: all, stands: left, minutes: taken, order: [...order, card] });
        if (next.size > most) return { proven: false };
      }
    layer = [...next.values()];
    if (!layer.length) return { proven: true };
  }
  const best = layer.reduce((a, b) => (b.minutes < a.minutes - SAME ? b : a));
  return { order: best.order, proven: true };
}
