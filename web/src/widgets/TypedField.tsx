import { useId, useState, type KeyboardEvent, type ReactNode } from 'react';
import { typed } from '../keeping/typed.ts';
import { useAppDispatch, useAppSelector } from '../store.ts';
import { FieldError } from './FieldError.tsx';

export type Check = { readonly value: number } | { readonly message: string };

interface TypedFieldProps {
  /** Names the field in the kept text, such as `joint.cross-rail.tenonLength`. */
  readonly field: string;
  /** What it is and in what it is typed, for those who hear it. */
  readonly label: string;
  readonly value: number;
  /** The value as text, while nobody has typed another. */
  readonly text: string;
  readonly read: (text: string) => Check;
  /** What an arrow key moves it by. */
  readonly step: number;
  readonly within: (value: number) => boolean;
  /** Stands in place of the text while nobody is typing. */
  readonly setType?: ReactNode;
  /** An error found elsewhere that speaks of this field. */
  readonly error?: string | undefined;
  readonly onChange: (value: number) => void;
}

/**
 * A measure that can be typed as people write it. What can't be read stays as typed, with a
 * sentence beside it; Enter goes to the next field, arrows nudge by one step.
 */
export function TypedField({
  field,
  label,
  value,
  text: written,
  read,
  step,
  within,
  setType,
  error,
  onChange,
}: TypedFieldProps) {
  const dispatch = useAppDispatch();
  const id = useId();
  const kept = useAppSelector((s) => s.typed[field]);
  const [editing, setEditing] = useState<string | null>(null);
  const text = editing ?? kept ?? written;
  const shown = editing !== null || kept !== undefined ? read(text) : { value };
  const message = 'message' in shown ? shown.message : error;
  const set = setType && editing === null && kept === undefined && message === undefined;

  const type = (next: string) => {
    setEditing(next);
    const check = read(next);
    dispatch(typed({ field, text: 'message' in check ? next : null }));
    if ('value' in check && Math.abs(check.value - value) > 1e-9) onChange(check.value);
  };
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Enter') {
      event.preventDefault();
      const fields = [...document.querySelectorAll<HTMLInputElement>('input[data-length]')];
      const next = fields[fields.indexOf(event.currentTarget) + 1] ?? fields[0];
      next?.focus();
    } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      const moved = Number((value + (event.key === 'ArrowUp' ? 1 : -1) * step).toFixed(6));
      if (!within(moved)) return;
      setEditing(null);
      dispatch(typed({ field, text: null }));
      onChange(moved);
    } else if (event.key === 'Escape') {
      /** With nothing to drop it leads out of the field, where single keys work. */
      if (editing === null && kept === undefined) event.currentTarget.blur();
      else event.preventDefault();
      setEditing(null);
      dispatch(typed({ field, text: null }));
    }
  };

  return (
    <span className={`field ${set ? 'set' : ''}`}>
      <input
        data-length
        aria-label={label}
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
          {setType}
        </span>
      )}
      <FieldError id={id} message={message} />
    </span>
  );
}
