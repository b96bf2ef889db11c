import {
  add,
  cross,
  dot,
  hull,
  IDENTITY,
  place,
  scale,
  turnOf,
  type Rigid,
  type Solid,
  type Vec2,
  type Vec3,
} from '../../ground/index.ts';
import { OUTWARD, pieceSolid } from '../../shop/index.ts';
import { figureOf, type Pass, type Setup, type DatumId } from '../setups/index.ts';
import type { BodyRole } from './machineBody.ts';
import type { MachineModel, Placement, SceneView } from './model.ts';

export type ShapeRole = BodyRole | 'piece' | 'beside' | 'waste' | 'cut';

export interface SceneShape {
  readonly role: ShapeRole;
  readonly label: string;
  readonly outline: readonly Vec2[];
}

/** A dimension line carrying a figure, between its two features as they stand. */
export interface SceneDimension {
  readonly figure: string;
  readonly from: Vec2;
  readonly to: Vec2;
}

export interface ScenePicture {
  readonly id: string;
  readonly title: string;
  readonly shapes: readonly SceneShape[];
  readonly dimensions: readonly SceneDimension[];
  /**
   * The reference face seen as a line, with its outward direction; absent when it is seen flat on
   * or hidden.
   */
  readonly referenceFace: { readonly line: readonly [Vec2, Vec2]; readonly outward: Vec2 } | null;
  readonly feed: Vec2 | null;
  readonly feeds: 'piece' | 'tool';
}

/**
 * Draws a placement, as plain data to scale in mm. The placement is the one the proof sweeps, so
 * that the picture can't disagree with it. Waste and earlier cuts are drawn only where they go
 * right through as seen: anything less would hide the wood that stays behind it.
 * @param waste solids in piece axes that are to go
 * @param gone what the cuts made before took, in piece axes: each between solids that one cut
 *   reaches from and to
 */
export function drawScene(
  model: MachineModel,
  placement: Placement,
  setup: Setup,
  pass: Pass,
  waste: readonly Solid[],
  gone: readonly (readonly Solid[])[],
): ScenePicture[] {
  const figures = Object.values(pass.figures).map((id) => figureOf(setup, id));
  const reference = setup.occurrences[0]?.turned ? 'other-edge' : 'reference-face';
  return model.views.map((view) => {
    const flat = (p: Vec3): Vec2 => [dot(p, view.right), dot(p, view.up)];
    const toward = cross(view.right, view.up);
    const feed = flat(placement.feed);
    /** Seen along the feed a spare back is hidden by the piece, or hides it. */
    const across = Math.hypot(...feed) > 0.5;
    const piece: SceneShape = {
      role: 'piece',
      label: '',
      outline: silhouette(pieceSolid(placement.piece), placement.rigid, flat),
    };
    const through = (p: Vec3) => dot(place(placement.rigid, p), toward);
    const inPiece = (
      role: ShapeRole,
      solids: readonly (readonly Vec3[])[],
      whole: readonly Vec3[],
    ): SceneShape[] => {
      const depth = spanOf(whole.map(through));
      return solids
        .filter(
          (points) => overlap(spanOf(points.map(through)), depth) >= 0.95 * (depth[1] - depth[0]),
        )
        .map((points) => ({
          role,
          label: '',
          outline: clip(hullOf(points, placement.rigid, flat), piece.outline),
        }));
    };
    const shapes = [
      ...placement.bodies
        .filter((b) => BEHIND.includes(b.role) && (across || b.role !== 'backing'))
        .map((b) => bodyShape(b.role, b.label, b.solid, flat)),
      ...besideIt(placement, pass).map((rigid): SceneShape => ({
        role: 'beside',
        label: '',
        outline: silhouette(pieceSolid(placement.piece), rigid, flat),
      })),
      piece,
      ...inPiece(
        'waste',
        waste.flatMap(leaves).map(corners),
        waste.flatMap(leaves).flatMap(corners),
      ),
      ...inPiece('cut', gone.flatMap(reachOf), corners(pieceSolid(placement.piece))),
      ...placement.bodies
        .filter((b) => !BEHIND.includes(b.role))
        .map((b) => bodyShape(b.role, b.label, b.solid, flat)),
    ].filter((s) => s.outline.length > 2);
    return {
      id: view.id,
      title: view.title,
      shapes: view.up[2] === 0 ? shapes.filter((s) => s.role !== 'table') : shapes,
      dimensions: figures.flatMap((f) => dimensionLine(f.id, f.from, f.to, placement, view, flat)),
      referenceFace: edgeOn(reference, placement, toward, flat),
      feed: across ? feed : null,
      feeds: placement.feeds,
    };
  });
}

/** Drawn under the piece, so that they never hide it. */
const BEHIND: readonly BodyRole[] = ['table', 'fence', 'jig', 'gauge', 'backing'];

/**
 * The other pieces of a bundle stand on edge ahead of the one that lies against what carries them.
 */
