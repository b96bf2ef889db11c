import { add, cross, dot, type Vec3 } from './vector.ts';

/**
 * A rigid placing: rows of the rotation, then the shift. Machine point = rotation · piece point +
 * shift.
 */
export interface Rigid {
  readonly rotation: readonly [Vec3, Vec3, Vec3];
  readonly shift: Vec3;
}

export const IDENTITY: Rigid = {
  rotation: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  shift: [0, 0, 0],
};

export const turn = (rotation: Rigid['rotation'], p: Vec3): Vec3 => [
  dot(rotation[0], p),
  dot(rotation[1], p),
  dot(rotation[2], p),
];

export const place = (rigid: Rigid, p: Vec3): Vec3 => add(turn(rigid.rotation, p), rigid.shift);

/** The placing that undoes this one. */
export function invert({ rotation: [a, b, c], shift }: Rigid): Rigid {
  const back: Rigid['rotation'] = [
    [a[0], b[0], c[0]],
    [a[1], b[1], c[1]],
    [a[2], b[2], c[2]],
  ];
  const s = turn(back, shift);
  return { rotation: back, shift: [-s[0], -s[1], -s[2]] };
}

/** +1 for a turn, -1 for a mirror: a piece can be turned, never mirrored. */
export const handedness = ([a, b, c]: Rigid['rotation']): number => Math.sign(dot(cross(a, b), c));

/** One placing after another: the outer one of what the inner one gives. */
export const compose = (outer: Rigid, inner: Rigid): Rigid => {
  const columns = ([0, 1, 2] as const).map((i) =>
    turn(outer.rotation, [inner.rotation[0][i], inner.rotation[1][i], inner.rotation[2][i]]),
  );
  const row = (i: 0 | 1 | 2): Vec3 => [columns[0]![i], columns[1]![i], columns[2]![i]];
  return { rotation: [row(0), row(1), row(2)], shift: place(outer, inner.shift) };
};
