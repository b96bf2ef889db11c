import {
  assemblyPlan,
  cutList,
  holdingPlan,
  learnedFrom,
  leastMinutes,
  lookForSavings,
  orderSearch,
  proposalsOf,
  readingsToMake,
  RememberedProofs,
  rescuesOf,
  routesOf,
  setupsOf,
  shapesInJoints,
  shapingOf,
  sizesAsked,
  waysDrawn,
  waysOf,
  type JointDraft,
  type Reading,
} from '@velk/core/day';
import { kindOf, proveShape } from '@velk/core/design';
import { pairOf } from '@velk/core/making';
import { Remembered, type Modeller } from '@velk/core/ground';
import { nameOfCard, nameOfJoint, type Ask, type AskedBy, type Asks, type Core } from './asks.ts';
import type { KeptProofs } from './keptProofs.ts';
import { proveInTurn } from './proving.ts';
import { Teller } from './since.ts';
import { withSolutions, type Solve } from './solving.ts';

/**
 * As many as the joints of a large job, so that none of them is worked out again while another is
 * changed.
 */
const MANY = 1000;

/** A search lets others be heard so often, ms, and looks at the clock after so many moves. */
const TELL_EVERY = 60;
const CHUNK = 1000;

/** What the core is given by whoever runs it; each is fetched only where it is needed. */
export interface Means {
  readonly modeller: () => Promise<Modeller>;
  readonly solve: Solve;
  readonly keptBy: (by: AskedBy) => KeptProofs;
}

/** Waits until what was asked meanwhile has been heard; whether the task goes on after that. */
type Breath = () => Promise<boolean>;

type Tasks = {
  readonly [A in Ask]: (
    question: Asks[A]['asks'],
    breath: Breath,
  ) => Asks[A]['answers'] | Promise<Asks[A]['answers'] | undefined>;
};

/**
 * Everything that is reckoned, in one place: figures and order, ways, proofs, solids. A job is
 * planned once for all of it.
 */
export function startTasks({ modeller, solve, keptBy }: Means): Core {
  const drafts = new Remembered<JointDraft>(MANY);
  const remembered = new RememberedProofs(MANY);
  const joints = new Teller(nameOfJoint);
  const cards = new Teller(nameOfCard);
  const going = new Set<number>();
  const planned = holdingPlan(drafts);
  let lookedAt: string | null = null;

  const tasks: Tasks = {
    plan: ({ job, shop }) => {
      const { basis: _, ...plan } = planned(job, shop).plan;
      return {
        plan: { ...plan, joints: joints.since(plan.joints), cards: cards.since(plan.cards) },
      };
    },
    ways: ({ joint, job, shop }) => {
      const routes = routesOf(joint, job, shop);
      return {
        ways: waysOf(joint, job, shop, routes),
        drawn: waysDrawn(joint, job, shop, routes),
      };
    },
    proposals: ({ joint, job, shop }) => ({ proposals: proposalsOf(joint, job, shop, drafts) }),
    readings: async (question, breath) => {
      const { plan } = planned(question.job, question.shop);
      const kept = keptBy(question.by);
      const ids = new Set(question.cards.split('\n'));
      const wanted = plan.cards.filter(({ id }) => ids.has(id));
      const toMake = wanted.map((card) => readingsToMake(card, plan));
      const made = await kept.find(toMake.map((asked) => asked.question));
      const readings: Record<string, readonly Reading[]> = {};
      for (const [i, { id }] of wanted.entries()) {
        const known = made[i] as readonly Reading[] | undefined;
        if (!(await breath())) return undefined;
        readings[id] = known ?? toMake[i]!.prove(await modeller());
        if (!known) void kept.keep(toMake[i]!.question, readings[id]);
      }
      return { readings };
    },
    least: async ({ job, shop }) => ({
      least: await withSolutions(solve, (solver) => leastMinutes(job, shop, solver, drafts)),
    }),
    shapes: async ({ job, shop }, breath) => {
      const cut = await modeller();
      const sound = shapingOf(job, shop)
        .filter(({ problems }) => !problems.length)
        .flatMap(({ shapes }) => shapes);
      const proofs: Record<string, ReturnType<typeof proveShape>> = {};
      for (const shape of sound) {
        if (!(await breath())) return undefined;
        const part = job.parts.find(({ id }) => id === shape.part)!;
        proofs[shape.id] = proveShape(cut, shape, part, shop);
      }
      return { proofs, inJoints: shapesInJoints(cut, job, shop) };
    },
    rescues: async ({ job, shop, mishap, done }) => {
      const cut = await modeller();
      const { plan } = planned(job, shop);
      const setup = setupsOf(plan).find(({ id }) => id === mishap.setup);
      return {
        sizes: setup ? sizesAsked(cut, plan, setup) : [],
        rescues: rescuesOf(plan, { done }, mishap, cut),
      };
    },
    learned: async ({ job, shop, holds, today }) => ({
      learned: learnedFrom(await modeller(), planned(job, shop).plan, holds, today),
    }),
    cutList: async ({ job, shop }, breath) => {
      const list = cutList(job, shop);
      /** The solver is fetched only where it could find better. */
      if (list.volume <= list.least + 1 || !(await breath())) return { list };
      return { list: await withSolutions(solve, (solver) => cutList(job, shop, solver)) };
    },
    assembly: async ({ job, shop, unsound }) => {
      const without = new Set(unsound.split('\n'));
      return { plan: assemblyPlan(await modeller(), job, shop, (joint) => !without.has(joint)) };
    },
    pair: async ({ kind, params, members }) => ({
      pair: pairOf(await modeller(), kindOf(kind), params, members),
    }),
  };

  /** Works on a task until it is done or dropped. */
  const during = async <Answer>(
    task: number,
    work: (isWanted: () => boolean, breath: Breath) => Promise<Answer> | Answer,
  ): Promise<Answer> => {
    going.add(task);
    const isWanted = () => going.has(task);
    const breath = async () => {
      await new Promise((resolve) => setTimeout(resolve));
      return isWanted();
    };
    try {
      return await work(isWanted, breath);
    } finally {
      going.delete(task);
    }
  };

  return {
    answer: (ask, question, task) =>
      during(task, (_, breath) => tasks[ask](question as never, breath) as never),
    prove: ({ job, shop, by }, tell, task) =>
      during(task, (wanted) =>
        proveInTurn(planned(job, shop), { modeller, kept: keptBy(by) }, remembered, {
          first: () => lookedAt,
          wanted,
          tell,
        }),
      ),
    search: ({ job, shop, moves, seed, untilSettled }, tell, task) =>
      during(task, async (_, breath) => {
        const search = orderSearch(job, shop, { moves, seed }, drafts);
        while (search && (await breath())) {
          const begun = performance.now();
          while (performance.now() - begun < TELL_EVERY) search.advance(CHUNK);
          const best = search.best();
          tell(best);
          if ((untilSettled && best.settled) || best.tried >= moves) return;
        }
      }),
    bend: ({ job, shop, joint }, tell, task) =>
      during(task, async (_, breath) => {
        const looking = lookForSavings(job, shop, joint);
        for (let step = looking.next(); await breath(); step = looking.next()) {
          tell(step.value);
          if (step.done) return;
        }
      }),
    drop: (task) => void going.delete(task),
    look: (joint) => void (lookedAt = joint),
  };
}
