import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { loadModeller } from '../../testing/modeller.ts';
import {
  aside,
  box,
  difference,
  facets,
  handedness,
  invert,
  length,
  place,
  prismAlong,
  roundedRectangle,
  subtract,
  union,
  type Modeller,
  type Rigid,
  type Vec3,
} from './index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const turned = (angle: number, shift: Vec3): Rigid => ({
  rotation: [
    [Math.cos(angle), -Math.sin(angle), 0],
    [Math.sin(angle), Math.cos(angle), 0],
    [0, 0, 1],
  ],
  shift,
});
const number = fc.double({ min: -200, max: 200, noNaN: true });
const point = fc.tuple(number, number, number);

describe('placing', () => {
  it('an inverse undoes it, distances stay, and no turn is a mirror', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        point,
        point,
        point,
        (angle, shift, p, q) => {
          const rigid = turned(angle, shift);
          expect(length(subtract(place(invert(rigid), place(rigid, p)), p))).toBeLessThan(1e-9);
          expect(length(subtract(place(rigid, p), place(rigid, q)))).toBeCloseTo(
            length(subtract(p, q)),
            7,
          );
          expect(handedness(rigid.rotation)).toBe(1);
        },
      ),
    );
    expect(
      handedness([
        [-1, 0, 0],
        [0, 1, 0],
        [0, 0, 1],
      ]),
    ).toBe(-1);
  });
});

describe('the exact modeller', () => {
  const volume = (solid: Parameters<Modeller['solid']>[0]) =>
    modeller.scope(() => modeller.solid(solid).volume());

  it('volumes of boxes, unions and differences are those of plain arithmetic', () => {
    const side = fc.double({ min: 1, max: 90, noNaN: true });
    fc.assert(
      fc.property(side, side, side, (a, b, c) => {
        const whole = box([0, 0, 0], [a, b, c]);
        const corner = box([0, 0, 0], [a / 2, b / 2, c / 2]);
        expect(volume(whole)).toBeCloseTo(a * b * c, 4);
        expect(volume(difference(whole, corner))).toBeCloseTo(a * b * c * (7 / 8), 4);
        expect(volume(union(whole, corner))).toBeCloseTo(a * b * c, 4);
      }),
      { numRuns: 30 },
    );
  });

  it('a slot has the area of its straight part and its circle, along either axis', () => {
    for (const axis of ['x', 'y', 'z'] as const) {
      const slot = prismAlong(axis, roundedRectangle([10, 5], [60, 13], 4), 0, 20);
      const exact = (42 * 8 + Math.PI * 16) * 20;
      expect(Math.abs(volume(slot) / exact - 1)).toBeLessThan(3e-4);
    }
  });

  it('facets stay within 0.004 mm of the arc: less than the proof’s tolerance', () => {
    for (const radius of [0.5, 3, 4.76, 12, 50])
      expect(radius * (1 - Math.cos(Math.PI / facets(radius)))).toBeLessThanOrEqual(0.004 + 1e-9);
  });

  it('separates lumps, slices them, and gives triangles of the same extent', () => {
    const result = modeller.scope(() => {
      const two = modeller.solid(
        union(box([0, 0, 0], [10, 10, 10]), box([20, 0, 0], [25, 10, 10])),
      );
      return {
        parts: two
          .parts()
          .map((p) => p.volume())
          .sort((a, b) => a - b),
        rings: two.slice(5).length,
        corners: Math.max(
          ...two
            .triangles(3)
            .flat()
            .map((p) => p[0]),
        ),
      };
    });
    expect(result.parts.map((v) => Math.round(v))).toEqual([500, 1000]);
    expect(result).toMatchObject({ rings: 2, corners: 25 });
  });

  it('gives the same aside as it does at home', () => {
    const slot = prismAlong('z', roundedRectangle([10, 5], [60, 13], 4), 5, 30);
    const bar: Rigid = turned(0.3, [4, -2, 7]);
    const read = (m: Modeller) =>
      m.scope(() => {
        const block = m.solid(box([0, 0, 0], [80, 20, 25])).placed(bar);
        const cut = block.minus(m.solid({ shape: 'placed', rigid: bar, solid: slot }));
        const piece = block
          .within(m.solid(box([-100, -100, 10], [100, 100, 12])))
          .with(cut.parts()[0]!);
        const { min, max } = piece.bounds();
        const extent = (points: readonly (readonly number[])[]) =>
          [0, 1].flatMap((i) => [
            Math.min(...points.map((p) => p[i]!)),
            Math.max(...points.map((p) => p[i]!)),
          ]);
        const skin = cut.triangles().flat();
        return [
          cut.volume(),
          piece.volume(),
          ...min,
          ...max,
          ...extent(piece.slice(11).flat()),
          ...extent(skin),
        ];
      });
    const [home, away] = [read(modeller), read(aside(modeller, [97.31, 31.7, 53.9]))];
    expect(away).toHaveLength(home.length);
    away.forEach((value, i) => expect(value).toBeCloseTo(home[i]!, 3));
  });

  it('cannot be used outside a scope, where its memory would never be freed', () => {
    expect(() => modeller.solid(box([0, 0, 0], [1, 1, 1]))).toThrow(/scope/);
  });
});
