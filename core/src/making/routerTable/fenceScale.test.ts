import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import type { Shop } from '../../shop/index.ts';
import { cases } from '../../testing/generate.ts';
import { loadModeller } from '../../testing/modeller.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

/** A table whose scale is the finest thing there is, and reads four too little. */
const byScale = (shop: Shop): Shop => ({
  ...shop,
  graduation: 0.05,
  tools: shop.tools
    .filter(({ kind }) => kind !== 'block-box')
    .map((tool) =>
      tool.kind === 'router-table'
        ? { ...tool, fenceScale: { unit: 'mm', graduation: 0.01, zero: 4 } }
        : tool,
    ),
});

/** The fence to the near side, to the far side and to the middle of the cutter. */
describe.each([
  ['router-table-groove', 'stub', 'near-side'],
  ['router-table-sled', 'blind', 'far-side'],
  ['router-table-stops', 'blind', 'centre-of-cutter'],
])('%s, its fence set by the scale', (method, kind, side) => {
  it('cuts where the joint is: the machine reads as the card does', () => {
    let tried = 0;
    const wanted = cases({ kind, methods: [method] }).filter(({ goes }) => goes);
    for (const { job, shop } of fc.sample(wanted, { seed: 5, numRuns: 4 })) {
      const plan = planJob(job, byScale(shop), modeller);
      const fences = setupsOf(plan)
        .filter((setup) => setup.method === method)
        .flatMap(({ figures }) => figures.filter(({ from }) => from === 'fence-face'));
      /** One that only clears what stands between two others is set by rule. */
      tried += fences.filter(({ to, set }) => to === side && set.by === 'scale').length;
      const { members } = plan.joints[0]!.proof!;
      const wrong = [members.tenoned, members.mortised]
        .flatMap(({ mismatches }) => mismatches)
        .filter(({ depth, allowed }) => depth > allowed);
      expect(wrong).toEqual([]);
    }
    expect(tried).toBeGreaterThan(1);
  });
});
