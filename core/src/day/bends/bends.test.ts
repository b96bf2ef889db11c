import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Job } from '../../design/job/index.ts';
import { demo } from '../../testing/demo.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import type { Shop } from '../../shop/tooling/index.ts';
import { planJob, setupsOf, type Plan } from '../plan/index.ts';
import { bent, jointBends, lookForSavings, savingsTogether, type Saving } from './index.ts';

/** Setting and cutting of a whole job, minutes, planned from scratch. */
const minutesOf = ({ minutes, cards }: Plan): number =>
  minutes + cards.reduce((sum, { cutting }) => sum + cutting, 0);

function savingsOf(job: Job, shop: Shop): readonly Saving[] {
  const looking = lookForSavings(job, shop);
  let step = looking.next();
  while (!step.done) step = looking.next();
  return step.value.savings;
}

/** How many errors and warnings a plan has. */
const troublesIn = ({ joints }: Plan): number =>
  joints.reduce(
    (sum, { problems, advice }) =>
      sum + problems.length + advice.filter(({ level }) => level === 'warning').length,
    0,
  );

/** Two rails into one stile, the lower one drawn a little otherwise. */
function rails(params: object): Job {
  const base = jobWith({ params: { corners: 'squared' } });
  const [rail, stile] = base.parts as [Job['parts'][number], Job['parts'][number]];
  const [joint] = base.joints as [Job['joints'][number]];
  const lower = {
    ...joint,
    id: 'lower',
    tenoned: { ...joint.tenoned, part: 'lower' },
    params: { ...joint.params, position: 300, ...params },
  };
  return {
    ...base,
    parts: [rail, stile, { ...rail, id: 'lower', name: 'Lower rail' }],
    joints: [joint, lower],
  };
}

const RACKS = demo('racks');
const OF_RACKS = savingsOf(RACKS.job, RACKS.shop);

