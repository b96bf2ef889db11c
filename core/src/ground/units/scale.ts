import type { Mm, Rounding } from './length.ts';
import { roundTo } from './roundTo.ts';

/** A scale on a machine or jig. A reading of 10 with a zero of 0.1 stands at 10.1. */
export interface Scale {
  readonly unit: 'mm' | 'in';
  /** Distance between two of its lines, mm. */
  readonly graduation: Mm;
  /** What must be added to a reading to have the true distance, mm. */
  readonly zero: Mm;
}

/** A length as a way of setting it reaches it; error = wanted - value. */
export interface Reached {
  readonly value: Mm;
  readonly error: Mm;
}

/** The line of the scale to set to, its zero allowed for. */
export function onScale(
  wanted: Mm,
  scale: Scale,
  rounding: Rounding,
): Reached & { readonly reading: Mm } {
  const reading = roundTo(wanted - scale.zero, scale.graduation, rounding);
  const value = reading + scale.zero;
  return { reading, value, error: wanted - value };
}
