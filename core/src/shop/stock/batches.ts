import { listed, say, type Mm, type Sentence } from '../../ground/index.ts';
import { spreadOf, type Part, type Size } from './part.ts';

/**
 * Pieces of a part that are alike enough to share their figures; numbers count from 1, as they were
 * measured.
 */
export interface Batch {
  readonly pieces: readonly number[];
  /**
   * How many of the part's pieces go with it: those never measured count with the largest batch.
   */
  readonly count: number;
  readonly measured: readonly Mm[];
}

/** Widest spread of thickness that one setting serves: the width of the slip class. */
export const ONE_SETTING: Mm = 0.1;

/**
 * The fewest batches of a size whose pieces lie within `within` of one another, largest first.
 * Measured sizes are taken from the least up, each batch as far as it reaches, which gives the
 * fewest.
 */
export function batchesOf(
  { nominal, measured }: Size,
  quantity: number,
  within: Mm = ONE_SETTING,
): Batch[] {
  if (measured.length === 0) return [{ pieces: [], count: quantity, measured: [nominal] }];
  const sorted = measured
    .map((value, i) => ({ value, piece: i + 1 }))
    .sort((a, b) => a.value - b.value);
  const groups: (typeof sorted)[] = [];
  for (const one of sorted) {
    const group = groups.at(-1);
    if (group && one.value - group[0]!.value <= within + 1e-9) group.push(one);
    else groups.push([one]);
  }
  groups.sort((a, b) => b.length - a.length || a[0]!.value - b[0]!.value);
  const others = groups.slice(1).reduce((n, g) => n + g.length, 0);
  return groups.map((group, i) => ({
    pieces: group.map((g) => g.piece).sort((a, b) => a - b),
    count: i === 0 ? Math.max(1, quantity - others) : group.length,
    measured: group.map((g) => g.value),
  }));
}

/** The part as one of its batches: only that batch's pieces and thicknesses. */
export const asBatch = (part: Part, batch: Batch): Part => ({
  ...part,
  quantity: batch.count,
  thickness: { ...part.thickness, measured: batch.measured },
});

/**
 * What to say of the batches that differ from the largest: “Pieces 4 and 7 are 0.4 thicker than the
 * rest.”
 */
export function unlike<S extends 'thickness' | 'width'>(
  part: Pick<Part, S | 'quantity'>,
  size: S,
): Sentence[] {
  const [main, ...others] = batchesOf(part[size], part.quantity);
  const usual = spreadOf({ nominal: 0, measured: main!.measured }).median;
  const greater = size === 'thickness' ? ['thicker', 'thinner'] : ['wider', 'narrower'];
  return others.map((batch) => {
    const by = spreadOf({ nominal: 0, measured: batch.measured }).median - usual;
    const one = batch.pieces.length === 1;
    return say(
      `${one ? 'Piece' : 'Pieces'} ${listed(batch.pieces.map(String))} ${one ? 'is' : 'are'} {by} ${by > 0 ? greater[0] : greater[1]} than the rest`,
      { by: Math.abs(by) },
    );
  });
}
