import { describe, expect, it } from 'vitest';
import { resolve } from '../../design/job/index.ts';
import { planJob } from '../../day/plan/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import type { Shop, Tool, ToolKind } from '../../shop/tooling/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { cheapestAddition } from './addition.ts';
import { routesFor } from './routes.ts';

const context = { joint: 'joint', occurrences: [] };
const job = jobWith({ params: { corners: 'squared', position: 100 } });
const { kind, params, members } = resolve(job.joints[0]!, job);
const { mortised } = kind.features(params, members);
const withOnly = (...kinds: ToolKind[]): Shop => ({
  ...TEST_SHOP,
  tools: TEST_SHOP.tools.filter((t) => kinds.includes(t.kind)),
});
const cuts = (shop: Shop, tools: readonly Tool[]) =>
  routesFor(mortised, { ...shop, tools: [...shop.tools, ...tools] }, context).some(
    (r) => !r.refusals.length,
  );

describe('the cheapest addition to a chest with nothing fit for a mortise of 8', () => {
  it.each<[ToolKind[], RegExp]>([
    [['drill-press'], /is a boring bit of 8\.0 mm; then: .*bored/i],
    [['router'], /is a router cutter of 8\.0 mm; then: /],
    [['mortiser'], /is a hollow chisel of 8\.0 mm; then: /],
  ])('beside a %s: what goes into it, in the size of the mortise', (kinds, words) => {
    const shop = withOnly(...kinds);
    expect(cuts(shop, [])).toBe(false);
    expect(speak(cheapestAddition(mortised, shop, context)!.words, METRIC)).toMatch(words);
  });

  it('in an empty chest: enough to cut it, and nothing of it can be left out', () => {
    const shop = withOnly();
    const { tools } = cheapestAddition(mortised, shop, context)!;
    expect(cuts(shop, tools)).toBe(true);
    for (const tool of tools)
      expect(
        cuts(
          shop,
          tools.filter((t) => t !== tool),
        ),
      ).toBe(false);
  });

  it('the plan of a joint says it, and no longer once the tool is there', () => {
    const shop = withOnly('drill-press');
    const plan = (chest: Shop) => planJob(job, chest).joints[0]!;
    expect(plan(shop).chosen.mortised).toBeUndefined();
    expect(speak(plan(shop).additions!.mortised!, METRIC)).toMatch(
      /^Nothing in the chest cuts this/,
    );
    const { tools } = cheapestAddition(mortised, shop, context)!;
    expect(plan({ ...shop, tools: [...shop.tools, ...tools] }).additions).toBeUndefined();
  });
});
