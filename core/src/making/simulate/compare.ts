import type { Gauge, MemberGeometry } from '../../design/index.ts';
import {
  add,
  cross,
  length,
  scale,
  subtract,
  type Body,
  type Modeller,
  type Rigid,
  type Solid,
  type Vec3,
  type Mm,
} from '../../ground/index.ts';
import { pieceSolid, type Piece } from '../../shop/index.ts';
import { nearestOn, type Triangle } from './distance.ts';

/** Wood left where it should be gone, or gone where it should be kept. */
export interface Mismatch {
  readonly sort: 'left' | 'gone';
  /** mm³ */
  readonly volume: number;
  /** Greatest depth, mm, measured normal to the wanted face. */
  readonly depth: Mm;
  /** Direction straight away from the wanted face there, and the deepest place, in piece axes. */
  readonly normal: Vec3;
  readonly place: Vec3;
  /** What of the depth the stated rounding of the figures explains, mm, the tolerance included. */
  readonly allowed: Mm;
}

/** Where wood is wrong, and how deep. */
type Spot = Pick<Mismatch, 'depth' | 'normal' | 'place'>;

/** How much of a depth is explained in the direction straight away from a wanted face, mm. */
export type Explains = (normal: Vec3) => Mm;

/** Depth below which cut and wanted wood count as the same: facets and floating numbers. */
export const TOLERANCE: Mm = 0.005;

/**
 * Volume, mm³, of what floating numbers leave behind: too little to be as deep as the tolerance
 * anywhere.
 */
export const SPECK = 1e-5;

const unexplained: Explains = () => TOLERANCE;

/**
 * Every lump of wood that is wrong, deepest first; those within the tolerance are not listed.
 * @param explains how much of a depth the rounding of the figures explains; by default nothing
 */
export const compare = (
  modeller: Modeller,
  cut: Body,
  wanted: MemberGeometry,
  piece: Piece,
  explains: Explains = unexplained,
): Mismatch[] =>
  compareWith(
    modeller,
    cut,
    modeller.solid(wanted.mustRemain),
    leaves(wanted.mustBeEmpty),
    piece,
    () => explains,
  );

/**
 * The same where several joints ask for it together.
 * @param keep what none of them may take
 * @param hollow what each of them takes, solid by solid
 * @param explainsOf how much of a depth is explained where wood is wrong
 */
export function compareWith(
  modeller: Modeller,
  cut: Body,
  keep: Body,
  hollow: readonly Solid[],
  piece: Piece,
  explainsOf: (wrong: Omit<Mismatch, 'allowed'>) => Explains,
): Mismatch[] {
  const measure = (
    sort: Mismatch['sort'],
    wrong: readonly Body[],
    bounded: () => Body,
  ): Mismatch[] => {
    const lumps = wrong.flatMap((body) =>
      body.volume() < SPECK ? [] : body.parts().filter((l) => l.volume() >= SPECK),
    );
    if (!lumps.length) return [];
    const faces = madeFaces(bounded().triangles(), piece);
    return lumps.flatMap((lump) => {
      const plain = deepest(lump, faces);
      const first = plain.depth > DEEP ? thickest(lump, faces) : plain;
      if (first.depth <= TOLERANCE) return [];
      const wrong = { sort, volume: lump.volume() };
      const explains = explainsOf({ ...wrong, ...first });
      const told = first.depth <= explains(first.normal);
      const spot = told ? first : (explained(lump, faces, explains) ?? first);
      return [{ ...wrong, ...spot, allowed: explains(spot.normal) }];
    });
  };
  const gone = keep.minus(cut);
  /**
   * Nothing of what must remain is gone, and there is no more wood than that: nothing can be left
   * anywhere.
   */
  const missing = gone.volume();
  if (missing < SPECK && cut.volume() + missing - keep.volume() < SPECK) return [];
  /**
   * Solid by solid: their union would have faces in common, where a boolean operation is at its
   * weakest.
   */
  const empty = hollow.map((solid) => modeller.solid(solid));
  const left = empty.map((body) => cut.within(body));
  return [
    ...measure('left', left, () => empty.reduce((all, body) => all.with(body))),
    ...measure('gone', [gone], () => keep),
  ].sort((a, b) => b.depth - a.depth);
}

/** The solids a union is made of. */
export const leaves = (solid: Solid): Solid[] =>
  solid.shape === 'union' ? solid.solids.flatMap(leaves) : [solid];

/** Depth, mm, from which a lump is looked at again for what of it is only a fin. */
const DEEP: Mm = TOLERANCE;

/** The wanted faces that the joinery makes: all but those on the skin the piece already had. */
export function madeFaces(triangles: readonly Triangle[], piece: Piece): Triangle[] {
  const skin: [number, number][] = [
    [0, 0],
    [0, piece.length],
    [1, 0],
    [1, piece.thickness],
    [2, 0],
    [2, piece.width],
  ];
  return triangles.filter(
    (t) => !skin.some(([axis, at]) => t.every((p) => Math.abs(p[axis]! - at) < 1e-3)),
  );
}

