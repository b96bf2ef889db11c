import { describe, expect, it } from 'vitest';
import type { MemberName } from '../../design/joints/index.ts';
import { WONTED } from '../../testing/wonted.ts';
import { wontedJob } from '../../testing/wontedJob.ts';
import { planJob, waysInTurn, waysOf, type Plan } from './index.ts';

const MEMBERS: readonly MemberName[] = ['tenoned', 'mortised'];
/** Setting and cutting of a whole job, minutes. */
const allOf = ({ minutes, cards }: Plan): number =>
  minutes + cards.reduce((sum, { cutting }) => sum + cutting, 0);

describe('what comes by itself, in forty jobs', () => {
  it.each(WONTED.map((wonted) => [wonted.title, wonted] as const))('%s', (_, wonted) => {
    const { job, shop } = wontedJob(wonted);
    const plan = planJob(job, shop);
    for (const joint of plan.joints) {
      expect(joint.problems).toEqual([]);
      for (const member of MEMBERS)
        expect(joint.chosen[member]).toMatch(wonted.expects[member] ?? /./);
    }
    expect(new Set(plan.joints.map(({ chosen }) => chosen.tenoned)).size).toBe(1);
  });

  it('no pair of ways that is offered is quicker, unless a reason is told', () => {
    for (const wonted of WONTED) {
      const { job, shop } = wontedJob(wonted);
      const [joint] = job.joints;
      if (wonted.sister) continue;
      const plan = planJob(job, shop);
      const { why = {} } = plan.joints[0]!;
      const offered = waysOf(joint!, job, shop);
      const [tenoned, mortised] = MEMBERS.map((member) =>
        offered[member]
          .filter((way) => !way.refusals.length && !way.awkward.length)
          .sort(waysInTurn)
          .slice(0, 3)
          .map(({ id }) => id),
      );
      const pairs = tenoned!.flatMap((a) => mortised!.map((b) => ({ tenoned: a, mortised: b })));
      const quicker = pairs.filter((routes) => {
        const other = planJob({ ...job, joints: [{ ...joint!, routes }] }, shop);
        /** Walking between machines is of the order, and of no way. */
        return allOf(other) < allOf(plan) - 2;
      });
      expect([wonted.title, quicker.length === 0 || Object.keys(why).length > 0, quicker]).toEqual([
        wonted.title,
        true,
        quicker,
      ]);
    }
  });
});
