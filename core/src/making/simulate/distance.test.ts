import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { add, length, scale, subtract, type Vec3 } from '../../ground/solids/index.ts';
import { fitOf } from './fit.ts';
import { nearestOn, type Triangle } from './distance.ts';

const coordinate = fc.double({ min: -20, max: 20, noNaN: true });
const point = fc.tuple(coordinate, coordinate, coordinate);

describe('the nearest point of a triangle', () => {
  it('lies on it, and no other point of it is nearer (against a fine grid of its points)', () => {
    fc.assert(
      fc.property(point, point, point, point, (a, b, c, p) => {
        const triangle: Triangle = [a, b, c];
        const off = length(subtract(p, nearestOn(triangle, p)));
        let best = Infinity;
        const steps = 40;
        for (let i = 0; i <= steps; i++)
          for (let j = 0; i + j <= steps; j++) {
            const q: Vec3 = add(
              a,
              add(scale(subtract(b, a), i / steps), scale(subtract(c, a), j / steps)),
            );
            best = Math.min(best, length(subtract(p, q)));
          }
        const longest = Math.max(
          length(subtract(a, b)),
          length(subtract(b, c)),
          length(subtract(c, a)),
        );
        expect(off).toBeLessThanOrEqual(best + 1e-9);
        expect(off).toBeGreaterThanOrEqual(best - longest / steps);
      }),
      { seed: 12, numRuns: 150 },
    );
  });
});

describe('fit classes', () => {
  it.each([
    [0.31, 'rattles'],
    [0.3, 'rattles'],
    [0.2, 'loose'],
    [0.15, 'loose'],
    [0.1, 'slip'],
    [0.05, 'slip'],
    [0.049, 'snug'],
    [0, 'snug'],
    [-0.01, 'tap'],
    [-0.05, 'tap'],
    [-0.06, 'tight'],
  ] as const)('%d mm is %s: each class holds its lower bound', (c, fit) =>
    expect(fitOf(c)).toBe(fit),
  );
});
