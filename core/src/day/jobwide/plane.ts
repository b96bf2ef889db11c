import type { Mm } from '../../ground/index.ts';

/** A place in the plane of a frame, mm: x to the right, y up. */
export type Point = readonly [x: Mm, y: Mm];

/** A straight line: a place on it, and the way it runs (of length 1). */
export interface Ray {
  readonly from: Point;
  readonly along: Point;
}

export const distance = ([ax, ay]: Point, [bx, by]: Point): Mm => Math.hypot(bx - ax, by - ay);

/** How far `b` turns from `a`, against the clock; positive to the left. */
export const turnOf = ([ax, ay]: Point, [bx, by]: Point): number => ax * by - ay * bx;

/** How far `a` runs along `b`; negative against it. */
export const wayOf = ([ax, ay]: Point, [bx, by]: Point): number => ax * bx + ay * by;

export function rayThrough(from: Point, to: Point): Ray {
  const length = distance(from, to);
  return { from, along: [(to[0] - from[0]) / length, (to[1] - from[1]) / length] };
}

/** The place so far along a line, and so far to the left of it. */
export const placeOn = ({ from: [x, y], along: [dx, dy] }: Ray, far: Mm, left: Mm = 0): Point => [
  x + dx * far - dy * left,
  y + dy * far + dx * left,
];

/** The same line, so far to its left. */
export const beside = (ray: Ray, left: Mm): Ray => ({ ...ray, from: placeOn(ray, 0, left) });

/** How far along a line, and how far to its left, a place lies. */
export function placeFrom({ from: [x, y], along }: Ray, [px, py]: Point): { far: Mm; left: Mm } {
  const to: Point = [px - x, py - y];
  return { far: wayOf(to, along), left: turnOf(along, to) };
}

/** Where two lines cross; they must not run alike. */
export function crossing(one: Ray, other: Ray): Point {
  const apart: Point = [other.from[0] - one.from[0], other.from[1] - one.from[1]];
  return placeOn(one, turnOf(apart, other.along) / turnOf(one.along, other.along));
}

/**
 * The place to the left of the way from one to another that is so far from each; nothing where the
 * three make no triangle.
 */
export function apexOver(from: Point, to: Point, near: Mm, far: Mm): Point | undefined {
  const base = distance(from, to);
  const along = (near ** 2 - far ** 2 + base ** 2) / (2 * base);
  const height = near ** 2 - along ** 2;
  return height > 0 ? placeOn(rayThrough(from, to), along, Math.sqrt(height)) : undefined;
}
