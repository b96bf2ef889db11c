import { useRef } from 'react';
import { Link } from 'react-router';
import { cardView, type Card, type FigureView, type LengthStyle, type Plan } from '@velk/core';
import { useAppSelector } from '../app/store.ts';
import { useOneStop } from '../app/useOneStop.ts';
import { useStyle } from '../app/useUnits.ts';
import { Length } from '../widgets/Length.tsx';
import { cardPath } from './SetupsRoom.tsx';

const names = (all: readonly (string | undefined)[]): string => [...new Set(all)].join('; ');

/** The order to cut in, as a list: every piece through a set-up before it is broken. */
export function OrderRoom({ id }: { id: string }) {
  const plan = useAppSelector((s) => s.plans.plan);
  const style = useStyle();
  const list = useRef<HTMLOListElement>(null);
  const oneStop = useOneStop(list, { items: ':scope > li' });
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
  const number = new Map(plan.cards.map((card, i) => [card.id, i + 1]));
  return (
    <div className="sheet">
      <h1>Order of cutting</h1>
      <p className="quiet" style={{ maxWidth: 760 }}>
        {plan.cards.length} set-ups, about {Math.round(plan.minutes)} minutes of changing over; {howGood(plan)} Every
        piece goes through a set-up before it is broken, and whatever was set begins with a test cut.
      </p>
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
      <ol ref={list} {...oneStop} className="order">
        {plan.cards.map((card, i) => (
          <Row key={card.id} card={card} before={plan.cards[i - 1]} plan={plan} number={number} id={id} style={style} />
        ))}
      </ol>
    </div>
  );
}

/** What the order saves, and how far it could still be from the best. */
function howGood({ minutes, plain, least }: Plan): string {
  const saved = plain - minutes > 0.5 ? `joint by joint it would be ${Math.round(plain)}` : 'joint by joint it would be as many'; // prettier-ignore
  return minutes - least < 0.5 ? `${saved}, and no order takes less.` : `${saved}, and no order takes under ${Math.round(least)}.`; // prettier-ignore
}

function Row({
  card,
  before,
  plan: { basis },
  number,
  id,
  style,
}: {
  card: Card;
  before: Card | undefined;
  plan: Plan;
  /** Places in the order, from 1, by card. */
  number: ReadonlyMap<string, number>;
  id: string;
  style: LengthStyle;
}) {
  const view = cardView(card, basis);
  const [first] = card.setups;
  const joints = card.setups.flatMap((s) => s.occurrences.map((o) => basis.job.joints.find((j) => j.id === o.joint)?.name)); // prettier-ignore
  const rules = [...new Set(card.after.map((a) => a.rule))].map((rule) => ({
    rule,
    numbers: card.after.filter((a) => a.rule === rule).map((a) => number.get(a.card)!),
  }));
  const same = before !== undefined && first!.machine === before.setups[0]!.machine;
  return (
    <li>
      <span className="n">{number.get(card.id)}</span>
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
