import { add, dot, scale, subtract, type Vec3 } from '../../ground/index.ts';

export type Triangle = readonly [Vec3, Vec3, Vec3];

/**
 * Nearest point of a triangle to a point: inside the face, on an edge or at a corner, by where it
 * projects.
 */
export function nearestOn([a, b, c]: Triangle, p: Vec3): Vec3 {
  const [ab, ac, ap] = [subtract(b, a), subtract(c, a), subtract(p, a)];
  const [d1, d2] = [dot(ab, ap), dot(ac, ap)];
  if (d1 <= 0 && d2 <= 0) return a;
  const bp = subtract(p, b);
  const [d3, d4] = [dot(ab, bp), dot(ac, bp)];
  if (d3 >= 0 && d4 <= d3) return b;
  const vc = d1 * d4 - d3 * d2;
  if (vc <= 0 && d1 >= 0 && d3 <= 0) return add(a, scale(ab, d1 / (d1 - d3)));
  const cp = subtract(p, c);
  const [d5, d6] = [dot(ab, cp), dot(ac, cp)];
  if (d6 >= 0 && d5 <= d6) return c;
  const vb = d5 * d2 - d1 * d6;
  if (vb <= 0 && d2 >= 0 && d6 <= 0) return add(a, scale(ac, d2 / (d2 - d6)));
  const va = d3 * d6 - d5 * d4;
  if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0)
    return add(b, scale(subtract(c, b), (d4 - d3) / (d4 - d3 + (d5 - d6))));
  const whole = 1 / (va + vb + vc);
  return add(a, add(scale(ab, vb * whole), scale(ac, vc * whole)));
}
