import type { Vec2, Mm } from '../ground/index.ts';
import type { SketchMark, SketchShape } from './question.ts';

/** A rectangle from corner to corner. */
export const rect = (role: SketchShape['role'], [x, y]: Vec2, [x2, y2]: Vec2): SketchShape => ({
  role,
  points: [
    [x, y],
    [x2, y],
    [x2, y2],
    [x, y2],
  ],
});

export const line = (role: SketchShape['role'], ...points: Vec2[]): SketchShape => ({
  role,
  points,
  open: true,
});

export const circle = (role: SketchShape['role'], [x, y]: Vec2, diameter: Mm): SketchShape => ({
  role,
  points: Array.from({ length: 40 }, (_, i): Vec2 => {
    const turn = (i * Math.PI) / 20;
    return [x + (diameter / 2) * Math.cos(turn), y + (diameter / 2) * Math.sin(turn)];
  }),
});

/** A distance along x at height y. */
export const across = (
  x: Mm,
  x2: Mm,
  y: Mm,
  beside: Mm,
  value: Mm = Math.abs(x2 - x),
): SketchMark => ({
  from: [x, y],
  to: [x2, y],
  value,
  beside,
});

/** A distance along y at x. */
export const down = (
  y: Mm,
  y2: Mm,
  x: Mm,
  beside: Mm,
  value: Mm = Math.abs(y2 - y),
): SketchMark => ({
  from: [x, y],
  to: [x, y2],
  value,
  beside,
});
