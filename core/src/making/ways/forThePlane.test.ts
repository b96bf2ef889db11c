import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import { eachSetup, type EachSetup } from '../../testing/eachSetup.ts';
import { cases } from '../../testing/generate.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { USUAL_SCHOOLS, type Shop } from '../../shop/tooling/index.ts';

const METHODS = [
  'saw-upright-flipped',
  'bandsaw-stepped',
  'saw-flat-stack',
  'router-face',
  'router-table-sled',
];

describe('tenons left fat for the plane', () => {
  it.each(METHODS)(
    '%s: fat by the allowance on either cheek, and what it asked for once planed',
    async (method) => {
      const modeller = await loadModeller();
      let seen = 0;
      fc.assert(
        fc.property(
          cases({ kind: 'blind', methods: [method], corners: 'squared' }).filter((c) => c.goes),
          fc.constantFrom(0.1, 0.3),
          ({ job, shop, params }, planeAllowance) => {
            const fat: Shop = { ...shop, planeAllowance };
            const { joints, cards } = planJob(job, fat, modeller);
            if (!joints[0]!.chosen.tenoned?.includes(method)) return;
            const planed = eachSetup({ cards }).filter((o) => o.setup.stage === 'plane');
            const { faceShoulder: a, mortiseWidth, faceClearance } = params;
            const t = mortiseWidth - faceClearance;
            const T = job.parts[0]!.thickness.nominal;
            const bare = a < 1e-6 && T - a - t < 1e-6;
            expect(planed.length).toBe(bare ? 0 : 1);
            expect(joints[0]!.proof!.good).toBe(true);
            if (bare) return;
            seen++;
            /** Planing comes after all that the machine does to cheeks and shoulders. */
            const last = Math.max(
              ...eachSetup({ cards }).flatMap((o, i) =>
                ['cheeks', 'shoulders'].includes(o.setup.stage) ? [i] : [],
              ),
            );
            expect(setupsOf({ cards }).indexOf(planed[0]!.setup)).toBeGreaterThan(last);
            const line = (id: string) => planed[0]!.setup.figures.find((f) => f.id === id)?.value;
            expect(a > planeAllowance ? line('near-cheek') : a).toBeCloseTo(a, 9);
            const far = T - a - t > planeAllowance ? line('far-cheek') : a + t;
            expect(far).toBeCloseTo(a + t, 9);
            /**
             * Without the plane the tenon is too thick by what was left: the machine's own figures
             * say so.
             */
            const own = (plan: EachSetup[]) =>
              plan
                .filter((o) => o.setup.method === method)
                .flatMap((o) => o.setup.figures.map((f) => f.value));
            expect(own(eachSetup({ cards }))).not.toEqual(own(eachSetup(planJob(job, shop))));
          },
        ),
        { seed: 41, numRuns: 6 },
      );
      expect(seen).toBeGreaterThan(2);
    },
  );
});

describe('schools that choose the way', () => {
  const job = jobWith({ params: { corners: 'squared', position: 100 } });
  const chosen = (answers: Partial<Shop['schools']>) =>
    planJob(job, { ...TEST_SHOP, schools: { ...USUAL_SCHOOLS, ...answers } }).joints[0]!.chosen;

  it('from one face, and by templates, where nobody has chosen; a choice of the joint’s own stands', () => {
    expect(chosen({})).toEqual({
      tenoned: 'saw-flat-stack',
      mortised: 'hollow-chisel',
    });
    expect(chosen({ faces: 'one' }).tenoned).toMatch(/saw-flat-one-face|stepped|paired-cutters/);
    expect(chosen({ guide: 'templates' }).mortised).toBe('bushing-mortise+square-ends');
    const own = {
      ...job,
      joints: job.joints.map((j) => ({ ...j, routes: { mortised: 'router-jig+square-ends' } })),
    };
    expect(
      planJob(own, { ...TEST_SHOP, schools: { ...USUAL_SCHOOLS, guide: 'templates' } }).joints[0]!
        .chosen.mortised,
    ).toBe('router-jig+square-ends');
  });
});
