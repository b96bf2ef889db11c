import { describe, expect, it } from 'vitest';
import type { SceneShape, Vec2 } from '@velk/core';
import { labelsOf } from './labels.ts';

const PICTURE = { w: 400, h: 300 };
const thing = (label: string, x: number, y: number, wide: number, high: number): SceneShape => ({
  role: 'fence',
  label,
  outline: [[x, y], [x + wide, y], [x + wide, y + high], [x, y + high]], // prettier-ignore
});
const labels = (...shapes: SceneShape[]) => labelsOf(shapes, (p: Vec2) => p, PICTURE);

describe('words in a picture', () => {
  it('stand in the middle, upright where the thing is narrow, and nowhere without room', () => {
    expect(labels(thing('fence', 100, 100, 80, 40))).toEqual([{ words: 'fence', x: 140, y: 120, turned: false }]);
    expect(labels(thing('stop block', 100, 100, 20, 120))).toMatchObject([{ x: 110, y: 160, turned: true }]);
    expect(labels(thing('stop block', 100, 100, 20, 20))).toEqual([]);
    expect(labels({ ...thing('blade', 100, 100, 80, 40), role: 'cutter' })).toEqual([]);
  });

  it('stand within what is seen of a thing that runs out of the picture', () => {
    const [label] = labels(thing('table', -1000, 250, 3000, 500));
    expect(label).toMatchObject({ x: 202, y: 275 });
  });

  it('give way to those that stand there already, and are left out where they can’t', () => {
    const [fence, guard] = labels(thing('fence', 100, 100, 50, 200), thing('guard', 90, 100, 70, 200));
    expect(fence).toMatchObject({ words: 'fence', x: 125, y: 200 });
    expect(Math.abs(guard!.y - fence!.y)).toBeGreaterThanOrEqual(15);
    expect(labels(thing('fence', 100, 100, 50, 10), thing('guard', 100, 100, 50, 10)).map((l) => l.words)).toEqual(['fence']); // prettier-ignore
    const cutter = { ...thing('', 110, 110, 60, 20), role: 'cutter' as const };
    expect(labels(cutter, thing('router base', 90, 20, 100, 200))[0]!.y).toBeLessThan(103);
    expect(labels(cutter, thing('router base', 90, 110, 100, 20))[0]).toMatchObject({ x: 140, y: 120 });
    expect(labels(thing('fence', 0, 0, 90, 40), thing('fence', 200, 200, 90, 40))).toHaveLength(1);
  });
});
