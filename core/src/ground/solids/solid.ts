import type { Rigid } from './rigid.ts';
import type { Vec2, Vec3 } from './vector.ts';

/**
 * A solid as plain data: it can cross to a worker, be stored, and be drawn without a modeller.
 * Lengths in mm.
 */
export type Solid =
  | { readonly shape: 'box'; readonly min: Vec3; readonly max: Vec3 }
  | {
      readonly shape: 'prism';
      readonly outline: readonly Vec2[];
      readonly from: number;
      readonly to: number;
      readonly rigid: Rigid;
    }
  | { readonly shape: 'placed'; readonly rigid: Rigid; readonly solid: Solid }
  | { readonly shape: 'union'; readonly solids: readonly Solid[] }
  | { readonly shape: 'difference'; readonly from: Solid; readonly take: readonly Solid[] };

/** A box from two opposite corners given in any order. */
export const box = (a: Vec3, b: Vec3): Extract<Solid, { shape: 'box' }> => ({
  shape: 'box',
  min: [Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.min(a[2], b[2])],
  max: [Math.max(a[0], b[0]), Math.max(a[1], b[1]), Math.max(a[2], b[2])],
});

export const union = (...solids: Solid[]): Solid => ({ shape: 'union', solids });
export const difference = (from: Solid, ...take: Solid[]): Solid => ({
  shape: 'difference',
  from,
  take,
});

/**
 * Corner facets so fine that a chord lies within 0.004 mm of its arc; a multiple of four keeps
 * quadrants exact.
 */
export const facets = (radius: number): number =>
  4 * Math.max(6, Math.ceil(Math.PI / Math.acos(1 - 0.004 / Math.max(radius, 0.01)) / 4));

/**
 * A rectangle with rounded corners, anticlockwise; a slot when the radius is half its width.
 * @param radius of the corners in mm, cut down to half the shorter side
 */
export function roundedRectangle(min: Vec2, max: Vec2, radius: number): Vec2[] {
  const r = Math.min(radius, (max[0] - min[0]) / 2, (max[1] - min[1]) / 2);
  const steps = facets(r) / 4;
  const centres: [Vec2, number][] = [
    [[max[0] - r, max[1] - r], 0],
    [[min[0] + r, max[1] - r], 1],
    [[min[0] + r, min[1] + r], 2],
    [[max[0] - r, min[1] + r], 3],
  ];
  return centres.flatMap(([c, quarter]) =>
    Array.from({ length: steps + 1 }, (_, i): Vec2 => {
      const angle = ((quarter + i / steps) * Math.PI) / 2;
      return [c[0] + r * Math.cos(angle), c[1] + r * Math.sin(angle)];
    }),
  );
}

/** A circle, anticlockwise. */
export const circle = ([x, y]: Vec2, radius: number): Vec2[] =>
  roundedRectangle([x - radius, y - radius], [x + radius, y + radius], radius);

/** An outline the way round a prism wants it. */
export function anticlockwise(points: readonly Vec2[]): readonly Vec2[] {
  const area = points.reduce((sum, [x, y], i) => {
    const [nx, ny] = points[(i + 1) % points.length]!;
    return sum + x * ny - nx * y;
  }, 0);
  return area < 0 ? [...points].reverse() : points;
}

const ALONG: Readonly<Record<'x' | 'y' | 'z', Rigid['rotation']>> = {
  x: [
    [0, 0, 1],
    [1, 0, 0],
    [0, 1, 0],
  ],
  y: [
    [0, 1, 0],
    [0, 0, 1],
    [1, 0, 0],
  ],
  z: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
};

/**
 * Prism axis along piece X (a tenon), Y (a hole in a face) or Z (a mortise), the outline given in
 * (Y, Z), (Z, X) or (X, Y).
 */
export const prismAlong = (
  axis: 'x' | 'y' | 'z',
  outline: readonly Vec2[],
  from: number,
  to: number,
): Solid => ({
  shape: 'prism',
  outline,
  from: Math.min(from, to),
  to: Math.max(from, to),
  rigid: { rotation: ALONG[axis], shift: [0, 0, 0] },
});
