import { describe, expect, it } from 'vitest';
import type { SceneShape } from '@velk/core/making';
import type { Vec2 } from '@velk/core/ground';
import { labelsOf, marksOf } from './labels.ts';

const PICTURE = { w: 400, h: 300 };
const thing = (label: string, x: number, y: number, wide: number, high: number): SceneShape => ({
  role: 'fence',
  label,
  outline: [
    [x, y],
    [x + wide, y],
    [x + wide, y + high],
    [x, y + high],
  ],
});
const labels = (...shapes: SceneShape[]) => labelsOf(shapes, (p: Vec2) => p, PICTURE);

describe('words in a picture', () => {
  it('stand in the middle, upright where the thing is narrow, and nowhere without room', () => {
    expect(labels(thing('fence', 100, 100, 80, 40))).toEqual([
      { words: 'fence', x: 140, y: 120, turned: false },
    ]);
    expect(labels(thing('stop block', 100, 100, 20, 120))).toMatchObject([
      { x: 110, y: 160, turned: true },
    ]);
    expect(labels(thing('stop block', 100, 100, 20, 20))).toEqual([]);
    expect(labels({ ...thing('blade', 100, 100, 80, 40), role: 'cutter' })).toEqual([]);
  });

  it('stand within what is seen of a thing that runs out of the picture', () => {
    const [label] = labels(thing('table', -1000, 250, 3000, 500));
    expect(label).toMatchObject({ x: 202, y: 275 });
  });

  it('give way to those that stand there already, and are left out where they can’t', () => {
    const [fence, guard] = labels(
      thing('fence', 100, 100, 50, 200),
      thing('guard', 90, 100, 70, 200),
    );
    expect(fence).toMatchObject({ words: 'fence', x: 125, y: 200 });
    expect(Math.abs(guard!.y - fence!.y)).toBeGreaterThanOrEqual(15);
    expect(
      labels(thing('fence', 100, 100, 50, 10), thing('guard', 100, 100, 50, 10)).map(
        (l) => l.words,
      ),
    ).toEqual(['fence']);
    const cutter = { ...thing('', 110, 110, 60, 20), role: 'cutter' as const };
    expect(labels(cutter, thing('router base', 90, 20, 100, 200))[0]!.y).toBeLessThan(103);
    expect(labels(cutter, thing('router base', 90, 110, 100, 20))[0]).toMatchObject({
      x: 140,
      y: 120,
    });
    expect(labels(thing('fence', 0, 0, 90, 40), thing('fence', 200, 200, 90, 40))).toHaveLength(1);
  });
});

describe('the marks of a reference face', () => {
  it('stand inside the wood at the near end of what is seen of it, whichever way the face runs', () => {
    /** Upright, wood on the left; level, wood below; its far ends out of the picture. */
    expect(
      marksOf(
        [
          [200, -50],
          [200, 250],
        ],
        [1, 0],
        PICTURE,
      ),
    ).toEqual({ face: [185, 30], mark: [185, 60] });
    expect(
      marksOf(
        [
          [40, 100],
          [900, 100],
        ],
        [0, 1],
        PICTURE,
      ),
    ).toEqual({ face: [366, 115], mark: [336, 115] });
    expect(
      marksOf(
        [
          [300, 100],
          [100, 100],
        ],
        [0, -1],
        PICTURE,
      ),
    ).toEqual({ face: [276, 85], mark: [246, 85] });
  });

  it('stand behind a face that runs askew, and in the picture', () => {
    const half = Math.SQRT1_2;
    const { face, mark } = marksOf(
      [
        [500, -100],
        [100, 300],
      ],
      [half, -half],
      PICTURE,
    );
    for (const [x, y] of [face, mark]) {
      expect((x + y - 400) * half).toBeCloseTo(-15, 9);
      expect(x > 0 && x < PICTURE.w && y > 0 && y < PICTURE.h).toBe(true);
    }
  });
});
