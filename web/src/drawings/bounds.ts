import type { Vec3 } from '@velk/core/ground';

/** A box round a body, mm. */
export interface Bounds {
  readonly min: Vec3;
  readonly max: Vec3;
}

/** Round a body of triangles, nine numbers each. */
export function boundsOf(corners: readonly number[]): Bounds {
  const min = [Infinity, Infinity, Infinity];
  const max = [-Infinity, -Infinity, -Infinity];
  corners.forEach((value, i) => {
    min[i % 3] = Math.min(min[i % 3]!, value);
    max[i % 3] = Math.max(max[i % 3]!, value);
  });
  return { min: min as unknown as Vec3, max: max as unknown as Vec3 };
}

export const middleOf = ({ min, max }: Bounds): Vec3 => [
  (min[0] + max[0]) / 2,
  (min[1] + max[1]) / 2,
  (min[2] + max[2]) / 2,
];

/** Round several boxes; those round nothing don’t count. */
export function around(boundses: readonly Bounds[]): Bounds {
  const each = (pick: (b: Bounds) => Vec3, least: (...values: number[]) => number) =>
    [0, 1, 2].map((i) => least(...boundses.map((b) => pick(b)[i]!))) as unknown as Vec3;
  return { min: each((b) => b.min, Math.min), max: each((b) => b.max, Math.max) };
}

/** The same body drawn aside. */
export const moved = ({ min, max }: Bounds, by: Vec3): Bounds => ({
  min: [min[0] + by[0], min[1] + by[1], min[2] + by[2]],
  max: [max[0] + by[0], max[1] + by[1], max[2] + by[2]],
});

const cornersOf = ({ min, max }: Bounds): Vec3[] =>
  [min[0], max[0]].flatMap((x) =>
    [min[1], max[1]].flatMap((y) => [min[2], max[2]].map((z): Vec3 => [x, y, z])),
  );

/** How far a view is turned about the upright and about the level axis, radians. */
export interface Turned {
  readonly around: number;
  readonly over: number;
}

/** As a body is seen at first: a little from the right and from above. */
export const AT_FIRST: Turned = { around: -0.6, over: 0.45 };

/**
 * Where a point of the wood lies on the screen, from its middle, as the view turns it: its first
 * axis is up.
 */
export function seenAt(
  [x, y, z]: Vec3,
  middle: Vec3,
  { around, over }: Turned,
): readonly [number, number] {
  const [right, up, near] = [middle[2] - z, x - middle[0], middle[1] - y];
  const back = near * Math.cos(around) - right * Math.sin(around);
  return [
    right * Math.cos(around) + near * Math.sin(around),
    up * Math.cos(over) - back * Math.sin(over),
  ];
}

/** How much of the window a body takes in the direction that it fills most. */
const FILLS = 0.86;

type Span = readonly [least: number, most: number];

/**
 * What bodies take of the screen to the right and up, as the view turns them, mm from the middle of
 * all.
 */
function seenOf(shown: readonly Bounds[], turned: Turned): readonly [Span, Span] {
  const middle = middleOf(around(shown));
  const points = shown.flatMap(cornersOf).map((corner) => seenAt(corner, middle, turned));
  const span = (axis: 0 | 1): Span => {
    const along = points.map((point) => point[axis]);
    return [Math.min(...along), Math.max(...along)];
  };
  return [span(0), span(1)];
}

/** Where the middle of what is seen lies from the middle of all that is there, mm on the screen. */
export function centreOf(shown: readonly Bounds[], turned: Turned): readonly [number, number] {
  const [across, up] = seenOf(shown, turned);
  return [(across[0] + across[1]) / 2, (up[0] + up[1]) / 2];
}

/** Pixels for a millimetre at which bodies fill their window as they are seen at first. */
export function zoomOf(shown: readonly Bounds[], width: number, height: number): number {
  const [across, up] = seenOf(shown, AT_FIRST);
  return FILLS * Math.min(width / (across[1] - across[0]), height / (up[1] - up[0]));
}
