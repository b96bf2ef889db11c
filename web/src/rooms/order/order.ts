import type { Card } from '@velk/core/day';

type Ruled = Pick<Card, 'id' | 'after'>;

/** Places, from 0, that a card can be moved to without breaking a rule. */
export function roomOf(
  cards: readonly Ruled[],
  id: string,
): { readonly from: number; readonly to: number } {
  const index = cards.findIndex((card) => card.id === id);
  const before = new Set(cards[index]?.after.map((a) => a.card));
  const from = cards.findLastIndex((card) => before.has(card.id)) + 1;
  const after = cards.findIndex((card) => card.after.some((a) => a.card === id));
  return { from, to: after < 0 ? cards.length - 1 : after - 1 };
}

/**
 * The cards with one of them at another place; or why it can’t go there: which card it would pass,
 * and by which rule.
 */
export function movedTo<C extends Ruled>(
  cards: readonly C[],
  id: string,
  to: number,
):
  | { readonly cards: readonly C[] }
  | { readonly number: number; readonly first: boolean; readonly rule: string } {
  const index = cards.findIndex((card) => card.id === id);
  const card = cards[index]!;
  const place = Math.max(0, Math.min(cards.length - 1, to));
  const passed =
    place > index ? cards.slice(index + 1, place + 1) : cards.slice(place, index).reverse();
  for (const other of passed) {
    const rule =
      place > index
        ? other.after.find((a) => a.card === id)
        : card.after.find((a) => a.card === other.id);
    if (rule) return { number: cards.indexOf(other) + 1, first: place < index, rule: rule.rule };
  }
  const without = cards.filter((one) => one !== card);
  return { cards: [...without.slice(0, place), card, ...without.slice(place)] };
}
