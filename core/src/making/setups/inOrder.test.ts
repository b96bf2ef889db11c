import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { say } from '../../ground/units/index.ts';
import { planJob } from '../../day/plan/index.ts';
import { newTool, SET_BY_IDS, type Tool } from '../../shop/tooling/index.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { cases } from '../../testing/generate.ts';
import { figure, type Purpose } from './figure.ts';

/** Figures for which a shop has an order: the rest only stays short, or clears. */
const ORDERED = new Set(['fit', 'place', 'depth']);

/** Blocks that make every half millimetre. */
const BLOCKS = {
  ...newTool('block-box', []),
  sizes: [0.5, 1, 2, 3, 5, 10, 20, 30, 50, 100],
} as Tool;

const SCALED = {
  graduation: 0.5,
  scale: { unit: 'mm', graduation: 0.4, zero: 0 },
  inOrder: { ways: ['scale'], within: 0.25 },
} as const;

describe('what a shop sets lengths by, in its order', () => {
  it('leaves a place on what a rule shows: only a fit is set by what is a little off', () => {
    const setBy = (purpose: Purpose) =>
      figure(
        {
          ...{ id: 'stop', name: 'Stop', from: 'tip', to: 'shoulder', acts: 'length' },
          ...{ value: 20.5, rounding: 'nearest', working: say(''), purpose },
        },
        SCALED,
      ).set.by;
    expect([setBy('fit'), setBy('place'), setBy('depth')]).toEqual(['scale', 'rule', 'rule']);
  });

  it('is what every card says first, where it comes as near as the shop’s finest step', () => {
    const seen: Record<string, number> = {};
    fc.assert(
      fc.property(
        cases({ graduation: 0.05 }),
        fc.constantFrom(...SET_BY_IDS),
        ({ job, shop, goes }, asked) => {
          fc.pre(goes);
          const { cards } = planJob(job, {
            ...shop,
            tools: [...shop.tools, BLOCKS],
            setBy: [asked],
          });
          for (const { setup } of eachSetup({ cards }))
            for (const { set, reach, purpose, leads, slide, summed } of setup.figures) {
              const near = reach.filter(
                (way) => Math.abs(way.error) <= (purpose === 'fit' ? 0.025 : 0) + 1e-6,
              );
              const isThere = near.some(({ by }) => by === asked);
              if (!ORDERED.has(purpose) || leads || slide || summed || !isThere) continue;
              const before = near.some(({ stands }) => stands);
              expect(before ? set.stands : set.by).toBe(before ? true : asked);
              seen[asked] = (seen[asked] ?? 0) + 1;
            }
        },
      ),
      { numRuns: 60 },
    );
    for (const asked of ['blocks', 'scale', 'rule']) expect(seen[asked], asked).toBeGreaterThan(0);
  });
});
