import { beforeAll, describe, expect, it } from 'vitest';
import { planJob, routesOf } from '../../day/plan/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { jobWith, type JobShape } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { askedRoute } from './asked.ts';
import { choicesOf } from './choices.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

/** An apron 120 wide; the jig for pieces on end holds 110. */
const APRON: JobShape = {
  params: { corners: 'squared', tenonWidth: 90, edgeShoulder: 15 },
  rail: { thickness: 22, width: 120 },
};
const UPRIGHT = 'crosscut-shoulders+saw-upright-flipped';
const job = jobWith(APRON);
const [joint] = job.joints as [(typeof job.joints)[number]];
const tenon = (id: string) => routesOf(joint, job, TEST_SHOP).tenoned.find((r) => r.id === id)!;

describe('edges cut another way than the faces', () => {
  it('an apron whose edges don’t fit the jig stands in it for its faces', () => {
    expect(
      tenon(UPRIGHT)
        .refusals.map((r) => speak(r.message, METRIC))
        .join(),
    ).toMatch(/120\.0 mm/);
    expect(tenon(`${UPRIGHT}+edges-by-hand`).refusals).toEqual([]);
    expect(tenon(`${UPRIGHT}+edges-on-bandsaw`).refusals).toEqual([]);
    const asked = askedRoute(routesOf(joint, job, TEST_SHOP).tenoned, UPRIGHT);
    expect('route' in asked && asked.route.id).toMatch(
      new RegExp(`^${UPRIGHT.replaceAll('+', '\\+')}\\+edges`),
    );
  });

  it('each judges only its own sides, and both together leave the joint that was asked for', () => {
    for (const by of ['edges-by-hand', 'edges-on-bandsaw']) {
      const made = { ...job, joints: [{ ...joint, routes: { tenoned: `${UPRIGHT}+${by}` } }] };
      const { joints, cards, hasErrors } = planJob(made, TEST_SHOP, modeller);
      expect([by, hasErrors, joints[0]!.proof?.good]).toEqual([by, false, true]);
      const setups = cards
        .flatMap((c) => c.setups)
        .filter((s) => s.occurrences[0]!.member === 'tenoned');
      const faces = setups.filter((s) => s.model === 'table-saw');
      const edges = setups.filter((s) => s.model !== 'table-saw');
      expect(faces.flatMap((s) => s.figures).map((f) => f.acts)).not.toContain('width');
      expect(edges.flatMap((s) => s.figures).map((f) => f.acts)).not.toContain('thickness');
      expect([faces.length, edges.length].every((n) => n > 0)).toBe(true);
    }
  });

  it('is a choice of its own beside the faces’, which stay as they are', () => {
    const narrow = jobWith({ params: { corners: 'squared' } });
    const { tenoned } = routesOf(narrow.joints[0]!, narrow, TEST_SHOP);
    const current = tenoned.find((r) => r.id === UPRIGHT)!;
    const edges = choicesOf(tenoned, current).find((c) => c.stage === 'edges')!;
    expect(edges.choices.map((c) => [c.title, c.route.id])).toEqual([
      ['as its faces', UPRIGHT],
      ['on the bandsaw', `${UPRIGHT}+edges-on-bandsaw`],
      ['sawn by hand', `${UPRIGHT}+edges-by-hand`],
    ]);
    const sawn = tenoned.find((r) => r.id === 'sled-shoulders+bandsaw-flipped')!;
    const others = choicesOf(tenoned, sawn).find((c) => c.stage === 'edges')!.choices;
    expect(others.map((c) => c.route.id)).toEqual([sawn.id, `${sawn.id}+edges-by-hand`]);
    const back = choicesOf(tenoned, edges.choices[2]!.route).find((c) => c.stage === 'edges')!;
    expect(back.choices.map((c) => c.route.id)).toEqual(edges.choices.map((c) => c.route.id));
  });

  it('isn’t offered where there is nothing to set apart: no shoulders on the edges, or the same saw for both', () => {
    const ids = (shape: JobShape) =>
      routesOf(jobWith(shape).joints[0]!, jobWith(shape), TEST_SHOP).tenoned.map((r) => r.id);
    expect(
      ids({ params: { corners: 'squared', tenonWidth: 70, edgeShoulder: 0 } }).join(),
    ).not.toMatch(/edges-/);
    const all = ids({ params: { corners: 'squared' } });
    expect(
      all.filter(
        (id) =>
          /edges-on/.test(id) && /bandsaw-(flipped|stepped)|hand-tenon|bushing|copied/.test(id),
      ),
    ).toEqual([]);
    expect(all).toContain('sled-shoulders+bandsaw-flipped+edges-by-hand');
  });
});
