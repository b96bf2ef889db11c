import type { Rigid, Vec3, Mm } from '../../ground/index.ts';
import type { Piece } from './piece.ts';

/**
 * How a piece is held so that a machine finds a square one: leaning on wedges, or bedded in a cradle. The machine is set
 * as if `square` lay in it; the true piece lies askew inside.
 *
 *      about its width, seen on the edge          the pivot stays where it is
 *            ______________                        turned by `degrees`
 *       ____/ wedge ______/
 *      |  square  / piece/
 *
 * Places are those of a piece worked or laid out from end a and entered at its reference edge; for the others they are
 * mirrored, as all its joinery is.
 */
export interface Lean {
  /** The axis of the piece it is turned about. */
  readonly about: 'length' | 'thickness' | 'width';
  readonly degrees: number;
  /**
   * A point of the piece, from its worked end, reference face and entry edge, and where in the
   * square one it lies.
   */
  readonly pivot: Vec3;
  readonly at: Vec3;
  readonly square: Piece;
  /**
   * Its worked end has been cut along the slant, and lies flat against a stop; else only a corner
   * of it does.
   */
  readonly end?: 'aslant';
}

/** Which end and edge of the piece the joint is at. */
export interface LeanSpot {
  readonly end: 'a' | 'b';
  readonly edge: 'reference' | 'other';
}

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** Sine, cosine and tangent of an angle in degrees. */
export const angleOf = (degrees: number): { sin: number; cos: number; tan: number } => ({
  sin: Math.sin(radians(degrees)),
  cos: Math.cos(radians(degrees)),
  tan: Math.tan(radians(degrees)),
});

/** The turn of a lean: from the piece's axes into those of the square one. */
function turnOf({ about, degrees }: Pick<Lean, 'about' | 'degrees'>): Rigid['rotation'] {
  const { sin: s, cos: c } = angleOf(degrees);
  if (about === 'width')
    return [
      [c, -s, 0],
      [s, c, 0],
      [0, 0, 1],
    ];
  if (about === 'thickness')
    return [
      [c, 0, -s],
      [0, 1, 0],
      [s, 0, c],
    ];
  return [
    [1, 0, 0],
    [0, c, -s],
    [0, s, c],
  ];
}

/** The placing of a piece in the square one that stands for it, in the axes of both. */
export function toSquare(lean: Lean, piece: Piece, { end, edge }: LeanSpot): Rigid {
  const sign: Vec3 = [end === 'a' ? 1 : -1, 1, edge === 'reference' ? 1 : -1];
  const flipped = (of: Piece): Vec3 => [
    end === 'a' ? 0 : of.length,
    0,
    edge === 'reference' ? 0 : of.width,
  ];
  const turned = turnOf(lean);
  const rotation = turned.map((row, i) =>
    row.map((v, j) => v * sign[i]! * sign[j]!),
  ) as unknown as Rigid['rotation'];
  const [inPiece, inSquare] = [flipped(piece), flipped(lean.square)];
  const from = turned.map(
    (row, i) =>
      lean.at[i]! + row.reduce((sum, v, j) => sum + v * (inPiece[j]! - lean.pivot[j]!), 0),
  );
  return {
    rotation,
    shift: [0, 1, 2].map((i) => sign[i]! * from[i]! + inSquare[i]!) as unknown as Vec3,
  };
}

/**
 * The same lean with so much more wood, wedge or cradle in front of each of the square piece's
 * three near faces, and behind.
 */
export function padded(lean: Lean, near: Vec3, far: Vec3 = [0, 0, 0]): Lean {
  const { square, at } = lean;
  return {
    ...lean,
    at: [at[0] + near[0], at[1] + near[1], at[2] + near[2]],
    square: {
      length: square.length + near[0] + far[0],
      thickness: square.thickness + near[1] + far[1],
      width: square.width + near[2] + far[2],
    },
  };
}

/** How far a wedge of this angle rises over a length, mm. */
export const riseOf = (degrees: number, run: Mm): Mm => run * Math.tan(radians(Math.abs(degrees)));
