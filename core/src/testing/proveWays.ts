import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob } from '../plan.ts';
import type { Modeller } from '../solids/index.ts';
import { cases } from './generate.ts';
import { loadModeller } from './modeller.ts';
import type { Way } from './ways.ts';

const RUNS = { numRuns: 30, seed: 20261123, endOnFailure: true };

/** Tests that each of the ways leaves exactly the joint asked for, over generated joints and shops. */
export async function proveWays(ways: readonly Way[]): Promise<void> {
  const modeller: Modeller = await loadModeller();
  describe.each(ways)('the virtual cut, $kind, $methods', ({ kind, methods }) => {
    it('leaves exactly the joint that was asked for when nothing is rounded', () => {
      let proved = 0;
      fc.assert(
        fc.property(cases({ kind, methods }), ({ job, shop }) => {
          const { joints } = planJob(job, shop, modeller);
          const { problems, routes, chosen, proof } = joints[0]!;
          expect(problems).toEqual([]);
          /** A shop or a size that this way refuses is planned another way, or not at all. */
          const used = (['tenoned', 'mortised'] as const).flatMap(
            (member) => routes[member].find((r) => r.id === chosen[member])?.methods ?? [],
          );
          if (!proof || !methods.every((m) => used.includes(m))) return;
          proved++;
          expect([...proof.members.tenoned.mismatches, ...proof.members.mortised.mismatches]).toEqual([]);
          expect([...proof.members.tenoned.trapped, ...proof.members.mortised.trapped]).toEqual([]);
          expect(proof.good).toBe(true);
        }),
        RUNS,
      );
      expect(proved).toBeGreaterThanOrEqual(RUNS.numRuns / 20);
    });

    it('is off by no more than the rounding of the figures says', () => {
      fc.assert(
        fc.property(
          cases({ kind, methods, graduation: 0.1 }),
          fc.constantFrom(0.05, 0.1, 25.4 / 128),
          ({ job, shop }, graduation) => {
            const { joints, operations } = planJob(job, { ...shop, graduation }, modeller);
            for (const { set, value } of operations.flatMap((o) => o.setup.figures)) {
              expect(set.value + set.error).toBeCloseTo(value, 9);
              expect(set.spread === 0 || Math.abs(set.error) <= graduation).toBe(true);
            }
            const { tenoned, mortised } = joints[0]!.proof?.members ?? {};
            for (const mismatch of [...(tenoned?.mismatches ?? []), ...(mortised?.mismatches ?? [])])
              expect(mismatch.depth).toBeLessThanOrEqual(mismatch.allowed);
          },
        ),
        { ...RUNS, numRuns: 3 },
      );
    });
  });
}
