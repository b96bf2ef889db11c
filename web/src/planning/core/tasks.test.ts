import { beforeAll, describe, expect, it } from 'vitest';
import { planJob, readingsOf } from '@velk/core/day';
import type { Modeller } from '@velk/core/ground';
import { jobWith, loadModeller, TEST_SHOP } from '@velk/core/testing';
import { NOTHING_KEPT, type KeptProofs } from './keptProofs.ts';
import type { Proofs } from './proving.ts';
import { withSolutions } from './solving.ts';
import { startTasks } from './tasks.ts';

let modeller: Modeller;
beforeAll(async () => void (modeller = await loadModeller()));

/** Tasks that count how often something was cut, and say what they were given to solve. */
function watched(kept = NOTHING_KEPT) {
  const cut = { times: 0 };
  const solved: string[] = [];
  const counting: Modeller = {
    ...modeller,
    scope: (work) => (cut.times++, modeller.scope(work)),
  };
  const tasks = startTasks({
    modeller: () => Promise.resolve(counting),
    solve: (program) => Promise.resolve(void solved.push(program)),
    keptBy: () => kept,
  });
  return { cut, solved, tasks };
}
const basis = { job: jobWith(), shop: TEST_SHOP };
const cards = (names: readonly { id: string }[]) => names.map(({ id }) => id).join('\n');

describe('what the core does', () => {
  it('a plan is sent whole once, then only what changed', async () => {
    const { tasks } = watched();
    const { plan } = (await tasks.answer('plan', basis, 1))!;
    const ownPlan = planJob(basis.job, TEST_SHOP);
    expect(plan.cards.fresh).toEqual(ownPlan.cards);
    expect(plan).not.toHaveProperty('basis');
    const again = (await tasks.answer('plan', basis, 2))!.plan;
    expect([again.cards.fresh, again.cards.names]).toEqual([[], plan.cards.names]);
  });

  it('readings are those of the plan; once dropped, no more pieces are cut and nothing is answered', async () => {
    const { tasks, cut } = watched();
    const plan = planJob(basis.job, TEST_SHOP);
    const asked = { ...basis, cards: cards(plan.cards), by: {} };
    const readings = (await tasks.answer('readings', asked, 1))!.readings;
    expect(Object.keys(readings)).toEqual(plan.cards.map(({ id }) => id));
    for (const card of plan.cards)
      expect(readings[card.id]).toEqual(readingsOf(modeller, card, plan));
    const whole = cut.times;
    const dropped = tasks.answer('readings', asked, 2);
    await new Promise((resolve) => setTimeout(resolve));
    tasks.drop(2);
    expect(await dropped).toBeUndefined();
    expect(cut.times - whole).toBeLessThan(whole);
  });

  it('readings that are kept are not cut again, of any joint whose like is kept', async () => {
    const rows = new Map<string, object>();
    const name = (question: readonly unknown[]) => JSON.stringify(question);
    const kept: KeptProofs = {
      find: (questions) => Promise.resolve(questions.map((asked) => rows.get(name(asked)))),
      keep: (asked, made) => Promise.resolve(void rows.set(name(asked), made)),
    };
    const first = watched(kept);
    const plan = planJob(basis.job, TEST_SHOP);
    const asked = { ...basis, cards: cards(plan.cards), by: {} };
    const made = await first.tasks.answer('readings', asked, 1);
    expect(rows.size).toBe(plan.cards.length);
    const later = watched(kept);
    expect(await later.tasks.answer('readings', asked, 1)).toEqual(made);
    expect(later.cut.times).toBe(0);
    const renamed = { ...basis.job, name: 'Another', parts: [...basis.job.parts].reverse() };
    await later.tasks.answer('readings', { ...asked, job: renamed }, 2);
    expect(later.cut.times, 'a name changes no reading').toBe(0);
    const longer = jobWith({ params: { tenonLength: 28 } });
    await later.tasks.answer('readings', { ...asked, job: longer }, 3);
    expect(later.cut.times).toBeGreaterThan(0);
  });

  it('proofs are told until they are dropped, the joint looked at first', async () => {
    const { tasks } = watched();
    const [joint] = basis.job.joints;
    const parts = basis.job.parts.flatMap((part) => [part, { ...part, id: `${part.id}-2` }]);
    const second = {
      ...joint!,
      id: 'second',
      tenoned: { ...joint!.tenoned, part: `${joint!.tenoned.part}-2` },
      mortised: { ...joint!.mortised, part: `${joint!.mortised.part}-2` },
    };
    const two = { ...basis.job, parts, joints: [joint!, second] };
    const told: Proofs[] = [];
    tasks.look('second');
    await tasks.prove({ job: two, shop: TEST_SHOP, by: {} }, (proofs) => told.push(proofs), 1);
    expect(told.flatMap(({ proofs }) => proofs.map((proof) => proof.joint))[0]).toBe('second');
    expect(told.at(-1)).toMatchObject({ last: true });
    const other = {
      ...two,
      joints: two.joints.map((eachJoint) => ({ ...eachJoint, id: `${eachJoint.id}-2` })),
    };
    const less: Proofs[] = [];
    const going = tasks.prove(
      { job: other, shop: TEST_SHOP, by: {} },
      (proofs) => less.push(proofs),
      2,
    );
    tasks.drop(2);
    await going;
    expect(less.some(({ last }) => last)).toBe(false);
  });

  it('a search tells how far it is, and ends where it is dropped', async () => {
    const { tasks } = watched();
    let told = 0;
    const going = tasks.search({ ...basis, moves: 1e12, seed: 1 }, () => void told++, 7);
    while (told < 2) await new Promise((resolve) => setTimeout(resolve, 10));
    tasks.drop(7);
    await going;
    const at = told;
    await new Promise((resolve) => setTimeout(resolve, 200));
    expect(told).toBe(at);
  });

  it('a program is solved elsewhere, and the answer is that of a solver at hand', async () => {
    const { tasks, solved } = watched();
    expect((await tasks.answer('least', basis, 1))!.least).toBeUndefined();
    expect(solved).toHaveLength(1);
    const asked: string[] = [];
    const solution = (value: number) => ({ value, variables: new Map([['x', value]]) });
    const sum = await withSolutions(
      (program) => Promise.resolve((asked.push(program), solution(program.length))),
      (solver) => solver('one', 1)!.value + solver('three', 1)!.value + solver('one', 1)!.value,
    );
    expect([sum, asked]).toEqual([11, ['one', 'three']]);
    const broken = withSolutions(
      () => Promise.reject(new Error('no solver')),
      (solver) => solver('one', 1),
    );
    await expect(broken).rejects.toThrow('no solver');
  });
});
