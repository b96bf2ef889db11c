import { remindersAt, type Moment } from '@velk/core/making';
import type { Card } from '@velk/core/day';
import type { LengthStyle } from '@velk/core/ground';
import type { ReactNode } from 'react';
import { Spoken } from '../../widgets/Spoken.tsx';

interface Props {
  readonly card: Card;
  readonly when: Moment;
  readonly style: LengthStyle;
}

/**
 * What a card reminds of in this moment, under a heading of its own where it has one; nothing where
 * it reminds of nothing.
 */
export function Reminders({
  title,
  children,
  ...of
}: Props & {
  title?: string;
  /** What there is to do in this moment besides. */
  children?: ReactNode;
}) {
  if (!remindersAt(of.card.reminders, of.when).length && !children) return null;
  return (
    <>
      {title && <h2 className="later">{title}</h2>}
      {children}
      <ReminderList {...of} />
    </>
  );
}

/** What a card reminds of in a moment that is still to come: how many, unfolded when it has come. */
export function FoldedReminders({ title, ...of }: Props & { title: string }) {
  const count = remindersAt(of.card.reminders, of.when).length;
  return count > 0 ? (
    <details className="folded">
      <summary>
        {title} <span className="quiet light">{count}</span>
      </summary>
      <ReminderList {...of} />
    </details>
  ) : null;
}

function ReminderList({ card, when, style }: Props) {
  const reminders = remindersAt(card.reminders, when);
  return reminders.length > 0 ? (
    <ul className="reminders">
      {reminders.map((reminder, i) => (
        <li key={i}>
          <Spoken sentence={reminder} style={style} />
        </li>
      ))}
    </ul>
  ) : null;
}
