import Joi from 'joi';
import { angleOf, type Lean, type Piece } from '../../../shop/index.ts';
import type { Mm } from '../../../ground/index.ts';
import { blindSchemaWith, derive, type BlindParams } from '../blind/index.ts';
import type { Choice, Members } from '../kind.ts';
import { sizesAcross, type Across } from '../shape/index.ts';

/**
 * A joint whose pieces meet at other than a right angle. Either the tenon goes in square and its
 * shoulder slants across the end of its piece, or the tenon runs straight on from its piece and the
 * mortise slants.
 */
export interface AngledParams extends BlindParams {
  /** Off square; positive: of the end cut so, the reference side stands out farther. */
  degrees: number;
  /**
   * The plane the angle lies in: seen on the face it runs across the width, on the edge through the
   * thickness.
   */
  plane: Across;
  slant: 'tenon' | 'mortise';
}

export const angledSchema = blindSchemaWith<AngledParams>({
  degrees: Joi.number().min(-60).max(60).required(),
  plane: Joi.string().valid('width', 'thickness').required(),
  slant: Joi.string().valid('tenon', 'mortise').required(),
});

export const PLANE: Choice = {
  id: 'plane',
  label: 'Angle seen on the',
  options: [
    { value: 'width', label: 'Face' },
    { value: 'thickness', label: 'Edge' },
  ],
};

export const SLANT: Choice = {
  id: 'slant',
  label: 'Askew is the',
  options: [
    { value: 'tenon', label: 'Tenon' },
    { value: 'mortise', label: 'Mortise' },
  ],
};

/** How far off square it is, in words. */
export const off = (degrees: number): string => `${Math.abs(degrees).toFixed(1)} degrees`;

/**
 * The tenoned piece as the joint meets it: where its tenon goes in square, its end is longer along
 * the slant.
 */
export function seen({ degrees, plane, slant }: AngledParams, piece: Piece): Piece {
  if (slant === 'mortise') return piece;
  const longer = 1 / angleOf(degrees).cos;
  return plane === 'width'
    ? { ...piece, width: piece.width * longer }
    : { ...piece, thickness: piece.thickness * longer };
}

export const seenMembers = (params: AngledParams, { tenoned, mortised }: Members): Members => ({
  tenoned: seen(params, tenoned),
  mortised,
});

/**
 * Tip to shoulder along the piece, from its worked end, by how far across: of the tenoned piece in
 * its own axes.
 */
export function shoulderLine(params: AngledParams, piece: Piece): (across: Mm) => Mm {
  const { degrees, plane, slant, tenonLength: L } = params;
  const { cos, tan } = angleOf(degrees);
  if (slant === 'mortise') return (v) => L + v * tan;
  /** The end is cut along the slant too, from the corner that stands out farther. */
  const corner = tan < 0 ? -tan * sizesAcross(piece, plane).v : 0;
  return (v) => corner + L / cos + v * tan;
}

/**
 * The blind joint that it is where it is square: in its own place along the mortised piece,
 * measured square.
 */
export function own(params: AngledParams): BlindParams {
  const { slant, plane, degrees, position, edgeShoulder, endClearance } = params;
  if (slant === 'tenon' || plane === 'thickness') return params;
  const into = edgeShoulder - endClearance / 2;
  return { ...params, position: position - into / angleOf(degrees).cos + into };
}

/** How a member lies square to the joint; nothing for the one that is square by itself. */
export function leanOf(
  params: AngledParams,
  member: 'tenoned' | 'mortised',
  piece: Piece,
): Lean | undefined {
  const { plane, slant, degrees, tenonLength: L, setBack } = params;
  if ((slant === 'tenon') !== (member === 'tenoned')) return undefined;
  if (member === 'tenoned')
    return {
      about: plane === 'width' ? 'thickness' : 'width',
      degrees,
      pivot: [shoulderLine(params, piece)(0), 0, 0],
      at: [L, 0, 0],
      square: seen(params, piece),
      end: 'aslant',
    };
  const { along } = derive(own(params));
  const pivot = plane === 'width' ? ([along, 0, 0] as const) : ([0, setBack, 0] as const);
  return {
    about: plane === 'width' ? 'thickness' : 'length',
    degrees: -degrees,
    pivot,
    at: pivot,
    square: piece,
  };
}

/** How far the uncut end reaches past the plane it is cut to, square to it. */
export const excessOf = ({ degrees, plane }: AngledParams, piece: Piece): Mm =>
  sizesAcross(piece, plane).v * Math.abs(angleOf(degrees).sin);
