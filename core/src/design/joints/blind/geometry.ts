import type { Vec3, Mm } from '../../../ground/index.ts';
import type { Piece } from '../../../shop/index.ts';
import type { Gauge, MemberGeometry, MemberName, Spot } from '../kind.ts';
import {
  alongOf,
  bar,
  endShape,
  hollowShape,
  intoOf,
  type Hollow,
  type Tongue,
} from '../shape/index.ts';
import { derive, type BlindParams } from './params.ts';

/** What must remain and what must be empty of either member, in the piece's own axes. */
export function blindGeometry(
  params: BlindParams,
  member: MemberName,
  piece: Piece,
  spot: Spot,
): MemberGeometry {
  return member === 'tenoned'
    ? {
        ...endShape(piece, spot, params.tenonLength, [tongueOf(params)]),
        gauges: tenonGauges(params, piece, spot),
      }
    : {
        ...hollowShape(piece, spot, [hollowOf(params)]),
        gauges: mortiseGauges(params, piece, spot),
      };
}

/** The tenon as a block at the end of its piece. */
export function tongueOf(params: BlindParams): Tongue {
  const { faceShoulder: a, edgeShoulder: b, tenonWidth: w, tenonLength: L, corners } = params;
  const t = derive(params).tenonThickness;
  return { x: [0, L], y: [a, a + t], z: [b, b + w], radius: corners === 'rounded' ? t / 2 : 0 };
}

/** The mortise as a hollow in its piece. */
export function hollowOf(params: BlindParams): Hollow {
  const { wall: p, mortiseLength: l, mortiseDepth: D } = derive(params);
  const { mortiseWidth: m, position: q, corners } = params;
  return { x: [q, q + l], y: [p, p + m], depth: [0, D], ends: corners };
}

/** Where a calliper is put, when not through the middle and right across the piece. */
export interface Measuring {
  /** From the tip, or in from the edge. */
  readonly depth?: Mm;
  /** How far across the thickness, and along the width or the length, its jaws may look. */
  readonly thicknessTo?: Mm;
  readonly alongTo?: Mm;
  /** Where the shoulder line is seen from the tip, from the reference face and edge. */
  readonly shoulder?: readonly [Mm, Mm];
}

/** Where a tenon is measured: by default through the middle of its length and width. */
export function tenonGauges(
  params: BlindParams,
  piece: Piece,
  { end }: Pick<Spot, 'end'>,
  { depth = params.tenonLength / 2, thicknessTo, alongTo, shoulder: seen }: Measuring = {},
): Gauge[] {
  const { faceShoulder: a, edgeShoulder: b, tenonWidth: w, tenonLength: L } = params;
  const t = derive(params).tenonThickness;
  const { thickness: T, width: W } = piece;
  const x = alongOf(piece, { end });
  const middle: Vec3 = [x(depth), a + t / 2, b + w / 2];
  const shoulders: [number, Vec3][] = [
    [a, [0, a / 2, b + w / 2]],
    [T - a - t, [0, (a + t + T) / 2, b + w / 2]],
    [b, [0, a + t / 2, b / 2]],
    [W - b - w, [0, a + t / 2, (b + w + W) / 2]],
  ];
  const shoulder: Vec3 | undefined = seen
    ? [0, ...seen]
    : shoulders.find(([size]) => size > 0.1)?.[1];
  return [
    bar('tenonThickness', 1, middle, -1, thicknessTo ?? T + 1, 'wood'),
    bar('tenonWidth', 2, middle, -1, alongTo ?? W + 1, 'wood'),
    ...(a > 1e-3 ? [bar('faceShoulder', 1, middle, 0, a + t / 2, 'air')] : []),
    ...(b > 1e-3 ? [bar('edgeShoulder', 2, middle, 0, b + Math.min(w / 8, 0.9), 'air')] : []),
    ...(shoulder
      ? [bar('tenonLength', 0, shoulder, x(0), x(Math.min(L * 2, piece.length)), 'air')]
      : []),
  ];
}

/** Where a mortise is measured: through its middle, by default at half its depth. */
export function mortiseGauges(
  params: BlindParams,
  piece: Piece,
  spot: Spot,
  { depth = derive(params).mortiseDepth / 2, thicknessTo, alongTo }: Measuring = {},
): Gauge[] {
  const { wall: p, mortiseLength: l } = derive(params);
  const { mortiseWidth: m, position: q } = params;
  const [x, z] = [alongOf(piece, spot), intoOf(piece, spot)];
  const middle: Vec3 = [x(q + l / 2), p + m / 2, z(depth)];
  return [
    bar('mortiseWidth', 1, middle, 0, thicknessTo ?? piece.thickness, 'air'),
    bar('mortiseLength', 0, middle, x(Math.max(0, q - 20)), x(alongTo ?? q + l + 20), 'air'),
    bar('mortiseDepth', 2, middle, z(0), z(piece.width), 'air'),
    ...(p > 1e-3 ? [bar('wall', 1, middle, 0, p + m / 2, 'wood')] : []),
    ...(q > 1e-3 ? [bar('position', 0, middle, x(0), x(q + l / 2), 'wood')] : []),
  ];
}
