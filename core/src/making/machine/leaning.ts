import {
  add,
  anticlockwise,
  compose,
  place,
  prismAlong,
  scale,
  turn,
  type Rigid,
  type Solid,
  type Vec2,
  type Vec3,
  type Mm,
} from '../../ground/index.ts';
import { toSquare, type Lean, type Piece, type PieceFace } from '../../shop/index.ts';
import type { Occurrence, Pass, Setup } from '../setups/index.ts';
import type { MachineBody } from './machineBody.ts';
import type { Datum, MachineModel } from './model.ts';
import { faceOf } from './seat.ts';

/**
 * A machine that also takes a piece askew: it is set as if the square piece lay in it that wedge or
 * cradle make of the true one. The machine itself never knows; the proof and the picture have the
 * piece as it truly lies.
 */
export const leaning = (model: MachineModel): MachineModel => ({
  ...model,
  place(setup, pass, occurrence, piece, asIs) {
    const { lean } = setup;
    if (!lean) return model.place(setup, pass, occurrence, piece, asIs);
    const set = { ...lean, degrees: setup.leanSet ?? lean.degrees };
    const inSquare = touching(set, piece, toSquare(set, piece, occurrence), pass, occurrence);
    const marked = model.id === 'bench' || model.id === 'hand-router';
    const lines = marked ? linesAlong(setup, set, piece, inSquare, occurrence) : [];
    const placement = model.place(squared(setup, lines), pass, occurrence, set.square, asIs);
    const wedge =
      model.id === 'bench' || (marked && lean.degrees)
        ? []
        : wedges(set, piece, inSquare, pass, occurrence);
    return {
      ...placement,
      datums: {
        ...placement.datums,
        ...Object.fromEntries(
          lines
            .flatMap(({ from, to }) => [from, to])
            .map(([id, datum]) => [id, inMachine(placement.rigid, datum)]),
        ),
      },
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

/**
 * Brought against what it meets by its own foremost corner, wherever the figures were counted from:
 * across its length against a fence or jig face, and with the end of a mortised piece against a
 * stop. Its other faces lie on the wedge.
 */
function touching(
  lean: Lean,
  piece: Piece,
  inSquare: Rigid,
  { seat }: Pass,
  occurrence: Occurrence,
): Rigid {
  if (!lean.degrees || lean.end === 'aslant') return inSquare;
  const endMeets = lean.about === 'thickness' && occurrence.member === 'mortised';
  const axis = lean.about === 'length' ? 1 : endMeets ? 0 : undefined;
  const met = Object.values(seat)
    .map((named) => MET[faceOf(named, occurrence)])
    .find((side) => side?.[0] === axis);
  if (axis === undefined || !met) return inSquare;
  const corners = [0, piece.length].flatMap((x) =>
    [0, piece.thickness].flatMap((y) => [0, piece.width].map((z): Vec3 => [x, y, z])),
  );
  const reached = corners.map((corner) => place(inSquare, corner)[axis]);
  const off = met[1] ? sizeAlong(lean.square, axis) - Math.max(...reached) : -Math.min(...reached);
  const shift = inSquare.shift.map((v, i) => (i === axis ? v + off : v)) as unknown as Vec3;
  return { ...inSquare, shift };
}

const sizeAlong = ({ length, thickness }: Piece, axis: 0 | 1): Mm =>
  axis === 0 ? length : thickness;

/** The axis of a face that a piece can be brought against, and whether it is the far one. */
const MET: Readonly<Partial<Record<PieceFace, readonly [axis: 0 | 1, far: boolean]>>> = {
  'end-a': [0, false],
  'end-b': [0, true],
  'reference-face': [1, false],
  'other-face': [1, true],
};

/**
 * A line that is marked along a leaning piece's own edge, and where it crosses the square piece.
 */
interface Line {
  readonly figure: string;
  readonly coordinate: Mm;
  readonly from: readonly [id: string, Datum];
  readonly to: readonly [id: string, Datum];
}

/**
 * What of a leaning piece is marked along its edge: from its end, or from its reference face where
 * that leans.
 */
function linesAlong(
  { figures }: Setup,
  lean: Lean,
  piece: Piece,
  inSquare: Rigid,
  at: Occurrence,
): Line[] {
  if (!lean.degrees) return [];
  const across = lean.about === 'length';
  const roots = across ? ['reference-face'] : ['tip', 'layout-end', 'laid-out-from'];
  const axis = across ? 1 : 0;
  const entered = at.member === 'tenoned' || at.edge === 'reference' ? 0 : piece.width;
  const inward = at.end === 'a' ? 1 : -1;
  const point: Vec3 = across ? [0, 1, 0] : [inward, 0, 0];
  const edge = turn(inSquare.rotation, point);
  const corner = place(inSquare, [across || at.end === 'a' ? 0 : piece.length, 0, entered]);
  const plane = across || at.end === 'a' ? 0 : lean.square.length;
  /**
   * An end that was cut along the slant lies in the square piece's own: there the edge begins now.
   */
  const begins =
    !across && lean.end === 'aslant'
      ? add(corner, scale(edge, (plane - corner[0]) / edge[0]))
      : corner;
  return figures.flatMap((f): Line[] => {
    if (!roots.includes(f.from) || f.to === 'end-line') return [];
    const on = add(begins, scale(edge, f.set.value));
    const coordinate = Math.abs(on[axis] - plane);
    return [
      {
        figure: f.id,
        coordinate,
        from: [f.from, { at: begins, normal: edge }],
        to: [f.to, { at: on, normal: edge }],
      },
    ];
  });
}

/** A place on the square piece where the machine has it. */
const inMachine = (rigid: Rigid, { at, normal }: Datum): Datum => ({
  at: place(rigid, at),
  normal: turn(rigid.rotation, normal),
});

/** The set-up as the square piece has it. */
const squared = (setup: Setup, lines: readonly Line[]): Setup =>
  lines.length === 0
    ? setup
    : {
        ...setup,
        figures: setup.figures.map((f) => {
          const line = lines.find(({ figure }) => figure === f.id);
          return line ? { ...f, set: { ...f.set, value: line.coordinate } } : f;
        }),
      };

/** Along the piece: from a tenon's shoulder on, or about a mortise. */
function shownOf(
  { pivot }: Lean,
  { length }: Piece,
  { end, member }: Occurrence,
): readonly [number, number] {
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

/**
 * What lies between the faces that rest on the machine and the square piece's, in the axes of the
 * square piece.
 */
function wedges(
  lean: Lean,
  piece: Piece,
  inSquare: Rigid,
  pass: Pass,
  occurrence: Occurrence,
): Solid[] {
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
    const [from, to] = along
      ? [0, along === 1 ? piece.thickness : piece.width]
      : shownOf(lean, piece, occurrence);
    const [a, b] = [corner(from), corner(to)];
    const points: Vec2[] = [
      [a[along], edge],
      [b[along], edge],
      [b[along], b[axis]],
      [a[along], a[axis]],
    ];
    if (Math.max(...points.map((p) => Math.abs(p[1] - edge))) < LEAST) return [];
    const flipped = anticlockwise(points.map(([u, v]): Vec2 => [v, u]));
    if (along)
      return [
        prismAlong(
          'x',
          along === 1 ? anticlockwise(points) : flipped,
          0,
          Math.min(square.length, SHOWN),
        ),
      ];
    return axis === 1
      ? [prismAlong('z', anticlockwise(points), 0, square.width)]
      : [prismAlong('y', flipped, 0, square.thickness)];
  });
}
