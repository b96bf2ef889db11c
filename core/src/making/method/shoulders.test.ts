import { describe, expect, it } from 'vitest';
import { kindOf } from '../../design/joints/index.ts';
import { routesOf } from '../../day/plan/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { availableIn } from '../../shop/tooling/index.ts';
import { resolve } from '../../design/job/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { shoulderDepth, type Shoulder } from './shoulders.ts';

const FACE: Shoulder = { down: 'reference-face', words: 'Reference face down', depth: 7, from: 0 };

describe('how deep a shoulder is cut', () => {
  it('after the cheeks it stays off them, and has what is left of their kerf to be off by', () => {
    const cut = shoulderDepth([FACE], 0.3, { taken: 0.7 });
    expect(cut.value).toBeCloseTo(6.7, 9);
    expect(cut.purpose).toBe('stays');
    // 0.7 of kerf is open and 0.3 of it used: half a millimetre of a rule would leave the waste hanging on.
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
      for (const { title, passes, checks, figures } of way.setups()) {
        const words = [
          ...passes.map((pass) => pass.words),
          ...checks,
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
