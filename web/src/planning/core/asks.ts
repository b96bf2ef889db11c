import type {
  AssemblyPlan,
  Basis,
  Card,
  CutList,
  JointPlan,
  Learned,
  Looking,
  Mishap,
  OrderSearch,
  Plan,
  Proposals,
  Reading,
  Rescue,
  ShapedJoint,
  SizeAsked,
  MethodPictures,
  WaysOfHalf,
} from '@velk/core/day';
import type { Job, Joint, Members, ShapeProof } from '@velk/core/design';
import type { Observation, RecordState, Shop } from '@velk/core/shop';
import type { Pair } from '@velk/core/making';
import type { Proofs } from './proving.ts';
import type { Since } from './since.ts';

/**
 * A plan as it is sent: without what it was asked for, and of joints and cards only those that
 * changed.
 */
export type PlanSince = Omit<Plan, 'basis' | 'joints' | 'cards'> & {
  readonly joints: Since<JointPlan>;
  readonly cards: Since<Card>;
};

export const nameOfJoint = ({ joint }: JointPlan): string => joint;
export const nameOfCard = ({ id }: Card): string => id;

/** All that can be asked of the core once, and what it answers. */
export interface Asks {
  readonly plan: { readonly asks: { job: Job; shop: Shop }; readonly answers: { plan: PlanSince } };
  readonly ways: {
    readonly asks: { joint: Joint; job: Job; shop: Shop };
    readonly answers: {
      ways: Record<'tenoned' | 'mortised', WaysOfHalf>;
      drawn: Record<'tenoned' | 'mortised', MethodPictures>;
    };
  };
  /** The sizes that advice would change of a joint, each tried before it is proposed. */
  readonly proposals: {
    readonly asks: { joint: string; job: Job; shop: Shop };
    readonly answers: { proposals: Proposals };
  };
  /**
   * What the test pieces of some cards should read, by the id of the card; `cards` has the ids, a
   * line each.
   */
  readonly readings: {
    readonly asks: { job: Job; shop: Shop; cards: string; by: AskedBy };
    readonly answers: { readings: Readonly<Record<string, readonly Reading[]>> };
  };
  /** Minutes under which no order is, by a solver; nothing where it doesn’t get there. */
  readonly least: {
    readonly asks: { job: Job; shop: Shop };
    readonly answers: { least: number | undefined };
  };
  /**
   * Every sound shape of a job made on its machine, by its id; and those that take wood of joints.
   */
  readonly shapes: {
    readonly asks: { job: Job; shop: Shop };
    readonly answers: {
      proofs: Readonly<Record<string, ShapeProof>>;
      inJoints: readonly ShapedJoint[];
    };
  };
  /**
   * What can be done with a piece that went wrong, with all sizes it may be measured by; `done` is
   * how much is cut, by set-up.
   */
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
}

export type Ask = keyof Asks;

/** An answer, or why there is none. */
export type Answer<A extends Ask> = { readonly error?: string } & Partial<Asks[A]['answers']>;

/** What the server is told of whoever asks it for what it keeps. */
export type AskedBy = Readonly<Record<string, string>>;

export interface ToBeProved {
  readonly job: Job;
  readonly shop: Shop;
  readonly by: AskedBy;
}

export interface ToBeSearched {
  readonly job: Job;
  readonly shop: Shop;
  readonly moves: number;
  readonly seed: number;
  /** Ends before that, where two rounds in a row gain nothing. */
  readonly untilSettled?: boolean;
}

export interface ToBeBent extends Basis {
  /** The only joint whose sizes are tried; by default those of all are. */
  readonly joint?: string;
}

export type Best = ReturnType<OrderSearch['best']>;

/**
 * The core beside the page. Every task has a number by which it can be dropped: it then ends at its
 * next step, and what it would have answered is nothing.
 */
export interface Core {
  readonly answer: <A extends Ask>(
    ask: A,
    question: Asks[A]['asks'],
    task: number,
  ) => Promise<Asks[A]['answers'] | undefined>;
  /** Proofs are told as they are made. */
  readonly prove: (
    question: ToBeProved,
    tell: (proofs: Proofs) => void,
    task: number,
  ) => Promise<void>;
  /** A longer search for a quicker order tells again and again how far it is. */
  readonly search: (
    question: ToBeSearched,
    tell: (best: Best) => void,
    task: number,
  ) => Promise<void>;
  /** What small changes of the drawing would save, told after every one that is tried. */
  readonly bend: (
    question: ToBeBent,
    tell: (looking: Looking) => void,
    task: number,
  ) => Promise<void>;
  readonly drop: (task: number) => void;
  /** The joint that is looked at: it is proved before all others. */
  readonly look: (joint: string | null) => void;
}
