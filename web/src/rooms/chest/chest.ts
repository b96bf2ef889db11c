import { toolsOf, type Tool } from '@velk/core/shop';
import type { Mm } from '@velk/core/ground';

/** Cutters this much farther apart than the smaller of the two leave sizes that nothing makes. */
const WIDE = 0.34;

/** Where the router cutters leave a gap: “no cutter between 8 and 12”. */
export function gapsOf(tools: readonly Tool[]): { from: Mm; to: Mm }[] {
  const sizes = toolsOf({ tools }, 'router-cutter')
    .map((c) => c.diameter)
    .sort((a, b) => a - b);
  return sizes.flatMap((from, i) => {
    const to = sizes[i + 1];
    return to !== undefined && to - from > from * WIDE ? [{ from, to }] : [];
  });
}
