import {
  anticlockwise,
  invert,
  place,
  prismAlong,
  type Solid,
  type Vec2,
  type Mm,
} from '../../../ground/index.ts';
import { toSquare, type Lean, type Piece } from '../../../shop/index.ts';
import type { Spot } from '../kind.ts';
import { alongOf, type Span } from './members.ts';

/**
 * The way a slanted line runs across a piece's end: over its width, seen on the face, or through
 * its thickness.
 */
export type Across = 'thickness' | 'width';

/**
 * A line across a piece: how far from the worked end, by how far from the reference edge or face.
 */
export type Slanted = (across: Mm) => Mm;

/**
 * Wood between two lines that cross the piece, over a span across it and a span of its other direction.
 *
 *      v ^    from        to
 *        |     \         /
 *        |      \_______/        x from the worked end
 */
export function between(
  piece: Piece,
  { end }: Pick<Spot, 'end'>,
  across: Across,
  [v0, v1]: Span,
  [u0, u1]: Span,
  from: Slanted,
  to: Slanted,
): Solid {
  const x = alongOf(piece, { end });
  const corners: Vec2[] = [
    [x(from(v0)), v0],
    [x(to(v0)), v0],
    [x(to(v1)), v1],
    [x(from(v1)), v1],
  ];
  return across === 'thickness'
    ? prismAlong('z', anticlockwise(corners), u0, u1)
    : prismAlong('y', anticlockwise(corners.map(([along, v]): Vec2 => [v, along])), u0, u1);
}

/** Size of a piece the way a slant runs, and the other way. */
export const sizesAcross = ({ thickness, width }: Piece, across: Across): { v: Mm; u: Mm } =>
  across === 'thickness' ? { v: thickness, u: width } : { v: width, u: thickness };

/**
 * Where a point seen on the face lies in the true piece, told in the axes of the square one: from
 * the worked end and the reference edge.
 */
export function onTruePiece(lean: Lean | undefined, piece: Piece, [x, z]: Vec2): Vec2 {
  if (!lean) return [x, z];
  const back = invert(toSquare(lean, piece, { end: 'a', edge: 'reference' }));
  const [along, , across] = place(back, [x, 0, z]);
  return [along, across];
}

/**
 * Puts solids of the square piece where they lie in the true one.
 * @param spot where the joint is; a tenon's lean counts from the reference edge
 */
export function inTruePiece(
  lean: Lean | undefined,
  piece: Piece,
  spot: Spot,
): (solid: Solid) => Solid {
  if (!lean) return (solid) => solid;
  const rigid = invert(toSquare(lean, piece, spot));
  return (solid) => ({ shape: 'placed', rigid, solid });
}
