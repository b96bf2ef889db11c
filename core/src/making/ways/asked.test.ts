import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob } from '../../day/plan/index.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { cases } from '../../testing/generate.ts';
import { jobWith, type JobShape } from '../../testing/jobs.ts';
import { TEST_SHOP, withTool } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';

const squared = { corners: 'squared', position: 100 } as const;
const planned = (routes: JobShape['routes'], shop = TEST_SHOP, params: object = squared) => {
  const plan = planJob(jobWith({ params, routes: routes ?? {} }), shop);
  return { plan, joint: plan.joints[0]! };
};
const reasons = (joint: ReturnType<typeof planned>['joint'], member: 'tenoned' | 'mortised') =>
  joint.notTaken?.[member]?.reasons.map((r) => speak(r, METRIC));

describe('a way that was chosen', () => {
  it('is kept, whatever way it is that could be', () => {
    fc.assert(
      fc.property(cases({}), fc.nat(), ({ job, shop }, n) => {
        const usable = planJob(job, shop).joints[0]!.routes.tenoned.filter(
          (r) => !r.refusals.length,
        );
        const { id } = usable[n % usable.length]!;
        const joints = job.joints.map((j) => ({ ...j, routes: { tenoned: id } }));
        const { chosen, notTaken } = planJob({ ...job, joints }, shop).joints[0]!;
        expect(chosen.tenoned).toBe(id);
        expect(notTaken).toBeUndefined();
      }),
      { numRuns: 25, seed: 12 },
    );
  });

  it('misspelt is an error with its name, and nothing is cut in its place', () => {
    const { plan, joint } = planned({ tenoned: 'crosscut-shoulders+saw-uprihgt-flipped' });
    expect(reasons(joint, 'tenoned')).toEqual([
      '“saw-uprihgt-flipped” is no way of cutting that Velk knows. Choose another.',
    ]);
    expect(joint.chosen.tenoned).toBeUndefined();
    expect(eachSetup(plan).every((o) => o.setup.occurrences[0]!.member === 'mortised')).toBe(true);
    expect(plan.hasErrors).toBe(true);
  });

  it('that the shop refuses is an error with the refusal’s own words', () => {
    const low = withTool(TEST_SHOP, 'saw', { maxUpright: 500 });
    const { plan, joint } = planned({ tenoned: 'crosscut-shoulders+saw-upright-flipped' }, low);
    expect(reasons(joint, 'tenoned')).toEqual([
      expect.stringMatching(/600\.0 mm long; 500\.0 mm stands upright here/),
    ]);
    expect([joint.chosen.tenoned, plan.hasErrors]).toEqual([undefined, true]);
    expect(joint.additions).toBeUndefined();
  });

  it('that doesn’t cut such a half is an error that names it', () => {
    const { joint } = planned({ mortised: 'saw-groove' });
    expect(reasons(joint, 'mortised')).toEqual([
      'along the fence of the table saw: that cuts grooves; this half has mortises. ' +
        'Choose another.',
    ]);
  });

  it('keeps what follows the joint as it is drawn now: its corners come and go', () => {
    const rounded = planned(
      { tenoned: 'crosscut-shoulders+saw-upright-flipped', mortised: 'router-jig+square-ends' },
      TEST_SHOP,
      { ...squared, corners: 'rounded' },
    );
    expect(rounded.joint.chosen).toEqual({
      tenoned: 'crosscut-shoulders+saw-upright-flipped+round-edges',
      mortised: 'router-jig',
    });
    expect(rounded.joint.notTaken).toBeUndefined();
  });
});
