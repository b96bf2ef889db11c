import type { Gauge, MemberGeometry } from '../joints/index.ts';
import { add, IDENTITY, length, scale, subtract, type Body, type Modeller, type Vec3 } from '../solids/index.ts';
import { pieceSolid, type Piece } from '../stock/index.ts';
import type { Mm } from '../units/index.ts';
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
}

/** Depth below which cut and wanted wood count as the same: facets and floating numbers. */
export const TOLERANCE: Mm = 0.005;

/** Volume, mm³, of what floating numbers leave behind: too little to be as deep as the tolerance anywhere. */
export const SPECK = 1e-5;

/** Every lump of wood that is wrong, deepest first; those within the tolerance are not listed. */
export function compare(modeller: Modeller, cut: Body, wanted: MemberGeometry, piece: Piece): Mismatch[] {
  const keep = modeller.solid(wanted.mustRemain);
  const empty = modeller.solid(wanted.mustBeEmpty);
  const measure = (sort: Mismatch['sort'], wrong: Body, bounded: Body): Mismatch[] => {
    if (wrong.volume() < SPECK) return [];
    const faces = madeFaces(bounded.triangles(), piece);
    const found = (lumps: readonly Body[]): Mismatch[] =>
      lumps.flatMap((lump) => {
        if (lump.volume() < SPECK) return [];
        const { depth, normal, place } = deepest(lump, faces);
        return depth > TOLERANCE ? [{ sort, volume: lump.volume(), depth, normal, place }] : [];
      });
    const lumps = found(wrong.parts());
    return lumps.some((m) => m.depth > DEEP) ? found(withoutFlakes(wrong).parts()) : lumps;
  };
  return [...measure('left', cut.within(empty), empty), ...measure('gone', keep.minus(cut), keep)].sort(
    (a, b) => b.depth - a.depth,
  );
}

/** Depth, mm, from which a lump is looked at again without its flakes. */
const DEEP: Mm = 0.3;

/** Thickness, mm, under which what stands between two cuts that miss each other by a hair is no wood. */
const FLAKE: Mm = 0.002;

/** A body less everything in it that is thinner than a flake along any of the axes. */
const withoutFlakes = (body: Body): Body =>
  ([0, 1, 2] as const).reduce((kept, axis) => {
    const shift = [0, 1, 2].map((i) => (i === axis ? FLAKE : 0)) as unknown as Vec3;
    return kept.within(kept.placed({ ...IDENTITY, shift }));
  }, body);

/** The wanted faces that the joinery makes: all but those on the skin the piece already had. */
export function madeFaces(triangles: readonly Triangle[], piece: Piece): Triangle[] {
  const skin: [number, number][] = [[0, 0], [0, piece.length], [1, 0], [1, piece.thickness], [2, 0], [2, piece.width]]; // prettier-ignore
  return triangles.filter((t) => !skin.some(([axis, at]) => t.every((p) => Math.abs(p[axis]! - at) < 1e-3)));
}

/** The point of a lump farthest from the faces, mm, and the direction straight away from them there. */
export function deepest(lump: Body, faces: readonly Triangle[]): Pick<Mismatch, 'depth' | 'normal' | 'place'> {
  const { min, max } = lump.bounds();
  const sizes = subtract(max, min);
  const finest = Math.min(...sizes) > 0.5 ? Math.max(...sizes) / 8 : undefined;
  let found = { depth: 0, normal: [0, 0, 0] as Vec3, place: scale(add(min, max), 0.5) };
  const seen = new Set<string>();
  const boxed = faces.map((face) => ({ face, box: boxOf(face) }));
  for (const corner of lump.triangles(finest).flat()) {
    const key = corner.map((v) => v.toFixed(4)).join();
    if (seen.has(key)) continue;
    seen.add(key);
    let depth = Infinity;
    let away: Vec3 = [0, 0, 0];
    for (const { face: triangle, box } of boxed) {
      if (outside(box, corner) >= depth) continue;
      const offset = subtract(corner, nearestOn(triangle, corner));
      const off = length(offset);
      if (off < depth) [depth, away] = [off, offset];
    }
    if (depth > found.depth && depth < Infinity) found = { depth, normal: scale(away, 1 / depth), place: corner };
  }
  return found;
}

type Bounds = { readonly min: Vec3; readonly max: Vec3 };

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

/** What a calliper reads at each gauge of a cut piece, mm. */
export function callipers(modeller: Modeller, cut: Body, gauges: readonly Gauge[], piece: Piece): Record<string, Mm> {
  const air = modeller.solid(pieceSolid(piece)).minus(cut);
  const read = ({ bar, axis, measures }: Gauge): Mm => {
    const found = (measures === 'wood' ? cut : air).within(modeller.solid(bar));
    if (found.isEmpty()) return 0;
    const { min, max } = found.bounds();
    return max[axis] - min[axis];
  };
  return Object.fromEntries(gauges.map((g) => [g.dimension, read(g)]));
}
