import './order.css';
import { useMemo, useRef } from 'react';
import { Link } from 'react-router';
import { clockOf, takenUpBy, type Card, type Clock, type Plan } from '@velk/core/day';
import { useKeptState } from '../../keeping/useKeptState.ts';
import { lanesOf, RunLanes } from '../../drawings/RunLanes.tsx';
import { useAppSelector } from '../../store.ts';
import { MachinesFree } from './MachinesFree.tsx';
import { roomOf } from './order.ts';
import { OrderList } from './OrderList.tsx';
import { inTime } from '../../widgets/minutes.ts';
import { OrderTabs } from './OrderTabs.tsx';
import { OrderTools, PERSONS } from './OrderTools.tsx';
import { OrderTotal } from './OrderTotal.tsx';
import { SmallChanges } from './SmallChanges.tsx';
import { LoosePins } from './Pins.tsx';
import { useOwnOrder } from './useOwnOrder.ts';
import { machineOf, useShownCards } from './useShownCards.ts';

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
  const list = useRef<HTMLOListElement>(null);
  const order = useOwnOrder(plan, list);
  const { cards, move, refused, lifted } = order;
  const sieve = useShownCards(cards, plan.basis);
  /** As it is now: the plan comes a little later. */
  const job = useAppSelector((s) => s.bench.now) ?? plan.basis.job;
  const [{ persons: kept }, setWho] = useKeptState('kept.persons', { persons: '1' });
  const persons = Number(kept);
  const clock = useClock(cards, persons);
  const room = lifted === undefined ? undefined : roomOf(cards, lifted);
  const goTo = (card: string) => {
    sieve.showAll();
    requestAnimationFrame(() => focusRow(list.current, card));
  };
  return (
    <div className="sheet">
      <OrderTabs id={id} />
      <h1>Order of cutting</h1>
      <OrderTotal plan={plan} />
      <SmallChanges plan={plan} id={id} />
      <p className="noprint">
        <Link to={`/job/${id}/print`}>All cards, to print</Link>
      </p>
      <CircleNote plan={plan} cards={cards} />
      <LoosePins plan={plan} job={job} />
      <MachinesFree job={job} shop={plan.basis.shop} />
      {clock && (
        <p role="status">
          {PERSONS[persons - 1]} need about {inTime(clock.end)} from the first to the last, and
          can’t need less than {inTime(clock.least)}: no machine and no tool is at two things at
          once, and every rule is kept; long work at the bench is parted.
          {waitsIn(clock, plan).map((words) => ` ${words}`)}
        </p>
      )}
      <RunLanes
        lanes={lanesOf(cards, (card, person) => laneOf(card, person, plan), clock?.timed)}
        onPick={goTo}
        onPast={(card, passed) =>
          move(
            card,
            cards.findIndex((other) => other.id === passed),
            false,
          )
        }
        roomOf={(card) => {
          const { from, to } = roomOf(cards, card);
          return [cards[from]!.id, cards[to]!.id];
        }}
      />
      <OrderTools
        job={job}
        of={cards.length}
        sieve={sieve}
        persons={persons}
        onPersons={(who) => setWho({ persons: String(who) })}
      />
      <p role="status" className={refused ? 'note warning orderword' : 'quiet orderword'}>
        {refused ??
          (room
            ? `It can go anywhere from ${room.from + 1} to ${room.to + 1}.`
            : 'Drag a set-up by its number, or move it with Alt and the arrows.')}
      </p>
      <OrderList
        plan={plan}
        job={job}
        id={id}
        list={list}
        order={order}
        shown={sieve.shown}
        room={room}
        withDays={!clock}
      />
    </div>
  );
}

/** The run of several persons; nothing where one does it all. */
const useClock = (cards: readonly Card[], persons: number) =>
  useMemo(() => (persons > 1 ? clockOf(cards, takenUpBy, persons) : undefined), [cards, persons]);

/** A wait under this is none, min. */
const NO_WAIT = 1;

/** Which card waits for a tool that is at another machine, and how long. */
const waitsIn = ({ timed }: Clock, { cards, basis: { shop } }: Plan): string[] =>
  timed.flatMap(({ card, waits }) => {
    if (!waits || waits.minutes < NO_WAIT) return [];
    const place = cards.findIndex(({ id }) => id === card) + 1;
    const tool = shop.tools.find(({ id }) => id === waits.tool)?.name ?? waits.tool;
    return [`${place} waits ${inTime(waits.minutes)} for “${tool}”, which another has.`];
  });

/** At the bench everybody has a place. */
function laneOf(card: Card, person: number, { basis }: Plan): string {
  const where = machineOf(card, basis);
  return person && !card.setups[0]!.machine ? `${where}, person ${person + 1}` : where;
}

/** Brings the row of a card into sight and to hand. */
function focusRow(list: HTMLOListElement | null, card: string): void {
  const rows = [...(list?.children ?? [])] as HTMLElement[];
  const row = rows.find((li) => li.dataset['card'] === card);
  row?.scrollIntoView({ block: 'center' });
  row?.querySelector<HTMLElement>('a')?.focus({ preventScroll: true });
}

/** Rules that contradict each other. */
function CircleNote({ plan: { circle }, cards }: { plan: Plan; cards: readonly Card[] }) {
  if (!circle) return null;
  return (
    <div className="note error" role="alert">
      <h3>No order keeps all of these rules</h3>
      {circle.map(({ card, rule }) => (
        <p key={card}>
          {cards.findIndex(({ id }) => id === card) + 1} first: {rule}
        </p>
      ))}
    </div>
  );
}
