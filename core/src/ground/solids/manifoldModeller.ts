import type { Manifold, ManifoldToplevel, Mat4 } from 'manifold-3d';
import type { Body, Modeller } from './modeller.ts';
import type { Rigid } from './rigid.ts';
import type { Solid } from './solid.ts';
import type { Vec2, Vec3 } from './vector.ts';

/**
 * Wraps a loaded and set-up manifold module. Bodies are freed at the end of each scope: the heap is
 * not collected.
 */
export function createModeller({ Manifold, CrossSection }: ManifoldToplevel): Modeller {
  const scopes: { delete(): void }[][] = [];
  const keep = <T extends { delete(): void }>(made: T): T => {
    const scope = scopes.at(-1);
    if (!scope) throw new Error('The modeller is used outside a scope.');
    scope.push(made);
    return made;
  };

  const build = (solid: Solid): Manifold => {
    switch (solid.shape) {
      case 'box': {
        const size: Vec3 = [
          solid.max[0] - solid.min[0],
          solid.max[1] - solid.min[1],
          solid.max[2] - solid.min[2],
        ];
        return keep(keep(Manifold.cube([...size])).translate([...solid.min]));
      }
      case 'prism': {
        const section = keep(
          new CrossSection(solid.outline.map((p) => [...p] as [number, number])),
        );
        const raised = keep(section.extrude(solid.to - solid.from));
        return keep(keep(raised.translate([0, 0, solid.from])).transform(matrix(solid.rigid)));
      }
      case 'placed':
        return keep(build(solid.solid).transform(matrix(solid.rigid)));
      case 'union':
        return keep(Manifold.union(solid.solids.map(build)));
      case 'difference':
        return keep(Manifold.difference([build(solid.from), ...solid.take.map(build)]));
    }
  };

  const inner = new WeakMap<Body, Manifold>();
  const body = (m: Manifold): Body => {
    const other = (b: Body): Manifold => inner.get(b)!;
    const self: Body = {
      volume: () => m.volume(),
      isEmpty: () => m.isEmpty(),
      bounds: () => {
        const { min, max } = m.boundingBox();
        return { min: [min[0], min[1], min[2]], max: [max[0], max[1], max[2]] };
      },
      minus: (b) => body(keep(m.subtract(other(b)))),
      with: (b) => body(keep(m.add(other(b)))),
      within: (b) => body(keep(m.intersect(other(b)))),
      parts: () => m.decompose().map((part) => body(keep(part))),
      placed: (rigid) => body(keep(m.transform(matrix(rigid)))),
      points: (finest) => points(finest ? keep(m.refineToLength(finest)) : m),
      triangles: (finest) => corners(finest ? keep(m.refineToLength(finest)) : m),
      slice: (z) =>
        keep(m.slice(z))
          .toPolygons()
          .map((p) => p.map(([x, y]): Vec2 => [x, y])),
    };
    inner.set(self, m);
    return self;
  };

  return {
    solid: (solid) => body(build(solid)),
    scope: (work) => {
      scopes.push([]);
      try {
        return work();
      } finally {
        for (const made of scopes.pop()!) made.delete();
      }
    },
  };
}

/** Column-major, as the modeller wants it. */
function matrix({ rotation: [a, b, c], shift }: Rigid): Mat4 {
  return [
    a[0],
    b[0],
    c[0],
    0,
    a[1],
    b[1],
    c[1],
    0,
    a[2],
    b[2],
    c[2],
    0,
    shift[0],
    shift[1],
    shift[2],
    1,
  ];
}

function points(m: Manifold): Vec3[] {
  const { vertProperties: v, numProp, numVert } = m.getMesh();
  return Array.from({ length: numVert }, (_, i) => [
    v[i * numProp]!,
    v[i * numProp + 1]!,
    v[i * numProp + 2]!,
  ]);
}

function corners(m: Manifold): [Vec3, Vec3, Vec3][] {
  const { vertProperties, triVerts, numProp } = m.getMesh();
  const at = (i: number): Vec3 => [
    vertProperties[triVerts[i]! * numProp]!,
    vertProperties[triVerts[i]! * numProp + 1]!,
    vertProperties[triVerts[i]! * numProp + 2]!,
  ];
  return Array.from({ length: triVerts.length / 3 }, (_, i) => [
    at(3 * i),
    at(3 * i + 1),
    at(3 * i + 2),
  ]);
}
