import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  templateBlock,
  templateCorner,
  templateDisc,
  templateSlot,
  templateTongue,
  templateWork,
} from './template.ts';

const size = fc.double({ min: 4, max: 80, noNaN: true });
const cutter = fc.double({ min: 3, max: 16, noNaN: true });
const over = fc.double({ min: 1, max: 12, noNaN: true });
const scale = fc.constantFrom(1, 2, 3);

describe('templates, worked: cutter 12, bushing 17', () => {
  it('a mortise of 20 by 60 asks an opening of 25 by 65; a tongue of 20 by 60 a block of 15 by 55; a round one of 25 a disc of 20', () => {
    expect([templateSlot(20, 12, 17), templateSlot(60, 12, 17)]).toEqual([25, 65]);
    expect([templateBlock(20, 12, 17), templateBlock(60, 12, 17)]).toEqual([15, 55]);
    expect(templateDisc(25, 12, 17)).toBe(20);
    /** Twice as large as the work: 2 (20 + 12) - 17, and 2 (20 - 12) + 17. */
    expect([templateBlock(20, 12, 17, 2), templateSlot(20, 12, 17, 2)]).toEqual([47, 33]);
  });

  it('opening and work are each other’s inverse, whatever the scale', () => {
    fc.assert(
      fc.property(size, cutter, over, scale, (m, d, more, r) => {
        expect(templateWork(templateSlot(m, d, d + more, r), d, d + more, r)).toBeCloseTo(m, 9);
      }),
    );
  });

  it('what the bushing is over, a tongue is over and a mortise under by its share of the scale; a cutter over does the contrary', () => {
    fc.assert(
      fc.property(
        size,
        cutter,
        over,
        scale,
        fc.double({ min: 0.01, max: 0.2, noNaN: true }),
        (w, d, more, r, x) => {
          const G = d + more;
          /**
           * The work that a template made for other tools comes out as, by the same geometry the
           * other way about.
           */
          const tongue = (block: number, cut: number, bushing: number) =>
            templateTongue(block, cut, bushing, r);
          const block = templateBlock(w, d, G, r);
          expect(tongue(block + x, d, G) - w).toBeCloseTo(x / r, 9);
          expect(tongue(block, d, G + x) - w).toBeCloseTo(x / r, 9);
          expect(tongue(block, d + x, G) - w).toBeCloseTo(-x, 9);
          const slot = templateSlot(w, d, G, r);
          expect(templateWork(slot, d, G + x, r) - w).toBeCloseTo(-x / r, 9);
          expect(templateWork(slot, d + x, G, r) - w).toBeCloseTo(x, 9);
        },
      ),
    );
  });

  /**
   * Outside the formula: the middle of the cutter goes round the corner of a block in steps, and
   * how far out along the bisector wood stays is looked for by halving.
   */
  it('a square corner stays so where the cutter is no narrower than the follower counts', () => {
    fc.assert(
      fc.property(cutter, fc.double({ min: 4, max: 40, noNaN: true }), scale, (d, G, r) => {
        const turn = G / 2 / r;
        const path = Array.from({ length: 1001 }, (_, i) => ((i / 1000) * Math.PI) / 2).map(
          (angle) => [turn * Math.cos(angle), turn * Math.sin(angle)] as const,
        );
        /** What the cutter reaches from its path, and all that is outside it. */
        const isCut = (p: number) =>
          (p > 0 && Math.hypot(p, p) > turn) ||
          path.some(([x, y]) => Math.hypot(x - p, y - p) < d / 2);
        /** The corner of the tongue, each way from that of the block. */
        const corner = (templateTongue(0, d, G, r) / 2) * (1 - 1e-9);
        let [wood, cut] = [-100, corner];
        if (isCut(corner))
          for (let i = 0; i < 40; i++) {
            const middle = (wood + cut) / 2;
            if (isCut(middle)) cut = middle;
            else wood = middle;
          }
        /** Of a corner rounded to a radius so much is gone each way along its bisector. */
        const gone = templateCorner(d, G, r) * (1 - Math.SQRT1_2);
        expect(corner - cut).toBeCloseTo(gone, 3);
      }),
    );
  });
});
