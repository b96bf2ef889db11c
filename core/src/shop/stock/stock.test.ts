import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob } from '../../day/plan/index.ts';
import { seasonFit } from '../../making/simulate/index.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { asListed, jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import {
  allowancesFor,
  batchesOf,
  coefficientsOf,
  moistureIn,
  movementOf,
  PLAIN_PART,
  SPECIES,
  unlike,
  type Part,
} from './index.ts';

const of = (id: string) => SPECIES.find((s) => s.id === id)!;

describe('moisture and movement', () => {
  /**
   * Wood Handbook, FPL-GTR-282 (2021), chapter 4: its table of moisture at 70 F, from memory,
   * agrees to 0.1.
   */
  it.each([
    [30, 6.2],
    [50, 9.2],
    [65, 12.0],
    [80, 16.0],
  ])('at 70 F and %d %% wood comes to %d %%', (humidity, moisture) =>
    expect(moistureIn({ temperature: (70 - 32) / 1.8, humidity })).toBeCloseTo(moisture, 1),
  );

  it('rises with humidity at every temperature, from dry to wet', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: 0, max: 98 }),
        (temperature, humidity) => {
          expect(moistureIn({ temperature, humidity: humidity + 1 })).toBeGreaterThan(
            moistureIn({ temperature, humidity }),
          );
        },
      ),
      { seed: 1, numRuns: 200 },
    );
    expect(moistureIn({ temperature: 20, humidity: 0 })).toBe(0);
    expect(() => moistureIn({ temperature: 20, humidity: 130 })).toThrow(RangeError);
  });

  /** Coefficients of the same handbook, from memory: tangential / radial per 1 %. */
  it.each([
    ['northern-red-oak', 0.00369, 0.00158],
    ['american-beech', 0.00431, 0.0019],
    ['white-pine', 0.00212, 0.00071],
  ])('%s moves as the handbook says: 300 wide, from 6 to 12 %%', (id, tangential, radial) => {
    expect(movementOf(300, coefficientsOf(of(id), 'flat').width, 6)).toBeCloseTo(
      300 * tangential * 6,
      9,
    );
    expect(movementOf(300, coefficientsOf(of(id), 'quarter').width, 6)).toBeCloseTo(
      300 * radial * 6,
      9,
    );
    expect(coefficientsOf(of(id), 'flat').thickness).toBe(radial);
    expect(coefficientsOf(of(id), 'diagonal').width).toBeCloseTo((tangential + radial) / 2, 9);
  });

  it('two pieces of one wood and ring keep their fit; a quarter-sawn tenon in a flat-sawn stile closes up', () => {
    const part = (rings: Part['rings']): Part => ({
      ...jobWith().parts[0]!,
      species: 'white-oak',
      rings,
    });
    const seasons = {
      now: { temperature: 20, humidity: 35 },
      later: { temperature: 20, humidity: 75 },
    };
    const sizes = { tenon: 9.95, mortise: 10, tenonWidth: 60, mortiseLength: 60.5 };
    const same = seasonFit(seasons, { tenoned: part('flat'), mortised: part('flat') }, sizes)!;
    expect(same.clearance.later).toBeCloseTo(0.05, 2);
    expect(same.fit).toEqual({ now: 'slip', later: 'slip' });
    const wet = seasonFit(seasons, { tenoned: part('quarter'), mortised: part('flat') }, sizes)!;
    const change = wet.moisture.later - wet.moisture.now;
    expect(wet.clearance.later).toBeCloseTo(0.05 + (10 * 0.0018 - 9.95 * 0.00365) * change, 9);
    expect(wet.endClearance!.later).toBeCloseTo(0.5 - 60 * 0.0018 * change, 9);
    /**
     * Into a face, walls lie apart along the mortised piece’s width: tangential where it is
     * flat-sawn.
     */
    const inFace = seasonFit(
      seasons,
      { tenoned: part('flat'), mortised: part('flat') },
      sizes,
      true,
    )!;
    expect(inFace.clearance.later).toBeCloseTo(0.05 + (10 * 0.00365 - 9.95 * 0.0018) * change, 9);
    expect(
      seasonFit(seasons, { tenoned: jobWith().parts[0]!, mortised: part('flat') }, sizes),
    ).toBeUndefined();
  });
});

