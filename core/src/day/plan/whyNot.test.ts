import { beforeAll, describe, expect, it } from 'vitest';
import { resolve, type Job } from '../../design/job/index.ts';
import { planJob, setupsOf, whyNot } from './index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import type { Part } from '../../shop/stock/index.ts';
import { TEST_SHOP, withTool } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const partsOf = (job: Job) => resolve(job.joints[0]!, job).parts;
const said = (job: Parameters<typeof planJob>[0], shop = TEST_SHOP) => {
  const { joints, cards } = planJob(job, shop, modeller);
  return whyNot(joints[0]!.proof!, setupsOf({ cards }), partsOf(job)).map((s) => speak(s, METRIC));
};

describe('why a joint is not proved', () => {
  it('nothing is said of one that is', () => {
    expect(said(jobWith({ params: { corners: 'squared', position: 100 } }))).toEqual([]);
  });

  it('a tenon set by a coarse screw: how far wood is in the way, by which figure, and what would mend it', () => {
    /**
     * 32 threads to the inch without a ring move a fifth of a millimetre in a quarter turn; the
     * rule shows only half ones.
     */
    const coarse = withTool({ ...TEST_SHOP, graduation: 0.5 }, 'upright', {
      screw: { lead: 25.4 / 32, divisions: 0 },
      travel: 60,
    });
    const params = {
      corners: 'squared',
      position: 100,
      mortiseWidth: 8,
      faceClearance: 0,
      faceShoulder: 7.2,
      setBack: -0.2,
    };
    const words = said(
      jobWith({ params, routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped' } }),
      coarse,
    );
    expect(words.join('\n')).toMatch(/Put together, wood is in the way of wood, 0\.\d+ mm deep\./);
    expect(words.at(-1)).toMatch(
      /^Most is left by “.+” of .+: 0\.\d+ mm of [\d.]+ mm\. Set-up blocks, a finer scale/,
    );
  });

  it('a fit that holds for some of the measured pieces only: which they are, and what would mend it', () => {
    const measured = [21.7, 22, 22, 22.3];
    const params = { corners: 'squared', position: 100, faceClearance: 0.05 };
    const rail = (more: Partial<Part>, tenoned = 'crosscut-shoulders+saw-upright-flipped'): Job => {
      const { parts, ...job } = jobWith({ params, rail: { measured }, routes: { tenoned } });
      return {
        ...job,
        parts: parts.map((p) => (p.id === 'rail' ? { ...p, quantity: 4, ...more } : p)),
      };
    };
    const exact = { ...TEST_SHOP, graduation: 0 };
    /**
     * Flipped, a piece 0.3 thicker has a tenon as much thinner: 0.05 more or less 0.3 of clearance.
     */
    expect(said(rail({}), exact).slice(0, 5)).toEqual([
      'The fit comes out from tight to rattles, -0.25 mm to 0.35 mm of clearance, where slip was asked for.',
      'Rail is 21.7 mm to 22.3 mm thick, so its tenons come 7.65 mm to 8.25 mm.',
      'Piece 1 is 0.3 mm thinner than the rest',
      'Piece 4 is 0.3 mm thicker than the rest',
      'Cut Rail in batches, each with figures of its own, or by a way that takes both sides from one face.',
    ]);
    expect(planJob(rail({}), exact, modeller).hasErrors).toBe(true);
    expect(said(rail({ apart: true }), exact)).toEqual([]);
    expect(said(rail({}, 'crosscut-shoulders+saw-upright-stepped'), exact)).toEqual([]);
  });

  it('a shoulder that stays open is told by how much', () => {
    const job = jobWith({ params: { corners: 'squared', position: 100 } });
    const { joints, cards } = planJob(job, TEST_SHOP, modeller);
    const proof = {
      ...joints[0]!.proof!,
      good: false,
      closed: { ...joints[0]!.proof!.closed, shoulderGap: 1.5 },
    };
    expect(whyNot(proof, setupsOf({ cards }), partsOf(job)).map((s) => speak(s, METRIC))[0]).toBe(
      'The shoulder stays open 1.5 mm: the tenon meets the bottom.',
    );
  });
});
