import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { modelOf } from '../machines.ts';
import { slotKerfs } from '../tableSaw/kerfs.ts';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import { featureWords } from '../setups/index.ts';
import { eachSetup, type EachSetup } from '../../testing/eachSetup.ts';
import { cases } from '../../testing/generate.ts';
import { asListed, jobOfKind } from '../../testing/jobs.ts';
import { TEST_SHOP, withTool } from '../../testing/shops.ts';
import { resolve, type Job } from '../../design/job/index.ts';
import type { Shop } from '../../shop/tooling/index.ts';
import { formatFigure, METRIC, parseLength, speak } from '../../ground/units/index.ts';

/**
 * By card alone, for cuts along an edge, kerf beside kerf, and into an end: a reader with only the
 * card's words and the blade in the hand works out where wood goes.
 */

const HUNDREDTH = 0.011;
const CARDS = { seed: 31, numRuns: 12 };

/** Figures as read from the text of the card, with the words of their two ends. */
const read = ({ setup }: EachSetup) => {
  const words = featureWords(setup, modelOf(setup.model).datums);
  return setup.figures.map((f) => {
    const length = parseLength(formatFigure(f.set.value, METRIC), METRIC);
    if (!length.ok) throw new Error(f.name);
    return { name: f.name, value: length.value, between: `${words[f.from]} to ${words[f.to]}` };
  });
};
const setupsAt = (job: Job, shop: Shop, stage: string, member: string) =>
  eachSetup(planJob(asListed(job, shop), shop)).filter(
    (o) => o.setup.stage === stage && o.setup.occurrences[0]!.member === member,
  );
const kerfOf = (shop: Shop) => (shop.tools.find((t) => t.id === 'blade') as { kerf: number }).kerf;

/**
 * Where the kerfs of a card leave no wood: from the least near side to the greatest plus a kerf,
 * without a web between.
 */
function cleared(near: readonly number[], kerf: number): [number, number] {
  const sorted = [...near].sort((a, b) => a - b);
  for (let i = 1; i < sorted.length; i++) expect(sorted[i]! - sorted[i - 1]!).toBeLessThan(kerf);
  return [sorted[0]!, sorted.at(-1)! + kerf];
}

describe('kerf beside kerf', () => {
  it('leaves no web, touches both walls and goes beyond neither', () => {
    const size = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      /** Exactly the kerf, or wider by a micron at least: nothing is measured finer. */
      fc.property(
        size(0, 40),
        fc.oneof(fc.constant(0), size(0.001, 30)),
        size(0.8, 4.5),
        fc.constantFrom(0, 0.05, 0.5, 1),
        (p, more, k, step) => {
          const [far, near, ...between] = slotKerfs(p, k + more, k, step);
          const [from, to] = cleared([far!, ...(near === undefined ? [] : [near]), ...between], k);
          expect(from).toBeCloseTo(p, 9);
          expect(to).toBeCloseTo(p + k + more, 9);
          /** Nor where every kerf between is set half a step out, away from its neighbour. */
          if (step < k / 2)
            cleared(
              [
                ...(near === undefined ? [far!] : [near, far!]),
                ...between.map((at, i) => at + (i % 2 ? 0.499 : -0.499) * step),
              ],
              k,
            );
        },
      ),
      { numRuns: 1000 },
    );
    /**
     * Worked: an 8 slot 7 in with a kerf of 3.2: far wall at 11.8, near wall at 7, one kerf
     * between.
     */
    expect(slotKerfs(7, 8, 3.2, 0.05).map((v) => Number(v.toFixed(6)))).toEqual([11.8, 7, 9.4]);
  });

  it('an open slot by its card: walls from the reference face, as deep as the mate is wide', () => {
    fc.assert(
      fc.property(cases({ kind: 'open-slot', methods: ['saw-slot'] }), ({ job, shop }) => {
        const { params } = resolve(job.joints[0]!, job);
        for (const each of setupsAt(job, shop, 'slot', 'mortised')) {
          if (each.setup.method !== 'saw-slot') continue;
          const figures = read(each);
          const fences = figures.filter((f) => f.name.startsWith('Fence'));
          expect(fences.every((f) => f.between === 'jig face to near side of the blade')).toBe(
            true,
          );
          const turned = each.setup.occurrences[0]!.turned;
          const told = speak(each.setup.passes[0]!.words, METRIC);
          expect(told).toMatch(turned ? /reference edge to the jig/ : /reference face to the jig/);
          const [from, to] = cleared(
            fences.map((f) => f.value),
            kerfOf(shop),
          );
          const t = Number(params['mortiseWidth']) - Number(params['faceClearance']);
          const wall =
            Number(params['faceShoulder']) +
            Number(params['setBack']) +
            t / 2 -
            Number(params['mortiseWidth']) / 2;
          expect(Math.abs(from - wall)).toBeLessThan(HUNDREDTH);
          expect(Math.abs(to - wall - Number(params['mortiseWidth']))).toBeLessThan(2 * HUNDREDTH);
          const height = figures.find((f) => f.name === 'Blade height')!;
          expect(height.between).toBe('table to highest tooth');
          expect(Math.abs(height.value - Number(params['slotDepth']))).toBeLessThan(HUNDREDTH);
        }
      }),
      CARDS,
    );
  });
});