describe('the drawing bends to the tools', () => {
  it('each saving, planned from scratch, saves what it says, and so do all together', () => {
    const { job, shop } = RACKS;
    const before = planJob(job, shop);
    const savings = OF_RACKS;
    expect(savings.length).toBeGreaterThan(0);
    for (const saving of savings) {
      const after = planJob(bent(job, saving), shop);
      expect(minutesOf(before) - minutesOf(after)).toBeCloseTo(saving.minutes, 6);
      expect(before.cards.length - after.cards.length).toBe(saving.cards);
    }
    const all = savingsTogether(savings, job, shop);
    const last = planJob(all.job, shop);
    expect(minutesOf(before) - minutesOf(last)).toBeCloseTo(all.minutes, 6);
    expect(all.minutes).toBeGreaterThanOrEqual(savings[0]!.minutes - 1e-6);
  });

  it('two rails whose shoulders differ a little are offered one, which saves cards', () => {
    const job = rails({ edgeShoulder: 9.6 });
    const alike = savingsOf(job, TEST_SHOP).find(({ dimension }) => dimension === 'edgeShoulder');
    expect([alike?.from, alike?.to].sort()).toEqual([10, 9.6]);
    expect(alike!.cards).toBeGreaterThan(0);
  });

  it('a rail a little thicker than its sister is offered as thick, unless it was measured', () => {
    const job = rails({});
    const thicker = (measured: readonly number[]): Job => ({
      ...job,
      parts: job.parts.map((part) =>
        part.id === 'lower' ? { ...part, thickness: { nominal: 22.4, measured } } : part,
      ),
    });
    const offered = (of: Job) =>
      savingsOf(of, TEST_SHOP).filter((saving) => saving.of === 'part' && saving.part === 'lower');
    const [thinner] = offered(thicker([])) as [Saving];
    expect(thinner).toMatchObject({ dimension: 'thickness', from: 22.4, to: 22 });
    const [before, after] = [thicker([]), bent(thicker([]), thinner)].map((of) =>
      planJob(of, TEST_SHOP),
    ) as [Plan, Plan];
    expect(after.basis.job.parts).toEqual(job.parts);
    expect(minutesOf(before) - minutesOf(after)).toBeCloseTo(thinner.minutes, 6);
    expect(offered(thicker([22.4, 22.4]))).toEqual([]);
    const begun = setupsOf(before).map(({ id }) => id);
    expect(offered({ ...thicker([]), begun })).toEqual([]);
  });

  it('nobody is offered thinner wood only because a saw goes through it sooner', () => {
    const job = jobWith({ params: { corners: 'squared' }, rail: { thickness: 22.4 } });
    const many = job.parts.map((part) => ({ ...part, quantity: part.quantity * 200 }));
    const wider = { ...job, parts: many };
    const offered = savingsOf(wider, TEST_SHOP).filter(({ of }) => of === 'part');
    const cards = (of: Job) => planJob(of, TEST_SHOP).cards.map(({ id }) => id);
    for (const saving of offered) expect(cards(bent(wider, saving))).not.toEqual(cards(wider));
    const thinner = wider.parts.map((part) =>
      part.id === 'rail' ? { ...part, thickness: { nominal: 22, measured: [] } } : part,
    );
    const [thick, thin] = [wider, { ...wider, parts: thinner }].map((of) =>
      minutesOf(planJob(of, TEST_SHOP)),
    );
    expect(thick! - thin!).toBeGreaterThan(2);
    expect(offered.filter(({ to }) => to === 22)).toEqual([]);
  });

  it('tells what is said of its joint with it, and no longer, but not of the size itself', () => {
    const { job, shop } = RACKS;
    const before = planJob(job, shop);
    const titles = ({ joints }: Plan, of: Saving) =>
      joints.flatMap(({ joint, advice }) =>
        advice
          .filter(
            ({ dimension }) => of.of === 'part' || joint !== of.joint || dimension !== of.dimension,
          )
          .map(({ id, title }) => [`${joint} ${id}`, title] as const),
      );
    let told = 0;
    for (const saving of OF_RACKS) {
      const [had, has] = [before, planJob(bent(job, saving), shop)].map((plan) =>
        titles(plan, saving),
      ) as [ReturnType<typeof titles>, ReturnType<typeof titles>];
      const beside = (some: typeof had, others: typeof had) =>
        some.filter(([key]) => others.every(([other]) => other !== key)).map(([, title]) => title);
      expect(saving.comes).toEqual(beside(has, had));
      expect(saving.goes).toEqual(beside(had, has));
      told += saving.goes.length;
    }
    expect(told).toBeGreaterThan(0);
  });

  it('only of the one joint that is asked about', () => {
    const job = rails({ edgeShoulder: 9.6 });
    const only = (joint: string) => {
      const looking = lookForSavings(job, TEST_SHOP, joint);
      let step = looking.next();
      while (!step.done) step = looking.next();
      return step.value;
    };
    const [own, other, all] = [only('lower'), only('joint'), savingsOf(job, TEST_SHOP)];
    expect(own.savings.length).toBeGreaterThan(0);
    expect(own.savings.every((saving) => saving.of === 'joint' && saving.joint === 'lower')).toBe(
      true,
    );
    expect(own.savings.length + other.savings.length).toBe(
      all.filter(({ of }) => of === 'joint').length,
    );
  });

  it('a haunch is tried as deep as the groove of the same job', () => {
    const haunched = jobWith({ kind: 'haunched', params: { haunchLength: 9 } }).joints[0]!;
    const grooved = { ...haunched, id: 'panel', kind: 'grooved', params: { grooveDepth: 8.4 } };
    const tried = jointBends([haunched, grooved], jobWith(), TEST_SHOP);
    const depths = tried.filter(({ dimension }) => dimension === 'haunchLength');
    expect(depths.map(({ joint, to }) => [joint, to])).toEqual([['joint', 8.4]]);
  });

  it('nothing is offered of what is begun, and nothing where a joint is impossible', () => {
    const job = jobWith();
    const sizes = (of: Job) => jointBends(of.joints, of, TEST_SHOP).length;
    expect(sizes(job)).toBeGreaterThan(0);
    const two = rails({ edgeShoulder: 9.6 });
    expect(savingsOf(two, TEST_SHOP).length).toBeGreaterThan(0);
    const begun = setupsOf(planJob(two, TEST_SHOP)).map(({ id }) => id);
    expect(savingsOf({ ...two, begun }, TEST_SHOP)).toEqual([]);
    const impossible = jobWith({ params: { tenonLength: 400 } });
    expect(savingsOf(impossible, TEST_SHOP)).toEqual([]);
  });

  it('never adds an error or a warning, one by one or together, however two rails differ', () => {
    const unlike = fc.record({
      edgeShoulder: fc.integer({ min: 76, max: 124 }).map((tenths) => tenths / 10),
      tenonLength: fc.integer({ min: 28, max: 32 }),
      faceShoulder: fc.integer({ min: 65, max: 75 }).map((tenths) => tenths / 10),
    });
    let offered = 0;
    fc.assert(
      fc.property(unlike, (params) => {
        const job = rails(params);
        const before = planJob(job, TEST_SHOP);
        const savings = savingsOf(job, TEST_SHOP);
        offered += savings.length;
        for (const saving of savings)
          expect(troublesIn(planJob(bent(job, saving), TEST_SHOP))).toBeLessThanOrEqual(
            troublesIn(before),
          );
        const after = planJob(savingsTogether(savings, job, TEST_SHOP).job, TEST_SHOP);
        expect(troublesIn(after)).toBeLessThanOrEqual(troublesIn(before));
        expect(after.hasErrors && !before.hasErrors).toBe(false);
      }),
      { numRuns: 6 },
    );
    expect(offered).toBeGreaterThan(6);
  });
});
