import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { IMPERIAL, METRIC, INCH } from '../../ground/units/index.ts';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { bitesOf, levelsTo } from './levels.ts';

describe('levels', () => {
  it('are what a rule shows, the last the depth itself (worked)', () => {
    const six = bitesOf({ level: 6 }, { style: METRIC });
    expect(levelsTo(34, 0, six)).toEqual([6, 11.5, 17, 23, 28.5, 34]);
    expect(levelsTo(36.92, 0, six)).toEqual([5.5, 11, 16, 21.5, 26.5, 32, 36.92]);
    expect(levelsTo(5.2, 0, six)).toEqual([5.2]);
    const inches = levelsTo(1.25 * INCH, 0, bitesOf({ level: 0.25 * INCH }, { style: IMPERIAL }));
    expect(inches.map((to) => Number((to / INCH).toFixed(5)))).toEqual([0.25, 0.5, 0.75, 1, 1.25]);
    /**
     * A cutter that takes no more than a third of what a rule shows is led down evenly all the
     * same.
     */
    expect(levelsTo(0.4, 0, { most: 0.2, rule: 0.5 })).toEqual([0.2, 0.4]);
  });

  it('never take more at once than the cutter does, rise nowhere, and are as few as can be', () => {
    const depths = fc.double({ min: 0.5, max: 120, noNaN: true });
    const tops = fc.double({ min: 0, max: 130, noNaN: true });
    const bites = fc.double({ min: 0.3, max: 20, noNaN: true });
    fc.assert(
      fc.property(depths, tops, bites, (depth, from, most) => {
        const levels = levelsTo(depth, from, { most, rule: 0.5 });
        const top = Math.min(from, depth);
        levels.forEach((to, i) => {
          const bite = to - (i ? levels[i - 1]! : top);
          expect(bite).toBeGreaterThan(-1e-6);
          expect(bite).toBeLessThan(most + 1e-5);
        });
        expect(levels.at(-1)).toBe(depth);
        expect(levels.length).toBe(Math.max(1, Math.ceil((depth - top) / most - 1e-6)));
      }),
    );
  });

  it('from above as from below: 26 off the far face in two passes, the first told by where it stands over the table', () => {
    const params = { mortiseWidth: 8, faceShoulder: 6, faceClearance: 0, tenonLength: 30 };
    const routes = { tenoned: 'saw-flat-one-face' };
    const plan = planJob(
      jobWith({ params, rail: { thickness: 40 }, stile: { thickness: 40 }, routes }),
      TEST_SHOP,
    );
    const above = setupsOf(plan).find(({ id }) => id.endsWith('face-above'))!;
    const levels = above.passes
      .filter(({ id }) => id.startsWith('face-1'))
      .map(({ level }) => level);
    expect(levels).toEqual([27, undefined]);
    expect(above.figures.find(({ id }) => id === 'above')!.set.value).toBeCloseTo(14, 6);
  });
});
