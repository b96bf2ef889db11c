import { remindersAt, type Moment } from '@velk/core/making';
import type { Card } from '@velk/core/day';
import type { LengthStyle } from '@velk/core/ground';
import type { ReactNode } from 'react';
import { Spoken } from '../../widgets/Spoken.tsx';

/**
 * What a card reminds of in this moment, under a heading of its own where it has one; nothing where
 * it reminds of nothing.
 */
export function Reminders({
  card,
  when,
  style,
  title,
  children,
}: {
  card: Card;
  when: Moment;
  style: LengthStyle;
  title?: string;
  /** What there is to do in this moment besides. */
  children?: ReactNode;
}) {
  const reminders = remindersAt(card.reminders, when);
  if (!reminders.length && !children) return null;
  return (
    <>
      {title && <h2 className="later">{title}</h2>}
      {children}
      {reminders.length > 0 && (
        <ul className="reminders">
          {reminders.map((reminder, i) => (
            <li key={i}>
              <Spoken sentence={reminder} style={style} />
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
