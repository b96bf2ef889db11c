import './order.css';
import { counted, pluralOf } from '@velk/core/ground';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useRef, type KeyboardEvent, type ReactNode } from 'react';
import { Link } from 'react-router';
import { cardView, type Card, type Day, type FigureView, type Plan } from '@velk/core/day';
import type { LengthStyle } from '@velk/core/ground';
import { dayName } from '../../browser/days.ts';
import { useNear } from '../../frame/useNear.ts';
import { inTime } from '../../widgets/minutes.ts';
import { SetTo } from '../../widgets/SetTo.tsx';
import { cardPath } from '../setups/SetupsRoom.tsx';

const names = (all: readonly (string | undefined)[]): string => [...new Set(all)].join('; ');

interface RowProps {
  card: Card;
  before: Card | undefined;
  plan: Plan;
  /** Places in the order, from 1, by card. */
  number: ReadonlyMap<string, number>;
  id: string;
  style: LengthStyle;
  /** Where the card that is lifted can’t go. */
  barred: boolean;
  /** Some are not shown: none is moved. */
  held: boolean;
  /** Its machine is set up for it now. */
  stands: boolean;
  /** Where somebody wants it. */
  pin: ReactNode;
  /** What stands above it, where a working day begins with it. */
  day: ReactNode;
  onMove: (by: 1 | -1) => void;
  onStands: (stands: boolean) => void;
}

/** A row of a long list: its number and its name until it is near what is seen, then all of it. */
export function OrderRow({ long, ...row }: RowProps & { long: boolean }) {
  const ref = useRef<HTMLLIElement>(null);
  const near = useNear(ref, long);
  const { card, id, number, day } = row;
  if (near) return <WholeRow {...row} />;
  return (
    <li ref={ref} data-card={card.id} className="far">
      {day}
      <span className="n">{number.get(card.id)}</span>
      <Link to={cardPath(id, card)} className="title">
        {card.title}
      </Link>
    </li>
  );
}

/**
 * One set-up in the order of the run: what is cut, what is changed for it, and what it waits for.
 */
function WholeRow({
  card,
  before,
  plan: { basis, begun },
  number,
  id,
  style,
  barred,
  held,
  stands,
  pin,
  day,
  onMove,
  onStands,
}: RowProps) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: card.id,
    disabled: held,
  });
  const byKey = (event: KeyboardEvent) => {
    const by =
      event.altKey && !held
        ? { ArrowUp: -1 as const, ArrowDown: 1 as const }[event.key]
        : undefined;
    if (by === undefined) return;
    event.preventDefault();
    onMove(by);
  };
  const view = cardView(card, basis);
  const [first] = card.setups;
  const joints = card.setups.flatMap((s) =>
    s.occurrences.map((o) => basis.job.joints.find((j) => j.id === o.joint)?.name),
  );
  /** What is begun needn’t be waited for. */
  const after = card.after.filter((a) => !begun.includes(a.card));
  const rules = [...new Set(after.map((a) => a.rule))].map((rule) => ({
    rule,
    numbers: after.filter((a) => a.rule === rule).map((a) => number.get(a.card)!),
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
      {day}
      <button
        {...attributes}
        {...listeners}
        className="n"
        aria-label={`Move set-up ${number.get(card.id)}`}
      >
        {number.get(card.id)}
      </button>
      <div>
        <Link to={cardPath(id, card)} className="title">
          {view.title}
        </Link>
        <span className="quiet">
          {' '}
          {names(view.groups.flatMap((g) => g.parts))}: {names(joints)}
        </span>
        <p className="small">
          {firstFew(view.figures.length ? view.figures : view.groups[0]!.figures).map(
            ({ figure }) => (
              <span key={figure.id} className="figure-told">
                {figure.name} <strong>{<SetTo figure={figure} style={style} />}</strong>
              </span>
            ),
          )}
        </p>
        <p className="quiet small">{changeWords(card, same)}</p>
        {rules.length > 0 && (
          <details className="small">
            <summary>Why not earlier</summary>
            {rules.map(({ rule, numbers }) => (
              <p key={rule}>
                After {numbers.sort((a, b) => a - b).join(', ')}: {rule}
              </p>
            ))}
          </details>
        )}
      </div>
      <span className="to-right">
        {counted(card.count, 'piece', 'pieces')}
        <span className="quiet own-line small">
          {view.byHand ? 'Bench' : view.gear[0]}
          {same ? ', same machine' : ''}
          {begun.includes(card.id) ? ', begun' : ''}
        </span>
        {!view.byHand && (
          <label className="noprint small">
            <input
              type="checkbox"
              checked={stands}
              aria-label={`${number.get(card.id)} is set up now`}
              onChange={(e) => onStands(e.target.checked)}
            />{' '}
            set up now
          </label>
        )}
        {pin}
      </span>
    </li>
  );
}

/**
 * A working day: what goes on from the day before, how long it is, and what to fetch before it
 * begins.
 */
export function DayHead({
  days,
  at,
  number,
  from: first,
}: {
  days: readonly Day[];
  at: number;
  /** The first working day, as yyyy-mm-dd, or nothing. */
  from: string;
  number: ReadonlyMap<string, number>;
}) {
  const { parts, minutes, fetch } = days[at]!;
  const [goesOn] = parts;
  /** Days before it on which nothing is begun have no row of their own. */
  const isOwn = (day: Day) => day.parts.length === 0 || day.parts.some((part) => !part.goesOn);
  const from = days.slice(0, at).findLastIndex(isOwn) + 1;
  const empty = at - 1 - days.slice(0, at).findLastIndex((day) => day.parts.length > 0);
  const title =
    from < at
      ? `${dayName(from, first)} to ${dayName(at, first).replace(/^Day/, 'day')}`
      : dayName(at, first);
  return (
    <div className="dayhead">
      <h2>{title}</h2>
      <span className="quiet">
        {inTime(minutes)}
        {empty > 0 &&
          `; the ${pluralOf(empty, 'day', `${empty} days`)} before, nothing: all else waits for a pinned set-up`}
        {goesOn?.goesOn &&
          `; begins with the rest of ${number.get(goesOn.card)}, ${inTime(goesOn.minutes)}`}
        {fetch.length > 0 && `; fetch ${fetch.join(', ')}`}
      </span>
    </div>
  );
}

/** What is changed from the card before, and how long that and the cutting take. */
function changeWords(
  { change: { minutes, words }, cutting, setups: [first] }: Card,
  same: boolean,
): string {
  const cut = `about ${inTime(cutting)} to cut`;
  if (first!.machine === null && words.length === 0) return cut;
  if (words.length === 0) return `${same ? 'Stands so already' : 'Stands so from before'}; ${cut}`;
  return `Set: ${words.join(', ')}; ${inTime(minutes)} with the test cut, ${cut}`;
}

/** A row has room for three. */
const firstFew = (figures: readonly FigureView[]) => figures.slice(0, 3);
