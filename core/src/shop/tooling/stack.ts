import type { Mm, Reached, Rounding } from '../../ground/index.ts';
import type { Stack } from './tools.ts';

/** What goes between the outer blades to make a width. */
export interface StackMakeUp extends Reached {
  readonly chippers: readonly Mm[];
  readonly shims: readonly Mm[];
}

const HAIR = 1e-6;

/**
 * The make-up of a dado stack that comes nearest to a width: fewest shims among equally near ones,
 * then fewest chippers. Looks at every set of different sizes, so the answer is exact.
 * @param rounding which side of the wanted width it may lie on
 * @returns nothing where no make-up lies on that side, as when the outer blades alone are wider
 */
export function makeUp(
  stack: Stack,
  width: Mm,
  rounding: Rounding = 'nearest',
): StackMakeUp | undefined {
  const chippers = sumsOf(stack.chippers);
  const shims = sumsOf(stack.shims);
  let best:
    | { error: number; parts: number; shims: readonly Mm[]; chippers: readonly Mm[]; value: Mm }
    | undefined;
  for (const chip of chippers)
    for (const shim of shims) {
      const value = stack.outer + chip.sum + shim.sum;
      const error = width - value;
      if ((rounding === 'up' && error > HAIR) || (rounding === 'down' && error < -HAIR)) continue;
      const parts = shim.used.length * 100 + chip.used.length;
      const nearer = best === undefined || Math.abs(error) < Math.abs(best.error) - HAIR;
      const simpler =
        best !== undefined &&
        Math.abs(Math.abs(error) - Math.abs(best.error)) <= HAIR &&
        parts < best.parts;
      if (nearer || simpler) best = { error, parts, shims: shim.used, chippers: chip.used, value };
    }
  return (
    best && { chippers: best.chippers, shims: best.shims, value: best.value, error: best.error }
  );
}

/** Every different sum of some of the sizes, each with the fewest of them that make it. */
function sumsOf(sizes: readonly Mm[]): { sum: Mm; used: readonly Mm[] }[] {
  const sums = new Map<number, { sum: Mm; used: readonly Mm[] }>([[0, { sum: 0, used: [] }]]);
  for (const size of [...sizes].sort((a, b) => b - a))
    for (const { sum, used } of [...sums.values()]) {
      const next = { sum: sum + size, used: [...used, size] };
      const key = Math.round(next.sum * 1e6);
      const known = sums.get(key);
      if (!known || known.used.length > next.used.length) sums.set(key, next);
    }
  return [...sums.values()];
}
