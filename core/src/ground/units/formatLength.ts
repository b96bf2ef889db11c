import { INCH, type LengthStyle, type Mm } from './length.ts';
import { roundTo } from './roundTo.ts';

/** A length ready to be set in type: fractions are set as fractions by whoever draws it. */
export interface WrittenLength {
  readonly negative: boolean;
  readonly whole: string;
  readonly numerator?: number;
  readonly denominator?: number;
  readonly unit: 'mm' | 'in';
  /** What the written figure leaves out, in mm: length = written + remainder. */
  readonly remainder: Mm;
}

/**
 * Writes a length to the style's graduation.
 * @param value length in mm
 */
export function writeLength(value: Mm, style: LengthStyle): WrittenLength {
  const written = roundTo(value, style.graduation, 'nearest');
  const size = Math.abs(written);
  const base = { negative: written < -1e-9, unit: style.system, remainder: value - written };
  if (style.system === 'mm')
    return { ...base, whole: decimal(size, style.graduation, style.decimal) };
  /** What no fraction shows is not nothing. */
  const fine = size < 1e-9 && Math.abs(value) > INCH / 2000;
  if (style.inches === 'decimal' || fine) {
    const thousandths = roundTo(value, INCH / 1000, 'nearest');
    const text = (Math.abs(thousandths) / INCH).toFixed(3).replace('.', style.decimal);
    return { ...base, negative: thousandths < -1e-9, whole: text, remainder: value - thousandths };
  }
  let denominator = Math.round(INCH / style.graduation);
  let numerator = Math.round((size / INCH) * denominator);
  const whole = Math.floor(numerator / denominator);
  numerator -= whole * denominator;
  while (numerator > 0 && numerator % 2 === 0 && denominator % 2 === 0) {
    numerator /= 2;
    denominator /= 2;
  }
  if (numerator === 0) return { ...base, whole: String(whole) };
  return { ...base, whole: whole ? String(whole) : '', numerator, denominator };
}

/** A length as one string, unit included: `14.95 mm`, `1 3/8 in`. */
export function formatLength(value: Mm, style: LengthStyle): string {
  return `${formatNumber(value, style)} ${style.system}`;
}

/** As `formatLength`, without the unit, for a field whose unit stands beside it. */
export function formatNumber(value: Mm, style: LengthStyle): string {
  const w = writeLength(value, style);
  const fraction = w.numerator ? `${w.numerator}/${w.denominator}` : '';
  return `${w.negative ? '-' : ''}${[w.whole, fraction].filter(Boolean).join(' ')}`;
}

/**
 * A style as fine as a typed or measured size deserves: what is written reads back as what was
 * typed.
 */
export function fineStyle(style: LengthStyle): LengthStyle {
  return style.system === 'mm' ? { ...style, graduation: 0.01 } : style;
}

function decimal(size: Mm, graduation: Mm, sign: string): string {
  const places = graduation >= 1 ? 0 : graduation >= 0.1 ? 1 : 2;
  const text = size.toFixed(places);
  const short = places === 2 && text.endsWith('0') ? text.slice(0, -1) : text;
  return short.replace('.', sign);
}
