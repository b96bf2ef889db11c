import {
  box,
  difference,
  invert,
  union,
  type Solid,
  type Vec3,
  type Mm,
} from '../../../ground/index.ts';
import { angleOf, toSquare, type Piece } from '../../../shop/index.ts';
import type { LooseTongue, MemberGeometry, MemberName, Spot } from '../kind.ts';
import { alongOf, bar, between, depthGauge, sizesAcross } from '../shape/index.ts';
import { derived, mitreLine, splineLean, wallOf, type SplineParams } from './params.ts';

/** The end cut along the mitre, and the slot in it from edge to edge. */
export function splineGeometry(
  params: SplineParams,
  member: MemberName,
  piece: Piece,
  spot: Spot,
): MemberGeometry {
  const { plane, run, mortiseWidth: m } = params;
  const D = derived(params).depth[member];
  const lean = splineLean(params, member, piece);
  const { square } = lean;
  const wall = wallOf(params, square);
  const x = alongOf(square, spot);
  const line = mitreLine(params, member, piece);
  const { v, u } = sizesAcross(piece, plane);
  /** Laid out from the entry edge, which may be the other one. */
  const mitre = plane === 'width' && spot.edge === 'other' ? (at: Mm) => line(v - at) : line;
  const body = between(piece, spot, plane, [0, v], [0, u], mitre, () => piece.length);
  const excess = between(piece, spot, plane, [0, v], [0, u], () => 0, mitre);
  /**
   * Past both sides and out of the end, where there is no wood: no face of it lies in one that is
   * cut.
   */
  const far = 3 * Math.max(square.width, square.thickness) + 3 * D;
  const walls = (low: Mm, high: Mm) =>
    run === 'faces'
      ? box([x(-1), -far, low], [x(D), far, high])
      : box([x(-1), low, -far], [x(D), high, far]);
  const slot: Solid = {
    shape: 'placed',
    rigid: invert(toSquare(lean, piece, spot)),
    solid: walls(wall, wall + m),
  };
  /** In the middle of the slot, and of the wood there, which slopes away from the mitre. */
  const away =
    (D / 2) * angleOf(lean.degrees).tan * (spot.edge === 'other' && plane === 'width' ? -1 : 1);
  const [aside, axis] =
    run === 'faces'
      ? [square.thickness / 2 + (plane === 'thickness' ? away : 0), 2 as const]
      : [square.width / 2 + (plane === 'width' ? away : 0), 1 as const];
  const at = (along: Mm): Vec3 =>
    run === 'faces' ? [x(D / 2), aside, along] : [x(D / 2), along, aside];
  const middle = at(wall + m / 2);
  const own = member === 'tenoned';
  /** The other's wall counts from the edge that its mate's reference edge meets. */
  const [from, to] =
    run === 'faces' && !own && spot.edge === 'reference' ? [square.width, wall] : [0, wall + m];
  return {
    mustRemain: difference(body, slot),
    mustBeEmpty: union(excess, slot),
    gauges: [
      bar(own ? 'ownWidth' : 'mortiseWidth', axis, middle, wall - 3, wall + m + 3, 'air'),
      depthGauge(own ? 'ownDepth' : 'mortiseDepth', 0, middle, x(0), x(D + 20), 'air', 'far'),
      depthGauge(own ? 'ownWall' : 'wall', axis, middle, from, to, 'air'),
    ],
  };
}

/** The spline as it stands in the tenoned piece's slot, as really cut. */
export function splineTongue(
  params: SplineParams,
  square: Piece,
  { end }: Pick<Spot, 'end'>,
  measured: Readonly<Record<string, Mm>>,
): LooseTongue {
  const { tenonLength: L, ownLength, run } = params;
  const { splineThickness: t } = derived(params);
  const size = (id: string) => measured[id] ?? 0;
  const a = size('ownWall') + (size('ownWidth') - t) / 2;
  const into = Math.min(ownLength, size('ownDepth'));
  const x = alongOf(square, { end });
  const protrusion = L + ownLength - into;
  return {
    solid:
      run === 'faces'
        ? box([x(-protrusion), 0, a], [x(into), square.thickness, a + t])
        : box([x(-protrusion), a, 0], [x(into), a + t, square.width]),
    sizes: {
      tenonThickness: t,
      tenonWidth: square.width,
      faceShoulder: a,
      edgeShoulder: 0,
      protrusion,
    },
  };
}
