import './order.css';
import {
  closestCenter,
  DndContext,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { useMemo, type RefObject } from 'react';
import { daysOf, type Card, type Plan } from '@velk/core/day';
import { USUAL_WORKING, type Job } from '@velk/core/design';
import { useOneStop } from '../../frame/useOneStop.ts';
import { useEdit } from '../../keeping/useEdit.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import type { roomOf } from './order.ts';
import { DayHead, OrderRow } from './OrderRow.tsx';
import { PinField } from './Pins.tsx';
import type { OwnOrder } from './useOwnOrder.ts';
import { machineOf } from './useShownCards.ts';

/** Of a list this long only what is near is drawn in full. */
const VERY_LONG = 150;

interface Props {
  readonly plan: Plan;
  /** As it is now: the plan comes a little later. */
  readonly job: Job;
  /** The id of the job, for addresses. */
  readonly id: string;
  readonly list: RefObject<HTMLOListElement | null>;
  readonly order: OwnOrder;
  readonly shown: readonly Card[];
  /** Where the card that is lifted can go. */
  readonly room: ReturnType<typeof roomOf> | undefined;
  /** Days are told where one person works through it. */
  readonly withDays: boolean;
}

/** The cards in their order, each to be dragged or moved where the rules let it. */
export function OrderList({ plan, job, id, list, order, shown, room, withDays }: Props) {
  const style = useStyle();
  const oneStop = useOneStop(list, { items: ':scope > li' });
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const { cards, move, lift } = order;
  const number = useMemo(() => new Map(cards.map((card, i) => [card.id, i + 1])), [cards]);
  const areAll = shown.length === cards.length;
  const days = useDays(plan, cards, job);
  const { standing, stand } = useStanding(plan, cards, job);
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    lift(undefined);
    if (!over) return;
    move(
      String(active.id),
      cards.findIndex((card) => card.id === over.id),
    );
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragStart={({ active }) => lift(String(active.id))}
      onDragCancel={() => lift(undefined)}
      onDragEnd={onDragEnd}
      accessibility={{
        screenReaderInstructions: { draggable: 'Alt and the arrows up and down move it by one.' },
      }}
    >
      <SortableContext items={cards.map((card) => card.id)} strategy={verticalListSortingStrategy}>
        <ol ref={list} {...oneStop} className="order">
          {shown.map((card) => {
            const i = number.get(card.id)! - 1;
            const day = areAll && withDays ? days.begins.get(card.id) : undefined;
            return (
              <OrderRow
                key={card.id}
                card={card}
                before={cards[i - 1]}
                plan={plan}
                number={number}
                id={id}
                style={style}
                barred={room !== undefined && (i < room.from || i > room.to)}
                held={!areAll}
                long={cards.length > VERY_LONG}
                day={
                  day !== undefined && (
                    <DayHead days={days.days} at={day} number={number} from={days.from} />
                  )
                }
                pin={<PinField card={card} cards={cards} job={job} />}
                stands={standing.includes(card.id)}
                onMove={(by) => move(card.id, i + by)}
                onStands={(stands) => stand(card, stands)}
              />
            );
          })}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

/**
 * The days of the run, by the card that is begun first on each; a day on which none is begun goes on
 * with the last one.
 */
function useDays(plan: Plan, cards: readonly Card[], { working = USUAL_WORKING }: Job) {
  const { basis, onDays } = plan;
  const days = daysOf(cards, working.hours * 60, basis.shop, new Map(Object.entries(onDays)));
  const firsts = days.flatMap(({ parts }, i) => {
    const first = parts.find(({ goesOn }) => !goesOn);
    return first ? [[first.card, i] as const] : [];
  });
  return { days, from: working.from, begins: new Map(firsts) };
}

/** Cards that machines are set up for, one each. */
function useStanding({ basis }: Plan, cards: readonly Card[], job: Job) {
  const edit = useEdit();
  const byId = new Map(cards.map((card) => [card.id, card]));
  const standing = job.standing?.filter((id) => byId.has(id)) ?? [];
  const where = (card: Card) => machineOf(card, basis);
  const stand = (card: Card, stands: boolean) => {
    const others = standing.filter((id) => where(byId.get(id)!) !== where(card));
    edit({ edit: 'stoodAt', cards: stands ? [...others, card.id] : others });
  };
  return { standing, stand };
}
