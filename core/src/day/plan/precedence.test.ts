import { describe, expect, it } from 'vitest';
import type { Job } from '../../design/job/index.ts';
import { JOINT_KINDS } from '../../design/joints/index.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { jobOfKind } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { planJob } from './plan.ts';

/** The joint of a kind, with the parts that lead. */
const leading = (kind: string, ...leaders: readonly string[]): Job => {
  const job = jobOfKind(kind);
  return {
    ...job,
    parts: job.parts.map((part) => ({ ...part, leads: leaders.includes(part.id) })),
  };
};
const memberFirst = (job: Job) =>
  eachSetup(planJob(job, TEST_SHOP)).map(({ setup }) => setup.occurrences[0]!.member)[0];

describe('a part that leads', () => {
  it('has its halves cut first, whatever the shop does; where both lead, as in the shop', () => {
    const of = (...parts: string[]) => memberFirst(leading('blind', ...parts));
    expect([of(), of('rail'), of('stile'), of('rail', 'stile')]).toEqual([
      'mortised',
      'tenoned',
      'mortised',
      'mortised',
    ]);
    const tenonFirst = (...parts: string[]) =>
      memberFirst({ ...leading('blind', ...parts), schools: { half: 'tenon' } });
    expect([tenonFirst(), tenonFirst('stile')]).toEqual(['tenoned', 'mortised']);
  });

  it('is no more than its own joints’ matter', () => {
    const job = leading('blind', 'rail');
    const [joint] = job.joints;
    const [rail, stile] = job.parts;
    const second = {
      ...joint!,
      id: 'second',
      tenoned: { ...joint!.tenoned, part: 'rail-2' },
      mortised: { ...joint!.mortised, part: 'stile-2' },
    };
    const parts = [
      ...job.parts,
      { ...rail!, id: 'rail-2', leads: false },
      { ...stile!, id: 'stile-2' },
    ];
    const { cards } = planJob({ ...job, parts, joints: [joint!, second] }, TEST_SHOP);
    const ofJoint = (id: string) =>
      eachSetup({ cards })
        .filter(({ setup }) => setup.occurrences.some((place) => place.joint === id))
        .map(({ setup }) => setup.occurrences[0]!.member);
    expect([ofJoint('joint')[0], ofJoint('second')[0]]).toEqual(['tenoned', 'mortised']);
  });

  it('an open slot comes before its tenon where the slotted part leads', () => {
    expect(memberFirst(leading('open-slot'))).toBe('tenoned');
    expect(memberFirst(leading('open-slot', 'stile'))).toBe('mortised');
  });

  it.each(JOINT_KINDS.map(({ id }) => id))('leaves an order that keeps all rules: %s', (kind) => {
    for (const leader of ['rail', 'stile']) {
      const plan = planJob(leading(kind, leader), TEST_SHOP);
      const plain = planJob(jobOfKind(kind), TEST_SHOP);
      expect(plan.circle).toBeUndefined();
      expect(plan.hasErrors).toBe(plain.hasErrors);
    }
  });
});
