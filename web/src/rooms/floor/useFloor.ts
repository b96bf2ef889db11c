import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import {
  cardView,
  countedIn,
  floorSteps,
  type Card,
  type CardView,
  type Plan,
} from '@velk/core/day';
import type { RecordState } from '@velk/core/shop';
import { today } from '../../browser/days.ts';
import { isRecord, readKept, writeKept } from '../../browser/storage.ts';

/** Where somebody is on the floor of a job. */
interface Left {
  readonly card: string;
  readonly step: number;
  /** Cards whose cautions were read here, in turn, and the day: each day begins anew. */
  readonly read: readonly string[];
  readonly on?: string;
}

const isLeft = (value: unknown): value is Left =>
  isRecord(value) &&
  typeof value['card'] === 'string' &&
  Number.isInteger(value['step']) &&
  Array.isArray(value['read']) &&
  value['read'].every((one) => typeof one === 'string') &&
  (value['on'] === undefined || typeof value['on'] === 'string');

const keyOf = (job: string) => `velk-floor-${job}`;

export const floorPath = (job: string, card?: Pick<Card, 'id'>): string =>
  `/job/${job}/floor${card ? `/${encodeURIComponent(card.id)}` : ''}`;

/** Each card of a plan as it is worked through, with how much of it is done. */
export interface OnFloor {
  readonly card: Card;
  readonly view: CardView;
  readonly done: number;
  readonly of: number;
}

/**
 * The floor of a job: its cards, where one stands, and the ways on. It begins where it was left, or
 * at what is to do next.
 */
export function useFloor(job: string, plan: Plan, record: RecordState, wanted: string | undefined) {
  const navigate = useNavigate();
  const [left, setLeft] = useState<Left>(
    () => readKept(keyOf(job), isLeft) ?? { card: '', step: 0, read: [] },
  );
  const views = useMemo(
    () => plan.cards.map((card) => ({ card, view: cardView(card, plan.basis) })),
    [plan],
  );
  const cards = useMemo<OnFloor[]>(
    () => views.map(({ card, view }) => ({ card, view, ...countedIn(view.groups, record) })),
    [views, record],
  );
  const isThere = (id: string | undefined) => cards.some(({ card }) => card.id === id);
  const id =
    wanted ??
    (isThere(left.card)
      ? left.card
      : (cards.find(({ done, of }) => done < of)?.card.id ?? plan.cards[0]?.id));
  const index = cards.findIndex(({ card }) => card.id === id);
  const here = cards[index];
  const steps = useMemo(() => (here ? floorSteps(here.view) : []), [here]);
  const step = here && left.card === here.card.id ? Math.min(left.step, steps.length - 1) : 0;

  const read = left.on === today() ? left.read : [];
  const keep = (next: Left) => {
    writeKept(keyOf(job), next);
    setLeft(next);
  };
  /** Whoever goes on from the cautions of a card has read them. */
  const goTo = (card: Card, to: number) => {
    const isFresh = to > 0 && card.id === here?.card.id && !read.includes(card.id);
    keep({
      card: card.id,
      step: to,
      read: isFresh ? [...read, card.id] : read,
      on: today(),
    });
    if (card.id !== wanted) void navigate(floorPath(job, card));
  };
  const next = cards[index + 1];
  const before = cards[index - 1];
  return {
    cards,
    at: index,
    here,
    steps,
    step,
    next,
    /** Cards whose cautions were read here today, in turn. */
    read: read.flatMap((id) => cards.find(({ card }) => card.id === id)?.card ?? []),
    isRead: here !== undefined && read.includes(here.card.id),
    /** Nothing where there is no further step. */
    on: !here
      ? null
      : step < steps.length - 1
        ? () => goTo(here.card, step + 1)
        : next
          ? () => goTo(next.card, 0)
          : null,
    back: !here
      ? null
      : step > 0
        ? () => goTo(here.card, step - 1)
        : before
          ? () =>
              goTo(
                before.card,
                read.includes(before.card.id) ? floorSteps(before.view).length - 1 : 0,
              )
          : null,
    goTo,
  };
}

export type Floor = ReturnType<typeof useFloor>;
