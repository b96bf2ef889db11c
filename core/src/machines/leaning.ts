import {
  anticlockwise,
  compose,
  place,
  prismAlong,
  type Rigid,
  type Solid,
  type Vec2,
  type Vec3,
} from '../solids/index.ts';
import { toSquare, type Lean, type Piece, type PieceFace } from '../stock/index.ts';
import type { Occurrence, Pass } from '../setups/index.ts';
import type { MachineBody } from './machineBody.ts';
import type { MachineModel } from './model.ts';
import { faceOf } from './seat.ts';

/**
 * A machine that also takes a piece askew: it is set as if the square piece lay in it that wedge or cradle make of the
 * true one. The machine itself never knows; the proof and the picture have the piece as it truly lies.
 */
export const leaning = (model: MachineModel): MachineModel => ({
  ...model,
  place(setup, pass, occurrence, piece, asIs) {
    const { lean } = setup;
    if (!lean) return model.place(setup, pass, occurrence, piece, asIs);
    const set = { ...lean, degrees: setup.leanSet ?? lean.degrees };
    const placement = model.place(setup, pass, occurrence, set.square, asIs);
    const inSquare = toSquare(set, piece, occurrence);
    const wedge = model.id === 'bench' ? [] : wedges(set, piece, inSquare, pass, occurrence);
    return {
      ...placement,
      piece,
      rigid: compose(placement.rigid, inSquare),
      bodies: [
        ...placement.bodies,
        ...wedge.map((solid): MachineBody => ({
          role: 'gauge',
          label: lean.degrees ? 'wedge' : 'cradle',
          travels: true,
          solid: { shape: 'placed', rigid: placement.rigid, solid },
        })),
      ],
    };
  },
});

/** Along the piece: from a tenon's shoulder on, or about a mortise. */
function shownOf({ pivot }: Lean, { length }: Piece, { end, member }: Occurrence): readonly [number, number] {
  const away = end === 'a' ? 1 : -1;
  const from = end === 'a' ? pivot[0] : length - pivot[0];
  return member === 'tenoned' ? [from, from + away * SHOWN] : [from - SHOWN / 2, from + SHOWN / 2];
}

/** Thinner than this nothing is drawn, mm. */
const LEAST = 0.2;

/** How much of a wedge or cradle is shown along the piece, mm. */
const SHOWN = 160;

const NEAR: Readonly<Partial<Record<PieceFace, readonly [axis: 1 | 2, far: boolean]>>> = {
  'reference-face': [1, false],
  'other-face': [1, true],
  'reference-edge': [2, false],
  'other-edge': [2, true],
};

/** What lies between the faces that rest on the machine and the square piece's, in the axes of the square piece. */
function wedges(lean: Lean, piece: Piece, inSquare: Rigid, pass: Pass, occurrence: Occurrence): Solid[] {
  const { square } = lean;
  return Object.values(pass.seat).flatMap((named): Solid[] => {
    const face = faceOf(named, occurrence);
    const side = NEAR[face];
    if (!side) return [];
    const [axis, far] = side;
    const along = lean.about === 'length' ? (axis === 1 ? 2 : 1) : 0;
    if (lean.degrees && lean.about === (axis === 1 ? 'thickness' : 'width')) return [];
    const edge = axis === 1 ? (far ? square.thickness : 0) : far ? square.width : 0;
    const corner = (x: number): Vec3 => {
      const own: [number, number, number] = [0, 0, 0];
      own[axis] = far ? (axis === 1 ? piece.thickness : piece.width) : 0;
      own[along] = x;
      return place(inSquare, own);
    };
    const [from, to] = along ? [0, along === 1 ? piece.thickness : piece.width] : shownOf(lean, piece, occurrence);
    const [a, b] = [corner(from), corner(to)];
    const points: Vec2[] = [[a[along], edge], [b[along], edge], [b[along], b[axis]], [a[along], a[axis]]]; // prettier-ignore
    if (Math.max(...points.map((p) => Math.abs(p[1] - edge))) < LEAST) return [];
    const flipped = anticlockwise(points.map(([u, v]): Vec2 => [v, u]));
    if (along)
      return [prismAlong('x', along === 1 ? anticlockwise(points) : flipped, 0, Math.min(square.length, SHOWN))];
    return axis === 1
      ? [prismAlong('z', anticlockwise(points), 0, square.width)]
      : [prismAlong('y', flipped, 0, square.thickness)];
  });
}
