import type { Mm } from '../../ground/index.ts';
import type { Board, Part, Sawing, Schools, Seasons, Shape } from '../../shop/index.ts';
import { typedOver, type DimensionId, type MemberName } from '../joints/index.ts';
import {
  USUAL_WORKING,
  type FoundOrder,
  type Job,
  type Joint,
  type Pin,
  type Working,
} from './job.ts';
import { resolve } from './resolve.ts';

/** What each change of a job says beside what it is called. */
interface Told {
  /** Another state of the whole job: an earlier version, or what another window left. */
  replaced: { readonly job: Job };
  named: { readonly name: string };
  drawnIn: { readonly units: Job['units'] };

  partsAdded: { readonly parts: readonly Part[] };
  partPut: { readonly part: Part };
  /** With what it is shaped to. */
  partRemoved: { readonly part: string };
  lengthSet: { readonly part: string; readonly length: Mm };

  /** With the parts they are made for, where those are new, and what these are shaped to. */
  jointsAdded: {
    readonly joints: readonly Joint[];
    readonly parts?: readonly Part[];
    readonly shapes?: readonly Shape[];
  };
  jointPut: { readonly joint: Joint };
  jointRemoved: { readonly joint: string };
  sizesTyped: {
    readonly joint: string;
    readonly sizes: readonly { readonly dimension: DimensionId; readonly value: Mm }[];
  };
  wayChosen: { readonly joint: string; readonly member: MemberName; readonly way: string };
  stopRead: { readonly joint: string; readonly stop: string };
  leftDry: { readonly joint: string; readonly dry: boolean };
  leftLoose: { readonly joint: string; readonly loose: boolean };

  /** Null where the job answers as the shop does. */
  schoolAnswered: { readonly school: keyof Schools; readonly answer: string | null };
  airTold: { readonly seasons: Seasons | null };
  taskWanted: { readonly task: string; readonly wanted: boolean };
  shapePut: { readonly shape: Shape };
  shapeRemoved: { readonly shape: string };

  machineFreed: { readonly machine: string; readonly free: boolean };
  /** Which cards machines are set up for. */
  stoodAt: { readonly cards: readonly string[] };
  /** Null where Velk looks for the quickest. */
  ordered: { readonly cards: readonly string[] | null };
  quickerFound: { readonly found: FoundOrder };
  /** Null where it is pinned no more. */
  pinned: { readonly card: string; readonly pin: Pin | null };
  workingTold: { readonly working: Partial<Working> };

  boardsAdded: { readonly boards: readonly Board[] };
  boardPut: { readonly board: Board };
  boardRemoved: { readonly board: string };
  sawingTold: { readonly sawing: Sawing };
  /** Boards are sawn: the pieces are counted, offcuts are boards. */
  boardsSawn: { readonly parts: readonly Part[]; readonly boards: readonly Board[] };
}

/** One change of a job, as what was done; what it makes of it is reckoned where the job lives. */
export type JobEdit = {
  readonly [E in keyof Told]: { readonly edit: E } & Told[E];
}[keyof Told];

type Identified = { readonly id: string };

const put = <T extends Identified>(all: readonly T[], one: T): T[] =>
  all.map((other) => (other.id === one.id ? one : other));
const putOrAdd = <T extends Identified>(all: readonly T[], one: T): T[] =>
  all.some(({ id }) => id === one.id) ? put(all, one) : [...all, one];
const without = <T extends Identified>(all: readonly T[], id: string): T[] =>
  all.filter((other) => other.id !== id);

/** Lists that a job has only where there is something in them. */
type Optional = 'skipped' | 'shapes' | 'away' | 'standing' | 'order' | 'pins';

const withList = <K extends Optional>(job: Job, key: K, list: NonNullable<Job[K]>): Job => {
  const { [key]: _, ...rest } = job;
  return (list.length ? { ...rest, [key]: list } : rest) as Job;
};

const inJoint = (job: Job, id: string, change: (joint: Joint) => Joint): Job => ({
  ...job,
  joints: job.joints.map((joint) => (joint.id === id ? change(joint) : joint)),
});

/** A list with something in it or not. */
const having = (list: readonly string[], one: string, has: boolean): string[] => [
  ...list.filter((other) => other !== one),
  ...(has ? [one] : []),
];

type Edits = { readonly [E in keyof Told]: (job: Job, told: Told[E]) => Job };

