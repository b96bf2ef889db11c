import { describe, expect, it } from 'vitest';
import { kindOf } from '../../design/joints/index.ts';
import { planJob, routesOf } from '../../day/plan/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { availableIn } from '../../shop/tooling/index.ts';
import { resolve } from '../../design/job/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { apartAtMost, byDepth, shoulderDepth, type Shoulder } from './shoulders.ts';

const FACE: Shoulder = { down: 'reference-face', words: 'Reference face down', depth: 7, from: 0 };

describe('how deep a shoulder is cut', () => {
  it('after the cheeks it stays off them, and has what is left of their kerf to be off by', () => {
    const cut = shoulderDepth([FACE], 0.3, { taken: 0.7 });
    expect(cut.value).toBeCloseTo(6.7, 9);
    expect(cut.purpose).toBe('stays');
    // 0.7 of kerf is open and 0.3 of it used: half a millimetre of a rule would leave the waste
    // hanging on.
    expect(cut.within).toBeCloseTo(0.4, 9);
  });

  it('before the cheeks it goes to their line', () => {
    expect(shoulderDepth([FACE], 0, { taken: 0 })).toMatchObject({
      value: 7,
      purpose: 'fit',
      acts: 'thickness',
    });
  });

  it('of a shallow one no more than half stays', () => {
    expect(shoulderDepth([{ ...FACE, depth: 0.4 }], 0.3, { taken: 0.7 }).value).toBeCloseTo(0.2, 9);
  });
});

describe('shoulders that differ by less than a rule shows', () => {
  const other = (depth: number): Shoulder => ({ ...FACE, down: 'other-face', depth });
  const edge: Shoulder = { ...FACE, down: 'reference-edge' };

  it('are cut at one height where they stay off cut cheeks, as deep as the shallowest', () => {
    expect(apartAtMost(TEST_SHOP, 0.3, { taken: 3 })).toBe(0.5);
    expect(apartAtMost(TEST_SHOP, 0.3, { taken: 0.7 })).toBeCloseTo(0.2, 9);
    expect(apartAtMost(TEST_SHOP, 0.3, { taken: 0.2 })).toBe(0);
    expect(apartAtMost(TEST_SHOP, 0, { taken: 3 })).toBe(0);
    expect(apartAtMost({ ...TEST_SHOP, graduation: 0 }, 0.3, { taken: 3 })).toBe(0);
    const cut = shoulderDepth([other(7.4), FACE], 0.3, { taken: 3 });
    expect(cut.value).toBeCloseTo(6.7, 9);
    expect(cut.within).toBeCloseTo(3 - 0.3 - 0.4, 9);
  });

  it('are grouped so that none is farther from another, faces and edges apart', () => {
    const sizes = (apart?: number) =>
      byDepth([FACE, other(7.4), edge, other(7.7), other(6.8)], apart).map((group) =>
        group.map(({ depth }) => depth),
      );
    expect(sizes(0.5)).toEqual([[7, 7.4], [7], [7.7], [6.8]]);
    expect(sizes()).toEqual([[7], [7.4], [7], [7.7], [6.8]]);
    expect(byDepth([FACE, other(7.00005)])).toHaveLength(1);
  });

  it('leave nothing of the waste, cut virtually; two cards where they differ by more', async () => {
    const modeller = await loadModeller();
    const shop = { ...TEST_SHOP, schools: { ...TEST_SHOP.schools, waste: 'cheeks' as const } };
    const cut = (apart: number) => {
      const params = { corners: 'squared', faceShoulder: 7 + apart / 2, mortiseWidth: 8 };
      const routes = { tenoned: 'crosscut-shoulders+saw-upright-stepped' };
      const plan = planJob(jobWith({ params, routes }), shop, modeller);
      const cards = plan.cards.filter(({ id }) => id.includes('crosscut') && /face/.test(id));
      return { cards: cards.length, good: plan.joints[0]!.proof!.good };
    };
    for (const apart of [0.12, 0.3, 0.48]) expect(cut(apart)).toEqual({ cards: 1, good: true });
    expect(cut(0.6)).toEqual({ cards: 2, good: true });
  });
});

describe('a lap has one cheek and one shoulder', () => {
  const plain = jobWith({ kind: 'lap', stile: { width: 70 } });
  const { params } = kindOf('lap').propose(
    resolve(plain.joints[0]!, plain).members,
    availableIn(TEST_SHOP),
  );
  const job = jobWith({ kind: 'lap', stile: { width: 70 }, params });
  const ways = routesOf(job.joints[0]!, job, TEST_SHOP).tenoned.filter(
    ({ refusals }) => !refusals.length,
  );

  it.each(ways.map((way) => [way.id, way] as const))(
    '%s speaks of no other, and moves nothing between them',
    (_, way) => {
      for (const { title, passes, reminders, figures } of way.setups()) {
        const words = [
          ...passes.map((pass) => pass.words),
          ...reminders,
          ...figures.map(({ working }) => working),
        ];
        const told = [
          title,
          ...figures.map(({ name }) => name),
          ...words.map((sentence) => speak(sentence, METRIC)),
        ];
        expect(
          told.filter((text) => /both (cheeks|faces)|two cheeks|the other cheek/i.test(text)),
        ).toEqual([]);
      }
    },
  );
});
