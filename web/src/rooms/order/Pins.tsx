import './order.css';
import { useState } from 'react';
import { isValid, parseISO } from 'date-fns';
import type { Card, Plan } from '@velk/core/day';
import type { Job, Pin } from '@velk/core/design';
import { useEdit } from '../../keeping/useEdit.ts';
import { weekdayName } from '../../browser/dates.ts';
import { today } from '../../browser/days.ts';
import { Choice } from '../../widgets/Choice.tsx';

/** Where somebody wants a card, as one text: a place, a card that it comes before, or a day. */
const told = (pin: Pin | undefined): string =>
  !pin ? '' : 'place' in pin ? pin.place : 'before' in pin ? `before ${pin.before}` : 'day';

function usePinning() {
  const edit = useEdit();
  return (card: string, pin: Pin | null) => edit({ edit: 'pinned', card, pin });
}

/** Pins one card of the order: to its begin, its end, before another, or to a day. */
export function PinField({
  card: { id },
  cards,
  job,
}: {
  card: Card;
  cards: readonly Card[];
  job: Job;
}) {
  const pinTo = usePinning();
  const pin = job.pins?.find((eachPin) => eachPin.id === id);
  const [open, setOpen] = useState(false);
  const index = cards.findIndex((card) => card.id === id);
  const words = wordsOf(pin, cards);
  if (!open)
    return (
      <button className="link noprint own-line at-end" onClick={() => setOpen(true)}>
        {words || <span aria-label={`Pin set-up ${index + 1}`}>pin</span>}
      </button>
    );
  const set = (value: string) => {
    if (value === 'first' || value === 'last') pinTo(id, { id, place: value });
    else if (value === 'day') pinTo(id, { id, day: job.working?.from || today() });
    else pinTo(id, value ? { id, before: value.slice('before '.length) } : null);
  };
  return (
    <span className="pin noprint">
      <Choice
        label={`Where set-up ${index + 1} is wanted`}
        value={told(pin)}
        options={[
          { value: '', label: 'wherever it is quickest' },
          { value: 'first', label: 'first' },
          { value: 'last', label: 'last' },
          { value: 'day', label: 'begun on a day' },
          {
            label: 'before',
            options: cards.flatMap((card, i) =>
              card.id === id
                ? []
                : [{ value: `before ${card.id}`, label: `${i + 1} ${card.title}` }],
            ),
          },
        ]}
        onChange={set}
      />
      {pin && 'day' in pin && (
        <input
          type="date"
          aria-label={`The day of set-up ${index + 1}`}
          value={pin.day}
          onChange={({ target: { value } }) => value && pinTo(id, { id, day: value })}
        />
      )}{' '}
      <button className="link" onClick={() => setOpen(false)}>
        close
      </button>
    </span>
  );
}

function wordsOf(pin: Pin | undefined, cards: readonly Card[]): string {
  if (!pin) return '';
  if ('place' in pin) return `pinned ${pin.place}`;
  if ('day' in pin)
    return `pinned to ${isValid(parseISO(pin.day)) ? weekdayName(parseISO(pin.day)) : pin.day}`;
  const before = cards.findIndex(({ id }) => id === pin.before);
  return before < 0 ? 'pinned' : `pinned before ${before + 1}`;
}

/** Pins that can’t be kept, each with the reason and a way to take it off. */
export function LoosePins({ plan: { loose, cards }, job }: { plan: Plan; job: Job }) {
  const pinTo = usePinning();
  const now = loose.filter(({ id }) => job.pins?.some((pin) => pin.id === id));
  if (!now.length) return null;
  return (
    <div className="note warning" role="alert">
      {now.map(({ id, why }) => {
        const index = cards.findIndex((card) => card.id === id);
        return (
          <p key={id}>
            The pin {index < 0 ? 'of a set-up that is gone' : `of set-up ${index + 1}`} is not kept:{' '}
            {why}{' '}
            <button className="link" onClick={() => pinTo(id, null)}>
              take it off
            </button>
          </p>
        );
      })}
    </div>
  );
}
