import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { resolve, type Job } from '../../design/job/index.ts';
import { planJob } from '../../day/plan/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { dot, subtract } from '../../ground/index.ts';
import { pieceOf } from '../../shop/index.ts';
import { cardsOf, lengthIn, near, NEAR, valueOf, type Card } from '../../testing/cards.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { cases } from '../../testing/generate.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { tenons } from '../../testing/tenonCards.ts';
import { copyRouter } from './model.ts';

/**
 * By card alone: a reader with the card's words, the follower and the cutter in the hand works out
 * where wood goes, with nothing of the methods' own arithmetic.
 */

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const numbers = (job: Job) =>
  resolve(job.joints[0]!, job).params as unknown as Readonly<Record<string, number>>;

describe('copied from a template at a scale', () => {
  /** The chest's one copying router is 2 to 1, its one bearing 16. */
  const [r, G] = [2, 16];

  /**
   * From a side of the piece to the middle of what is left: by the gap, with the cutter touching
   * that side, or by the centre where there is no shoulder to make a gap of.
   */
  const heldAt = (card: Card, side: 'face' | 'edge', half: number): number => {
    const gap = card.figures.find(({ name }) => name === `Gap, cutter at the reference ${side}`);
    if (gap) return gap.value / r + half;
    return valueOf(card, side === 'face' ? 'Fence to centre' : 'End stop to centre');
  };

  it('an opening: less the follower, over the scale, plus the cutter it is the mortise', () => {
    let seen = 0;
    for (const { job, shop, params } of fc.sample(
      cases({ kind: 'blind', methods: ['copied-mortise'], corners: 'squared' }),
      { seed: 23, numRuns: 12 },
    ))
      for (const card of cardsOf(job, shop, 'copied-mortise')) {
        seen++;
        const {
          mortiseWidth: m,
          faceClearance: c,
          faceShoulder: a,
          setBack,
          position: q,
          tenonWidth: w,
          endClearance,
        } = params;
        const d = card.cutter['diameter']!;
        near((valueOf(card, 'Opening, width') - G) / r + d, m, 2);
        near((valueOf(card, 'Opening, length') - G) / r + d, w + endClearance, 2);
        near(valueOf(card, 'Fence to centre'), setBack + a + (m - c) / 2, 2);
        near(valueOf(card, 'End stop to centre'), q + (w + endClearance) / 2, 2);
        near(valueOf(card, 'Depth'), params.tenonLength + params.bottomClearance);
      }
    expect(seen).toBeGreaterThan(5);
  });

  it('half-round ends of an opening make those of a mortise wider than its cutter', () => {
    const few = {
      ...TEST_SHOP,
      graduation: 0,
      tools: TEST_SHOP.tools.filter((t) => t.kind !== 'router-cutter' || t.diameter <= 6),
    };
    const job = jobWith({
      params: { corners: 'rounded', mortiseWidth: 10, faceClearance: 0, setBack: 1 },
      routes: { mortised: 'copied-mortise' },
    });
    const plan = planJob(job, few, modeller);
    expect(plan.joints[0]!.chosen.mortised).toBe('copied-mortise');
    expect(plan.joints[0]!.proof!.members.mortised.mismatches).toEqual([]);
    expect(plan.joints[0]!.proof!.good).toBe(true);
    const [card] = cardsOf(job, few, 'copied-mortise');
    const [, ends] = /half rounds, ([\d.]+ mm) in radius/.exec(card!.reminders.join(' '))!;
    near((2 * lengthIn(ends!) - G) / 4 + card!.cutter['diameter']! / 2, 10 / 2);
  });

  it('a block: with the follower and over the scale, less the cutter, it is the tenon', () => {
    tenons(
      'copied-tenon',
      ([card], { a, t, b, w, L }) => {
        const d = card!.cutter['diameter']!;
        near((valueOf(card!, 'Block, width') + G) / r - d, t, 2);
        near((valueOf(card!, 'Block, length') + G) / r - d, w, 2);
        near(heldAt(card!, 'face', t / 2), a + t / 2, 2);
        near(heldAt(card!, 'edge', w / 2), b + w / 2, 2);
        near(valueOf(card!, 'Depth'), L);
      },
      'rounded',
    );
  });

  it('a square block: the same, drawn out past the sides that stay as the stock has them', () => {
    tenons(
      'copied-square',
      ([card], { a, t, b, w, L, T, W }) => {
        const d = card!.cutter['diameter']!;
        const left = (name: string) => (valueOf(card!, name) + G) / r - d;
        const [thick, wide] = [left('Block, width'), left('Block, length')];
        const [face, edge] = [heldAt(card!, 'face', thick / 2), heldAt(card!, 'edge', wide / 2)];
        for (const [middle, size, shoulder, tenon, whole] of [
          [face, thick, a, t, T],
          [edge, wide, b, w, W],
        ] as const) {
          if (shoulder > NEAR) near(middle - size / 2, shoulder, 2);
          else expect(middle - size / 2).toBeLessThan(-1);
          if (whole - shoulder - tenon > NEAR) near(middle + size / 2, shoulder + tenon, 2);
          else expect(middle + size / 2).toBeGreaterThan(whole + 1);
        }
        expect(d).toBeGreaterThanOrEqual(G / r);
        near(valueOf(card!, 'Depth'), L);
      },
      'squared',
    );
  });

  it('a square block asks a cutter no narrower than its follower counts', () => {
    const job = jobWith({
      params: { corners: 'squared', tenonLength: 20 },
      routes: { tenoned: 'copied-square' },
    });
    const withTools = (follower: number) => ({
      ...TEST_SHOP,
      tools: TEST_SHOP.tools
        .filter((t) => t.kind !== 'router-cutter' || t.diameter <= 6)
        .map((t) => (t.kind === 'bearing' ? { ...t, outside: follower } : t)),
    });
    expect(cardsOf(job, TEST_SHOP, 'copied-square').length).toBe(1);
    expect(cardsOf(job, withTools(12), 'copied-square').length).toBe(1);
    expect(cardsOf(job, withTools(12.5), 'copied-square')).toEqual([]);
  });

  it('draws every figure as long as it is, and a slip of a gap counts by the scale less', () => {
    const job = jobWith({ params: { corners: 'squared' }, routes: { tenoned: 'copied-square' } });
    const copies = eachSetup(planJob(job, TEST_SHOP)).filter(
      ({ setup }) => setup.method === 'copied-square',
    );
    const { parts } = resolve(job.joints[0]!, job);
    for (const { setup } of copies) {
      const piece = pieceOf(parts.tenoned, 'median');
      for (const occurrence of setup.occurrences) {
        const { datums } = copyRouter.place(setup, setup.passes[0]!, occurrence, piece, TEST_SHOP);
        for (const { id, from, to, set, counts } of setup.figures) {
          if (id === 'depth') continue;
          const [a, b] = [datums[from]!, datums[to]!];
          expect(dot(subtract(b.at, a.at), a.normal)).toBeCloseTo(set.value, 9);
          expect(counts).toBe(from.startsWith('follower') ? 1 / r : 1);
        }
      }
    }
    expect(copies.length).toBe(1);
  });

  it('a round hole: opening less follower over the scale, and the cutter, is the hole', () => {
    let seen = 0;
    fc.assert(
      fc.property(cases({ kind: 'round', methods: ['copied-hole'] }), ({ job, shop }) => {
        const { bore, centre, setBack, axisFromFace } = numbers(job);
        for (const card of cardsOf(job, shop, 'copied-hole')) {
          seen++;
          const cutter = card.cutter['diameter']!;
          near((valueOf(card, 'Opening, across') - G) / r + cutter, bore!, 2);
          expect(cutter).toBeLessThan(bore!);
          near(valueOf(card, 'Fence to centre'), setBack! + axisFromFace!, 2);
          near(valueOf(card, 'End stop to centre'), centre!, 2);
        }
      }),
      { seed: 46, numRuns: 30 },
    );
    expect(seen).toBeGreaterThan(5);
  });

  it('copied from a disc: disc and follower over the scale, less the cutter, is the tenon', () => {
    let seen = 0;
    fc.assert(
      fc.property(cases({ kind: 'round', methods: ['copied-round'] }), ({ job, shop }) => {
        const { bore, roundClearance, axisFromFace, axisFromEdge, tenonLength } = numbers(job);
        for (const card of cardsOf(job, shop, 'copied-round')) {
          seen++;
          near(
            (valueOf(card, 'Disc, across') + G) / r - card.cutter['diameter']!,
            bore! - roundClearance!,
            2,
          );
          expect(card.figures.some(({ name }) => name.startsWith('Block'))).toBe(false);
          /** The cutter touching, the follower is as far from the disc as the shoulder is deep. */
          const radius = (bore! - roundClearance!) / 2;
          near(heldAt(card, 'face', radius), axisFromFace!, 2);
          near(heldAt(card, 'edge', radius), axisFromEdge!, 2);
          near(valueOf(card, 'Depth'), tenonLength!);
        }
      }),
      { seed: 46, numRuns: 30 },
    );
    expect(seen).toBeGreaterThan(5);
  });
});