describe('along the fence', () => {
  it('a groove by its card: the same walls from the reference face on both parts', () => {
    fc.assert(
      fc.property(cases({ kind: 'stub' }), ({ job, shop }) => {
        const { params } = resolve(job.joints[0]!, job);
        const m = Number(params['mortiseWidth']);
        const wall = Number(params['faceShoulder']) - Number(params['faceClearance']) / 2;
        for (const member of ['tenoned', 'mortised'])
          for (const each of setupsAt(job, shop, 'groove', member)) {
            const figures = read(each);
            const fences = figures.filter((f) => f.name.startsWith('Fence'));
            expect(fences.every((f) => f.between === 'fence to near side of the blade')).toBe(true);
            const [from, to] = cleared(
              fences.map((f) => f.value),
              kerfOf(shop),
            );
            expect(Math.abs(from - wall)).toBeLessThan(HUNDREDTH);
            expect(Math.abs(to - wall - m)).toBeLessThan(2 * HUNDREDTH);
            const deep = Number(params['tenonLength']) + Number(params['bottomClearance']);
            expect(Math.abs(figures.at(-1)!.value - deep)).toBeLessThan(HUNDREDTH);
          }
      }),
      CARDS,
    );
  });

  it('a rebate by its card: the first kerf at the floor, the second at the width from the far edge', () => {
    let seen = 0;
    fc.assert(
      fc.property(cases({ kind: 'rebated' }), ({ job, shop }) => {
        const { params, members } = resolve(job.joints[0]!, job);
        const floor =
          Number(params['faceShoulder']) -
          Number(params['faceClearance']) / 2 +
          Number(params['mortiseWidth']);
        for (const member of ['tenoned', 'mortised'] as const) {
          const [first, second] = setupsAt(job, shop, 'rebate', member).sort((a, b) =>
            a.setup.id.localeCompare(b.setup.id),
          );
          /** A shop that can't cut the joint has no cards for it. */
          if (!first || !second) continue;
          seen++;
          const [edge, tall] = read(first);
          const [flat, low] = read(second);
          expect(Math.abs(edge!.value - floor)).toBeLessThan(HUNDREDTH);
          expect(Math.abs(tall!.value - Number(params['rebateWidth']))).toBeLessThan(HUNDREDTH);
          expect(
            Math.abs(flat!.value + Number(params['rebateWidth']) - members[member].width),
          ).toBeLessThan(2 * HUNDREDTH);
          const short = members[member].thickness - floor - low!.value;
          expect(short).toBeGreaterThan(0);
          expect(short).toBeLessThan(Math.min(0.5, kerfOf(shop)));
        }
      }),
      CARDS,
    );
    expect(seen).toBeGreaterThan(12);
  });
});

describe('into an end', () => {
  it('a loose tenon’s mortise by its card: from reference face and edge, the stops a half travel and a base apart', () => {
    fc.assert(
      fc.property(cases({ kind: 'loose', corners: 'rounded' }), ({ job, shop }) => {
        const { params } = resolve(job.joints[0]!, job);
        const m = Number(params['mortiseWidth']);
        const length = Number(params['tenonWidth']) + Number(params['endClearance']);
        for (const each of setupsAt(job, shop, 'mortise', 'tenoned')) {
          const figures = read(each);
          const value = (name: RegExp) => figures.find((f) => name.test(f.name))!.value;
          const t = m - Number(params['faceClearance']);
          const wall = Number(params['faceShoulder']) + (t - m) / 2;
          expect(Math.abs(value(/^Jig face/) - wall)).toBeLessThan(HUNDREDTH);
          const middle = Number(params['edgeShoulder']) + Number(params['tenonWidth']) / 2;
          expect(Math.abs(value(/^End stop/) - middle)).toBeLessThan(HUNDREDTH);
          const router = shop.tools.find((t) => t.id === 'router') as unknown as Record<
            string,
            number
          >;
          const travel =
            value(/^Left/) - router['baseLeft']! + value(/^Right/) - router['baseRight']!;
          expect(Math.abs(travel - (length - m))).toBeLessThan(2 * HUNDREDTH);
          expect(each.setup.passes[0]!.seat['wood-surface']).toBe('worked-end');
        }
      }),
      CARDS,
    );
  });
});

