import { type Mm, box, type Rigid, type Solid, type Vec3 } from '../../ground/index.ts';
import { spreadOf, type Part } from './part.ts';

/**
 * One piece of wood as measured, in its own axes:
 *
 *      Z width                    end-a: X = 0          end-b: X = length
 *      |   Y thickness            reference-face: Y = 0, other-face: Y = thickness
 *      |  /                       reference-edge: Z = 0, other-edge: Z = width
 *      | /
 *      +--------- X length        right-handed: Y goes into the wood from the reference face
 */
export interface Piece {
  readonly length: Mm;
  readonly thickness: Mm;
  readonly width: Mm;
}

export type PieceFace =
  'reference-face' | 'other-face' | 'reference-edge' | 'other-edge' | 'end-a' | 'end-b';

export const pieceSolid = (p: Piece): Solid => box([0, 0, 0], [p.length, p.thickness, p.width]);

/**
 * The same wood a quarter turn about its length: the reference edge where the reference face was.
 * What was the reference face is then its other edge, what was the other face its reference edge. A
 * joint that enters a face is reckoned so.
 */
export const turnedPiece = ({ length, thickness, width }: Piece): Piece => ({
  length,
  thickness: width,
  width: thickness,
});

/** From a piece’s own axes into those of its `turnedPiece`. */
export const quarterTurn = (thickness: Mm): Rigid => ({
  rotation: [
    [1, 0, 0],
    [0, 0, 1],
    [0, -1, 0],
  ],
  shift: [0, 0, thickness],
});

/** Outward direction of a face, in piece axes. */
export const OUTWARD: Record<PieceFace, Vec3> = {
  'reference-face': [0, -1, 0],
  'other-face': [0, 1, 0],
  'reference-edge': [0, 0, -1],
  'other-edge': [0, 0, 1],
  'end-a': [-1, 0, 0],
  'end-b': [1, 0, 0],
};

/** A point on the face, in piece axes. */
export const pointOn = (face: PieceFace, p: Piece): Vec3 =>
  face === 'other-face'
    ? [0, p.thickness, 0]
    : face === 'other-edge'
      ? [0, 0, p.width]
      : face === 'end-b'
        ? [p.length, 0, 0]
        : [0, 0, 0];

/** Which of a batch the figures are computed from, and which the proof must also hold for. */
export type Sample = 'least' | 'median' | 'most';

/** The thinnest and narrowest, the middling, or the thickest and widest piece of the batch. */
export const pieceOf = (part: Part, sample: Sample): Piece => ({
  length: part.length,
  thickness: spreadOf(part.thickness)[sample],
  width: spreadOf(part.width)[sample],
});
