import { describe, expect, it } from 'vitest';
import { planJob } from '../../day/plan/index.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { jobWith, WORKED } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';

describe('a hole bored by hand', () => {
  it('lies along the post where a rule shows; the tenon’s own keeps its offset to that', () => {
    const params = {
      ...WORKED,
      corners: 'squared',
      position: 40.3,
      pegs: 'drawbored',
      pegDiameter: 8,
      pegInset: 13,
      pegOffset: 1.6,
      pegAcross: 35,
      pegSpacing: 0,
    };
    const routes = {
      tenoned: 'hand-tenon+hand-bore',
      mortised: 'hollow-chisel+hand-bore',
    };
    const cards = eachSetup(planJob(jobWith({ params, routes }), TEST_SHOP));
    const places = cards
      .filter(({ setup }) => setup.method === 'hand-bore')
      .map(({ setup }) => setup.figures.find(({ id }) => id === 'along')!);
    /** By hand: 40.3 − 10 + 35 = 65.3 on the post, 30 − 13 + 1.6 = 18.6 on the tenon. */
    const told = places.map(({ from, set }) => [from, Number(set.value.toFixed(6))]);
    expect(told).toEqual(
      expect.arrayContaining([
        ['layout-end', 65.5],
        ['tip', 18.6],
      ]),
    );
    expect(told).toHaveLength(2);
  });
});
