import {
  box,
  difference,
  prismAlong,
  roundedRectangle,
  union,
  type Solid,
  type Vec3,
  type Mm,
} from '../../../ground/index.ts';
import { pieceSolid, type Piece } from '../../../shop/index.ts';
import type { Gauge, MemberGeometry, Spot } from '../kind.ts';
import { boxesAround, type Box } from './boxes.ts';

export type Span = readonly [from: Mm, to: Mm];

/**
 * A block of wood that stays at a worked end: lengths from the tip, then through thickness and
 * width.
 */
export interface Tongue {
  readonly x: Span;
  readonly y: Span;
  readonly z: Span;
  /** Of its long edges; 0 for square ones. */
  readonly radius?: Mm;
}

/**
 * A hollow in a piece: along it from the layout end, through its thickness, and in from the edge
 * the tenon enters.
 */
export interface Hollow {
  readonly x: Span;
  readonly y: Span;
  readonly depth: Span;
  /** Ends as the cutter leaves them are half as round as it is wide; `clear` ones don't matter. */
  readonly ends: 'squared' | 'rounded' | 'clear';
  /** What of it must be empty, where that is less than all along. */
  readonly needed?: Span;
}

/** The wanted wood of a worked end: everything within the reach but the tongues goes. */
export function endShape(
  piece: Piece,
  { end }: Pick<Spot, 'end'>,
  reach: Mm,
  tongues: readonly Tongue[],
): Pick<MemberGeometry, 'mustRemain' | 'mustBeEmpty'> {
  const x = (fromTip: Mm) => (end === 'a' ? fromTip : piece.length - fromTip);
  const boxOf = ({ x: [x0, x1], y: [y0, y1], z: [z0, z1] }: Tongue): Box =>
    box([x(x0), y0, z0], [x(x1), y1, z1]);
  const whole = boxOf({ x: [0, reach], y: [0, piece.thickness], z: [0, piece.width] });
  const body = boxOf({ x: [reach, piece.length], y: [0, piece.thickness], z: [0, piece.width] });
  const rounded = ({ x: [x0, x1], y: [y0, y1], z: [z0, z1], radius }: Tongue): Solid =>
    prismAlong('x', roundedRectangle([y0, z0], [y1, z1], radius!), x(x0), x(x1));
  const shapes = tongues.map((t): Solid => (t.radius ? rounded(t) : boxOf(t)));
  const slivers = tongues.flatMap((t): Solid[] =>
    t.radius ? [difference(boxOf(t), ...shapes)] : [],
  );
  return {
    mustRemain: union(body, ...shapes),
    mustBeEmpty: union(...boxesAround(whole, tongues.map(boxOf)), ...slivers),
  };
}

/**
 * Places in a piece with hollows: from the layout end along it, and in from the edge the tenon
 * enters.
 */
export const alongOf =
  (piece: Piece, { end }: Pick<Spot, 'end'>) =>
  (value: Mm): Mm =>
    end === 'a' ? value : piece.length - value;
export const intoOf =
  (piece: Piece, { edge }: Pick<Spot, 'edge'>) =>
  (value: Mm): Mm =>
    edge === 'reference' ? value : piece.width - value;

/** The wanted wood of a piece with hollows in it. */
export function hollowShape(
  piece: Piece,
  spot: Spot,
  hollows: readonly Hollow[],
): Pick<MemberGeometry, 'mustRemain' | 'mustBeEmpty'> {
  const [x, z] = [alongOf(piece, spot), intoOf(piece, spot)];
  const boxOf = ([x0, x1]: Span, { y, depth }: Hollow): Box =>
    box([x(x0), y[0], z(depth[0])], [x(x1), y[1], z(depth[1])]);
  const empty = hollows.map((h): Solid => {
    const [from, to] = h.needed ?? h.x;
    const radius = (h.y[1] - h.y[0]) / 2;
    const whole = boxOf([from, to], h);
    if (h.ends === 'squared') return whole;
    if (h.ends === 'clear') return boxOf([from + radius, to - radius], h);
    const outline = roundedRectangle(
      [whole.min[0], whole.min[1]],
      [whole.max[0], whole.max[1]],
      radius,
    );
    return prismAlong('z', outline, whole.min[2], whole.max[2]);
  });
  return {
    mustRemain: difference(pieceSolid(piece), ...hollows.map((h) => boxOf(h.x, h))),
    mustBeEmpty: union(...empty),
  };
}

/** A groove along a whole edge of a piece, as a solid that goes right past both ends. */
export const grooveShape = (
  piece: Piece,
  edge: 'reference' | 'other',
  [y0, y1]: Span,
  depth: Mm,
): Box => {
  const z = intoOf(piece, { edge });
  return box([0, y0, z(0)], [piece.length, y1, z(depth)]);
};

/**
 * A bar along one axis between two values, a hair thick, through the point: where a calliper is
 * put.
 */
export function bar(
  dimension: string,
  axis: 0 | 1 | 2,
  through: Vec3,
  from: Mm,
  to: Mm,
  measures: Gauge['measures'],
): Gauge {
  const hair = 0.01;
  const corner = (end: number, sign: number): Vec3 => {
    const at = through.map((v, i) => (i === axis ? end : v + sign * hair));
    return [at[0]!, at[1]!, at[2]!];
  };
  return { dimension, axis, bar: box(corner(from, -1), corner(to, 1)), measures };
}

/**
 * A depth gauge: how far it is from the bar's first end to where wood or air begins along it, or
 * ends.
 */
export const depthGauge = (
  dimension: string,
  axis: 0 | 1 | 2,
  through: Vec3,
  from: Mm,
  to: Mm,
  measures: Gauge['measures'],
  read: 'near' | 'far' = 'near',
): Gauge => ({
  ...bar(dimension, axis, through, from, to, measures),
  reads: { to: read, from: from < to ? 'low' : 'high' },
});

/** The same gauge as a bar so thin that it stands in one place of a slanted line. */
export function finely(gauge: Gauge): Gauge {
  const { min, max } = gauge.bar;
  const thin = (v: number, i: number, sign: number) =>
    i === gauge.axis ? v : (min[i]! + max[i]!) / 2 + sign * 1e-3;
  const corner = (of: Vec3, sign: number) => of.map((v, i) => thin(v, i, sign)) as unknown as Vec3;
  return { ...gauge, bar: { ...gauge.bar, min: corner(min, -1), max: corner(max, 1) } };
}

/** The same calliper at another place along one axis. */
export function gaugeAt(gauge: Gauge, axis: 0 | 2, to: Mm): Gauge {
  const { min, max } = gauge.bar;
  const by = to - (min[axis] + max[axis]) / 2;
  const shift = (p: Vec3): Vec3 => (axis === 0 ? [p[0] + by, p[1], p[2]] : [p[0], p[1], p[2] + by]);
  return { ...gauge, bar: { ...gauge.bar, min: shift(min), max: shift(max) } };
}
