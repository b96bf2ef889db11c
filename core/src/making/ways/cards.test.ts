import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob } from '../../day/plan/index.ts';
import { modelOf } from '../machines.ts';
import { eachSetup, type EachSetup } from '../../testing/eachSetup.ts';
import { cases, type Case } from '../../testing/generate.ts';
import { formatFigure, METRIC, parseLength, speak } from '../../ground/units/index.ts';
import type { Shop } from '../../shop/tooling/index.ts';

/**
 * By card alone: a reader who has only the card's words and the tools in the hand. This works out,
 * with its own few lines of arithmetic, where each cut lands in the wood. Any disagreement with the
 * joint is a defect of the card.
 */

interface Card {
  title: string;
  /** Figure as read from the card's text, with the words of its two ends. */
  figures: { name: string; value: number; from: string; to: string }[];
  passes: string[];
}

const cardOf = ({ setup }: EachSetup): Card => ({
  title: setup.title,
  figures: setup.figures.map((f) => {
    const text = formatFigure(f.set.value, METRIC);
    const read = parseLength(text, METRIC);
    if (!read.ok) throw new Error(text);
    return {
      name: f.name,
      value: read.value,
      from: modelOf(setup.model).datums[f.from]!,
      to: modelOf(setup.model).datums[f.to]!,
    };
  }),
  passes: setup.passes.map((p) => speak(p.words, METRIC)),
});

const find = (card: Card, name: RegExp) => {
  const found = card.figures.find((f) => name.test(f.name));
  if (!found) throw new Error(`${card.title} has no figure ${String(name)}`);
  return found;
};

const tool = (shop: Shop, kind: string): Record<string, number> =>
  shop.tools.find((t) => t.kind === kind) as unknown as Record<string, number>;

/**
 * Depth of a cheek from the face that lay against the guide: the near side of the blade is the face
 * of the tenon.
 */
function cheekFrom(card: Card): number {
  const fence = find(card, /^Fence/);
  expect(fence.from).toMatch(/jig face|fence/);
  expect(fence.to).toBe('near side of the blade');
  return fence.value;
}

/**
 * Shoulder line from the worked end: the piece meets the block, the far side of the blade is the
 * shoulder.
 */
function shoulderFromEnd(card: Card, shop: Shop): number {
  const fence = find(card, /^Fence/);
  expect([fence.from, fence.to]).toEqual(['fence', 'far side of the blade']);
  expect(card.passes.every((p) => p.includes('worked end to the stop block'))).toBe(true);
  return fence.value - tool(shop, 'stop-block')['thickness']!;
}

const CARDS = { seed: 31, numRuns: 12 };
const HUNDREDTH = 0.011;

describe.each(['saw-upright-flipped', 'bandsaw-flipped'] as const)(
  'by card alone, %s',
  (tenoned) => {
    it('cheeks land where the tenon is', () => {
      fc.assert(
        fc.property(cases({ tenoned, corners: 'squared' }), ({ job, shop, params }) => {
          const rail = job.parts[0]!;
          const [T, W] = [rail.thickness.nominal, rail.width.nominal];
          const [a, t, b, w] = [
            params.faceShoulder,
            params.mortiseWidth - params.faceClearance,
            params.edgeShoulder,
            params.tenonWidth,
          ];
          const landed: Record<string, number> = {};
          for (const card of eachSetup(planJob(job, shop))
            .filter((o) => o.setup.stage === 'cheeks')
            .map(cardOf)) {
            const from = cheekFrom(card);
            for (const pass of card.passes) {
              if (/reference face to/.test(pass)) landed['far cheek'] = from;
              if (/other face to/.test(pass)) landed['near cheek'] = T - from;
              if (/reference edge to/.test(pass)) landed['far edge'] = from;
              if (/other edge to/.test(pass)) landed['near edge'] = W - from;
            }
            const depth = find(card, /Blade height|Stop behind/);
            expect([depth.from, depth.to]).toEqual(
              tenoned === 'bandsaw-flipped'
                ? ['tooth tips', 'stop behind the blade']
                : ['table', 'highest tooth'],
            );
            expect(params.tenonLength - depth.value).toBeGreaterThan(0.19);
            expect(params.tenonLength - depth.value).toBeLessThan(0.51);
          }
          const close = (name: string, wanted: number, bare: boolean) => {
            expect(landed[name] === undefined).toBe(bare);
            expect(Math.abs((landed[name] ?? wanted) - wanted)).toBeLessThan(HUNDREDTH);
          };
          close('near cheek', a, a < 1e-6);
          close('far cheek', a + t, T - a - t < 1e-6);
          close('near edge', b, b < 1e-6);
          close('far edge', b + w, W - b - w < 1e-6);
        }),
        CARDS,
      );
    });
  },
);

