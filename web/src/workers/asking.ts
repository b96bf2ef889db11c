import type {
  AssemblyPlan,
  Card,
  CutList,
  Job,
  Joint,
  JointPlan,
  Learned,
  Members,
  Mishap,
  Observation,
  OrderSearch,
  Pair,
  Plan,
  Proposals,
  Reading,
  RecordState,
  Rescue,
  ShapedJoint,
  ShapeProof,
  Shop,
  SizeAsked,
  WaysOfHalf,
} from '@velk/core';
import { Hearer, type Since } from './since.ts';

/** A plan as it is sent: without what it was asked for, and of joints and cards only those that changed. */
export type PlanSince = Omit<Plan, 'basis' | 'joints' | 'cards'> & {
  readonly joints: Since<JointPlan>;
  readonly cards: Since<Card>;
};

export const nameOfJoint = ({ joint }: JointPlan): string => joint;
export const nameOfCard = ({ id }: Card): string => id;

/** All that can be asked of the core's worker, and what it answers. */
export interface Asks {
  readonly plan: { readonly asks: { job: Job; shop: Shop }; readonly answers: { plan: PlanSince } };
  readonly ways: {
    readonly asks: { joint: Joint; job: Job; shop: Shop };
    readonly answers: { ways: Record<'tenoned' | 'mortised', WaysOfHalf> };
  };
  /** The sizes that advice would change of a joint, each tried before it is proposed. */
  readonly proposals: {
    readonly asks: { joint: string; job: Job; shop: Shop };
    readonly answers: { proposals: Proposals };
  };
  /** What the test pieces of some cards should read, by the id of the card; `cards` has the ids, a line each. */
  readonly readings: {
    readonly asks: { job: Job; shop: Shop; cards: string };
    readonly answers: { readings: Readonly<Record<string, readonly Reading[]>> };
  };
  /** Minutes under which no order is, by a solver; nothing where it doesn’t get there. */
  readonly least: {
    readonly asks: { job: Job; shop: Shop };
    readonly answers: { least: number | undefined };
  };
  /** A longer search for a quicker order tells again and again how far it is. */
  readonly search: {
    readonly asks: { job: Job; shop: Shop; moves: number; seed: number };
    readonly answers: { best: ReturnType<OrderSearch['best']> };
  };
  /** Every sound shape of a job made on its machine, by its id; and those that take wood of joints. */
  readonly shapes: {
    readonly asks: { job: Job; shop: Shop };
    readonly answers: {
      proofs: Readonly<Record<string, ShapeProof>>;
      inJoints: readonly ShapedJoint[];
    };
  };
  /** What can be done with a piece that went wrong, with all sizes it may be measured by; `done` is how much is cut, by set-up. */
  readonly rescues: {
    readonly asks: { job: Job; shop: Shop; mishap: Mishap; done: RecordState['done'] };
    readonly answers: { sizes: readonly SizeAsked[]; rescues: readonly Rescue[] };
  };
  /** What the readings among some lines of a record say of the shop’s tools. */
  readonly learned: {
    readonly asks: { job: Job; shop: Shop; holds: readonly Observation[]; today: string };
    readonly answers: { learned: readonly Learned[] };
  };
  readonly cutList: {
    readonly asks: { job: Job; shop: Shop };
    readonly answers: { list: CutList };
  };
  /** Without the joints of which something is impossible; `unsound` has their ids, a line each. */
  readonly assembly: {
    readonly asks: { job: Job; shop: Shop; unsound: string };
    readonly answers: { plan: AssemblyPlan };
  };
  readonly pair: {
    readonly asks: { kind: string; params: Record<string, unknown>; members: Members };
    readonly answers: { pair: Pair };
  };
  /** Proofs come as they are made, many answers to one question; `by` is what the server is told of whoever asks it. */
  readonly prove: {
    readonly asks: {
      job: Job;
      shop: Shop;
      first: string | null;
      by: Readonly<Record<string, string>>;
    };
    readonly answers: object;
  };
  /** Nobody wants the proofs that are under way. */
  readonly stop: { readonly asks: object; readonly answers: object };
  /** Only which joint is looked at now. */
  readonly look: { readonly asks: { first: string | null }; readonly answers: object };
}

export type Ask = keyof Asks;
export type Question = {
  [A in Ask]: { readonly ask: A; readonly id: number } & Readonly<Asks[A]['asks']>;
}[Ask];

export type Answer<A> = { readonly id: number; readonly error?: string } & Partial<A>;

/** The core beside the page: everything it reckons is asked of it, and the page only draws. */
export const startCore = (): Worker =>
  new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });

/** Asks question after question of one sort, until there is nobody left to hear the answers. */
export interface Asking<A extends Ask> {
  readonly ask: (question: Asks[A]['asks']) => void;
  readonly end: () => void;
}

/** Every question has an id of its own, so that several who ask the same worker each hear their answers only. */
let lastId = 0;

/**
 * Asks a worker that always works on the newest question of its sort: one being answered, at most one waiting. The error
 * of a question that is no longer asked is not told.
 * @param done hears the answer and the question it belongs to
 */
export function latest<A extends Ask>(
  worker: Worker,
  ask: A,
  done: (answer: Answer<Asks[A]['answers']>, question: Asks[A]['asks']) => void,
): Asking<A> {
  let asked: { readonly id: number; readonly question: Asks[A]['asks'] } | null = null;
  let waiting: Asks[A]['asks'] | null = null;
  const send = (question: Asks[A]['asks']) => {
    asked = { id: ++lastId, question };
    worker.postMessage({ ask, id: lastId, ...question });
  };
  const hear = ({ data }: MessageEvent<Answer<Asks[A]['answers']> & { ask: Ask }>) => {
    if (data.ask !== ask || data.id !== asked?.id) return;
    const { question } = asked;
    asked = null;
    if (waiting === null) return done(data, question);
    const next = waiting;
    waiting = null;
    if (data.error === undefined) done(data, question);
    send(next);
  };
  worker.addEventListener('message', hear);
  return {
    ask: (question) => {
      if (asked === null) send(question);
      else waiting = question;
    },
    end: () => worker.removeEventListener('message', hear),
  };
}

/** Asks for plan after plan; each comes whole, what stayed as it was being the very same object. */
export function latestPlan(
  worker: Worker,
  done: (
    answer: { plan?: Omit<Plan, 'basis'>; error?: string },
    question: Asks['plan']['asks'],
  ) => void,
): Asking<'plan'> {
  const joints = new Hearer<JointPlan>(nameOfJoint);
  const cards = new Hearer<Card>(nameOfCard);
  return latest(worker, 'plan', ({ plan, error }, question) => {
    if (!plan) return done({ error: error ?? '' }, question);
    done(
      { plan: { ...plan, joints: joints.with(plan.joints), cards: cards.with(plan.cards) } },
      question,
    );
  });
}
