import { box, difference, prismAlong, roundedRectangle, union, type Solid, type Vec3 } from '../../solids/index.ts';
import { pieceSolid, type Piece } from '../../stock/index.ts';
import type { Gauge, MemberGeometry, MemberName, Spot } from '../kind.ts';
import { derive, type BlindParams } from './params.ts';

/** What must remain and what must be empty of either member, in the piece's own axes. */
export function blindGeometry(params: BlindParams, member: MemberName, piece: Piece, spot: Spot): MemberGeometry {
  return member === 'tenoned' ? tenon(params, piece, spot) : mortise(params, piece, spot);
}

function tenon(params: BlindParams, piece: Piece, spot: Spot): MemberGeometry {
  const { faceShoulder: a, edgeShoulder: b, tenonWidth: w, tenonLength: L, corners } = params;
  const t = derive(params).tenonThickness;
  const x = (fromTip: number) => (spot.end === 'a' ? fromTip : piece.length - fromTip);
  const whole = box([x(0), a, b], [x(L), a + t, b + w]);
  const tongue: Solid =
    corners === 'rounded' ? prismAlong('x', roundedRectangle([a, b], [a + t, b + w], t / 2), x(0), x(L)) : whole;
  const around = [
    [0, a, 0, piece.width],
    [a + t, piece.thickness, 0, piece.width],
    [0, piece.thickness, 0, b],
    [0, piece.thickness, b + w, piece.width],
  ] as const;
  const waste = around
    .filter(([y0, y1, z0, z1]) => y1 - y0 > 1e-9 && z1 - z0 > 1e-9)
    .map(([y0, y1, z0, z1]): Solid => box([x(0), y0, z0], [x(L), y1, z1]));
  const body = box([x(L), 0, 0], [x(piece.length), piece.thickness, piece.width]);
  return {
    mustRemain: union(body, tongue),
    mustBeEmpty: union(...waste, ...(tongue === whole ? [] : [difference(whole, tongue)])),
    gauges: tenonGauges(params, piece, x),
  };
}

function mortise(params: BlindParams, piece: Piece, spot: Spot): MemberGeometry {
  const { wall: p, mortiseLength: l, mortiseDepth: D } = derive(params);
  const { mortiseWidth: m, position: q, corners } = params;
  const x = (fromEnd: number) => (spot.end === 'a' ? fromEnd : piece.length - fromEnd);
  const z = (depth: number) => (spot.edge === 'reference' ? depth : piece.width - depth);
  const near: Vec3 = [x(q), p, z(0)];
  const far: Vec3 = [x(q + l), p + m, z(D)];
  const whole = box(near, far);
  const straight = box([x(q + m / 2), p, z(0)], [x(q + l - m / 2), p + m, z(D)]);
  const slot = roundedRectangle([whole.min[0], whole.min[1]], [whole.max[0], whole.max[1]], m / 2);
  const empty = { squared: whole, rounded: prismAlong('z', slot, z(0), z(D)), clear: straight };
  return {
    mustRemain: difference(pieceSolid(piece), whole),
    mustBeEmpty: empty[corners],
    gauges: mortiseGauges(params, piece, x, z),
  };
}

type Along = (value: number) => number;

/** A bar along one axis between two values, a hair thick, through the point. */
function bar(
  dimension: string,
  axis: 0 | 1 | 2,
  through: Vec3,
  from: number,
  to: number,
  measures: Gauge['measures'],
): Gauge {
  const hair = 0.01;
  const corner = (end: number, sign: number): Vec3 => {
    const at = through.map((v, i) => (i === axis ? end : v + sign * hair));
    return [at[0]!, at[1]!, at[2]!];
  };
  return { dimension, axis, bar: box(corner(from, -1), corner(to, 1)), measures };
}

function tenonGauges(params: BlindParams, piece: Piece, x: Along): Gauge[] {
  const { faceShoulder: a, edgeShoulder: b, tenonWidth: w, tenonLength: L } = params;
  const t = derive(params).tenonThickness;
  const { thickness: T, width: W } = piece;
  const middle: Vec3 = [x(L / 2), a + t / 2, b + w / 2];
  const shoulders: [number, Vec3][] = [
    [a, [0, a / 2, b + w / 2]],
    [T - a - t, [0, (a + t + T) / 2, b + w / 2]],
    [b, [0, a + t / 2, b / 2]],
    [W - b - w, [0, a + t / 2, (b + w + W) / 2]],
  ];
  const shoulder = shoulders.find(([depth]) => depth > 0.1);
  return [
    bar('tenonThickness', 1, middle, -1, T + 1, 'wood'),
    bar('tenonWidth', 2, middle, -1, W + 1, 'wood'),
    ...(a > 0.1 ? [bar('faceShoulder', 1, middle, 0, a + t / 2, 'air')] : []),
    ...(b > 0.1 ? [bar('edgeShoulder', 2, middle, 0, b + w / 2, 'air')] : []),
    ...(shoulder ? [bar('tenonLength', 0, shoulder[1], x(0), x(Math.min(L * 2, piece.length)), 'air')] : []),
  ];
}

function mortiseGauges(params: BlindParams, piece: Piece, x: Along, z: Along): Gauge[] {
  const { wall: p, mortiseLength: l, mortiseDepth: D } = derive(params);
  const { mortiseWidth: m, position: q } = params;
  const middle: Vec3 = [x(q + l / 2), p + m / 2, z(D / 2)];
  return [
    bar('mortiseWidth', 1, middle, 0, piece.thickness, 'air'),
    bar('mortiseLength', 0, middle, x(Math.max(0, q - 20)), x(q + l + 20), 'air'),
    bar('mortiseDepth', 2, middle, z(0), z(piece.width), 'air'),
    ...(p > 0.1 ? [bar('wall', 1, middle, 0, p + m / 2, 'wood')] : []),
    ...(q > 0.1 ? [bar('position', 0, middle, x(0), x(q + l / 2), 'wood')] : []),
  ];
}
