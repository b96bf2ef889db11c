import { proxy, wrap, type Remote } from 'comlink';
import type { Card, JointPlan, Looking, Plan } from '@velk/core/day';
import type { Job } from '@velk/core/design';
import type { Shop } from '@velk/core/shop';
import {
  nameOfCard,
  nameOfJoint,
  type Answer,
  type Ask,
  type Asks,
  type Best,
  type Core,
  type ToBeProved,
  type ToBeBent,
  type ToBeSearched,
} from './asks.ts';
import type { Proofs } from './proving.ts';
import { Hearer } from './since.ts';

/** What is told where the core’s program does not come. */
const GONE = 'what plans it could not be fetched; load the page again';

/** A core that was started, whom it fails, and what it was told of the last plan. */
interface Started {
  readonly core: Remote<Core>;
  readonly gone: Promise<never>;
  readonly joints: Hearer<JointPlan>;
  readonly cards: Hearer<Card>;
}

let started: Started | null = null;

/**
 * The page’s one core, started at the first question; one that did not come is started again at the
 * next.
 */
function theCore(): Started {
  if (started) return started;
  const worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
  const gone = new Promise<never>((_, reject) => {
    worker.onerror = () => {
      started = null;
      worker.terminate();
      reject(new Error(GONE));
    };
  });
  /** Whoever asks hears of it. */
  gone.catch(() => undefined);
  return (started = {
    core: wrap<Core>(worker),
    gone,
    joints: new Hearer<JointPlan>(nameOfJoint),
    cards: new Hearer<Card>(nameOfCard),
  });
}

let lastTask = 0;

/** Something the core was asked, which it can be told to leave. */
export interface Task<Answer> {
  readonly answer: Promise<Answer>;
  readonly drop: () => void;
}

function asked<Answer>(send: (core: Remote<Core>, task: number) => Promise<Answer>): Task<Answer> {
  const { core, gone } = theCore();
  const task = ++lastTask;
  return {
    answer: Promise.race([send(core, task), gone]),
    drop: () => void core.drop(task),
  };
}

/** Asks the core; nothing is answered where the task was dropped. */
export const askCore = <A extends Ask>(
  ask: A,
  question: Asks[A]['asks'],
): Task<Asks[A]['answers'] | undefined> =>
  asked((core, task) => core.answer(ask, question, task) as Promise<Asks[A]['answers']>);

/** The plan of a job, whole; what stayed as it was in the last is the very same object. */
export async function planByCore(job: Job, shop: Shop): Promise<Omit<Plan, 'basis'>> {
  const { joints, cards } = theCore();
  const { plan } = (await askCore('plan', { job, shop }).answer)!;
  return { ...plan, joints: joints.with(plan.joints), cards: cards.with(plan.cards) };
}

/** @param tell hears proofs as they are made */
export const proveByCore = (question: ToBeProved, tell: (proofs: Proofs) => void): Task<void> =>
  asked((core, task) => core.prove(question, proxy(tell), task));

/** @param tell hears again and again how far the search is */
export const searchByCore = (question: ToBeSearched, tell: (best: Best) => void): Task<void> =>
  asked((core, task) => core.search(question, proxy(tell), task));

/** @param tell hears after every change of the drawing that is tried */
export const bendByCore = (question: ToBeBent, tell: (looking: Looking) => void): Task<void> =>
  asked((core, task) => core.bend(question, proxy(tell), task));

/** Says which joint is looked at: it is proved before all others. */
export const lookAt = (joint: string | null): void => void theCore().core.look(joint);

/** Asks question after question, until there is nobody left to hear the answers. */
export interface Asking<Question> {
  readonly ask: (question: Question) => void;
  readonly end: () => void;
}

/**
 * Always works on the newest question: one being answered, at most one waiting, which has the one
 * before dropped. The error of a question that is no longer asked is not told.
 * @param send asks the question
 * @param done hears the answer and the question it belongs to
 */
export function latest<Question, Made extends object>(
  send: (question: Question) => Task<Made | undefined>,
  done: (answer: Partial<Made> & { readonly error?: string }, question: Question) => void,
): Asking<Question> {
  let going: Task<Made | undefined> | null = null;
  let waiting: { readonly question: Question } | null = null;
  let ended = false;
  const begin = (question: Question) => {
    const task = send(question);
    going = task;
    const over = (answer: (Partial<Made> & { readonly error?: string }) | undefined) => {
      if (ended) return;
      const next = waiting;
      [going, waiting] = [null, null];
      if (answer && !(next && answer.error !== undefined)) done(answer, question);
      if (next) begin(next.question);
    };
    task.answer.then(over, (error: unknown) =>
      over({ error: error instanceof Error ? error.message : String(error) } as Partial<Made> & {
        readonly error: string;
      }),
    );
  };
  return {
    ask: (question) => {
      if (!going) return begin(question);
      waiting = { question };
      going.drop();
    },
    end: () => {
      ended = true;
      going?.drop();
    },
  };
}

/** Asks the core questions of one sort, always the newest. */
export const latestOf = <A extends Ask>(
  ask: A,
  done: (answer: Answer<A>, question: Asks[A]['asks']) => void,
): Asking<Asks[A]['asks']> => latest((question) => askCore(ask, question), done);
