import type { DraftCard } from './cards.ts';

/**
 * The same order, where bench work that comes in a row stays with one tool as long as its rules let
 * it: it costs nothing.
 */
export function tidied(cards: readonly DraftCard[], order: readonly number[]): number[] {
  const toolOf = (card: number) => cards[card]!.setups[0]!.carrier;
  const isBench = (card: number) => cards[card]!.setups[0]!.model === 'bench';
  const kept: number[] = [];
  for (let from = 0; from < order.length;) {
    let to = from;
    while (to < order.length && isBench(order[to]!)) to++;
    const waiting = order.slice(from, Math.max(to, from + 1));
    from += waiting.length;
    kept.push(...withOneTool(waiting, cards, kept.length ? toolOf(kept.at(-1)!) : undefined));
  }
  return kept;
}

/**
 * Cards in the order they come, each as soon as its rules let it, but those first that go on with
 * the tool in hand.
 */
function withOneTool(
  order: readonly number[],
  cards: readonly DraftCard[],
  inHand?: string,
): number[] {
  const waiting = new Set(order);
  const open = new Map(
    order.map((card) => [
      card,
      [...cards[card]!.after.keys()].filter((at) => waiting.has(at)).length,
    ]),
  );
  const kept: number[] = [];
  let tool = inHand;
  while (waiting.size) {
    const [first] = waiting;
    let next: number | undefined;
    for (const card of waiting) {
      if (open.get(card)) continue;
      next ??= card;
      if (cards[card]!.setups[0]!.carrier !== tool) continue;
      next = card;
      break;
    }
    next ??= first!;
    waiting.delete(next);
    for (const card of waiting)
      if (cards[card]!.after.has(next)) open.set(card, open.get(card)! - 1);
    kept.push(next);
    tool = cards[next]!.setups[0]!.carrier;
  }
  return kept;
}