describe('batches', () => {
  const run = fc.array(
    fc.integer({ min: 2150, max: 2260 }).map((n) => n / 100),
    { minLength: 1, maxLength: 12 },
  );

  it('each lies within one setting, every piece is in one, and no fewer would do', () => {
    fc.assert(
      fc.property(run, fc.constantFrom(0.05, 0.1, 0.3), (measured, within) => {
        const batches = batchesOf({ nominal: 22, measured }, measured.length, within);
        expect(batches.flatMap((b) => b.pieces).sort((a, b) => a - b)).toEqual(
          measured.map((_, i) => i + 1),
        );
        for (const { measured: own } of batches)
          expect(Math.max(...own) - Math.min(...own)).toBeLessThanOrEqual(within + 1e-9);
        expect(batches.reduce((n, b) => n + b.count, 0)).toBe(measured.length);
        /**
         * Pieces farther apart than one setting can't share: a chain of them is the least number of
         * batches.
         */
        const chain = [...measured]
          .sort((a, b) => a - b)
          .reduce<number[]>(
            (far, v) => (far.length && v - far.at(-1)! <= within + 1e-9 ? far : [...far, v]),
            [],
          );
        expect(batches.length).toBe(chain.length);
      }),
      { seed: 6, numRuns: 200 },
    );
  });

  it('says which pieces differ, and by how much', () => {
    const part: Part = {
      ...jobWith().parts[0]!,
      quantity: 7,
      thickness: { nominal: 22, measured: [22, 22.05, 22, 22.4, 22, 22, 22.4] },
    };
    expect(unlike(part, 'thickness').map((s) => speak(s, METRIC))).toEqual([
      'Pieces 4 and 7 are 0.4 mm thicker than the rest',
    ]);
    const [main, odd] = batchesOf({ nominal: 22, measured: part.thickness.measured }, 20);
    expect([main!.count, odd!.count]).toEqual([18, 2]);
  });

  it('cut apart, each batch has figures of its own and both fit; cut together the thick ones come out thin', async () => {
    const modeller = await loadModeller();
    const rail = { measured: [22, 22, 22.4] };
    const job = jobWith({ params: { corners: 'squared', faceClearance: 0.05 }, rail });
    const apart = {
      ...job,
      parts: job.parts.map((p) => (p.id === 'rail' ? { ...p, quantity: 3, apart: true } : p)),
    };
    const shop = { ...TEST_SHOP, graduation: 0 };
    const together = planJob(asListed(job, shop), shop, modeller).joints[0]!.proof!;
    expect(together.clearance.most).toBeCloseTo(0.05 + 0.4, 4);
    const plan = planJob(asListed(apart, shop), shop, modeller);
    const { clearance, good } = plan.joints[0]!.proof!;
    expect(good).toBe(true);
    expect([clearance.least, clearance.most].map((c) => Number(c.toFixed(4)))).toEqual([
      0.05, 0.05,
    ]);
    const cheeks = eachSetup(plan).filter(
      (o) => o.setup.stage === 'cheeks' && o.setup.figures[0]!.acts === 'thickness',
    );
    expect(cheeks.map((o) => o.setup.occurrences[0]!.pieces)).toContainEqual([3]);
  });
});

describe('rough length', () => {
  it('leaves a horn by a mortise near the end, a tenon’s length to make it again, and a trim elsewhere', () => {
    const words = (list: ReturnType<typeof allowancesFor>) => list.map((a) => a.length);
    expect(words(allowancesFor({ a: 0, b: 0 }, { a: 12, b: Infinity }))).toEqual([20, 3]);
    expect(words(allowancesFor({ a: 38, b: 38 }, { a: Infinity, b: Infinity }))).toEqual([41, 41]);
    expect(PLAIN_PART.roughLength).toBe(0);
  });
});
