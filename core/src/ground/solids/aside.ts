import type { Body, Modeller } from './modeller.ts';
import { compose, IDENTITY, invert, type Rigid } from './rigid.ts';
import { subtract, type Vec3 } from './vector.ts';

/**
 * The same modeller, all its work done so far aside. Where faces nearly coincide a boolean
 * operation can slip on the last digits of its coordinates; elsewhere it does not on the same ones.
 * @param by mm along each axis
 */
export function aside(modeller: Modeller, by: Vec3): Modeller {
  const there: Rigid = { ...IDENTITY, shift: by };
  const back = invert(there);
  const inner = new WeakMap<Body, Body>();
  const body = (m: Body): Body => {
    const other = (b: Body): Body => inner.get(b)!;
    const self: Body = {
      volume: () => m.volume(),
      isEmpty: () => m.isEmpty(),
      bounds: () => {
        const { min, max } = m.bounds();
        return { min: subtract(min, by), max: subtract(max, by) };
      },
      minus: (b) => body(m.minus(other(b))),
      with: (b) => body(m.with(other(b))),
      within: (b) => body(m.within(other(b))),
      parts: () => m.parts().map(body),
      placed: (rigid) => body(m.placed(compose(there, compose(rigid, back)))),
      points: (finest) => m.points(finest).map((p) => subtract(p, by)),
      triangles: (finest) =>
        m.triangles(finest).map(([a, b, c]) => [subtract(a, by), subtract(b, by), subtract(c, by)]),
      slice: (z) => m.slice(z + by[2]).map((ring) => ring.map(([x, y]) => [x - by[0], y - by[1]])),
    };
    inner.set(self, m);
    return self;
  };
  return {
    solid: (solid) => body(modeller.solid({ shape: 'placed', rigid: there, solid })),
    scope: (work) => modeller.scope(work),
  };
}