const besideIt = ({ rigid, piece, feed }: Placement, { bundle = 1 }: Pass): Rigid[] =>
  Array.from({ length: bundle - 1 }, (_, i): Rigid => ({
    ...rigid,
    shift: add(rigid.shift, scale(feed, (i + 1) * piece.thickness)),
  }));

const bodyShape = (
  role: ShapeRole,
  label: string,
  solid: Solid,
  flat: (p: Vec3) => Vec2,
): SceneShape => ({
  role,
  label,
  outline: silhouette(solid, IDENTITY, flat),
});

function dimensionLine(
  id: string,
  from: DatumId,
  to: DatumId,
  placement: Placement,
  view: SceneView,
  flat: (p: Vec3) => Vec2,
): SceneDimension[] {
  const [a, b] = [placement.datums[from]!, placement.datums[to]!];
  const n = b.normal;
  const seen = Math.abs(dot(n, view.right)) + Math.abs(dot(n, view.up));
  if (seen < 0.99) return [];
  return [{ figure: id, from: flat(a.at), to: flat(b.at) }];
}

function edgeOn(
  face: 'reference-face' | 'other-edge',
  placement: Placement,
  toward: Vec3,
  flat: (p: Vec3) => Vec2,
): ScenePicture['referenceFace'] {
  const normal = OUTWARD[face].map((_, i) =>
    dot(placement.rigid.rotation[i]!, OUTWARD[face]),
  ) as unknown as Vec3;
  if (Math.abs(dot(normal, toward)) > 0.5) return null;
  const { length: l, thickness: t, width: w } = placement.piece;
  const ends =
    face === 'other-edge'
      ? [
          [0, 0, w],
          [l, 0, w],
          [0, t, w],
          [l, t, w],
        ]
      : [
          [0, 0, 0],
          [l, 0, 0],
          [0, 0, w],
          [l, 0, w],
        ];
  const corners = ends.map((p) => flat(place(placement.rigid, p as unknown as Vec3)));
  const sorted = corners.sort((p, q) => p[0] - q[0] || p[1] - q[1]);
  return { line: [sorted[0]!, sorted.at(-1)!], outward: flat(normal) };
}

/**
 * The convex pieces a solid is made of; the slivers between a square and a rounded shape are not
 * drawn.
 */
export function leaves(solid: Solid): Solid[] {
  if (solid.shape === 'union') return solid.solids.flatMap(leaves);
  if (solid.shape === 'placed')
    return leaves(solid.solid).map((eachSolid): Solid => ({ ...solid, solid: eachSolid }));
  return solid.shape === 'difference' ? [] : [solid];
}

type Span = readonly [number, number];
const spanOf = (values: readonly number[]): Span => [Math.min(...values), Math.max(...values)];
const overlap = (a: Span, b: Span): number =>
  Math.max(0, Math.min(a[1], b[1]) - Math.max(a[0], b[0]));

/** Outline of a convex solid as seen: the hull of its flattened corners. */
function silhouette(solid: Solid, rigid: Rigid, flat: (p: Vec3) => Vec2): Vec2[] {
  return hullOf(corners(solid), rigid, flat);
}

const hullOf = (points: readonly Vec3[], rigid: Rigid, flat: (p: Vec3) => Vec2): Vec2[] =>
  hull(points.map((p) => flat(place(rigid, p))));

/** Corners of every convex piece of one cut, or of all that lies between two places of it. */
const reachOf = (solids: readonly Solid[]): (readonly Vec3[])[] =>
  solids.length > 1
    ? [solids.flatMap(leaves).flatMap(corners)]
    : solids.flatMap(leaves).map(corners);

function corners(solid: Solid): Vec3[] {
  switch (solid.shape) {
    case 'box':
      return [solid.min[0], solid.max[0]].flatMap((x) =>
        [solid.min[1], solid.max[1]].flatMap((y) =>
          [solid.min[2], solid.max[2]].map((z): Vec3 => [x, y, z]),
        ),
      );
    case 'prism':
      return [solid.from, solid.to].flatMap((z) =>
        solid.outline.map(([x, y]) => place(solid.rigid, [x, y, z])),
      );
    case 'placed':
      return corners(solid.solid).map((p) => place(solid.rigid, p));
    case 'union':
      return solid.solids.flatMap(corners);
    case 'difference':
      return corners(solid.from);
  }
}

/** The part of one convex outline that lies within another (both anticlockwise). */
function clip(outline: Vec2[], window: readonly Vec2[]): Vec2[] {
  let kept = outline;
  window.forEach((a, i) => {
    const b = window[(i + 1) % window.length]!;
    const input = kept;
    kept = [];
    input.forEach((p, j) => {
      const q = input[(j + 1) % input.length]!;
      const [dp, dq] = [turnOf(a, b, p), turnOf(a, b, q)];
      if (dp >= -1e-9) kept.push(p);
      if ((dp > 1e-9 && dq < -1e-9) || (dp < -1e-9 && dq > 1e-9)) {
        const f = dp / (dp - dq);
        kept.push([p[0] + f * (q[0] - p[0]), p[1] + f * (q[1] - p[1])]);
      }
    });
  });
  return kept;
}
