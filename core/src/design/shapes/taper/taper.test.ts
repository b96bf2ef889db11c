import { describe, expect, it } from 'vitest';
import { METRIC, speak } from '../../../ground/units/index.ts';
import type { Part } from '../../../shop/stock/index.ts';
import { jobWith } from '../../../testing/jobs.ts';
import { loadModeller } from '../../../testing/modeller.ts';
import { TEST_SHOP } from '../../../testing/shops.ts';
import type { ShapeParams } from '../kind.ts';
import { handsOfShape, proveShape, shapedPart, unshaped } from '../index.ts';
import { taper } from './index.ts';

const [rail] = jobWith().parts as [Part];
const leg: Part = {
  ...rail,
  name: 'Leg',
  length: 700,
  thickness: { nominal: 45, measured: [] },
  width: { nominal: 45, measured: [] },
};
const problems = (params: ShapeParams, part: Part) =>
  taper
    .problems(params, shapedPart(part), TEST_SHOP)
    .map(({ param, message }) => `${param}: ${speak(message, METRIC)}`);

describe('the foot of a taper', () => {
  it('is at the end that was said', async () => {
    const cutter = await loadModeller();
    const along = (end: string) =>
      cutter.scope(() => {
        const params = { ...taper.propose(shapedPart(leg), TEST_SHOP), end, straight: 200 };
        const { min, max } = cutter
          .solid(unshaped(shapedPart(leg)))
          .within(cutter.solid(taper.wanted(params, shapedPart(leg))))
          .bounds();
        return [min[0], max[0]].map(Math.round);
      });
    expect([along('a'), along('b')]).toEqual([
      [0, 500],
      [200, 700],
    ]);
    /** By hand: the left one’s, and each hand by itself. */
    const [left, right] = handsOfShape({ end: 'hands' }).map(({ said }) => String(said['end']));
    expect([along('hands'), along(left!), along(right!)]).toEqual([
      [200, 700],
      [200, 700],
      [0, 500],
    ]);
  });

  it('of legs of two hands is at either end; pieces all alike can’t have that', async () => {
    const paired: Part = { ...leg, hands: 'pairs' };
    const params: ShapeParams = {
      ...taper.propose(shapedPart(paired), TEST_SHOP),
      straight: 200,
    };
    expect(params['end']).toBe('hands');
    expect(problems(params, paired)).toEqual([]);
    const proof = proveShape(
      await loadModeller(),
      { id: 't', kind: 'taper', part: paired.id, params },
      paired,
      TEST_SHOP,
    );
    const one = proveShape(
      await loadModeller(),
      { id: 't', kind: 'taper', part: paired.id, params: { ...params, end: 'b' } },
      paired,
      TEST_SHOP,
    );
    expect(proof.good).toBe(true);
    expect(proof.left + proof.lost).toBeCloseTo(2 * (one.left + one.lost), 3);
    const how = taper.how(params, shapedPart(paired), TEST_SHOP);
    expect(how.map((s) => speak(s, METRIC)).join(' ')).toMatch(/right ones with end B/);
    expect(problems(params, leg)[0]).toMatch(/^end: .*all alike/);
    expect(handsOfShape({ end: 'b' })).toEqual([{ said: { end: 'b' } }]);
  });
});
