import { beforeAll, describe, expect, it } from 'vitest';
import { planJob, routesOf, setupsOf } from '../../day/plan/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP, withTool } from '../../testing/shops.ts';
import { starterChest, type Shop, type Tool } from '../../shop/tooling/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { machinesFor } from './choices.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const toolOf = (id: string) => TEST_SHOP.tools.find((t) => t.id === id)!;
const withAnother = (id: string, change: object, shop: Shop = TEST_SHOP): Shop => ({
  ...shop,
  tools: [
    ...shop.tools,
    { ...toolOf(id), id: `${id}-2`, name: `${toolOf(id).name}, the other`, ...change },
  ],
});
const job = jobWith({ params: { corners: 'squared' }, routes: { tenoned: 'saw-flat-stack' } });

describe('several machines of a kind', () => {
  it('a stack goes on the saw whose arbor takes it, though another comes first in the chest', () => {
    const shop = withAnother('saw', {}, withTool(TEST_SHOP, 'saw', { widestStack: 0 }));
    const { joints, cards, hasErrors } = planJob(job, shop, modeller);
    expect([hasErrors, joints[0]!.proof?.good, joints[0]!.chosen.tenoned]).toEqual([
      false,
      true,
      'saw-flat-stack@saw-2',
    ]);
    expect(
      new Set(
        setupsOf({ cards })
          .filter((s) => s.cutter === 'stack')
          .map((s) => s.machine),
      ),
    ).toEqual(new Set(['saw-2']));
    /** With neither it is refused, by the saw's own words. */
    const none = planJob(job, withTool(shop, 'saw-2', { widestStack: 0 }));
    expect(none.joints[0]!.notTaken?.tenoned?.reasons.map((r) => speak(r, METRIC)).join()).toMatch(
      /no table saw here takes a stack/,
    );
  });

  it('is a choice beside the way; kept while the machine is there, and refused by its reason when it is gone', () => {
    const shop = withAnother('saw', { maxUpright: 1000 });
    const routes = routesOf(job.joints[0]!, job, shop).tenoned;
    const [route, other] = machinesFor(
      routes,
      routes.find((r) => r.id === 'saw-flat-stack')!,
    );
    expect([route!.machine, other!.machine]).toEqual([undefined, 'saw-2']);
    const asked = { ...job, joints: [{ ...job.joints[0]!, routes: { tenoned: other!.id } }] };
    const { joints, cards } = planJob(asked, shop);
    expect(joints[0]!.chosen.tenoned).toBe(other!.id);
    expect(setupsOf({ cards }).some((s) => s.machine === 'saw-2')).toBe(true);
    expect(
      planJob(asked, TEST_SHOP).joints[0]!.notTaken?.tenoned?.reasons.map((r) => speak(r, METRIC)),
    ).toEqual([
      'The machine that was chosen for this is not in the chest, or no way with it cuts this half. ' +
        'Put it back, or choose another.',
    ]);
  });

  it('is looked at only where it is unlike the first, and never doubles what doesn’t use it', () => {
    const count = (shop: Shop) => routesOf(job.joints[0]!, job, shop).tenoned.length;
    expect(count(withAnother('saw', {}))).toBe(count(TEST_SHOP));
    const ids = routesOf(job.joints[0]!, job, withAnother('band', { throat: 300 })).tenoned.map(
      (r) => r.id,
    );
    const doubled = ids.filter((id) => id.endsWith('@band-2'));
    expect(doubled.length).toBeGreaterThan(3);
    for (const id of doubled) expect(id).toMatch(/bandsaw/);
  });
});

describe('the chests one begins with', () => {
  it('hold nothing that none of their machines takes', () => {
    for (const units of ['mm', 'in'] as const)
      for (const size of ['small', 'full'] as const) {
        const chest = starterChest(units, size);
        const all = <K extends Tool['kind']>(kind: K) =>
          chest.filter((t): t is Extract<Tool, { kind: K }> => t.kind === kind);
        const most = (sizes: readonly number[]) => Math.max(0, ...sizes);
        for (const stack of all('stack'))
          expect(stack.outer).toBeLessThan(most(all('table-saw').map((s) => s.widestStack)));
        for (const cutter of all('router-cutter'))
          expect(cutter.shank).toBeLessThanOrEqual(most(all('router').map((r) => r.largestShank)));
        for (const bit of all('boring-bit'))
          expect(bit.diameter).toBeLessThanOrEqual(
            most(all('drill-press').map((p) => p.largestBit)),
          );
        for (const chisel of all('hollow-chisel'))
          expect(chisel.size).toBeLessThanOrEqual(
            most(all('mortiser').map((m) => m.largestChisel)),
          );
        for (const bushing of all('bushing'))
          expect(bushing.bore).toBeGreaterThan(
            Math.min(...all('router-cutter').map((c) => c.diameter)),
          );
        for (const jig of all('upright-jig'))
          expect([jig.id, all('table-saw').length]).toEqual([jig.id, 1]);
      }
  });
});
