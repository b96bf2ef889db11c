import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resolve } from '../../design/job/index.ts';
import type { SlotFeature } from '../../design/joints/index.ts';
import { cardsOf, lengthIn, near, valueOf, type Card } from '../../testing/cards.ts';
import { cases } from '../../testing/generate.ts';
import { routesOf } from '../../day/plan/index.ts';
import { toolsOf, type Tool } from '../../shop/tooling/index.ts';

/**
 * By card alone, for a hand-held router along something that is clamped across: where its rim
 * comes, from the words.
 */

const told = (card: Card, words: RegExp): number[] => {
  const found = words.exec(card.reminders.join(' '));
  if (!found) throw new Error(`${String(words)} is not on the card: ${card.reminders.join(' ')}`);
  return found.slice(1).map(lengthIn);
};

describe('by card alone, along a strip', () => {
  it.each(['breadboard', 'fingered'])(
    'the gap’s floor lies where the rim comes, and its walls where they are sawn: %s',
    (kind) => {
      let seen = 0;
      fc.assert(
        fc.property(cases({ kind, methods: ['strip-slot'] }), ({ job, shop, goes }) => {
          fc.pre(goes);
          const { kind: of, params, members } = resolve(job.joints[0]!, job);
          const gaps = of
            .features(params, members)
            .tenoned.filter((f): f is SlotFeature => f.form === 'slot' && !f.kerf);
          const cards = cardsOf(job, shop, 'strip-slot').filter((c) =>
            c.figures.some((f) => f.name === 'End to strip'),
          );
          expect(cards.length % gaps.length).toBe(0);
          cards.forEach((card, i) => {
            seen++;
            const gap = gaps[i % gaps.length]!;
            const [wide, d, G] = told(
              card,
              /strip lies on the tongue, ([\d.−-]+ mm) wide .* cutter ([\d.]+ mm) less bearing ([\d.]+ mm)/,
            );
            /**
             * The bearing stops at the strip; the rim is half of cutter less bearing farther on.
             */
            near(valueOf(card, 'End to strip') + (d! - G!) / 2, gap.depth, 2);
            near(wide! - (d! - G!) / 2, gap.tongue ?? 0, 2);
            near(valueOf(card, 'Saw cut, near wall'), gap.wall, 2);
            near(valueOf(card, 'Saw cut, far wall'), gap.wall + gap.width, 2);
            /** Right through, into the scrap. */
            expect(valueOf(card, 'Depth of cut')).toBeGreaterThan(members.tenoned.thickness + 0.5);
            expect(d!).toBeLessThan(gap.width);
          });
        }),
        { seed: 12, numRuns: 12 },
      );
      expect(seen).toBeGreaterThan(5);
    },
  );
});

it('a strip too narrow to clamp is refused with its width; a bearing that leaves one is taken before a nearer one', () => {
  const shape = fc
    .sample(cases({ kind: 'fingered', methods: ['strip-slot'] }), { seed: 12, numRuns: 40 })
    .find(({ goes }) => goes)!;
  const bearing = (outside: number): Tool =>
    ({
      kind: 'bearing',
      retired: false,
      id: `bearing-${outside}`,
      name: 'Bearing',
      outside,
    }) as Tool;
  const told = (...bearings: Tool[]) => {
    const shop = {
      ...shape.shop,
      tools: [...shape.shop.tools.filter(({ kind }) => kind !== 'bearing'), ...bearings],
    };
    const way = routesOf(shape.job.joints[0]!, shape.job, shop).tenoned.find(({ methods }) =>
      methods.includes('strip-slot'),
    )!;
    return way.refusals
      .map(({ message }) => message.text)
      .filter((text) => text.startsWith('The strip'));
  };
  expect(told(bearing(60))).toHaveLength(1);
  expect(told(bearing(60), bearing(3))).toEqual([]);
});

describe('by card alone, along a turned straight-edge', () => {
  it.each(['router-face', 'bearing-face'])(
    'its two marks and the bevel give the shoulder, and the tenon its length: %s',
    (method) => {
      let seen = 0;
      fc.assert(
        fc.property(cases({ kind: 'angled', methods: [method] }), ({ job, shop, goes }) => {
          fc.pre(goes);
          const { params, members } = resolve(job.joints[0]!, job);
          const {
            degrees,
            slant,
            tenonLength: L,
          } = params as { degrees: number; slant: string; tenonLength: number };
          const [cos, tan] = [
            Math.cos((degrees * Math.PI) / 180),
            Math.tan((degrees * Math.PI) / 180),
          ];
          for (const card of cardsOf(job, shop, method)) {
            seen++;
            const [at, far] = told(
              card,
              /marked ([\d.]+ mm) from the corner at the reference edge and ([\d.]+ mm) from the corner at the other/,
            );
            /**
             * A straight tenon runs to it from a square end; else the end itself lies along the
             * slant.
             */
            if (slant === 'mortise') near(at!, L);
            else near(at! * cos, L);
            near(far! - at!, slant === 'mortise' ? members.tenoned.width * tan : 0, 2);
            const { rise, run } = card.angles[0]!;
            expect(rise / run).toBeCloseTo(Math.abs(tan), 4);
            const d = card.cutter['diameter']!;
            const [router] = toolsOf(shop, 'router');
            /** The chest's one bearing is 16. */
            const off = method === 'router-face' ? router!.baseGuided - d / 2 : (16 - d) / 2;
            near((valueOf(card, 'Straight-edge at the reference edge') - at!) * cos, off, 2);
          }
        }),
        { seed: 5, numRuns: 25 },
      );
      expect(seen).toBeGreaterThan(3);
    },
  );
});
