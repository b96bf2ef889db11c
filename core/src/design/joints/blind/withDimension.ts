import type { Mm } from '../../../ground/index.ts';
import type { DimensionId, Members } from '../kind.ts';
import { derive, type BlindParams } from './params.ts';

type Change = (params: BlindParams, value: Mm, members: Members) => Partial<BlindParams>;

/** What each dimension on the drawing changes; what hangs on it follows, and nothing else moves. */
const CHANGES: Record<DimensionId, Change> = {
  mortiseWidth: (p, value) => ({
    mortiseWidth: value,
    faceShoulder: p.faceShoulder - (value - p.mortiseWidth) / 2,
  }),
  tenonThickness: (p, value) => ({
    faceClearance: p.mortiseWidth - value,
    faceShoulder: p.faceShoulder + (derive(p).tenonThickness - value) / 2,
  }),
  faceShoulder: (_, value) => ({ faceShoulder: value }),
  farShoulder: (p, value, { tenoned }) => ({
    faceShoulder: tenoned.thickness - derive(p).tenonThickness - value,
  }),
  wall: (p, value) => ({ setBack: p.setBack + value - derive(p).wall }),
  setBack: (_, value) => ({ setBack: value }),
  tenonWidth: (_, value) => ({ tenonWidth: value }),
  edgeShoulder: (_, value) => ({ edgeShoulder: value }),
  farEdgeShoulder: (p, value, { tenoned }) => ({
    edgeShoulder: tenoned.width - p.tenonWidth - value,
  }),
  tenonLength: (_, value) => ({ tenonLength: value }),
  mortiseLength: (p, value) => ({ endClearance: value - p.tenonWidth }),
  mortiseDepth: (p, value) => ({ bottomClearance: value - p.tenonLength }),
  endClearance: (_, value) => ({ endClearance: value }),
  bottomClearance: (_, value) => ({ bottomClearance: value }),
  position: (_, value) => ({ position: value }),
};

/**
 * The parameters with one dimension typed over.
 * @throws Error for a dimension the kind does not have
 */
export function blindWithDimension(
  params: BlindParams,
  members: Members,
  id: DimensionId,
  value: Mm,
): BlindParams {
  const change = CHANGES[id];
  if (!change) throw new Error(`A blind joint has no dimension “${id}”.`);
  return { ...params, ...change(params, value, members) };
}
