import Joi from 'joi';
import { angleOf, type Lean, type Piece } from '../../../shop/index.ts';
import type { Mm } from '../../../ground/index.ts';
import type { Choice, MemberName } from '../kind.ts';
import { sizesAcross, type Across, type Slanted } from '../shape/index.ts';

/**
 * Two mitred ends with a slot in each and a spline across them. Seen square to the mitre each is an
 * end cut off square: all lengths but the pieces' own are measured so, mm.
 */
export interface SplineParams {
  /** Of the slots; the spline is thinner by the clearance. */
  mortiseWidth: Mm;
  faceClearance: Mm;
  /**
   * From the reference faces along the mitre to the spline, where it goes from edge to edge; on a
   * box they lie outside.
   */
  faceShoulder: Mm;
  /**
   * How far the spline goes into the mortised and into the tenoned piece, and how much deeper the
   * slots are.
   */
  tenonLength: Mm;
  ownLength: Mm;
  bottomClearance: Mm;
  /** Of either cut, off square: half the corner's angle is what is left of 90. */
  degrees: number;
  /** Where the mitre is seen: on the face of a frame, or on the edge of a box. */
  plane: Across;
  /**
   * Where the slots come out: at both edges, or at both faces and then in the middle of the mitre.
   */
  run: 'edges' | 'faces';
}

const mm = () => Joi.number().min(-10_000).max(10_000).required();
export const splineSchema = Joi.object<SplineParams>({
  mortiseWidth: mm(),
  faceClearance: mm(),
  faceShoulder: mm(),
  tenonLength: mm(),
  ownLength: mm(),
  bottomClearance: mm(),
  degrees: Joi.number().min(5).max(60).required(),
  plane: Joi.string().valid('width', 'thickness').required(),
  run: Joi.string().valid('edges', 'faces').required(),
}).required();

export const RUN: Choice = {
  id: 'run',
  label: 'Spline from',
  options: [
    { value: 'edges', label: 'Edge to edge' },
    { value: 'faces', label: 'Face to face' },
  ],
};

/** Whether the wood slopes away beside the slot: it lies across the plane of the mitre. */
export const isSloped = ({ plane, run }: SplineParams): boolean =>
  (plane === 'thickness') === (run === 'edges');

/**
 * From the square piece's reference face to the slot's near wall, or from either edge where it lies
 * in the middle.
 */
export const wallOf = (
  { mortiseWidth: m, faceClearance: c, faceShoulder: a, run }: SplineParams,
  square: Piece,
): Mm => (run === 'faces' ? (square.width - m) / 2 : a - c / 2);

/** The spline's own thickness, and how deep the slots are. */
export function derived({
  mortiseWidth,
  faceClearance,
  tenonLength,
  ownLength,
  bottomClearance,
}: SplineParams): {
  splineThickness: Mm;
  depth: Readonly<Record<MemberName, Mm>>;
} {
  return {
    splineThickness: mortiseWidth - faceClearance,
    depth: { tenoned: ownLength + bottomClearance, mortised: tenonLength + bottomClearance },
  };
}

/**
 * Off square as the member's own end has it. On the face of a frame the tenoned piece's reference
 * edge lies outside and the other's, which the tenon would enter, inside; the faces of a box are
 * both outside.
 */
export const degreesOf = ({ degrees, plane }: SplineParams, member: MemberName): number =>
  plane === 'width' && member === 'mortised' ? -degrees : degrees;

/** The piece as long along its mitre as it is across, and how it leans to be square there. */
export function splineLean(params: SplineParams, member: MemberName, piece: Piece): Lean {
  const degrees = degreesOf(params, member);
  const { cos } = angleOf(degrees);
  const { plane } = params;
  return {
    about: plane === 'width' ? 'thickness' : 'width',
    degrees,
    pivot: [mitreLine(params, member, piece)(0), 0, 0],
    at: [0, 0, 0],
    square:
      plane === 'width'
        ? { ...piece, width: piece.width / cos }
        : { ...piece, thickness: piece.thickness / cos },
    end: 'aslant',
  };
}

/**
 * Where the mitre runs: from the end that stands out, by how far from the entry edge or the
 * reference face.
 */
export function mitreLine(params: SplineParams, member: MemberName, piece: Piece): Slanted {
  const { tan } = angleOf(degreesOf(params, member));
  const corner = tan < 0 ? -tan * sizesAcross(piece, params.plane).v : 0;
  return (v) => corner + v * tan;
}

/** How far the uncut end reaches past the mitre, square to it. */
export const splineExcess = ({ degrees, plane }: SplineParams, piece: Piece): Mm =>
  sizesAcross(piece, plane).v * angleOf(degrees).sin;
