import { describe, expect, it } from 'vitest';
import type { Job } from '../../design/job/index.ts';
import { unevenly } from '../../making/ways/suits.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { WONTED } from '../../testing/wonted.ts';
import { wontedJob } from '../../testing/wontedJob.ts';
import { planJob, routesOf } from './index.ts';

/** The job with a second rail and stile beside the first, joined alike but for what is said. */
function beside(job: Job, params: object, routes: Job['joints'][number]['routes']): Job {
  const [rail, stile] = job.parts as [Job['parts'][number], Job['parts'][number]];
  const [joint] = job.joints as [Job['joints'][number]];
  const second = {
    ...joint,
    id: 'second',
    tenoned: { ...joint.tenoned, part: 'rail-2' },
    mortised: { ...joint.mortised, part: 'stile-2' },
    params: { ...joint.params, ...params },
    routes,
  };
  return {
    ...job,
    parts: [
      ...job.parts,
      { ...rail, id: 'rail-2', name: 'Second rail', thickness: { nominal: 24, measured: [] } },
      { ...stile, id: 'stile-2', name: 'Second stile', thickness: { nominal: 24, measured: [] } },
    ],
    joints: [joint, second],
  };
}

describe('ways over the whole job', () => {
  const two = jobWith({ params: { corners: 'squared' } });
  const chosen = (job: Job, joint = 0) => planJob(job, TEST_SHOP).joints[joint]!;

  it('what stands set up for another joint is taken, and said to be why', () => {
    const apart = chosen(two).chosen.tenoned!;
    expect(apart).toBe('saw-flat-stack');
    const sled = 'sled-shoulders+bandsaw-flipped';
    const asked = chosen(beside(two, {}, { tenoned: sled }));
    expect(asked.chosen.tenoned).toBe(sled);
    expect(asked.why?.tenoned?.text).toMatch(/^Most of what it needs is set up anyway: .* \d+ min/);
    /** Of its own quickest nothing is to be said. */
    expect(chosen(two).why?.tenoned).toBeUndefined();
  });

  it('of two within a quarter the one by an owned jig is taken, without the jig the other', () => {
    const legs = WONTED.find(({ title }) => title.startsWith('Four legs'))!;
    const { job, shop } = wontedJob(legs);
    const [withJig] = planJob(job, shop).joints;
    expect(withJig!.chosen.mortised).toBe('router-jig');
    expect(withJig!.why?.mortised?.text).toMatch(/^By the jig that is there: .* \d+ min quicker/);
    const tools = shop.tools.filter(({ kind }) => kind !== 'mortising-jig');
    expect(planJob(job, { ...shop, tools }).joints[0]!.chosen.mortised).not.toBe('router-jig');
  });

  it('what was asked for stays, and so does what is begun, whatever stands beside it', () => {
    const by = 'crosscut-shoulders+saw-upright-flipped';
    const kept = { ...two, joints: [{ ...two.joints[0]!, routes: { tenoned: by } }] };
    expect(chosen(kept).chosen.tenoned).toBe(by);
    expect(chosen(beside(kept, {}, {})).chosen.tenoned).toBe(by);
  });

  it('uneven pieces ask for one face only where both are cut and the fit would go', () => {
    const routes = routesOf(two.joints[0]!, two, TEST_SHOP).tenoned;
    const setups = (id: string) => routes.find((route) => route.id === id)!.setups();
    expect(unevenly(setups('saw-flat-stack'), 0.6)).toHaveLength(1);
    expect(unevenly(setups('saw-flat-stack'))).toHaveLength(0);
    expect(unevenly(setups('sled-shoulders+bandsaw-stepped'), 0.6)).toHaveLength(0);
    expect(unevenly(setups('hand-tenon'), 0.6)).toHaveLength(0);
    const measured = (sizes: readonly number[]) =>
      chosen(jobWith({ params: { corners: 'squared' }, rail: { measured: sizes } })).chosen.tenoned;
    /** Within the fit that is asked for and the next, it may differ. */
    expect(measured([21.95, 22, 22.04])).toBe(measured([22]));
    expect(measured([21, 22, 23])).not.toBe(measured([22]));
  });
});
