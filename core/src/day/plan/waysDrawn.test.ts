import { describe, expect, it } from 'vitest';
import { demo } from '../../testing/demo.ts';
import { scenesOf } from './scenes.ts';
import { planJob } from './plan.ts';
import { waysDrawn, waysOf } from './waysOffered.ts';

describe('the ways of a joint, drawn', () => {
  it('every method of a way that can be taken has the picture of its own card', () => {
    const { job, shop } = demo('racks');
    const plan = planJob(job, shop);
    for (const joint of job.joints) {
      const drawn = waysDrawn(joint, job, shop);
      const ways = waysOf(joint, job, shop);
      for (const member of ['tenoned', 'mortised'] as const) {
        const open = ways[member].filter(({ refusals }) => refusals.length === 0);
        const methods = new Set(open.flatMap((way) => way.methods));
        expect(methods.size).toBeGreaterThan(1);
        for (const method of methods)
          expect(drawn[member], `${joint.name}: ${method}`).toHaveProperty([
            method,
            'shapes',
            'length',
          ]);
      }
    }
    const [first] = plan.cards;
    const [setup] = first!.setups;
    const { joint: id, member } = setup!.occurrences[0]!;
    const joint = job.joints.find((own) => own.id === id)!;
    const picture = waysDrawn(joint, job, shop)[member][setup!.method];
    expect(picture?.title).toBe(scenesOf(first!, plan)[0]!.pictures[0]!.title);
  });
});