const EDITS: Edits = {
  replaced: (_, { job }) => job,
  named: (job, { name }) => ({ ...job, name }),
  drawnIn: (job, { units }) => ({ ...job, units }),

  partsAdded: (job, { parts }) => ({ ...job, parts: [...job.parts, ...parts] }),
  partPut: (job, { part }) => ({ ...job, parts: put(job.parts, part) }),
  partRemoved: (job, { part: gone }) =>
    withList(
      { ...job, parts: without(job.parts, gone) },
      'shapes',
      (job.shapes ?? []).filter(({ part }) => part !== gone),
    ),
  lengthSet: (job, { part: id, length }) => ({
    ...job,
    parts: job.parts.map((part) => (part.id === id ? { ...part, length } : part)),
  }),

  jointsAdded: (job, { joints, parts = [], shapes = [] }) => ({
    ...withList(job, 'shapes', [...(job.shapes ?? []), ...shapes]),
    parts: [...job.parts, ...parts],
    joints: [...job.joints, ...joints],
  }),
  jointPut: (job, { joint }) => ({ ...job, joints: put(job.joints, joint) }),
  jointRemoved: (job, { joint }) => ({ ...job, joints: without(job.joints, joint) }),
  sizesTyped: (job, { joint: id, sizes }) =>
    inJoint(job, id, (joint) => {
      const { kind, params, members } = resolve(joint, job);
      const typed = sizes.reduce(
        (all, { dimension, value }) => typedOver(kind, all, members, dimension, value),
        params,
      );
      return { ...joint, params: typed };
    }),
  wayChosen: (job, { joint, member, way }) =>
    inJoint(job, joint, (eachJoint) => ({
      ...eachJoint,
      routes: { ...eachJoint.routes, [member]: way },
    })),
  stopRead: (job, { joint, stop }) =>
    inJoint(job, joint, (eachJoint) => ({
      ...eachJoint,
      read: having(eachJoint.read ?? [], stop, true),
    })),
  leftDry: (job, { joint, dry }) =>
    inJoint(job, joint, ({ dry: _, ...rest }) => (dry ? { ...rest, dry } : rest)),
  leftLoose: (job, { joint, loose }) =>
    inJoint(job, joint, ({ loose: _, ...rest }) => (loose ? { ...rest, loose } : rest)),

  schoolAnswered: (job, { school, answer }) => {
    const { [school]: _, ...rest } = job.schools;
    const answered = answer === null ? rest : { ...rest, [school]: answer };
    return { ...job, schools: answered };
  },
  airTold: (job, { seasons }) => ({ ...job, seasons }),
  taskWanted: (job, { task, wanted }) =>
    withList(job, 'skipped', having(job.skipped ?? [], task, !wanted)),
  shapePut: (job, { shape }) => withList(job, 'shapes', putOrAdd(job.shapes ?? [], shape)),
  shapeRemoved: (job, { shape }) => withList(job, 'shapes', without(job.shapes ?? [], shape)),

  machineFreed: (job, { machine, free }) =>
    withList(job, 'away', having(job.away ?? [], machine, !free)),
  stoodAt: (job, { cards }) => withList(job, 'standing', cards),
  ordered: (job, { cards }) => withList(job, 'order', cards ?? []),
  quickerFound: (job, { found }) => ({ ...job, found }),
  pinned: (job, { card, pin }) =>
    withList(job, 'pins', [...without(job.pins ?? [], card), ...(pin ? [pin] : [])]),
  workingTold: (job, { working }) => ({
    ...job,
    working: { ...(job.working ?? USUAL_WORKING), ...working },
  }),

  boardsAdded: (job, { boards }) => ({ ...job, boards: [...(job.boards ?? []), ...boards] }),
  boardPut: (job, { board }) => ({ ...job, boards: put(job.boards ?? [], board) }),
  boardRemoved: (job, { board }) => ({ ...job, boards: without(job.boards ?? [], board) }),
  sawingTold: (job, { sawing }) => ({ ...job, sawing }),
  boardsSawn: (job, { parts, boards }) => ({ ...job, parts, boards }),
};

/**
 * A job after a change. What the change is about and is not there changes nothing.
 * @throws Error where sizes are typed over that the joint's kind doesn't have
 */
export function edited(job: Job, edit: JobEdit): Job {
  const change = EDITS[edit.edit] as (job: Job, told: JobEdit) => Job;
  return change(job, edit);
}
