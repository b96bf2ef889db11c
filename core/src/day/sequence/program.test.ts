import fc from 'fast-check';
import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import type { Setup } from '../../making/setups/index.ts';
import { createSolver } from '../../ground/solving/index.ts';
import { USUAL_MINUTES } from '../../shop/tooling/index.ts';
import type { DraftCard } from './cards.ts';
import { Changes } from './changes.ts';
import { exactOrder } from './exact.ts';
import { leastByProgram, sharperLeast } from './program.ts';
import { bestOrder } from './search.ts';
import { RULES } from './rules.ts';

const solver = createSolver(await loadHighs());

interface Drawn {
  readonly saw: number;
  readonly cutter: number;
  readonly fence: readonly number[];
  readonly height: number;
  readonly bench: boolean;
}

/**
 * Cards on two saws and at the bench; a fence may be moved within a card, and rules lead from
 * earlier to later ones.
 */
const small = (most: number) =>
  fc
    .array(
      fc.record({
        saw: fc.nat(1),
        cutter: fc.nat(1),
        fence: fc.array(fc.nat(2), { minLength: 1, maxLength: 2 }),
        height: fc.nat(1),
        bench: fc.integer({ min: 0, max: 5 }).map((n) => n === 0),
      }),
      { minLength: 4, maxLength: most },
    )
    .chain((all) =>
      fc.tuple(
        fc.constant(all),
        fc.array(fc.tuple(fc.nat(all.length - 1), fc.nat(all.length - 1)), { maxLength: 5 }),
      ),
    )
    .map(([all, pairs]) =>
      all.map((own, i) =>
        cardOf(
          own,
          pairs.flatMap(([a, b]) => (b === i && a < b ? [a] : [])),
        ),
      ),
    );

function cardOf({ saw, cutter, fence, height, bench }: Drawn, after: readonly number[]): DraftCard {
  const setup = {
    model: bench ? 'bench' : 'table-saw',
    machine: bench ? null : `saw ${saw}`,
    carrier: 'fence',
    cutter: `cutter ${cutter}`,
    guides: [],
    figures: [],
    passes: [],
    occurrences: [],
  };
  const places = new Map([
    ['fence>cutter', [...fence]],
    ['table>top', [height]],
  ]);
  return {
    setups: [setup as unknown as Setup],
    ...(!bench && { setting: { gear: '', places } }),
    after: new Map(after.map((at) => [at, RULES[0]!])),
  };
}

describe('the order as a program', () => {
  it('of small jobs is what the search and the table find, and no bound is over it', () => {
    let [seen, sharper, unproven] = [0, 0, 0];
    fc.assert(
      fc.property(small(6), fc.boolean(), (cards, stands) => {
        const changes = new Changes(cards, USUAL_MINUTES, stands ? [cards.length - 1] : []);
        const least = leastByProgram(solver, changes, cards)!;
        expect(changes.of(bestOrder(changes, cards, 1000))).toBeCloseTo(least, 4);
        const exact = exactOrder(changes, cards, Infinity, 20_000);
        expect([exact.proven, changes.of(exact.order!)]).toEqual([true, expect.closeTo(least, 4)]);
        const bound = sharperLeast(solver, changes, cards)!;
        expect(bound).toBeLessThanOrEqual(least + 1e-6);
        expect(bound).toBeGreaterThanOrEqual(changes.least());
        seen++;
        sharper += Number(bound > changes.least() + 0.5);
        unproven += Number(least > bound + 0.5);
      }),
      { seed: 17, numRuns: 80 },
    );
    expect([seen, sharper > 8, unproven > 0]).toEqual([80, true, true]);
  });
});
