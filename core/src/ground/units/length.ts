/** A length in millimetres: the only unit inside Velk. Text is made and read at the edge. */
export type Mm = number;

/** The international inch of 1959 (also NIST SP 811): exactly 25.4 mm. */
export const INCH: Mm = 25.4;

/** Which unit a bare number is in, and how lengths are written. */
export interface LengthStyle {
  readonly system: 'mm' | 'in';
  /** Finest step written: 0.1, 0.05 or 0.01 mm; 1/16, 1/32 or 1/64 in, given in millimetres. */
  readonly graduation: Mm;
  readonly decimal: '.' | ',';
  /** Inches as fractions, or as thousandths. */
  readonly inches: 'fraction' | 'decimal';
}

export const METRIC: LengthStyle = {
  system: 'mm',
  graduation: 0.05,
  decimal: '.',
  inches: 'fraction',
};
export const IMPERIAL: LengthStyle = {
  system: 'in',
  graduation: INCH / 64,
  decimal: '.',
  inches: 'fraction',
};

/** The style in a unit: its own where that is its unit, else the usual one of the other. */
export const styleIn = (style: LengthStyle, unit: LengthStyle['system']): LengthStyle =>
  style.system === unit
    ? style
    : { ...(unit === 'mm' ? METRIC : IMPERIAL), decimal: style.decimal };

/** Direction in which a figure may be rounded so that wood can still be taken away. */
export type Rounding = 'up' | 'down' | 'nearest';