/**
 * The point of a lump farthest from the faces, mm, and the direction straight away from them there.
 * A slab between two faces has all its corners on them, so the middles of its own faces are looked
 * at too, whatever their size.
 */
export function deepest(lump: Body, faces: readonly Triangle[]): Spot {
  const { min, max } = lump.bounds();
  let found = { depth: 0, normal: [0, 0, 0] as Vec3, place: scale(add(min, max), 0.5) };
  const near = boxed(faces);
  const look = (points: readonly Vec3[]) => {
    for (const point of points) {
      const away = fartherThan(found.depth, near, point);
      if (away)
        found = { depth: length(away), normal: scale(away, 1 / length(away)), place: point };
    }
  };
  look(lump.points(finenessOf(lump)));
  look(lump.triangles().map(middleOf));
  return found;
}

/** How finely the skin of a lump is looked at, mm; only its corners where it is a slab. */
function finenessOf(lump: Body): Mm | undefined {
  const { min, max } = lump.bounds();
  const sizes = subtract(max, min);
  return Math.min(...sizes) > 0.5 ? Math.max(...sizes) / 8 : undefined;
}

const middleOf = ([a, b, c]: Triangle): Vec3 => scale(add(add(a, b), c), 1 / 3);

/**
 * The place of a lump that is explained least, if all of it is explained. In a corner where two
 * faces lie off by different amounts, wood is near one of them because the other is off: what
 * counts is the face that explains it best, not the nearest; and between two cuts that miss each
 * other, how far they do.
 */
function explained(lump: Body, faces: readonly Triangle[], explains: Explains): Spot | undefined {
  const { min, max } = lump.bounds();
  const skin = boxed(lump.triangles());
  let least: { readonly spare: Mm; readonly spot: Spot } | undefined;
  for (const triangle of lump.triangles(Math.max(...subtract(max, min)) / 8)) {
    const place = inside(triangle);
    if (!place) continue;
    const away = faces.map((face) => subtract(place, nearestOn(face, place)));
    const thick = ([0, 1, 2] as const).map((axis): Vec3 =>
      scale(AXES[axis], thicknessAt(skin, place, axis)),
    );
    const ways = [...away, ...thick].map((offset) => {
      const depth = length(offset);
      const normal = depth > 0 ? scale(offset, 1 / depth) : AXES[0];
      return { spare: explains(normal) - depth, spot: { depth, normal, place } };
    });
    const best = ways.reduce((a, b) => (b.spare > a.spare ? b : a));
    if (best.spare < 0) return undefined;
    if (!least || best.spare < least.spare) least = best;
  }
  return least?.spot;
}

const AXES: readonly [Vec3, Vec3, Vec3] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/**
 * From the nearest of the faces to a point; nothing where one lies within the depth, or there are
 * none. That one comes first for the next point, which is likely near it too.
 */
function fartherThan(depth: Mm, faces: Boxed[], point: Vec3): Vec3 | undefined {
  let nearest = Infinity;
  let away: Vec3 | undefined;
  for (let i = 0; i < faces.length; i++) {
    const face = faces[i]!;
    if (outside(face.box, point) >= nearest) continue;
    const offset = subtract(point, nearestOn(face.triangle, point));
    const off = length(offset);
    if (off <= depth) {
      [faces[0], faces[i]] = [face, faces[0]!];
      return undefined;
    }
    if (off < nearest) [nearest, away] = [off, offset];
  }
  return away;
}

/**
 * As `deepest`, but no place counts for more than the lump is thick there along any axis: a fin
 * that stands between two cuts that miss each other by a hair is as deep as it is thick, however
 * far it reaches.
 */
function thickest(lump: Body, faces: readonly Triangle[]): Spot {
  const { min, max } = lump.bounds();
  const [skin, near] = [boxed(lump.triangles()), boxed(faces)];
  let found = { depth: 0, normal: [0, 0, 0] as Vec3, place: scale(add(min, max), 0.5) };
  for (const triangle of lump.triangles(Math.max(...subtract(max, min)) / 8)) {
    const place = inside(triangle);
    const away = place && fartherThan(found.depth, near, place);
    if (!away) continue;
    const across = ([0, 1, 2] as const).map((axis) => thicknessAt(skin, place, axis));
    const thin = Math.min(...across);
    const depth = Math.min(thin, length(away));
    if (depth <= found.depth) continue;
    const axis = across.indexOf(thin);
    /** A fin is as deep as it is thick; anything else lies off the face it is nearest to. */
    const off = length(away);
    const normal: Vec3 =
      off < FIN * thin
        ? scale(away, 1 / off)
        : [Number(axis === 0), Number(axis === 1), Number(axis === 2)];
    found = { depth, normal, place };
  }
  return found;
}