describe('by card alone, crosscut shoulders', () => {
  it('the kerf ends at the shoulder line and stops at the cheek, on every face that has a shoulder', () => {
    fc.assert(
      fc.property(
        cases({ tenoned: 'bandsaw-flipped', corners: 'squared' }),
        ({ job, shop, params }) => {
          const rail = job.parts[0]!;
          const t = params.mortiseWidth - params.faceClearance;
          const wanted: Record<string, number> = {
            'Reference face down': params.faceShoulder,
            'Other face down': rail.thickness.nominal - params.faceShoulder - t,
            'Reference edge down': params.edgeShoulder,
            'Other edge down': rail.width.nominal - params.edgeShoulder - params.tenonWidth,
          };
          const seen = new Set<string>();
          for (const card of eachSetup(planJob(job, shop))
            .filter((o) => o.setup.stage === 'shoulders')
            .map(cardOf)) {
            expect(Math.abs(shoulderFromEnd(card, shop) - params.tenonLength)).toBeLessThan(
              HUNDREDTH,
            );
            const height = find(card, /Blade height/);
            expect([height.from, height.to]).toEqual(['table', 'highest tooth']);
            for (const pass of card.passes) {
              const face = pass.split(',')[0]!;
              seen.add(face);
              expect(Math.abs(height.value - wanted[face]!)).toBeLessThan(HUNDREDTH);
            }
          }
          for (const [face, depth] of Object.entries(wanted))
            expect(seen.has(face)).toBe(depth > 1e-6);
        },
      ),
      CARDS,
    );
  });
});

describe('by card alone, router in the jig', () => {
  it('the slot lies where the mortise is: from the reference face, from the layout end, and to the floor', () => {
    fc.assert(
      fc.property(
        cases({ tenoned: 'bandsaw-flipped', corners: 'clear' }),
        ({ job, shop, params }) => {
          const t = params.mortiseWidth - params.faceClearance;
          const wall = params.faceShoulder + params.setBack + t / 2 - params.mortiseWidth / 2;
          for (const each of eachSetup(planJob(job, shop)).filter(
            (o) => o.setup.stage === 'mortise',
          )) {
            const card = cardOf(each);
            const cutter = shop.tools.find((x) => x.id === each.setup.cutter) as unknown as {
              diameter: number;
            };
            const r = cutter.diameter / 2;
            const sides = card.figures
              .filter((f) => f.from === 'jig face' && f.to === 'near side of the cutter')
              .map((f) => f.value);
            expect(Math.abs(Math.min(...sides) - wall)).toBeLessThan(HUNDREDTH);
            const farWall = Math.max(...sides) + cutter.diameter;
            expect(Math.abs(farWall - wall - params.mortiseWidth)).toBeLessThan(HUNDREDTH);
            /** Rows overlap: nothing stands between them. */
            const sorted = [...sides].sort((x, y) => x - y);
            sorted
              .slice(1)
              .forEach((side, i) =>
                expect(side - sorted[i]!).toBeLessThanOrEqual(cutter.diameter + 1e-9),
              );
            const base = tool(shop, 'router');
            /** Along the jig, right positive, the centre line at 0. */
            const left = -find(card, /^Left router stop/).value + base['baseLeft']! - r;
            const right = find(card, /^Right router stop/).value - base['baseRight']! + r;
            const end = find(card, /^End stop/);
            const [near, far] = end.to.includes('left')
              ? [left + end.value, right + end.value]
              : [end.value - right, end.value - left];
            expect(Math.abs(near - params.position)).toBeLessThan(2 * HUNDREDTH);
            expect(
              Math.abs(far - params.position - params.tenonWidth - params.endClearance),
            ).toBeLessThan(2 * HUNDREDTH);
            const plunge = find(card, /^Plunge/);
            expect([plunge.from, plunge.to]).toEqual(['surface of the wood', 'tip of the cutter']);
            expect(
              Math.abs(plunge.value - params.tenonLength - params.bottomClearance),
            ).toBeLessThan(HUNDREDTH);
          }
        },
      ),
      CARDS,
    );
  });
});

/** A mitred end has a card of its own at the bench. */
const squareTips = ({ job }: Case) => !job.joints[0]!.params['tips'];

describe('by card alone, bench work', () => {
  it('lines and radii lie on the joint', () => {
    for (const corners of ['squared', 'rounded'] as const)
      fc.assert(
        fc.property(
          cases({ tenoned: 'bandsaw-flipped', corners }).filter(squareTips),
          ({ job, shop, params, goes }) => {
            fc.pre(goes);
            const t = params.mortiseWidth - params.faceClearance;
            const cards = eachSetup(planJob(job, shop))
              .filter((o) => o.setup.model === 'bench')
              .map(cardOf);
            expect(cards.length).toBe(1);
            const at = (name: RegExp) => find(cards[0]!, name).value;
            if (corners === 'squared') {
              expect(Math.abs(at(/^Near end/) - params.position)).toBeLessThan(HUNDREDTH);
              expect(
                Math.abs(
                  at(/^Far end/) - params.position - params.tenonWidth - params.endClearance,
                ),
              ).toBeLessThan(HUNDREDTH);
              expect(
                Math.abs(at(/^Far wall/) - at(/^Near wall/) - params.mortiseWidth),
              ).toBeLessThan(2 * HUNDREDTH);
            } else {
              expect(Math.abs(at(/^Radius/) - t / 2)).toBeLessThan(HUNDREDTH);
              expect(Math.abs(at(/^Near cheek/) - params.faceShoulder)).toBeLessThan(HUNDREDTH);
              expect(
                Math.abs(at(/^Far edge/) - params.edgeShoulder - params.tenonWidth),
              ).toBeLessThan(HUNDREDTH);
              expect(Math.abs(at(/^Up to the shoulder/) - params.tenonLength)).toBeLessThan(
                HUNDREDTH,
              );
            }
          },
        ),
        CARDS,
      );
  });
});
