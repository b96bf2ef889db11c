import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import type { TenonFeature } from '../../design/joints/index.ts';
import type { Lean } from '../../shop/stock/index.ts';
import { skinWords, THICKEST_SKIN, withoutSkins } from './skins.ts';

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

/** A tenon in the rail of the worked joint, with so much wood at its four sides. */
function tenon(
  [face, otherFace, edge, otherEdge]: readonly [number, number, number, number],
  more: Partial<TenonFeature> = {},
): TenonFeature {
  const stock = { length: 600, thickness: 22, width: 70 };
  return {
    form: 'tenon',
    stock,
    faceShoulder: face,
    thickness: stock.thickness - face - otherFace,
    edgeShoulder: edge,
    width: stock.width - edge - otherEdge,
    length: 30,
    ...more,
  };
}

const LEAN: Lean = {
  about: 'thickness',
  degrees: 5,
  pivot: [0, 0, 0],
  at: [0, 0, 0],
  square: { length: 600, thickness: 22, width: 70 },
  end: 'aslant',
};

const tenonCards = ({ cards }: ReturnType<typeof planJob>): string[] =>
  cards.filter(({ id }) => id.startsWith('joint.tenoned')).map(({ id }) => id);

const skin = fc.double({ min: 0.006, max: THICKEST_SKIN, noNaN: true });

describe('shoulders that are no more than a skin', () => {
  it('on an edge: no card is made for them, the tenon fits, and the cheeks’ card says so', () => {
    const bare = tenonCards(withSkins(0, 0));
    fc.assert(
      fc.property(skin, skin, fc.constantFrom('near', 'far', 'both'), (a, b, where) => {
        const [near, far] = [where === 'far' ? 0 : a, where === 'near' ? 0 : b];
        const plan = withSkins(near, far);
        expect(tenonCards(plan)).toEqual(bare);
        expect(plan.joints[0]!.proof!.good).toBe(true);
        const { least } = plan.joints[0]!.proof!.members.tenoned.sizes['tenonWidth']!;
        expect(least).toBeCloseTo(70, 6);
        const told = setupsOf(plan).flatMap(({ reminders }) =>
          reminders.map((c) => speak(c, METRIC)),
        );
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

describe('a tenon without its skins', () => {
  const most = { thickness: 0.04, width: 0.2 };

  it('is as wide and as thick as what stays on it makes it, and lies where it then begins', () => {
    expect(withoutSkins(tenon([0.03, 7, 0.05, 0.06]), most)).toMatchObject({
      faceShoulder: 0,
      thickness: expect.closeTo(15, 9) as number,
      edgeShoulder: 0,
      width: expect.closeTo(70, 9) as number,
      skin: { thickness: 0.03, width: expect.closeTo(0.06, 9) as number },
    });
    expect(withoutSkins(tenon([7, 7, 10, 0.06]), most)).toMatchObject({
      faceShoulder: 7,
      edgeShoulder: 10,
      width: expect.closeTo(60, 9) as number,
      skin: { thickness: 0, width: expect.closeTo(0.06, 9) as number },
    });
  });

  it.each<[string, TenonFeature, typeof most | undefined]>([
    ['has none', tenon([7, 7, 10, 10]), most],
    ['has wood thicker than a skin', tenon([7, 7, 0.0601, 0]), most],
    ['would not fit', tenon([0.05, 7, 0, 0]), most],
    ['would not fit with both', tenon([7, 7, 0.06, 0.06]), { thickness: 0, width: 0.1 }],
    ['is of a joint that asks no fit', tenon([7, 7, 0.05, 0]), undefined],
    ['has nothing else to cut', tenon([0, 0, 0.05, 0]), most],
    ['has rounded edges, which are fitted', tenon([7, 7, 0.05, 0], { rounding: [] }), most],
    [
      'has unlike shoulders',
      tenon([0.03, 7, 0, 0], { unlike: { thickness: 8, length: 20 } }),
      most,
    ],
    ['is one of unlike shoulders', tenon([0.03, 7, 0, 0], { unlikeOf: true }), most],
    ['leans', tenon([0.03, 7, 0, 0], { lean: LEAN }), most],
  ])('is cut as drawn where it %s', (_, drawn, fits) => {
    expect(withoutSkins(drawn, fits)).toBe(drawn);
  });

  it('keeps a skin on its edges where only its faces are cut, and the other way about', () => {
    expect(withoutSkins(tenon([7, 7, 0.05, 0]), most)).toHaveProperty('skin.width');
    expect(withoutSkins(tenon([0.03, 0, 10, 10]), most)).toHaveProperty('skin.thickness', 0.03);
  });

  it('says so at its cheeks only, by the thickest that stays', () => {
    const told = (stage: 'cheeks' | 'shoulders') =>
      skinWords({ stage }, { thickness: 0.01, width: 0.05 }).map((words) => speak(words, METRIC));
    expect(told('cheeks')).toEqual([
      'A shoulder of 0.05 mm isn’t cut: it is less than anything here is set by.',
    ]);
    expect(told('shoulders')).toEqual([]);
    expect(skinWords({ stage: 'cheeks' }, undefined)).toEqual([]);
  });
});
