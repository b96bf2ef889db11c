import type { Mm } from '../units/index.ts';
import { SAME } from './method.ts';

/** How much each pass overlaps the last, so that no web stands between two kerfs, mm. */
export const OVERLAP: Mm = 0.5;

/**
 * Near sides of the kerfs that clear a slot, from the face its wall is measured from: the far wall, the near wall, then
 * what stands between.
 * @param p that face to the near wall
 * @param m width of the slot, at least the kerf
 * @param k kerf as measured
 */
export function slotKerfs(p: Mm, m: Mm, k: Mm): Mm[] {
  const span = m - k;
  if (span < SAME) return [p];
  const steps = Math.ceil(span / Math.max(k - OVERLAP, k / 2) - SAME);
  const between = Array.from({ length: steps - 1 }, (_, i) => p + (span * (i + 1)) / steps);
  return [p + span, p, ...between];
}
