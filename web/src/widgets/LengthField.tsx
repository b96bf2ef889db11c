import { useId, useState, type KeyboardEvent } from 'react';
import { fineStyle, formatLength, formatNumber, parseLength, type LengthStyle, type Mm } from '@velk/core';
import { typed } from '../app/bench.ts';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { Length } from './Length.tsx';
import { FieldError } from './FieldError.tsx';

export interface LengthFieldProps {
  /** Names the field in the kept text, such as `joint.cross-rail.tenonLength`. */
  readonly field: string;
  readonly label: string;
  readonly value: Mm;
  readonly style: LengthStyle;
  /** An error found elsewhere that speaks of this field. */
  readonly error?: string | undefined;
  readonly least?: Mm;
  readonly most?: Mm;
  readonly onChange: (value: Mm) => void;
}

/**
 * A length that can be typed as people write it. What can't be read stays as typed, with a sentence beside it; Enter
 * goes to the next field, arrows nudge by one graduation.
 */
export function LengthField({
  field,
  label,
  value,
  style,
  error,
  least = 0.001,
  most = Infinity,
  onChange,
}: LengthFieldProps) {
  const dispatch = useAppDispatch();
  const id = useId();
  const kept = useAppSelector((s) => s.bench.typed[field]);
  const [editing, setEditing] = useState<string | null>(null);
  const text = editing ?? kept ?? formatNumber(value, fineStyle(style));
  const check = (from: string): { value: Mm } | { message: string } => {
    const parsed = parseLength(from, style);
    if (!parsed.ok) return { message: parsed.message };
    if (parsed.value < least - 1e-9)
      return {
        message:
          least > 0.001 || least < 0
            ? `The ${label} must be ${formatLength(least, fineStyle(style))} or more.`
            : `The ${label} must be ${least > 0 ? 'more than 0' : '0 or more'}.`,
      };
    if (parsed.value > most + 1e-9)
      return { message: `The ${label} must be ${formatLength(most, fineStyle(style))} or less.` };
    return { value: parsed.value };
  };
  const shown = editing !== null || kept !== undefined ? check(text) : { value };
  const message = 'message' in shown ? shown.message : error;

  /** Inches are set in type, with true fractions, wherever nobody is typing. */
  const set = style.system === 'in' && editing === null && kept === undefined && message === undefined;

  const type = (next: string) => {
    setEditing(next);
    const read = check(next);
    dispatch(typed({ field, text: 'message' in read ? next : null }));
    if ('value' in read && Math.abs(read.value - value) > 1e-9) onChange(read.value);
  };
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Enter') {
      event.preventDefault();
      const fields = [...document.querySelectorAll<HTMLInputElement>('input[data-length]')];
      const next = fields[fields.indexOf(event.currentTarget) + 1] ?? fields[0];
      next?.focus();
    } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      const moved = value + (event.key === 'ArrowUp' ? 1 : -1) * style.graduation;
      if (moved < least || moved > most) return;
      setEditing(null);
      dispatch(typed({ field, text: null }));
      onChange(Number(moved.toFixed(6)));
    } else if (event.key === 'Escape') {
      setEditing(null);
      dispatch(typed({ field, text: null }));
    }
  };

  return (
    <span className={`field ${set ? 'set' : ''}`}>
      <input
        data-length
        aria-label={`${label}, ${style.system}`}
        aria-invalid={message !== undefined}
        aria-describedby={message ? id : undefined}
        value={text}
        inputMode="text"
        autoComplete="off"
        spellCheck={false}
        onChange={(e) => type(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={() => setEditing(null)}
        onKeyDown={onKeyDown}
      />
      {set && (
        <span className="settype" aria-hidden>
          <Length value={value} style={style} unit={false} />
        </span>
      )}
      <FieldError id={id} message={message} />
    </span>
  );
}
