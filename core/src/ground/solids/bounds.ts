import { place, type Rigid } from './rigid.ts';
import type { Solid } from './solid.ts';
import type { Vec3 } from './vector.ts';

/** The least box round something, its sides along the axes. */
export interface Bounds {
  readonly min: Vec3;
  readonly max: Vec3;
}

const over = (points: readonly Vec3[]): Bounds => {
  const least = (axis: 0 | 1 | 2) => Math.min(...points.map((point) => point[axis]));
  const most = (axis: 0 | 1 | 2) => Math.max(...points.map((point) => point[axis]));
  return { min: [least(0), least(1), least(2)], max: [most(0), most(1), most(2)] };
};

const cornersOf = ({ min, max }: Bounds): Vec3[] =>
  [min[0], max[0]].flatMap((x) =>
    [min[1], max[1]].flatMap((y) => [min[2], max[2]].map((z): Vec3 => [x, y, z])),
  );

const moved = (rigid: Rigid, bounds: Bounds): Bounds =>
  over(cornersOf(bounds).map((corner) => place(rigid, corner)));

/**
 * Bounds of a solid without a modeller. Exact for boxes, prisms along an axis and their unions; what
 * is taken from a solid makes its bounds no less, and what lies askew makes them no tighter.
 */
export function boundsOf(solid: Solid): Bounds {
  switch (solid.shape) {
    case 'box':
      return solid;
    case 'prism': {
      const flat = over(solid.outline.map(([x, y]): Vec3 => [x, y, 0]));
      const [from, to] = [solid.from, solid.to];
      return moved(solid.rigid, {
        min: [flat.min[0], flat.min[1], from],
        max: [flat.max[0], flat.max[1], to],
      });
    }
    case 'placed':
      return moved(solid.rigid, boundsOf(solid.solid));
    case 'union':
      return over(solid.solids.map(boundsOf).flatMap(({ min, max }) => [min, max]));
    case 'difference':
      return boundsOf(solid.from);
  }
}

/** How far two bounds overlap along each axis, mm; nothing along one where they don't. */
export const overlapOf = (a: Bounds, b: Bounds): Vec3 => {
  const along = (axis: 0 | 1 | 2) =>
    Math.max(0, Math.min(a.max[axis], b.max[axis]) - Math.max(a.min[axis], b.min[axis]));
  return [along(0), along(1), along(2)];
};
