import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob, routesOf, waysInTurn, waysOf } from '../../day/plan/index.ts';
import { resolve } from '../../design/job/index.ts';
import { kindOf, type MemberName } from '../../design/joints/index.ts';
import { availableIn, type Shop } from '../../shop/tooling/index.ts';
import { awkwardness, needsSecondHand } from './suits.ts';
import { cuttingMinutes } from '../minutes.ts';
import type { Setup } from '../setups/index.ts';
import { jobWith, type JobShape } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { speak } from '../../ground/units/index.ts';

const UPRIGHT = /saw-upright|bushing-tenon/;
/** A shop that has no quicker way than on end, and no patience for hand work. */
const QUICKER = new Set([
  'stack',
  'bandsaw',
  'router-table',
  'copy-router',
  'router-sled',
  'tenon-cutters',
]);
const STANDING: Shop = {
  ...TEST_SHOP,
  minutes: { ...TEST_SHOP.minutes, byHand: 20, routed: 9, sawn: 2 },
  tools: TEST_SHOP.tools.filter((t) => !QUICKER.has(t.kind)),
};

describe('what suits the piece (common practice)', () => {
  it('a rail of 1.8 m is laid flat; one of 600 stands on end, and past that with a second hand', () => {
    const chosen = (length: number) =>
      planJob(jobWith({ rail: { length } }), STANDING).joints[0]!.chosen.tenoned;
    expect(chosen(600)).toMatch(UPRIGHT);
    expect(chosen(1000)).toMatch(UPRIGHT);
    expect(chosen(1001)).not.toMatch(UPRIGHT);
    expect(chosen(1800)).not.toMatch(UPRIGHT);
    const lower = { ...STANDING, rules: { ...STANDING.rules, tallest: 500 } };
    expect(planJob(jobWith(), lower).joints[0]!.chosen.tenoned).not.toMatch(UPRIGHT);

    /** In the copying machine it lies level, however long. */
    const ways = waysOf(
      jobWith({ rail: { length: 1800 } }).joints[0]!,
      jobWith({ rail: { length: 1800 } }),
      TEST_SHOP,
    );
    const awkward = (id: string) => ways.tenoned.find((way) => way.id === id)!.awkward.length;
    expect([awkward('copied-tenon'), awkward('bushing-tenon')]).toEqual([0, 1]);

    const cutting = (length: number) => {
      const ways = waysOf(
        jobWith({ rail: { length } }).joints[0]!,
        jobWith({ rail: { length } }),
        TEST_SHOP,
      );
      return ways.tenoned.find(({ id }) => id === 'bushing-tenon')?.cutting ?? NaN;
    };
    expect(cutting(600)).toBeGreaterThan(45);
    /** All of it is done on end but the template, which is made once. */
    expect(cutting(601) - 45).toBeCloseTo(2 * (cutting(600) - 45), 6);
  });

  it('a few tenons are quickest by hand, forty by what takes longer to set', () => {
    const shop = {
      ...TEST_SHOP,
      tools: TEST_SHOP.tools.filter((t) => t.kind === 'stack' || !QUICKER.has(t.kind)),
    };
    const chosen = (quantity: number) => {
      const job = jobWith({
        params: { corners: 'squared', tenonWidth: 70, edgeShoulder: 0 },
        ends: 'a',
      });
      const parts = job.parts.map((part) => ({ ...part, quantity }));
      return planJob({ ...job, parts }, shop).joints[0]!.chosen.tenoned;
    };
    expect(chosen(1)).toBe('hand-tenon');
    expect(chosen(40)).toBe('saw-flat-stack');
  });

  it('the way taken is the first of those ranked by setting and cutting together', () => {
    const quantities = fc.record({
      quantity: fc.integer({ min: 1, max: 60 }),
      thickness: fc.integer({ min: 18, max: 40 }),
      kind: fc.constantFrom('blind', 'open-slot', 'lap', 'through'),
    });
    fc.assert(
      fc.property(quantities, ({ quantity, thickness, kind }) => {
        const base = jobWith({ rail: { thickness }, stile: { thickness } });
        const { members } = resolve(base.joints[0]!, base);
        const { params } = kindOf(kind).propose(members, availableIn(TEST_SHOP));
        const job = {
          ...base,
          parts: base.parts.map((p) => ({ ...p, quantity })),
          joints: [{ ...base.joints[0]!, kind, params }],
        };
        const { problems, chosen, why } = planJob(job, TEST_SHOP).joints[0]!;
        if (problems.length) return;
        for (const [member, ways] of Object.entries(waysOf(job.joints[0]!, job, TEST_SHOP))) {
          const usable = ways.filter((w) => !w.refusals.length && !w.awkward.length);
          const offered = usable.filter(({ id }) => id === chosen[member as MemberName]);
          const all = (w: (typeof usable)[number]) => w.minutes + w.cutting;
          const least = Math.min(...usable.map(all));
          for (const taken of offered)
            if (!why?.[member as MemberName]) expect(all(taken) - least).toBeLessThan(1);
        }
      }),
      { numRuns: 30, seed: 16 },
    );
  });

  it('halves with the same cut are taken together: no pair of ways makes a quicker plan of the whole joint', () => {
    const even = { thickness: 20, width: 60 };
    const base = jobWith({ kind: 'spline', rail: even, stile: even });
    const { params } = kindOf('spline').propose(
      resolve(base.joints[0]!, base).members,
      availableIn(TEST_SHOP),
    );
    const takes = (quantity: number, routes: NonNullable<JobShape['routes']>) => {
      const job = jobWith({ kind: 'spline', params, rail: even, stile: even, routes });
      const plan = planJob(
        { ...job, parts: job.parts.map((p) => ({ ...p, quantity })) },
        TEST_SHOP,
      );
      const [first] = waysOf(job.joints[0]!, plan.basis.job, TEST_SHOP).mortised.toSorted(
        waysInTurn,
      );
      return {
        first: first!.id,
        chosen: plan.joints[0]!.chosen,
        why: plan.joints[0]!.why,
        minutes: plan.minutes + plan.cards.reduce((sum, { cutting }) => sum + cutting, 0),
      };
    };
    const taken = [1, 2, 3, 4, 6, 12].map((quantity) => {
      const { first, chosen, why, minutes } = takes(quantity, {});
      const pairs = [
        'crosscut-end+saw-slot',
        'crosscut-end+hand-slot',
        'hand-end+saw-slot',
        'hand-end+hand-slot',
      ];
      const all = pairs.flatMap((tenoned) =>
        pairs.map((mortised) => takes(quantity, { tenoned, mortised }).minutes),
      );
      /** Walking from machine to machine is of the whole order, and of no way. */
      expect([quantity, minutes - Math.min(...all) < 2 || why !== undefined]).toEqual([
        quantity,
        true,
      ]);
      expect([quantity, why ? first : chosen.mortised]).toEqual([quantity, first]);
      return [chosen.tenoned, chosen.mortised];
    });
    /** A few are sawn by hand, more on the saw: never one half so and the other otherwise. */
    const both = (way: string) => `${way},${way}`;
    expect([...new Set(taken.map(String))]).toEqual([
      both('hand-end+hand-slot'),
      both('crosscut-end+hand-slot'),
      both('crosscut-end+saw-slot'),
    ]);
  });

  it('a template of one size is made once, however many set-ups go by it', () => {
    const job = jobWith({ params: { corners: 'squared' } });
    const routed = routesOf(job.joints[0]!, job, TEST_SHOP).mortised.find((r) =>
      r.id.startsWith('bushing-mortise'),
    )!;
    const [by] = routed
      .setups()
      .filter((s) => s.figures.some((f) => f.from === 'template-side')) as [Setup];
    const minutes = cuttingMinutes({ length: 900, thickness: 22, width: 70 }, TEST_SHOP, () => 1);
    const one = minutes([by]);
    expect(minutes([by, { ...by, id: 'other' }]) - one).toBeCloseTo(one - 45, 9);
  });

  it('is taken all the same where there is no other way, or where somebody chose it', () => {
    const tall = jobWith({ rail: { length: 1800 } });
    const routes = { tenoned: 'crosscut-shoulders+saw-upright-flipped+round-edges' };
    const joints = [{ ...tall.joints[0]!, routes }];
    expect(planJob({ ...tall, joints }, TEST_SHOP).joints[0]!.chosen.tenoned).toMatch(UPRIGHT);
  });

  it('no way comes by itself that is awkward for its pieces, unless every way is', () => {
    const sizes = fc.record({
      length: fc.integer({ min: 300, max: 2400 }),
      thickness: fc.integer({ min: 18, max: 60 }),
      width: fc.integer({ min: 60, max: 400 }),
    });
    let kept = 0;
    fc.assert(
      fc.property(sizes, (rail) => {
        const job = jobWith({ rail });
        const { problems, chosen } = planJob(job, TEST_SHOP).joints[0]!;
        if (problems.length) return;
        const usable = waysOf(job.joints[0]!, job, TEST_SHOP).tenoned.filter(
          (w) => w.refusals.length === 0,
        );
        const taken = usable.find(({ id }) => id === chosen.tenoned);
        if (!taken || usable.every((w) => w.awkward.length > 0)) return;
        expect(taken.awkward).toEqual([]);
        kept++;
      }),
      { numRuns: 60 },
    );
    expect(kept).toBeGreaterThan(20);
  });

  it('says why: tall, broad on edge, heavy, blade bare', () => {
    const job = jobWith();
    const stock = (length: number, thickness: number, width: number) => ({
      length,
      thickness,
      width,
    });
    const told = (
      member: 'tenoned' | 'mortised',
      method: RegExp,
      piece: ReturnType<typeof stock>,
    ) => {
      const routes = routesOf(job.joints[0]!, job, TEST_SHOP)[member];
      const setups = routes.find((r) => method.test(r.id) && !r.refusals.length)!.setups();
      const sentences = setups.flatMap((s) => awkwardness(s, piece, TEST_SHOP.rules));
      return [...new Set(sentences.map((sentence) => speak(sentence, TEST_SHOP.style)))];
    };
    expect(told('tenoned', /upright-flipped/, stock(1000, 22, 70))).toEqual([]);
    expect(told('tenoned', /upright-flipped/, stock(1200, 22, 70))).toEqual([
      'It would stand 1200.0 mm tall; past 1000.0 mm it is laid flat.',
    ]);
    expect(told('mortised', /router-table-stops/, stock(900, 22, 132))).toEqual([]);
    expect(told('mortised', /router-table-stops/, stock(900, 22, 150))).toEqual([]);
    expect(told('mortised', /router-table-stops/, stock(900, 22, 151))).toEqual([
      'It would stand on its edge, 151.0 mm high on 22.0 mm; so broad a piece is laid flat.',
    ]);
    expect(told('tenoned', /upright-flipped/, stock(900, 160, 160))).toEqual([
      'About 16 kg would be carried to a machine; the tool is better brought to it.',
    ]);
    /**
     * Six times as high as it is thick it still stands; a heavy one is no matter where the tool is
     * brought to it.
     */
    expect(told('mortised', /router-table-stops/, stock(900, 30, 180))).toEqual([]);
    expect(told('mortised', /edge-guide/, stock(900, 160, 160))).toEqual([]);
    expect(told('tenoned', /^hand-tenon/, stock(1800, 22, 70))).toEqual([]);
    const tall = routesOf(job.joints[0]!, job, TEST_SHOP).tenoned.find((r) => UPRIGHT.test(r.id))!;
    const upright = tall.setups().find((s) => s.carrier === 'upright-jig')!;
    const raised = (value: number) => ({
      ...upright,
      figures: upright.figures.map((f) =>
        f.to === 'highest-tooth' ? { ...f, set: { ...f.set, value } } : f,
      ),
    });
    /**
     * Two inches still stand on end, guarded; past three, or what the place says, they lie flat.
     */
    const high = (value: number, highestBlade?: number) =>
      awkwardness(raised(value), stock(600, 22, 70), {
        ...TEST_SHOP.rules,
        ...(highestBlade && { highestBlade }),
      }).length;
    expect([high(51), high(76), high(77), high(51, 50), high(77, 80)]).toEqual([0, 0, 1, 1, 0]);
    const lying = { ...raised(90), carrier: 'fence' as const, passes: [] };
    expect(awkwardness(lying, stock(600, 22, 70), TEST_SHOP.rules)).toEqual([]);
    expect(needsSecondHand(upright, stock(601, 22, 70), TEST_SHOP.rules)).toBe(true);
    expect(needsSecondHand(upright, stock(600, 22, 70), TEST_SHOP.rules)).toBe(false);
  });
});
