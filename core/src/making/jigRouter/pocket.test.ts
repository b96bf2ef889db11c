import * as fc from 'fast-check';
import { expect, it } from 'vitest';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import { withMoves } from '../../day/sequence/index.ts';
import { METRIC, speak, type Mm } from '../../ground/index.ts';
import { cases } from '../../testing/generate.ts';
import type { LengthFigure, Setup } from '../setups/index.ts';

/** A mortise and its pocket in the jig, for the same pieces; bare, and in a cradle. */
function* pockets(graduation: Mm): Generator<[mortise: Setup, pocket: Setup, isBare: boolean]> {
  const shape = { kind: 'haunched', methods: ['router-jig'], graduation } as const;
  for (const [i, { job, shop }] of fc
    .sample(cases({ ...shape, corners: 'squared' }), { seed: 46, numRuns: 16 })
    .entries()) {
    const parts = job.parts.map((part) => ({
      ...part,
      cradle: {
        thickness: part.thickness.nominal + 21,
        width: part.width.nominal + 17,
        under: 9,
        beside: 6.5,
      },
    }));
    const setups = setupsOf(planJob(i % 2 ? { ...job, parts } : job, shop)).filter(
      ({ method }) => method === 'router-jig',
    );
    const pieces = ({ occurrences }: Setup) => JSON.stringify(occurrences);
    for (const pocket of setups.filter(({ traits }) => traits?.includes('pocket'))) {
      const mortise = setups.find((s) => s !== pocket && pieces(s) === pieces(pocket));
      if (mortise) yield [mortise, pocket, i % 2 === 0];
    }
  }
}

const figureIn = ({ figures }: Setup, id: string): LengthFigure =>
  figures.find((figure) => figure.id === id)!;

it('a pocket is led to by blocks where its mortise left stop and plunge, and the numbers are those', () => {
  const led = { bare: 0, cradled: 0 };
  for (const graduation of [0.05, 0.5])
    for (const [mortise, pocket, isBare] of pockets(graduation))
      for (const id of ['left-stop', 'right-stop', 'depth']) {
        const [stood, { set, leads, value, rounding }] = [
          figureIn(mortise, id),
          figureIn(pocket, id),
        ];
        if (leads !== 'held') continue;
        if (id === 'depth') led[isBare ? 'bare' : 'cradled']++;
        const block = Math.abs(set.value - stood.set.value);
        expect(set.text.lengths['thick']).toBeCloseTo(block, 9);
        /** As near as the block is made, and to the side that is safe. */
        const off = (set.value - value) * (rounding === 'down' ? -1 : 1);
        expect(off).toBeGreaterThan(-1e-9);
        expect(off).toBeLessThan(graduation + 1e-9);
        /** Out for the stop, which then lies farther; in for the plunge, which ends earlier. */
        const isPlunge = id === 'depth';
        expect(set.value < stood.set.value).toBe(isPlunge);
        expect(speak(set.text, METRIC)).toMatch(isPlunge ? /^a block of/ : / taken out$/);
      }
  /** In a cradle both lie deeper, and the block between them is the same. */
  expect([led.bare > 5, led.cradled > 5]).toEqual([true, true]);
});

it('where something else was set between, a block leads nowhere: its number does', () => {
  const [mortise, pocket] = pockets(0.05).next().value as [Setup, Setup];
  const led = pocket.figures.filter(({ leads }) => leads === 'held').map(({ id }) => id);
  expect(led.length).toBeGreaterThan(0);
  const apart = mortise.figures.map((figure) =>
    led.includes(figure.id)
      ? { ...figure, set: { ...figure.set, value: figure.set.value + 3 } }
      : figure,
  );
  const [, [after]] = withMoves([[{ ...mortise, figures: apart }], [pocket]]) as [unknown, [Setup]];
  for (const id of led) {
    expect(figureIn(after, id).reach.some(({ by }) => by === 'held')).toBe(false);
    expect(figureIn(after, id)).not.toHaveProperty('leads');
  }
});
