import type { Mm } from '../units/index.ts';

/** A size with what the calliper found. Nothing measured yet: the nominal size stands in. */
export interface Size {
  readonly nominal: Mm;
  readonly measured: readonly Mm[];
}

/** A part of the job: `quantity` pieces meant to be alike. */
export interface Part {
  readonly id: string;
  readonly name: string;
  readonly quantity: number;
  /** Final length in mm. */
  readonly length: Mm;
  readonly thickness: Size;
  readonly width: Size;
}

export interface Spread {
  readonly least: Mm;
  readonly median: Mm;
  readonly most: Mm;
}

/** Least, median and most of a size as measured; all three nominal while nothing is measured. */
export function spreadOf({ nominal, measured }: Size): Spread {
  if (measured.length === 0) return { least: nominal, median: nominal, most: nominal };
  const sorted = [...measured].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  const median = sorted.length % 2 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
  return { least: sorted[0]!, median, most: sorted.at(-1)! };
}
