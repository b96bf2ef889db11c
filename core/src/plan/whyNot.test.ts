import { beforeAll, describe, expect, it } from 'vitest';
import { planJob, setupsOf, whyNot } from './index.ts';
import type { Modeller } from '../solids/index.ts';
import { jobWith } from '../testing/jobs.ts';
import { loadModeller } from '../testing/modeller.ts';
import { TEST_SHOP, withTool } from '../testing/shops.ts';
import { METRIC, speak } from '../units/index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const NAMES = { tenoned: 'Rail', mortised: 'Stile' };
const said = (job: Parameters<typeof planJob>[0], shop = TEST_SHOP) => {
  const { joints, cards } = planJob(job, shop, modeller);
  return whyNot(joints[0]!.proof!, setupsOf({ cards }), NAMES).map((s) => speak(s, METRIC));
};

describe('why a joint is not proved', () => {
  it('nothing is said of one that is', () => {
    expect(said(jobWith({ params: { corners: 'squared', position: 100 } }))).toEqual([]);
  });

  it('a tenon set by a coarse screw: how far wood is in the way, by which figure, and what would mend it', () => {
    /** 32 threads to the inch without a ring move a fifth of a millimetre in a quarter turn; the rule shows only half ones. */
    const coarse = withTool({ ...TEST_SHOP, graduation: 0.5 }, 'upright', { screw: { lead: 25.4 / 32, divisions: 0 }, travel: 60 }); // prettier-ignore
    const params = { corners: 'squared', position: 100, mortiseWidth: 8, faceClearance: 0, faceShoulder: 7.2, setBack: -0.2 }; // prettier-ignore
    const words = said(jobWith({ params, routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped' } }), coarse);
    expect(words.join('\n')).toMatch(/Put together, wood is in the way of wood, 0\.\d+ mm deep\./);
    expect(words.at(-1)).toMatch(/^Most is left by “.+” of .+: 0\.\d+ mm of [\d.]+ mm\. Set-up blocks, a finer scale/);
  });

  it('a shoulder that stays open is told by how much', () => {
    const { joints, cards } = planJob(jobWith({ params: { corners: 'squared', position: 100 } }), TEST_SHOP, modeller); // prettier-ignore
    const proof = { ...joints[0]!.proof!, good: false, closed: { ...joints[0]!.proof!.closed, shoulderGap: 1.5 } };
    expect(whyNot(proof, setupsOf({ cards }), NAMES).map((s) => speak(s, METRIC))[0]).toBe('The shoulder stays open 1.5 mm: the tenon meets the bottom.'); // prettier-ignore
  });
});
