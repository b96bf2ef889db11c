import { useId } from 'react';
import { useAppDispatch, useAppSelector } from '../store.ts';
import { typed } from '../keeping/typed.ts';
import { FieldError } from './FieldError.tsx';

interface CountFieldProps {
  /** Names the field in the kept text, such as `stock.rail.quantity`. */
  readonly field: string;
  readonly label: string;
  /** What the sentence calls it, such as `Pieces`. */
  readonly called: string;
  readonly value: number;
  readonly least?: number;
  readonly most: number;
  readonly onChange: (count: number) => void;
}

/**
 * A whole number, from 1 on where nothing else is said. What is none stays as typed, with a
 * sentence beside it.
 */
export function CountField({
  field,
  label,
  called,
  value,
  least = 1,
  most,
  onChange,
}: CountFieldProps) {
  const dispatch = useAppDispatch();
  const id = useId();
  const kept = useAppSelector((s) => s.typed[field]);
  const type = (text: string) => {
    const count = Number(text);
    const good = /^\d+$/.test(text) && count >= least && count <= most;
    dispatch(typed({ field, text: good ? null : text }));
    if (good && count !== value) onChange(count);
  };
  return (
    <span className="field">
      <input
        value={kept ?? value}
        inputMode="numeric"
        aria-label={label}
        aria-invalid={kept !== undefined}
        aria-describedby={kept === undefined ? undefined : id}
        onChange={(e) => type(e.target.value)}
        onKeyDown={(e) => {
          if (e.key !== 'Escape' || kept === undefined) return;
          e.preventDefault();
          dispatch(typed({ field, text: null }));
        }}
      />
      <FieldError
        id={id}
        message={
          kept === undefined
            ? undefined
            : `${called}: a whole number from ${least} to ${spaced(most)}.`
        }
      />
    </span>
  );
}

/** Thousands set apart, as on paper. */
const spaced = (count: number): string => String(count).replace(/\B(?=(\d{3})+$)/g, ' ');