describe('what must come before what, in the new kinds', () => {
  const order = (id: string) => setupsOf(planJob(jobOfKind(id), TEST_SHOP));
  const last = (setups: ReturnType<typeof order>, fits: (s: (typeof setups)[number]) => boolean) =>
    setups.findLastIndex(fits);
  const first = (setups: ReturnType<typeof order>, fits: (s: (typeof setups)[number]) => boolean) =>
    setups.findIndex(fits);

  it.each<
    [
      string,
      (s: { of?: string; stage: string }) => boolean,
      (s: { of?: string; stage: string }) => boolean,
    ]
  >([
    [
      'haunched',
      (s) => s.stage === 'cheeks' && !/haunch/.test(s.of ?? ''),
      (s) => s.of === 'the haunch',
    ],
    /** Its corners are squared with those of the mortise, once both are routed. */
    [
      'housed',
      (s) => s.of === 'the housing' && s.stage === 'mortise',
      (s) => s.of === 'the mortise',
    ],
    ['stub', (s) => s.stage === 'groove', (s) => s.stage === 'cheeks' || s.stage === 'shoulders'],
    ['rebated', (s) => s.stage === 'cheeks' || s.stage === 'mortise', (s) => s.stage === 'rebate'],
    ['twin', (s) => s.stage === 'mortise', (s) => s.stage === 'slot'],
  ])('%s', (id, before, after) => {
    const setups = order(id);
    expect(first(setups, after)).toBeGreaterThan(-1);
    const next = id === 'rebated' ? last(setups, after) : first(setups, after);
    expect(last(setups, before)).toBeLessThan(next);
  });

  it('the open slot is fitted to its tenon, so it comes last', () => {
    const setups = order('open-slot');
    expect(setups.at(-1)!.stage).toBe('slot');
    expect(setups.at(-1)!.occurrences[0]!.member).toBe('mortised');
  });

  it('a groove is counted once a piece, however many joints meet in it', () => {
    const grooves = eachSetup(planJob(jobOfKind('stub'), TEST_SHOP)).filter(
      (o) => o.setup.stage === 'groove',
    );
    /** Two rails with a tenon at both ends, four stiles. */
    expect(grooves.map((o) => o.count).sort()).toEqual([2, 4]);
  });
});

describe('what a shop can’t do', () => {
  const refusals = (
    id: string,
    shop: Shop,
    member: 'tenoned' | 'mortised',
    method: string,
    change: object = {},
  ) =>
    planJob(jobOfKind(id, change), shop)
      .joints[0]!.routes[member].filter((r) => r.methods.includes(method))
      .flatMap((r) => r.refusals.map((x) => speak(x.message, METRIC)));

  it('a slot narrower than the kerf, a groove too, and no guard off', () => {
    const fat = withTool(TEST_SHOP, 'blade', { kerf: 9 });
    expect(refusals('open-slot', fat, 'mortised', 'saw-slot')[0]).toMatch(
      /slot is 7.33 mm wide, the kerf 9.0 mm.*by hand/,
    );
    expect(refusals('stub', fat, 'mortised', 'saw-groove')[0]).toMatch(
      /groove is 7.0 mm wide, the kerf 9.0 mm/,
    );
    const guarded = { ...TEST_SHOP, rules: { ...TEST_SHOP.rules, guardOff: false } };
    expect(refusals('open-slot', guarded, 'mortised', 'saw-slot')[0]).toMatch(
      /Local rules keep the saw’s own guard on/,
    );
    expect(refusals('rebated', guarded, 'mortised', 'saw-rebate')[0]).toMatch(/guard/);
  });

  it('a haunch’s pocket that comes out of the end is refused only where a stop stands there for good', () => {
    const { params } = resolve(jobOfKind('haunched').joints[0]!, jobOfKind('haunched'));
    const told = refusals('haunched', TEST_SHOP, 'mortised', 'router-table-stops', {
      position: Number(params['position']) - 18,
    });
    expect(told.join(' ')).toMatch(/run 2.5 mm past the end. Leave a horn/);
  });

  it('a thin tongue on the bandsaw leaves no room for a stop', () => {
    const told = refusals('lap', TEST_SHOP, 'tenoned', 'bandsaw-flipped', {
      tenonThickness: 1.5,
      mortiseWidth: 1.5,
    });
    expect(told[0]).toMatch(
      /fence would stand 1.5 mm from the blade; with less than 2.0 mm no stop/,
    );
  });
});
