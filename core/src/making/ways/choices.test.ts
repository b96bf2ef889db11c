import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { JOINT_KINDS } from '../../design/joints/index.ts';
import { planJob } from '../../day/plan/index.ts';
import { cases } from '../../testing/generate.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { choicesOf } from './choices.ts';
import { STAGES, type RouteChoice } from './routes.ts';

const apart = ({ methods }: RouteChoice): boolean => methods.some((m) => m.startsWith('edges-'));

/** Takes whatever belongs to the wanted route, stage by stage, until nothing changes. */
function chooseToward(
  wanted: RouteChoice,
  routes: readonly RouteChoice[],
  from: RouteChoice,
): RouteChoice {
  let current = from;
  for (let steps = 0; steps < 12 && current !== wanted; steps++) {
    const next = choicesOf(routes, current)
      .flatMap(({ choices }) => choices)
      .find(
        ({ method, route }) =>
          (wanted.methods.includes(method) ||
            (method === 'with-faces' && apart(current) && !apart(wanted))) &&
          !current.methods.includes(method) &&
          route.refusals.length === 0,
      );
    if (!next) break;
    current = next.route;
  }
  return current;
}

describe('choosing stage by stage', () => {
  it.each(JOINT_KINDS.map(({ id }) => id))(
    '%s: every accepted way is reached from the first',
    (kind) => {
      let reached = 0;
      for (const { job, shop } of fc.sample(cases({ kind }), { numRuns: 1, seed: 11 }))
        for (const routes of Object.values(planJob(job, shop).joints[0]!.routes)) {
          const accepted = routes.filter((r) => !r.refusals.length);
          const order = accepted.flatMap((r) =>
            choicesOf(routes, r)
              .map((s) => STAGES.indexOf(s.stage))
              .map((at, i, all) => at - (all[i - 1] ?? 0)),
          );
          expect(Math.min(0, ...order)).toBe(0);
          for (const wanted of accepted) {
            expect(chooseToward(wanted, routes, accepted[0]!).id).toBe(wanted.id);
            reached++;
          }
        }
      expect(reached).toBeGreaterThan(3);
    },
  );

  it('a choice keeps the other stages, and one refused everywhere stands there with its reason', () => {
    const [sample] = fc.sample(cases({ kind: 'blind', corners: 'squared' }), {
      numRuns: 1,
      seed: 3,
    });
    const noMortiser = {
      ...TEST_SHOP,
      tools: TEST_SHOP.tools.filter((t) => t.kind !== 'mortiser'),
    };
    const { tenoned, mortised } = planJob(sample!.job, noMortiser).joints[0]!.routes;
    const first = tenoned.find((r) => r.id.startsWith('crosscut-shoulders+saw-upright-flipped'))!;
    const cheeks = choicesOf(tenoned, first).find(({ stage }) => stage === 'cheeks')!;
    expect(cheeks.choices.find((c) => c.method === 'bandsaw-flipped')!.route.id).toMatch(
      /^crosscut-shoulders\+bandsaw-flipped/,
    );
    const [mortise] = choicesOf(mortised, mortised[0]!);
    expect(
      mortise!.choices.find((c) => c.method === 'hollow-chisel')!.route.refusals[0]!.message.text,
    ).toMatch(/no mortiser/);
  });
});
