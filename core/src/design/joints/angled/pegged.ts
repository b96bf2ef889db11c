import { angleOf } from '../../../shop/index.ts';
import { blind } from '../blind/index.ts';
import type { Members } from '../kind.ts';
import type { Pegged, PegsLie } from '../pegs/index.ts';
import { onTruePiece } from '../shape/index.ts';
import { leanOf, off, own, shoulderLine, type AngledParams } from './params.ts';

const WAY_OUT = 'Hold it by brads or glue, or have the angle seen on the face.';

const isSeenOnFace = ({ plane }: AngledParams): boolean => plane === 'width';

/** The tenon its pegs go through: askew in its mortise only as much of it as is long all over. */
export function peggedTenon(params: AngledParams, { tenoned }: Members): Pegged {
  const { edgeShoulder, tenonWidth: width, tenonLength, slant, degrees } = params;
  const line = shoulderLine(params, tenoned);
  const shortest = Math.min(line(edgeShoulder), line(edgeShoulder + width));
  const length = slant === 'tenon' ? tenonLength : shortest * angleOf(degrees).cos;
  return { edgeShoulder, width, length };
}

/**
 * Pegs of pieces that lean as seen on their faces: they go square through both, in a line along the
 * shoulder however that slants.
 */
export const PEGS_ASKEW: PegsLie<AngledParams> = {
  measuredDeep: true,
  slope: ({ slant, degrees }) => (slant === 'mortise' ? degrees : 0),
  holes(params, { across, inset, offset }, member, piece) {
    const { slant, degrees, tenonLength: L } = params;
    const { along } = blind.seat(own(params));
    const { cos, tan } = angleOf(degrees);
    const [rise, inward] = slant === 'mortise' ? [tan, inset / cos] : [0, inset];
    const lean = isSeenOnFace(params) ? leanOf(params, member, piece) : undefined;
    return across.map((z) => {
      const fromTip = L + z * rise - inward;
      return onTruePiece(
        lean,
        piece,
        member === 'tenoned' ? [fromTip + offset, z] : [along + z, L - fromTip],
      );
    });
  },
  checks: (params) => [
    {
      wrong: !isSeenOnFace(params),
      member: 'mortised',
      path: 'degrees',
      dimension: 'angle off square',
      value: Math.abs(params.degrees),
      bound: 0,
      text: `peg holes go square through faces that lean by ${off(params.degrees)} here. ${WAY_OUT}`,
    },
  ],
};
