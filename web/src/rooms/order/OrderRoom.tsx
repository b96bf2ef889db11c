import {
  closestCenter,
  DndContext,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { clockOf, daysOf, type Card, type Plan } from '@velk/core/day';
import { USUAL_WORKING } from '@velk/core/design';
import { useSought } from '../../frame/useSought.ts';
import { changed } from '../../keeping/bench.ts';
import { useAppDispatch, useAppSelector } from '../../store.ts';
import { useKeptState } from '../../keeping/useKeptState.ts';
import { useOneStop } from '../../frame/useOneStop.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { lanesOf, RunLanes } from '../../drawings/RunLanes.tsx';
import { Choice } from '../../widgets/Choice.tsx';
import { WorkingDays } from '../../widgets/WorkingDays.tsx';
import { MachinesFree } from './MachinesFree.tsx';
import { roomOf } from './order.ts';
import { DayHead, inTime, OrderRow } from './OrderRow.tsx';
import { OrderTabs } from './OrderTabs.tsx';
import { OrderTotal } from './OrderTotal.tsx';
import { LoosePins, PinField } from './Pins.tsx';
import { useOwnOrder } from './useOwnOrder.ts';

/** The order to cut in, as a list: every piece through a set-up before it is broken. */
export function OrderRoom({ id }: { id: string }) {
  const plan = useAppSelector((s) => s.plans.plan);
  if (!plan) return <div className="sheet">Planning…</div>;
  if (!plan.cards.length)
    return (
      <div className="sheet">
        <OrderTabs id={id} />
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
  const dispatch = useAppDispatch();
  const style = useStyle();
  const list = useRef<HTMLOListElement>(null);
  const oneStop = useOneStop(list, { items: ':scope > li' });
  const { cards, move, refused, lifted, lift } = useOwnOrder(plan, list);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const number = new Map(cards.map((card, i) => [card.id, i + 1]));
  const [words, setWords] = useSought();
  const [machine, setMachine] = useState('');
  const { basis } = plan;
  /** As it is now: the plan comes a little later. */
  const job = useAppSelector((s) => s.bench.now) ?? basis.job;
  const where = (card: Card) => machineOf(card, basis);
  const sought = words.trim().toLowerCase();
  const shown = cards.filter(
    (card) =>
      (!machine || where(card) === machine) &&
      (!sought || saidOf(card, basis).toLowerCase().includes(sought)),
  );
  const all = shown.length === cards.length;
  const working = job.working ?? USUAL_WORKING;
  const days = daysOf(cards, working.hours * 60, basis.shop, new Map(Object.entries(plan.onDays)));
  const [{ persons }, setWho] = useKeptState('kept.persons', { persons: '1' });
  const clock = useMemo(
    () =>
      Number(persons) > 1
        ? clockOf(cards, ({ setups }) => setups[0]!.machine ?? '', Number(persons))
        : undefined,
    [cards, persons],
  );
  /** At the bench everybody has a place. */
  const laneOf = (card: Card, person: number) =>
    person && !card.setups[0]!.machine ? `${where(card)}, person ${person + 1}` : where(card);
  /**
   * By the card that is begun first on it; a day on which none is begun goes on with the last one.
   */
  const begins = new Map(
    days.flatMap((day, i) =>
      day.parts
        .filter((p) => !p.goesOn)
        .slice(0, 1)
        .map((p) => [p.card, i] as const),
    ),
  );
  const standing = job.standing?.filter((id) => number.has(id)) ?? [];
  /** A machine is set up for one card. */
  const stand = (card: Card, stands: boolean) => {
    const others = standing.filter((id) => where(cards[number.get(id)! - 1]!) !== where(card));
    const { standing: _, ...rest } = job;
    const next = stands ? [...others, card.id] : others;
    dispatch(changed(next.length ? { ...rest, standing: next } : rest));
  };
  const goTo = (card: string) => {
    setWords('');
    setMachine('');
    requestAnimationFrame(() => {
      const row = [...(list.current?.children ?? [])].find(
        (li) => (li as HTMLElement).dataset['card'] === card,
      );
      row?.scrollIntoView({ block: 'center' });
      row?.querySelector<HTMLElement>('a')?.focus({ preventScroll: true });
    });
  };
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
      <OrderTabs id={id} />
      <h1>Order of cutting</h1>
      <OrderTotal plan={plan} />
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
      <LoosePins plan={plan} job={job} />
      <MachinesFree job={job} shop={basis.shop} />
      {clock && (
        <p role="status">
          {PERSONS[Number(persons) - 1]} need about {inTime(clock.end)} from the first to the last,
          and can’t need less than {inTime(clock.least)}: no machine does two things at once, and
          every rule is kept; long work at the bench is parted.
        </p>
      )}
      <RunLanes
        lanes={lanesOf(cards, laneOf, clock?.timed)}
        onPick={goTo}
        onPast={(card, passed) => move(card, number.get(passed)! - 1, false)}
        roomOf={(card) => {
          const { from, to } = roomOf(cards, card);
          return [cards[from]!.id, cards[to]!.id];
        }}
      />
      <p
        className="noprint"
        style={{ display: 'flex', gap: 14, flexWrap: 'wrap', alignItems: 'end' }}
      >
        {cards.length > LONG && (
          <>
            <span className="field" style={{ flex: '0 1 300px' }}>
              <input
                aria-label="Search the set-ups"
                placeholder={`Search ${cards.length} set-ups`}
                value={words}
                onChange={(e) => setWords(e.target.value)}
              />
            </span>
            <Choice
              label="Only on"
              value={machine}
              options={[
                { value: '', label: 'every machine and the bench' },
                ...[...new Set(cards.map(where))].map((name) => ({ value: name, label: name })),
              ]}
              onChange={setMachine}
            />
          </>
        )}
        <Choice
          label="Who cuts"
          value={persons}
          options={PERSONS.map((label, i) => ({
            value: String(i + 1),
            label: label.toLowerCase(),
          }))}
          onChange={(who) => setWho({ persons: who })}
        />
        {!clock && <WorkingDays job={job} />}
        <span role="status" className="quiet">
          {all ? '' : `${shown.length} of ${cards.length}; all of them are needed to move one.`}
        </span>
      </p>
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
        accessibility={{
          screenReaderInstructions: { draggable: 'Alt and the arrows up and down move it by one.' },
        }}
      >
        <SortableContext
          items={cards.map((card) => card.id)}
          strategy={verticalListSortingStrategy}
        >
          <ol ref={list} {...oneStop} className="order">
            {shown.map((card) => {
              const i = number.get(card.id)! - 1;
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
                  held={!all}
                  long={cards.length > VERY_LONG}
                  day={
                    all &&
                    !clock &&
                    begins.has(card.id) && (
                      <DayHead
                        days={days}
                        at={begins.get(card.id)!}
                        number={number}
                        from={working.from}
                      />
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
    </div>
  );
}

const PERSONS = ['One person', 'Two persons', 'Three persons'] as const;

/** Of a list this long only what is near is drawn in full. */
const VERY_LONG = 150;

/** A list this long is searched rather than read. */
const LONG = 14;

const machineOf = (card: Card, { shop }: Plan['basis']): string =>
  shop.tools.find((tool) => tool.id === card.setups[0]!.machine)?.name ?? 'Bench';

/** All that a card can be found by: what is done, to which parts and joints, with what. */
const saidOf = (card: Card, { job, shop }: Plan['basis']): string =>
  [
    card.title,
    ...card.setups.flatMap((s) =>
      [s.machine, s.cutter, ...s.guides].map((id) => shop.tools.find((t) => t.id === id)?.name),
    ),
    ...card.setups.flatMap((s) =>
      s.occurrences.flatMap((o) => [
        job.parts.find((p) => p.id === o.part)?.name,
        job.joints.find((j) => j.id === o.joint)?.name,
      ]),
    ),
  ].join(' ');
