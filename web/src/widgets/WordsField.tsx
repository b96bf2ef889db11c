import { useId, useState, type CSSProperties } from 'react';
import { LIMITS, textProblem } from '@velk/core/ground';
import { useAppDispatch, useAppSelector } from '../store.ts';
import { typed } from '../keeping/typed.ts';
import { FieldError } from './FieldError.tsx';

interface WordsFieldProps {
  /** Names the field in the kept text, such as `stock.rail.name`. */
  readonly field: string;
  /** For those who hear it. */
  readonly label: string;
  /**
   * What the sentences call it, such as `The name of the part`; the label where nothing is said.
   */
  readonly called?: string;
  readonly value: string;
  readonly most?: number;
  readonly mayBeEmpty?: boolean;
  readonly hint?: string;
  readonly className?: string;
  readonly style?: CSSProperties;
  readonly onChange: (words: string) => void;
}

/**
 * A name or a few words. What can’t be stored stays as typed, with a sentence beside it; blanks at
 * the ends are left out.
 */
export function WordsField({
  field,
  label,
  called = label,
  value,
  most = LIMITS.name,
  mayBeEmpty = false,
  hint,
  className = '',
  style,
  onChange,
}: WordsFieldProps) {
  const dispatch = useAppDispatch();
  const id = useId();
  const kept = useAppSelector((s) => s.typed[field]);
  const [editing, setEditing] = useState<string | null>(null);
  const text =
    editing !== null && (kept !== undefined || editing.trim() === value)
      ? editing
      : (kept ?? value);
  const message = kept === undefined ? undefined : textProblem(kept, called, most, mayBeEmpty);
  const type = (next: string) => {
    setEditing(next);
    const problem = textProblem(next, called, most, mayBeEmpty);
    dispatch(typed({ field, text: problem ? next : null }));
    if (!problem && next.trim() !== value) onChange(next.trim());
  };
  return (
    <span className={`field ${className}`}>
      <input
        aria-label={label}
        aria-invalid={message !== undefined}
        aria-describedby={message ? id : undefined}
        placeholder={hint}
        value={text}
        style={style}
        onChange={(e) => type(e.target.value)}
        onBlur={() => setEditing(null)}
        onKeyDown={(e) => {
          if (e.key !== 'Escape' || kept === undefined) return;
          e.preventDefault();
          setEditing(null);
          dispatch(typed({ field, text: null }));
        }}
      />
      <FieldError id={id} message={message} />
    </span>
  );
}
