import { closestCenter, DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useRef, type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import { cardView, type Card, type FigureView, type LengthStyle, type Plan } from '@velk/core';
import { changed } from '../app/bench.ts';
import { store, useAppDispatch, useAppSelector } from '../app/store.ts';
import { useOneStop } from '../app/useOneStop.ts';
import { useStyle } from '../app/useUnits.ts';
import { Length } from '../widgets/Length.tsx';
import { roomOf } from './order.ts';
import { cardPath } from './SetupsRoom.tsx';
import { useOwnOrder } from './useOwnOrder.ts';

const names = (all: readonly (string | undefined)[]): string => [...new Set(all)].join('; ');

/** The order to cut in, as a list: every piece through a set-up before it is broken. */
export function OrderRoom({ id }: { id: string }) {
  const plan = useAppSelector((s) => s.plans.plan);
  if (!plan) return <div className="sheet">Planning…</div>;
  if (!plan.cards.length)
    return (
      <div className="sheet">
        <h1>Order of cutting</h1>
        <p>
          Nothing is cut yet:{' '}
          <Link to={`/job/${id}/${plan.basis.job.parts.length < 2 ? 'stock' : 'joints'}`}>
            {plan.basis.job.parts.length < 2
              ? 'add the parts'
              : plan.basis.job.joints.length
                ? 'see what stands in the way of the joints'
                : 'say how the parts meet'}
          </Link>
          .
        </p>
      </div>
    );
  return <Cards plan={plan} id={id} />;
}

function Cards({ plan, id }: { plan: Plan; id: string }) {
  const style = useStyle();
  const list = useRef<HTMLOListElement>(null);
  const oneStop = useOneStop(list, { items: ':scope > li' });
  const { cards, move, refused, lifted, lift } = useOwnOrder(plan, list);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const number = new Map(cards.map((card, i) => [card.id, i + 1]));
  const room = lifted === undefined ? undefined : roomOf(cards, lifted);
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    lift(undefined);
    if (over)
      move(
        String(active.id),
        cards.findIndex((card) => card.id === over.id),
      );
  };
  return (
    <div className="sheet">
      <h1>Order of cutting</h1>
      <Total plan={plan} />
      <p className="noprint">
        <Link to={`/job/${id}/print`}>All cards, to print</Link>
      </p>
      {plan.circle && (
        <div className="note error" role="alert">
          <h3>No order keeps all of these rules</h3>
          {plan.circle.map(({ card, rule }) => (
            <p key={card}>
              {number.get(card)} first: {rule}
            </p>
          ))}
        </div>
      )}
      <p role="status" className={refused ? 'note warning orderword' : 'quiet orderword'}>
        {refused ??
          (room
            ? `It can go anywhere from ${room.from + 1} to ${room.to + 1}.`
            : 'Drag a set-up by its number, or move it with Alt and the arrows.')}
      </p>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragStart={({ active }) => lift(String(active.id))}
        onDragCancel={() => lift(undefined)}
        onDragEnd={onDragEnd}
        accessibility={{ screenReaderInstructions: { draggable: 'Alt and the arrows up and down move it by one.' } }}
      >
        <SortableContext items={cards.map((card) => card.id)} strategy={verticalListSortingStrategy}>
          <ol ref={list} {...oneStop} className="order">
            {cards.map((card, i) => (
              <Row
                key={card.id}
                card={card}
                before={cards[i - 1]}
                plan={plan}
                number={number}
                id={id}
                style={style}
                barred={room !== undefined && (i < room.from || i > room.to)}
                onMove={(by) => move(card.id, i + by)}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
    </div>
  );
}

/** Changing over in this order, beside what it could be; and the way back from an order of one’s own. */
function Total({ plan }: { plan: Plan }) {
  const dispatch = useAppDispatch();
  const { job } = plan.basis;
  const back = () => {
    const now = store.getState().bench.now;
    if (!now) return;
    const { order: _, ...rest } = now;
    dispatch(changed(rest));
  };
  return (
    <p className="quiet" style={{ maxWidth: 760 }}>
      {plan.cards.length} set-ups, about {Math.round(plan.minutes)} minutes of changing over
      {job.order && ' in your order'}; {howGood(plan)} Every piece goes through a set-up before it is broken, and
      whatever was set begins with a test cut.
      {job.order && (
        <>
          {' '}
          <button className="link" onClick={back}>
            Back to the quickest found, {Math.round(plan.quickest)} minutes
          </button>
        </>
      )}
    </p>
  );
}

/** What the order saves, and how far it could still be from the best. */
function howGood({ minutes, plain, least }: Plan): string {
  const saved = Math.abs(plain - minutes) > 0.5 ? `joint by joint it would be ${Math.round(plain)}` : 'joint by joint it would be as many'; // prettier-ignore
  return minutes - least < 0.5 ? `${saved}, and no order takes less.` : `${saved}, and no order takes under ${Math.round(least)}.`; // prettier-ignore
}

function Row({
  card,
  before,
  plan: { basis },
  number,
  id,
  style,
  barred,
  onMove,
}: {
  card: Card;
  before: Card | undefined;
  plan: Plan;
  /** Places in the order, from 1, by card. */
  number: ReadonlyMap<string, number>;
  id: string;
  style: LengthStyle;
  /** Where the card that is lifted can’t go. */
  barred: boolean;
  onMove: (by: 1 | -1) => void;
}) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: card.id });
  const byKey = (event: KeyboardEvent) => {
    const by = event.altKey ? { ArrowUp: -1 as const, ArrowDown: 1 as const }[event.key] : undefined;
    if (by === undefined) return;
    event.preventDefault();
    onMove(by);
  };
  const view = cardView(card, basis);
  const [first] = card.setups;
  const joints = card.setups.flatMap((s) => s.occurrences.map((o) => basis.job.joints.find((j) => j.id === o.joint)?.name)); // prettier-ignore
  const rules = [...new Set(card.after.map((a) => a.rule))].map((rule) => ({
    rule,
    numbers: card.after.filter((a) => a.rule === rule).map((a) => number.get(a.card)!),
  }));
  const same = before !== undefined && first!.machine === before.setups[0]!.machine;
  return (
    <li
      ref={setNodeRef}
      data-card={card.id}
      className={`${isDragging ? 'lifted' : ''} ${barred ? 'barred' : ''}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      onKeyDown={byKey}
    >
      <button {...attributes} {...listeners} className="n" aria-label={`Move set-up ${number.get(card.id)}`}>
        {number.get(card.id)}
      </button>
      <div>
        <Link to={cardPath(id, card)} style={{ fontSize: 17, fontWeight: 600 }}>
          {view.title}
        </Link>
        <span className="quiet">
          {' '}
          {names(view.groups.flatMap((g) => g.parts))}: {names(joints)}
        </span>
        <p style={{ fontSize: 15 }}>
          {firstFew(view.figures.length ? view.figures : view.groups[0]!.figures).map(({ figure }) => (
            <span key={figure.id} style={{ marginRight: 16 }}>
              {figure.name} <strong>{<Length value={figure.set.value} style={style} />}</strong>
            </span>
          ))}
        </p>
        {rules.length > 0 && (
          <details style={{ fontSize: 15 }}>
            <summary>Why not earlier</summary>
            {rules.map(({ rule, numbers }) => (
              <p key={rule}>
                After {numbers.sort((a, b) => a - b).join(', ')}: {rule}
              </p>
            ))}
          </details>
        )}
      </div>
      <span style={{ textAlign: 'right' }}>
        {card.count} {card.count === 1 ? 'piece' : 'pieces'}
        <span className="quiet" style={{ display: 'block', fontSize: 14.5 }}>
          {view.byHand ? 'Bench' : view.gear[0]}
          {same ? ', same machine' : ''}
        </span>
      </span>
    </li>
  );
}

/** A row has room for three. */
const firstFew = (figures: readonly FigureView[]) => figures.slice(0, 3);
