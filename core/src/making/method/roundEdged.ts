import type { TenonFeature } from '../../design/index.ts';
import { SAME } from './method.ts';

/** One tongue with round edges all along: what a guide round a block leaves. */
export const isRoundEdged = ({
  rounding,
  length,
  faceShoulder,
  thickness,
  edgeShoulder,
  width,
}: TenonFeature): boolean =>
  rounding?.length === 1 &&
  rounding.every(
    (r) =>
      Math.min(r.nearLength, r.farLength) > length - SAME &&
      Math.abs(r.faceShoulder - faceShoulder) < SAME &&
      Math.abs(r.thickness - thickness) < SAME &&
      Math.abs(r.edgeShoulder - edgeShoulder) < SAME &&
      Math.abs(r.width - width) < SAME,
  );
