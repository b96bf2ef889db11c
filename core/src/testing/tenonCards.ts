import * as fc from 'fast-check';
import { expect } from 'vitest';
import { resolve } from '../design/job/index.ts';
import type { Shop } from '../shop/tooling/index.ts';
import { cardsOf, type Card } from './cards.ts';
import { cases } from './generate.ts';

/** The letters of a tenon and of its stock, mm. */
export interface TenonLetters {
  a: number;
  t: number;
  b: number;
  w: number;
  L: number;
  T: number;
  W: number;
}

/** Each generated blind joint that a method has cards for, with what its tenon is to be. */
export function tenons(
  method: string,
  judge: (cards: Card[], wanted: TenonLetters, shop: Shop) => void,
  corners: 'squared' | 'rounded' = 'squared',
): void {
  let seen = 0;
  fc.assert(
    fc.property(cases({ kind: 'blind', methods: [method], corners }), ({ job, shop, params }) => {
      const cards = cardsOf(job, shop, method);
      if (!cards.length) return;
      seen++;
      const { members } = resolve(job.joints[0]!, job);
      const {
        faceShoulder: a,
        mortiseWidth,
        faceClearance,
        edgeShoulder: b,
        tenonWidth: w,
        tenonLength: L,
      } = params;
      const { thickness: T, width: W } = members.tenoned;
      judge(cards, { a, t: mortiseWidth - faceClearance, b, w, L, T, W }, shop);
    }),
    { seed: 17, numRuns: 20 },
  );
  expect(seen).toBeGreaterThan(3);
}
