import { formatLength } from './formatLength.ts';
import { IMPERIAL, INCH, type Mm, type Rounding } from './length.ts';
import type { Reached } from './scale.ts';

/** Blocks laid together, thickest first. */
export interface Pile extends Reached {
  readonly blocks: readonly Mm[];
}

/**
 * A block by the size that is stamped on it: millimetres, or inches where it is made in inches.
 * @param size in mm
 */
export function stamped(size: Mm): string {
  const sixtyfourths = (size / INCH) * 64;
  if (Math.abs(sixtyfourths - Math.round(sixtyfourths)) < 1e-6) return formatLength(size, IMPERIAL);
  const hundredths = size * 100;
  if (Math.abs(hundredths - Math.round(hundredths)) < 1e-6) return `${Number(size.toFixed(2))} mm`;
  return `${Number((size / INCH).toFixed(4))} in`;
}

/** No pile is higher: each block more adds a joint where dust gets in. */
export const MOST_BLOCKS = 6;
const HAIR = 1e-6;

interface Combination {
  readonly sum: Mm;
  readonly at: readonly number[];
}

/** Sums of one, two and three blocks of a box, least first; index 0 is the empty pile. */
type Sums = readonly (readonly Combination[])[];

const known = new WeakMap<readonly Mm[], Sums>();

function sumsOf(box: readonly Mm[]): Sums {
  const kept = known.get(box);
  if (kept) return kept;
  const grown: Combination[][] = [[{ sum: 0, at: [] }]];
  for (let size = 1; size <= MOST_BLOCKS / 2; size++)
    grown.push(
      grown[size - 1]!.flatMap(({ sum, at }) => {
        const next = at.length ? at.at(-1)! + 1 : 0;
        return box.slice(next).map((block, i) => ({ sum: sum + block, at: [...at, next + i] }));
      }),
    );
  for (const list of grown) list.sort((a, b) => a.sum - b.sum);
  known.set(box, grown);
  return grown;
}

/**
 * The fewest blocks of a box that make a length within the tolerance, and of those the nearest;
 * each block can be used once. Exact up to six blocks: every pile is a pile of at most three beside
 * another of at most three, so sorted sums of three are enough to look at all of them.
 * @param rounding which side of the wanted length the pile may lie on
 * @returns nothing when no pile of six comes within the tolerance
 */
export function fewestBlocks(
  wanted: Mm,
  box: readonly Mm[],
  tolerance: Mm,
  rounding: Rounding = 'nearest',
): Pile | undefined {
  const sums = sumsOf(box);
  const low = rounding === 'up' ? wanted - HAIR : wanted - tolerance - HAIR;
  const high = rounding === 'down' ? wanted + HAIR : wanted + tolerance + HAIR;
  for (let count = 1; count <= Math.min(MOST_BLOCKS, box.length); count++) {
    const [first, second] = [sums[Math.ceil(count / 2)]!, sums[Math.floor(count / 2)]!];
    let best: Combination | undefined;
    search: for (const combination of first) {
      if (combination.sum > high) break;
      for (let i = firstFrom(second, low - combination.sum); i < second.length; i++) {
        const other = second[i]!;
        const sum = combination.sum + other.sum;
        if (sum > high) break;
        if (best && Math.abs(sum - wanted) > Math.abs(best.sum - wanted) - HAIR) continue;
        if (other.at.some((x) => combination.at.includes(x))) continue;
        best = { sum, at: [...combination.at, ...other.at] };
        if (Math.abs(sum - wanted) < HAIR) break search;
      }
    }
    if (best) {
      const value = Number(best.sum.toFixed(9));
      return {
        blocks: best.at.map((i) => box[i]!).sort((a, b) => b - a),
        value,
        error: wanted - value,
      };
    }
  }
  return undefined;
}

/** Index of the first combination that is at least this long. */
function firstFrom(sorted: readonly Combination[], least: Mm): number {
  let [from, to] = [0, sorted.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (sorted[middle]!.sum < least) from = middle + 1;
    else to = middle;
  }
  return from;
}
