import { useEffect, useRef, useState, type RefObject } from 'react';
import type { Card, Plan } from '@velk/core/day';
import { useEdit } from '../../keeping/useEdit.ts';
import { movedTo } from './order.ts';

/**
 * The cards of a plan in their order, and moving one of them: at once on the page, and as a change
 * of the job.
 */
export function useOwnOrder(plan: Plan, list: RefObject<HTMLElement | null>) {
  const edit = useEdit();
  /** Until the plan comes that has it. */
  const [waiting, setWaiting] = useState<{ of: Plan; cards: readonly Card[] } | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [lifted, lift] = useState<string | undefined>(undefined);
  const cards = waiting?.of === plan ? waiting.cards : plan.cards;
  const moved = useRef<string | null>(null);
  /** Who moves a card by keys goes on from where it is now. */
  useEffect(() => {
    const row = [...(list.current?.children ?? [])].find(
      (li) => (li as HTMLElement).dataset['card'] === moved.current,
    );
    row?.querySelector<HTMLElement>('.n')?.focus();
    moved.current = null;
  }, [cards, list]);
  /** @param follow its row comes into view and takes the focus */
  const move = (id: string, to: number, follow = true): void => {
    const found = movedTo(cards, id, to);
    if (!('cards' in found)) {
      const { number, first, rule } = found;
      return setRefused(first ? `Not before ${number}: ${rule}` : `Not after ${number}: ${rule}`);
    }
    setRefused(null);
    if (found.cards.every((card, i) => card === cards[i])) return;
    moved.current = follow ? id : null;
    setWaiting({ of: plan, cards: found.cards });
    edit({ edit: 'ordered', cards: found.cards.map((card) => card.id) });
  };
  return { cards, move, refused, lifted, lift };
}

export type OwnOrder = ReturnType<typeof useOwnOrder>;
