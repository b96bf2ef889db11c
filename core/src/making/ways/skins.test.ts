import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { THICKEST_SKIN } from './skins.ts';

const modeller = await loadModeller();

/** The worked joint, square, with so much wood beside its tenon, and room round it. */
function withSkins(near: number, far: number, more: object = {}) {
  const params = {
    corners: 'squared',
    edgeShoulder: near,
    tenonWidth: 70 - near - far,
    endClearance: 0.2,
    ...more,
  };
  return planJob(jobWith({ params }), TEST_SHOP, modeller);
}

const tenonCards = ({ cards }: ReturnType<typeof planJob>): string[] =>
  cards.filter(({ id }) => id.startsWith('joint.tenoned')).map(({ id }) => id);

const skin = fc.double({ min: 0.006, max: THICKEST_SKIN, noNaN: true });

describe('shoulders that are no more than a skin', () => {
  it('on an edge, either or both: no card is made for them, the tenon fits, and the cheeks’ card says so', () => {
    const bare = tenonCards(withSkins(0, 0));
    fc.assert(
      fc.property(skin, skin, fc.constantFrom('near', 'far', 'both'), (a, b, where) => {
        const [near, far] = [where === 'far' ? 0 : a, where === 'near' ? 0 : b];
        const plan = withSkins(near, far);
        expect(tenonCards(plan)).toEqual(bare);
        expect(plan.joints[0]!.proof!.good).toBe(true);
        const { least } = plan.joints[0]!.proof!.members.tenoned.sizes['tenonWidth']!;
        expect(least).toBeCloseTo(70, 6);
        const told = setupsOf(plan).flatMap(({ checks }) => checks.map((c) => speak(c, METRIC)));
        expect(told.filter((words) => words.includes('isn’t cut'))).toHaveLength(1);
      }),
      { numRuns: 12 },
    );
  });

  it('are cut where the mortise has no room for them and where they are wood', () => {
    const bare = tenonCards(withSkins(0, 0));
    expect(tenonCards(withSkins(0.04, 0, { endClearance: 0 }))).not.toEqual(bare);
    expect(tenonCards(withSkins(0.5, 0))).not.toEqual(bare);
  });

  it('on a face only as far as the class of the fit goes', () => {
    const faced = (faceClearance: number) =>
      withSkins(10, 10, { faceShoulder: 0.03, mortiseWidth: 12, setBack: 5, faceClearance });
    const sidesOf = (plan: ReturnType<typeof planJob>) =>
      setupsOf(plan).filter(({ skin: left }) => left && left.thickness > 0).length;
    expect(sidesOf(faced(0.05))).toBe(0);
    const loose = faced(0.1);
    expect(sidesOf(loose)).toBeGreaterThan(0);
    expect(loose.joints[0]!.proof!.good).toBe(true);
  });
});
