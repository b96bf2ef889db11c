import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { movedTo, roomOf } from './order.ts';

const card = (id: string, ...after: string[]) => ({
  id,
  after: after.map((of) => ({ card: of, rule: `${of} before ${id}` })),
});
const ids = (found: ReturnType<typeof movedTo>) =>
  'cards' in found ? found.cards.map((c) => c.id).join('') : found;

describe('a card moved by hand', () => {
  const cards = [card('a'), card('b'), card('c', 'a'), card('d'), card('e', 'c')];

  it('goes anywhere between what must come before it and what must come after, and nowhere else', () => {
    expect(roomOf(cards, 'c')).toEqual({ from: 1, to: 3 });
    expect(roomOf(cards, 'd')).toEqual({ from: 0, to: 4 });
    expect(ids(movedTo(cards, 'c', 3))).toBe('abdce');
    expect(ids(movedTo(cards, 'c', 1))).toBe('acbde');
    expect(ids(movedTo(cards, 'd', 99))).toBe('abced');
    expect(ids(movedTo(cards, 'd', -5))).toBe('dabce');
  });

  it('is refused by the nearest card that it can’t pass, with the rule', () => {
    expect(movedTo(cards, 'c', 0)).toEqual({ number: 1, first: true, rule: 'a before c' });
    expect(movedTo(cards, 'a', 4)).toEqual({ number: 3, first: false, rule: 'a before c' });
  });

  it('is where the room says, over generated rules: allowed inside it, refused outside', () => {
    const rules = fc.array(fc.tuple(fc.nat(7), fc.nat(7)), { maxLength: 12 });
    fc.assert(
      fc.property(rules, fc.nat(7), fc.nat(7), (pairs, index, to) => {
        const all = Array.from({ length: 8 }, (_, i) =>
          card(`${i}`, ...pairs.filter(([a, b]) => b === i && a < b).map(([a]) => `${a}`)),
        );
        const { from, to: last } = roomOf(all, `${index}`);
        const found = movedTo(all, `${index}`, to);
        expect('cards' in found).toBe(to >= from && to <= last);
        if (!('cards' in found)) return;
        expect(found.cards[to]!.id).toBe(`${index}`);
        const place = new Map(found.cards.map((c, i) => [c.id, i]));
        for (const { id, after } of found.cards)
          for (const { card: other } of after)
            expect(place.get(other)).toBeLessThan(place.get(id)!);
      }),
    );
  });
});
