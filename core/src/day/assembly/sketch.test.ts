import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { newJob, type Job } from '../../design/job/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { BASE, DOOR } from '../../testing/frames.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { makeFrame, type BaseSpec, type FrameSpec } from '../jobwide/index.ts';
import { sketchesOf, type Sketch } from './sketch.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const jobOf = (...specs: readonly (FrameSpec | BaseSpec)[]): Job =>
  specs.reduce<Job>(
    (job, spec) => {
      const { parts, joints } = makeFrame(spec, job, TEST_SHOP);
      return { ...job, parts: [...job.parts, ...parts], joints: [...job.joints, ...joints] };
    },
    newJob('Sketched', 'mm'),
  );

/** From the left and from the top, over all of its pieces, mm. */
const sizeOf = ({ outlines }: Pick<Sketch, 'outlines'>): [x: number[], y: number[]] => {
  const spread = (axis: 0 | 1) => {
    const places = outlines.flat().map((point) => point[axis]);
    return [Math.min(...places), Math.max(...places)];
  };
  return [spread(0), spread(1)];
};

describe('a job drawn small', () => {
  it('a frame stands as wide and as high as it was asked for, its rails behind its stiles', () => {
    const sizes = {
      width: fc.integer({ min: 300, max: 900 }),
      height: fc.integer({ min: 300, max: 2000 }),
    };
    fc.assert(
      fc.property(fc.record(sizes), fc.integer({ min: 1, max: 9 }), (size, count) => {
        const horn = 20;
        const [sketch, ...others] = sketchesOf(modeller, jobOf({ ...DOOR, ...size, count }));
        expect(others).toEqual([]);
        expect(sketch!.count).toBe(count);
        const [[left, right], [top, bottom]] = sizeOf(sketch!);
        expect([left, top, right]).toEqual([0, 0, size.width]);
        expect(Math.abs(bottom! - size.height)).toBeLessThanOrEqual(2 * horn + 1);
        const tall = sketch!.outlines.map((outline) => sizeOf({ outlines: [outline] })[1]);
        const isStile = tall.map(([from, to]) => to! - from! > size.height / 2);
        expect(isStile).toEqual([false, false, true, true]);
      }),
      { numRuns: 20 },
    );
  });

  it('a table stands on its legs, seen from its long side, rails at the top', () => {
    const [sketch] = sketchesOf(modeller, jobOf(BASE));
    const [[, right], [, bottom]] = sizeOf(sketch!);
    expect(right).toBe(BASE.width);
    expect(bottom).toBeGreaterThanOrEqual(BASE.height);
    const nearest = sketch!.outlines.slice(-2).map((outline) => sizeOf({ outlines: [outline] }));
    expect(nearest.map(([x]) => x).sort((a, b) => a[0]! - b[0]!)).toEqual([
      [0, BASE.leg],
      [BASE.width - BASE.leg, BASE.width],
    ]);
    /** Its far legs are drawn before the rails that lie nearer. */
    const isLeg = sketch!.outlines.map((outline) => {
      const [, [from, to]] = sizeOf({ outlines: [outline] }) as [number[], [number, number]];
      return to - from > BASE.height / 2;
    });
    expect(isLeg.indexOf(true)).toBeLessThan(isLeg.lastIndexOf(false));
    const rails = sketch!.outlines
      .map((outline) => sizeOf({ outlines: [outline] })[1])
      .filter(([from, to]) => to! - from! <= BASE.rail.width);
    expect(rails).toHaveLength(4);
    for (const [, to] of rails) expect(to).toBeLessThan(bottom! / 2);
  });

  it('what is joined to nothing, or only by what can’t be made, is drawn by itself', () => {
    const job = jobOf(DOOR, BASE);
    const doorJoints = new Set(jobOf(DOOR).joints.map(({ id }) => id));
    const sketches = sketchesOf(modeller, job, (id) => !doorJoints.has(id));
    const doorParts = jobOf(DOOR).parts;
    expect(sketches.map(({ outlines, count }) => [outlines.length, count])).toEqual([
      [8, 1],
      ...doorParts.map(({ quantity }) => [1, quantity]),
    ]);
    const [, ...loose] = sketches;
    expect(loose.map((sketch) => sizeOf(sketch)[1][1])).toEqual(
      doorParts.map(({ length }) => Math.round(length)),
    );
  });
});
