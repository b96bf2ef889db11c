import type { ReactNode } from 'react';
import { parseLength, type LengthStyle, type Mm } from '@velk/core/ground';
import { FieldError } from './FieldError.tsx';

/** A length that belongs to nothing yet, such as a reading; nothing where the text is none. */
export function lengthIn(text: string, style: LengthStyle): Mm | undefined {
  const parsed = parseLength(text, style);
  return parsed.ok && parsed.value >= 0 ? parsed.value : undefined;
}

/**
 * A box for such a length. What can’t be read stays as typed, with its reason; empty it says
 * nothing.
 */
export function LooseLength({
  label,
  called,
  text,
  style,
  placeholder,
  short = false,
  onType,
  onEnter,
}: {
  /** Beside the box; and what it is called where that says too little. */
  label?: ReactNode;
  called?: string;
  text: string;
  style: LengthStyle;
  placeholder?: string;
  short?: boolean;
  onType: (text: string) => void;
  onEnter?: (input: HTMLInputElement) => void;
}) {
  const found = text.trim() ? parseLength(text, style) : undefined;
  const message = found && !found.ok ? found.message : undefined;
  const Box = label === undefined ? 'span' : 'label';
  return (
    <Box className="field">
      {label !== undefined && <>{label} </>}
      <input
        value={text}
        inputMode="decimal"
        className={short ? 'short' : undefined}
        aria-label={called}
        aria-invalid={message !== undefined}
        placeholder={placeholder}
        onChange={(event) => onType(event.target.value)}
        onKeyDown={(event) => event.key === 'Enter' && onEnter?.(event.currentTarget)}
      />
      <FieldError message={message} />
    </Box>
  );
}
