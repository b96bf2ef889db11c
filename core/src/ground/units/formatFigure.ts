import { fineStyle, formatLength, writeLength } from './formatLength.ts';
import { INCH, type LengthStyle, type Mm } from './length.ts';

/**
 * A figure to set: its length as written, and what must be added or taken off where the fraction
 * alone would mislead.
 */
export interface WrittenFigure {
  readonly written: ReturnType<typeof writeLength>;
  /** `+ 0.002 in`, or nothing. */
  readonly rest: string;
}

/** Remainders under half a thousandth of an inch can't be set and are not shown. */
const LEAST = INCH / 2000;

/** Writes a figure without losing what a fraction leaves out: `1/2 in − 0.002`. */
export function writeFigure(value: Mm, style: LengthStyle): WrittenFigure {
  const written = writeLength(value, fineStyle(style));
  const isWhole = style.system === 'mm' || style.inches === 'decimal';
  if (isWhole || Math.abs(written.remainder) < LEAST) return { written, rest: '' };
  const thousandths = (Math.abs(written.remainder) / INCH).toFixed(3).replace('.', style.decimal);
  return { written, rest: `${written.remainder > 0 ? '+' : '−'} ${thousandths} in` };
}

/** As `writeFigure`, in one string. */
export function formatFigure(value: Mm, style: LengthStyle): string {
  const { rest } = writeFigure(value, style);
  return [formatLength(value, fineStyle(style)), rest].filter(Boolean).join(' ');
}
