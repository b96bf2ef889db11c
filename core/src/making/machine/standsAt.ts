import type { LengthFigure } from '../setups/index.ts';
import type { Mm, Scale, Screw } from '../../ground/index.ts';

/**
 * Where a figure truly stands once set: a scale stands off by its true zero, whatever was allowed
 * for it, and a screw moves by its true lead.
 * @param beyond how much farther the figure is than what the scale reads, with the tools as they
 *   are
 */
export function standsAt(
  { set }: Pick<LengthFigure, 'set'>,
  {
    scale,
    beyond = 0,
    screw,
  }: { scale?: Scale | null; beyond?: Mm; screw?: Screw | null | undefined },
): Mm {
  if (set.zero !== undefined && scale) return set.value - set.zero + scale.zero + beyond;
  if (set.turns !== undefined && screw) return set.turns * screw.lead;
  return set.value;
}
