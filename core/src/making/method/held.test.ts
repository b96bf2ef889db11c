import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Job } from '../../design/index.ts';
import { planJob, planToProve, setupsOf, waysOf } from '../../day/plan/index.ts';
import { METRIC, speak, type Mm } from '../../ground/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import type { Schools, Shop } from '../../shop/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP, withTool } from '../../testing/shops.ts';
import { isHeld } from '../setups/index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const asked = (pieces: Schools['pieces'], shop: Shop = TEST_SHOP): Shop => ({
  ...shop,
  schools: { ...shop.schools, pieces },
});

/** Stout pieces whose tenon, or whose mortise, one tool makes at several places of its guide. */
function inPlaces(method: string, wide: Mm, deep: Mm): Job {
  const ofTenon = method.endsWith('stepped');
  return jobWith({
    rail: { thickness: 60, width: 100 },
    stile: { thickness: 60, width: 80 },
    params: {
      mortiseWidth: wide,
      faceClearance: 0,
      faceShoulder: (60 - wide) / 2 - 1.3,
      setBack: 0,
      tenonWidth: 66,
      edgeShoulder: 17,
      tenonLength: deep,
      position: 40,
      corners: 'squared',
    },
    routes: ofTenon ? { tenoned: `crosscut-shoulders+${method}` } : { mortised: method },
  });
}

/** Of chisels and bits only those of 12: what is wider takes several rows. */
const NARROW: Shop = {
  ...TEST_SHOP,
  tools: TEST_SHOP.tools.filter(
    (t) =>
      (t.kind !== 'hollow-chisel' || t.size === 12) &&
      (t.kind !== 'boring-bit' || t.diameter === 12),
  ),
};

const WAYS = ['bandsaw-stepped', 'saw-upright-stepped', 'hollow-chisel', 'bore-and-chisel'];
const only = (job: Job, shop: Shop, method: string) =>
  setupsOf(planJob(job, shop)).filter((s) => s.method === method && s.model !== 'bench');