/** What reaches so many times its own thickness off every wanted face is a fin. */
const FIN = 4;

/** A point just under the middle of a triangle of a body's skin; nothing for one without area. */
function inside([a, b, c]: Triangle): Vec3 | undefined {
  const normal = cross(subtract(b, a), subtract(c, a));
  const size = length(normal);
  if (size < 1e-9) return undefined;
  return subtract(scale(add(add(a, b), c), 1 / 3), scale(normal, 0.001 / size));
}

/**
 * How thick a body is at a point along an axis, mm: between the skin before and the skin behind it.
 */
function thicknessAt(skin: readonly Boxed[], p: Vec3, axis: 0 | 1 | 2): Mm {
  const [u, v] = [(axis + 1) % 3, (axis + 2) % 3] as [0 | 1 | 2, 0 | 1 | 2];
  let [before, behind] = [-Infinity, Infinity];
  for (const { triangle, box } of skin) {
    if (p[u] < box.min[u] || p[u] > box.max[u] || p[v] < box.min[v] || p[v] > box.max[v]) continue;
    const [a, b, c] = triangle;
    const det = (b[u] - a[u]) * (c[v] - a[v]) - (c[u] - a[u]) * (b[v] - a[v]);
    if (Math.abs(det) < 1e-12) continue;
    const s = ((p[u] - a[u]) * (c[v] - a[v]) - (c[u] - a[u]) * (p[v] - a[v])) / det;
    const t = ((b[u] - a[u]) * (p[v] - a[v]) - (p[u] - a[u]) * (b[v] - a[v])) / det;
    if (s < 0 || t < 0 || s + t > 1) continue;
    const at = a[axis] + s * (b[axis] - a[axis]) + t * (c[axis] - a[axis]);
    if (at <= p[axis]) before = Math.max(before, at);
    else behind = Math.min(behind, at);
  }
  return behind - before < Infinity ? behind - before : 0;
}

/** Thinner than this nothing is measured, mm. */
const FILM: Mm = 1e-4;

type Bounds = { readonly min: Vec3; readonly max: Vec3 };

interface Boxed {
  readonly triangle: Triangle;
  readonly box: Bounds;
}

const boxed = (triangles: readonly Triangle[]): Boxed[] =>
  triangles.map((triangle) => ({ triangle, box: boxOf(triangle) }));

const boxOf = ([a, b, c]: Triangle): Bounds => ({
  min: [Math.min(a[0], b[0], c[0]), Math.min(a[1], b[1], c[1]), Math.min(a[2], b[2], c[2])],
  max: [Math.max(a[0], b[0], c[0]), Math.max(a[1], b[1], c[1]), Math.max(a[2], b[2], c[2])],
});

/** Least distance from a point to a box; 0 inside. */
function outside({ min, max }: Bounds, p: Vec3): number {
  const x = Math.max(min[0] - p[0], 0, p[0] - max[0]);
  const y = Math.max(min[1] - p[1], 0, p[1] - max[1]);
  const z = Math.max(min[2] - p[2], 0, p[2] - max[2]);
  return Math.sqrt(x * x + y * y + z * z);
}

/**
 * What a calliper reads at each gauge of a cut piece, mm.
 * @param held how the piece lies in the axes its gauges are in, where those are not its own
 */
export function callipers(
  modeller: Modeller,
  body: Body,
  gauges: readonly Gauge[],
  piece: Piece,
  held?: Rigid,
): Record<string, Mm> {
  const blank = modeller.solid(pieceSolid(piece));
  const cut = held ? body.placed(held) : body;
  /**
   * Air is taken in the piece's own axes, where its skin and what is left of it are the very same
   * planes.
   */
  const gone = held && blank.minus(body).placed(held);
  const airIn = (between: Body) => gone?.within(between) ?? blank.within(between).minus(body);
  const read = ({ bar, axis, measures, reads }: Gauge): Mm => {
    const between = modeller.solid(bar);
    const found = measures === 'wood' ? cut.within(between) : airIn(between);
    if (found.isEmpty()) return 0;
    /** A film that floating numbers leave on a face is neither wood nor air. */
    const lumps = found.parts().map((part) => part.bounds());
    const real = lumps.filter(({ min, max }) => max[axis] - min[axis] > FILM);
    if (!real.length) return 0;
    const [low, high] = [
      Math.min(...real.map((b) => b.min[axis])),
      Math.max(...real.map((b) => b.max[axis])),
    ];
    if (!reads) return high - low;
    const rising = reads.from === 'low';
    const end = (reads.to === 'near') === rising ? low : high;
    return rising ? end - bar.min[axis] : bar.max[axis] - end;
  };
  return Object.fromEntries(gauges.map((g) => [g.dimension, read(g)]));
}
