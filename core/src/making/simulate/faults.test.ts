import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import type { Setup } from '../setups/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { cases } from '../../testing/generate.ts';
import { jobWith, type JobShape } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { virtualCut } from './virtualCut.ts';

/** What the proof finds beside wood in the wrong place. */

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const exact = { ...TEST_SHOP, graduation: 0 };
const squared = { corners: 'squared', position: 100 } as const;
const LAP = { tenonThickness: 11, mortiseWidth: 11, tenonLength: 46, slotDepth: 71 };

describe('each half of a lap in its own order of cheeks and shoulders', () => {
  const sled = 'sled-shoulders+saw-upright-flipped';
  it.each([
    ['crosscut-shoulders+saw-upright-stepped', sled],
    [sled, 'crosscut-shoulders+saw-upright-flipped'],
    ['crosscut-shoulders+saw-upright-flipped', 'crosscut-shoulders+saw-upright-stepped'],
    ['crosscut-shoulders+saw-upright-stepped', 'crosscut-shoulders+saw-upright-flipped'],
  ])('tenoned by %s, mortised by %s', (tenoned, mortised) => {
    const { cards, joints } = planJob(
      jobWith({ kind: 'lap', params: LAP, routes: { tenoned, mortised } }),
      exact,
      modeller,
    );
    const [{ chosen, proof }] = joints as [(typeof joints)[number]];
    expect(chosen).toEqual({ tenoned, mortised });
    for (const [member, route] of [
      ['tenoned', tenoned],
      ['mortised', mortised],
    ] as const) {
      const stages = eachSetup({ cards }).flatMap(({ setup }) =>
        setup.occurrences[0]!.member === member ? [setup.stage] : [],
      );
      expect(stages).toEqual(
        route.includes('stepped') ? ['cheeks', 'shoulders'] : ['shoulders', 'cheeks'],
      );
    }
    expect(Object.values(proof!.members).flatMap((m) => m.trapped)).toEqual([]);
    expect(proof!.good).toBe(true);
  });

  it('cut against its order in the run, a loose cheek is found', () => {
    const shape: JobShape = {
      kind: 'lap',
      params: LAP,
      routes: {
        tenoned: 'crosscut-shoulders+saw-upright-flipped',
        mortised: 'crosscut-shoulders+saw-upright-stepped',
      },
    };
    const own = setupsOf(planJob(jobWith(shape), exact)).filter(
      (s) => s.occurrences[0]!.member === 'mortised',
    );
    const place = own[0]!.occurrences[0]!;
    const cut = (setups: Setup[]) =>
      modeller.scope(
        () =>
          virtualCut(modeller, setups, place, { length: 900, thickness: 22, width: 45 }, exact)
            .trapped,
      );
    expect(cut(own)).toEqual([]);
    expect(cut([...own].reverse()).map((t) => t.between)).toEqual(['upright jig']);
  });
});

describe('a set-up that takes no wood', () => {
  const first = (shape: JobShape) => planJob(jobWith(shape), exact, modeller);

  it('is a fault, named with its pass', () => {
    const setups = setupsOf(first({ params: squared }));
    const own = setups.filter((s) => s.occurrences[0]!.member === 'tenoned');
    const place = own[0]!.occurrences[0]!;
    const twice = modeller.scope(
      () =>
        virtualCut(
          modeller,
          [...own, own[0]!],
          place,
          { length: 600, thickness: 22, width: 70 },
          exact,
        ).faults,
    );
    expect(twice.map(({ sort, setup }) => [sort, setup])).toContainEqual(['idle', own[0]!.id]);
    expect(speak(twice[0]!.words, METRIC)).toBe('takes no wood');
  });

  it.each(['haunched', 'breadboard'])(
    'paired cutters, %s: once round the tongue, no gap as wide as the stock',
    (kind) => {
      let seen = 0;
      for (const { job, shop, goes } of fc.sample(cases({ kind, methods: ['paired-cutters'] }), {
        numRuns: 12,
        seed: 3,
      })) {
        if (!goes) continue;
        const { cards, joints } = planJob(job, shop, modeller);
        const gaps = eachSetup({ cards }).flatMap(({ setup }) =>
          setup.figures.filter((f) => f.id === 'gap').map((f) => f.value),
        );
        expect(gaps.length).toBe(1);
        expect(gaps[0]).toBeLessThan(job.parts[0]!.thickness.nominal - 1e-6);
        expect(joints[0]!.proof!.members.tenoned.faults).toEqual([]);
        seen++;
      }
      expect(seen).toBeGreaterThan(3);
    },
  );

  it('a shoulder that went with the kerf of the cheek before it has no card of its own', () => {
    const shape: JobShape = {
      params: { ...squared, faceShoulder: 11.5 },
      routes: { tenoned: 'crosscut-shoulders+saw-upright-stepped' },
    };
    const { cards, joints } = first(shape);
    const down = eachSetup({ cards }).flatMap(({ setup }) =>
      setup.stage === 'shoulders' ? setup.passes.map((p) => p.seat['table']) : [],
    );
    /** Beyond the far cheek 22 - 11.5 - 8 = 2.5 stood, and the kerf is 3.2. */
    expect(down).not.toContain('other-face');
    expect(joints[0]!.proof!.good).toBe(true);
  });
});

describe('a shoulder so shallow that the blade would hardly stand out', () => {
  const shape = (faceShoulder: number): JobShape => ({
    params: { ...squared, faceShoulder, setBack: 7 - faceShoulder },
    routes: { tenoned: 'crosscut-shoulders+saw-upright-stepped' },
  });
  const heights = (faceShoulder: number) =>
    eachSetup(
      planJob(jobWith(shape(faceShoulder)), {
        ...TEST_SHOP,
        schools: { ...TEST_SHOP.schools, waste: 'cheeks' },
      }),
    )
      .flatMap(({ setup }) => setup.figures)
      .filter((f) => f.to === 'highest-tooth')
      .map((f) => f.set.value);

  it.each([0.2, 0.3, 0.45, 4])('%d deep: no height at or below the table', (faceShoulder) => {
    for (const height of heights(faceShoulder)) expect(height).toBeGreaterThan(0);
  });

  it('finer than the rule it is refused, with both sizes and a way out', () => {
    const job = jobWith({ params: { ...squared, faceShoulder: 0.2, setBack: 6.8 } });
    const { routes } = planJob(job, { ...TEST_SHOP, graduation: 0.5 }).joints[0]!;
    const said = routes.tenoned
      .find((r) => r.methods.includes('sled-shoulders'))!
      .refusals.map((r) => speak(r.message, METRIC));
    expect(said).toContainEqual(
      expect.stringMatching(/shoulder is 0\.2 mm deep, less than 0\.5 mm.*by hand/),
    );
    expect(routes.tenoned.find((r) => r.methods.includes('hand-tenon'))!.refusals).toEqual([]);
  });
});
