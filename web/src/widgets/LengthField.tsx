import {
  fineStyle,
  formatLength,
  formatNumber,
  LIMITS,
  parseLength,
  type LengthStyle,
  type Mm,
} from '@velk/core/ground';
import { Length } from './Length.tsx';
import { TypedField, type Check } from './TypedField.tsx';

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
  /** Why a length that could be stored won’t do all the same, in a sentence. */
  readonly refuse?: ((value: Mm) => string | undefined) | undefined;
  readonly onChange: (value: Mm) => void;
}

/**
 * A length, in the units of the job or in any that are named; an arrow key nudges it by one
 * graduation.
 */
export function LengthField({
  field,
  label,
  value,
  style,
  error,
  least = LIMITS.smallest,
  most = LIMITS.longest,
  refuse,
  onChange,
}: LengthFieldProps) {
  const read = (from: string): Check => {
    const parsed = parseLength(from, style);
    if (!parsed.ok) return { message: parsed.message };
    if (parsed.value < least - 1e-9)
      return {
        message:
          parsed.value > 0 || (least !== LIMITS.smallest && least !== 0)
            ? `The ${label} must be ${formatLength(least, fineStyle(style))} or more.`
            : `The ${label} must be ${least > 0 ? 'more than 0' : '0 or more'}.`,
      };
    if (parsed.value > most + 1e-9)
      return { message: `The ${label} must be ${formatLength(most, fineStyle(style))} or less.` };
    const refused = refuse?.(parsed.value);
    return refused ? { message: refused } : { value: parsed.value };
  };
  return (
    <TypedField
      field={field}
      label={`${label}, ${style.system}`}
      value={value}
      text={formatNumber(value, fineStyle(style))}
      read={read}
      step={style.graduation}
      within={(moved) => moved >= least && moved <= most}
      /** Inches are set in type, with true fractions, wherever nobody is typing. */
      setType={style.system === 'in' && <Length value={value} style={style} unit={false} />}
      error={error}
      onChange={onChange}
    />
  );
}
