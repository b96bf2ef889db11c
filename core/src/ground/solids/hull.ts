import type { Vec2 } from './vector.ts';

/** Twice the signed area of three points: above 0 where they turn anticlockwise. */
export const turnOf = (a: Vec2, b: Vec2, c: Vec2): number =>
  (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);

/** The convex outline round some points, anticlockwise: the monotone chain. */
export function hull(points: readonly Vec2[]): Vec2[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const side = (list: Vec2[]) => {
    const chain: Vec2[] = [];
    for (const p of list) {
      while (chain.length > 1 && turnOf(chain.at(-2)!, chain.at(-1)!, p) <= 1e-9) chain.pop();
      chain.push(p);
    }
    return chain.slice(0, -1);
  };
  return [...side(sorted), ...side(sorted.reverse())];
}
