import { difference, union, type Solid, type Vec3, type Mm } from '../../../ground/index.ts';
import { angleOf, pieceSolid, type Piece } from '../../../shop/index.ts';
import type { Gauge, MemberGeometry, MemberName, Spot } from '../kind.ts';
import { alongOf, bar, between, depthGauge, finely, intoOf } from '../shape/index.ts';
import { floorLine, shoulderLine, tenonLean, type AngledSlotParams } from './params.ts';

export const angledSlotGeometry = (
  params: AngledSlotParams,
  member: MemberName,
  piece: Piece,
  spot: Spot,
): MemberGeometry =>
  member === 'tenoned' ? tenonOf(params, piece, spot) : slotOf(params, piece, spot);

/** The cheeks as far as the slanted shoulder; tip and edges stay. */
function tenonOf(params: AngledSlotParams, piece: Piece, spot: Spot): MemberGeometry {
  const { faceShoulder: a, mortiseWidth, faceClearance, tenonLength, degrees } = params;
  const t = mortiseWidth - faceClearance;
  const { thickness: T, width: W } = piece;
  const line = shoulderLine(params, piece);
  const wood = (from: Mm, to: Mm, tip: Mm, end: (v: Mm) => Mm): Solid =>
    between(piece, spot, 'width', [0, W], [from, to], () => tip, end);
  const cheeks = (
    [
      [0, a],
      [a + t, T],
    ] as const
  ).filter(([from, to]) => to - from > 1e-9);
  const body = between(piece, spot, 'width', [0, W], [0, T], line, () => piece.length);
  const { square, at } = tenonLean(params, piece);
  const x = alongOf(square, spot);
  /** In the middle of the tenon, which lies aslant. */
  const depth = tenonLength / 2;
  const across = square.width / 2 - depth * angleOf(degrees).tan;
  const middle: Vec3 = [x(at[0] - depth), a + t / 2, across];
  const free = a > 0.1 ? a / 2 : (a + t + T) / 2;
  const gauges: Gauge[] = [
    bar('tenonThickness', 1, middle, -1, T + 1, 'wood'),
    bar('tenonWidth', 2, middle, -square.width, 2 * square.width, 'wood'),
    depthGauge('faceShoulder', 1, middle, 0, a + t, 'wood'),
    finely(
      depthGauge('tenonLength', 0, [x(0), free, square.width / 2], x(0), x(at[0] + 5), 'wood'),
    ),
  ];
  return {
    mustRemain: union(body, wood(a, a + t, 0, line)),
    mustBeEmpty: union(...cheeks.map(([from, to]) => wood(from, to, 0, line))),
    gauges,
  };
}

/** The slot, its floor aslant. */
function slotOf(params: AngledSlotParams, piece: Piece, spot: Spot): MemberGeometry {
  const { mortiseWidth: m, faceClearance, faceShoulder, setBack, slotDepth } = params;
  const wall = setBack + faceShoulder - faceClearance / 2;
  const { width: V } = piece;
  const line = floorLine(params);
  const floor = spot.edge === 'reference' ? line : (v: Mm) => line(V - v);
  const slot = between(piece, spot, 'width', [0, V], [wall, wall + m], () => 0, floor);
  const x = alongOf(piece, spot);
  const shallow = Math.min(line(0), line(V));
  const middle: Vec3 = [x(shallow / 2), wall + m / 2, V / 2];
  const entry: Vec3 = [x(shallow / 2), wall + m / 2, intoOf(piece, spot)(0.002)];
  return {
    mustRemain: difference(pieceSolid(piece), slot),
    mustBeEmpty: slot,
    gauges: [
      bar('mortiseWidth', 1, middle, wall - 3, wall + m + 3, 'air'),
      finely(bar('mortiseLength', 0, entry, x(-1), x(slotDepth + 20), 'air')),
      depthGauge('wall', 1, middle, 0, wall + m, 'air'),
    ],
  };
}