describe('by the piece, a spacer held beside it, and by the set-up', () => {
  it.each(WAYS)('%s: the same wood, all sizes of both halves alike', (method) => {
    let compared = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: 22, max: 30 }),
        fc.integer({ min: 20, max: 45 }),
        fc.constantFrom(0, 0.1, 25.4 / 128),
        (wide, deep, graduation) => {
          const job = inPlaces(method, wide, deep);
          const shop = { ...NARROW, graduation };
          const [piece, setup] = (['piece', 'setup'] as const).map((pieces) => {
            const held = only(job, asked(pieces, shop), method).flatMap(({ figures }) => figures);
            expect(held.some(isHeld)).toBe(pieces === 'piece');
            const { provers } = planToProve(job, asked(pieces, shop));
            return [...provers.values()][0]!().prove(modeller);
          });
          expect([piece!.good, setup!.good]).toEqual([true, true]);
          /** Each is set as closely as the other; both to the same side of what was drawn. */
          const apart = 2 * graduation + 1e-6;
          for (const member of ['tenoned', 'mortised'] as const)
            for (const [name, { most }] of Object.entries(piece!.members[member].sizes)) {
              compared++;
              expect([name, Math.abs(most - setup!.members[member].sizes[name]!.most)]).toEqual([
                name,
                expect.toSatisfy((off: number) => off <= apart),
              ]);
            }
        },
      ),
      { numRuns: 6, seed: 46 },
    );
    expect(compared).toBeGreaterThan(30);
  });

  /** Far cheek at 20 + 20, the tongue 20 and a kerf of 1.1 nearer for the other. */
  it('the fence stands at the farthest place, and the spacer is what it would have been moved', () => {
    const job = jobWith({
      rail: { thickness: 60, width: 100 },
      stile: { thickness: 60, width: 80 },
      params: { mortiseWidth: 20, faceClearance: 0, faceShoulder: 20, corners: 'squared' },
      routes: { tenoned: 'crosscut-shoulders+bandsaw-stepped' },
    });
    const shop = withTool({ ...TEST_SHOP, graduation: 0 }, 'band-blade', { kerf: 1.1 });
    const [faces] = only(job, asked('piece', shop), 'bandsaw-stepped');
    expect(faces!.figures.map(({ name, value }) => [name, value])).toEqual([
      ['Fence, far cheek', 40],
      ['Spacer, near cheek', 21.1],
      ['Stop behind the blade', expect.any(Number)],
    ]);
    expect(faces!.passes.map(({ figures }) => Object.keys(figures))).toEqual([
      ['across', 'depth'],
      ['across', 'spacer', 'depth'],
    ]);
  });

  /**
   * Minutes by hand: a figure 1 and its test 2, a clamping 1; a spacer made 10, in and out 0.15. Each
   * rail has two tenons, which nobody clamps.
   */
  it.each([
    ['hollow-chisel', 8, 'setup', [11, 11]],
    ['hollow-chisel', 40, 'piece', [16, 43]],
    ['bandsaw-stepped', 40, 'setup', [22, 3]],
  ] as const)('%s, %i pieces: whichever takes less', (method, quantity, way, [piece, setup]) => {
    const job = inPlaces(method, 20, 30);
    const many = { ...job, parts: job.parts.map((part) => ({ ...part, quantity })) };
    const shop = asked('computed', NARROW);
    const [first] = only(many, shop, method);
    expect(first!.figures.some(isHeld)).toBe(way === 'piece');
    const words = first!.reminders.map((check) => speak(check, METRIC)).join(' ');
    const told = way === 'piece' ? [piece, setup] : [setup, piece];
    expect(/(\d+) min.*?(\d+)\./.exec(words)!.slice(1).map(Number)).toEqual(told);
  });

  /** Four mortises of three rows, two spacers: made 10 each, in and out 0.15; clamped anew 1. */
  it('the minutes of a way know which way round: each spacer in and out once, whatever its bites', () => {
    const job = inPlaces('hollow-chisel', 28, 30);
    const cutting = (pieces: Schools['pieces']) =>
      waysOf(job.joints[0]!, job, asked(pieces, NARROW)).mortised.find(
        ({ id }) => id === 'hollow-chisel',
      )!.cutting;
    const pieces = 4;
    expect(cutting('piece') - cutting('setup')).toBeCloseTo(
      2 * 10 + pieces * 2 * 0.15 - pieces * 2 * 1,
      6,
    );
  });

  it('what blocks of the chest make is not made anew', () => {
    const blocks = {
      kind: 'block-box',
      id: 'box',
      name: 'Box',
      retired: false,
      sizes: [12, 20, 21.1],
    };
    const tools = [...TEST_SHOP.tools, blocks] as Shop['tools'];
    const shop = withTool({ ...TEST_SHOP, tools }, 'band-blade', { kerf: 1.1 });
    const job = inPlaces('bandsaw-stepped', 20, 30);
    const faces = only(job, asked('computed', shop), 'bandsaw-stepped').find(({ id }) =>
      id.endsWith('.face'),
    );
    expect(faces!.figures.find(isHeld)?.set).toMatchObject({ by: 'blocks', value: 21.1 });
  });

  it('a spacer thicker than the jig opens beside the piece is refused with both', () => {
    const shop = asked('piece', withTool(TEST_SHOP, 'upright', { maxThickness: 75 }));
    const [faces] = only(inPlaces('saw-upright-stepped', 20, 30), shop, 'saw-upright-stepped');
    expect(faces!.figures.some(isHeld)).toBe(false);
    expect(faces!.reminders.map((check) => speak(check, METRIC))).toContainEqual(
      expect.stringMatching(
        /the spacer is 2\d\.\d+ mm, and beside the piece the jig opens 15\.0 mm/,
      ),
    );
  });
});
