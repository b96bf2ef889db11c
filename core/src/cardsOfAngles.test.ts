import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resolve, type Joint } from './exchange/index.ts';
import type { AngledParams } from './joints/index.ts';
import { toolsOf } from './tooling/index.ts';
import { cardsOf, near, valueOf, type Card } from './testing/cards.ts';
import { cases } from './testing/index.ts';

/**
 * By card alone, for pieces that lie askew: a reader who knows the piece and has the card's words works out how the end
 * or the shoulder runs.
 */
function angled(
  method: string,
  judge: (cards: Card[], params: AngledParams, v: number, block: number, ends: Joint['tenoned']['ends']) => void,
): void {
  let seen = 0;
  fc.assert(
    fc.property(cases({ kind: 'angled', methods: [method] }), ({ job, shop }) => {
      const cards = cardsOf(job, shop, method);
      if (!cards.length) return;
      seen++;
      const params = job.joints[0]!.params as unknown as AngledParams;
      const { thickness, width } = resolve(job.joints[0]!, job).members.tenoned;
      judge(
        cards,
        params,
        params.plane === 'width' ? width : thickness,
        toolsOf(shop, 'stop-block')[0]?.thickness ?? 0,
        job.joints[0]!.tenoned.ends,
      );
    }),
    { seed: 29, numRuns: 30 },
  );
  expect(seen).toBeGreaterThan(3);
}

/** Which corner the card has in front, and how steep. */
const slopeOf = ({ angles: [angle] }: Card): number =>
  ((/reference (edge|face) foremost/.test(angle!.between) ? 1 : -1) * angle!.rise) / angle!.run;
const tan = (degrees: number) => Math.tan((degrees * Math.PI) / 180);

describe('pieces that lie askew', () => {
  it('the end: so far from the foremost corner that the cut just comes out at the other', () => {
    angled('crosscut-end', (cards, { degrees, plane }, v, block, ends) => {
      for (const card of cards) {
        expect(slopeOf(card)).toBeCloseTo(tan(degrees), 6);
        expect(card.angles[0]!.between).toContain(plane === 'width' ? 'seen on the face' : 'seen on the edge');
        const taken = valueOf(card, 'Fence') - block;
        near(taken / Math.cos((degrees * Math.PI) / 180), v * Math.abs(tan(degrees)), 2);
      }
      /** Gauge or wedge turned in the plane of the table lies the other way about for the other end. */
      const mirrored = cards.filter((c) => c.checks.join().includes('other way about now'));
      expect(mirrored.length).toBe(plane === 'width' && ends.startsWith('both') ? cards.length / 2 : 0);
    });
  });

  it.each(['crosscut-shoulders', 'bandsaw-flipped', 'router-table-sled'])(
    '%s: leans as the end does, on both sides of it',
    (method) => {
      angled(method, (cards, { degrees, slant }) => {
        if (slant === 'tenon') for (const card of cards) expect(slopeOf(card)).toBeCloseTo(tan(degrees), 6);
      });
    },
  );

  it('a slanted shoulder by hand: from its mark at the reference side the bevel runs away by the angle', () => {
    angled('hand-raked', (cards, { degrees, plane, tenonLength: L }) => {
      for (const card of cards) {
        near(valueOf(card, `Knife line, at the ${plane === 'width' ? 'reference edge' : 'reference face'}`), L);
        expect(card.angles[0]!.rise / card.angles[0]!.run).toBeCloseTo(Math.abs(tan(degrees)), 6);
        expect(card.angles[0]!.between).toMatch(degrees > 0 ? /away from the end/ : /towards the end/);
      }
    });
  });
});
