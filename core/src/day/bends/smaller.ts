import { resolve, typedOver, type Job, type Joint } from '../../design/index.ts';
import type { Part, Shop } from '../../shop/index.ts';
import { Remembered, type Sentence } from '../../ground/index.ts';
import {
  besides,
  impossibleIn,
  planToProve,
  setupsOf,
  shopFor,
  warnedIn,
  type JointDraft,
  type Plan,
  type Trouble,
} from '../plan/index.ts';
import { jointBends, partBends, type Bend, type JointBend, type PartBend } from './candidates.ts';

/** What a job takes as it is planned. */
interface Toll {
  /** Setting and cutting, min. */
  readonly minutes: number;
  readonly cards: number;
}

/**
 * A bend, and what the whole job takes less with it: minutes of setting and cutting, and cards; and
 * what is said of its joints then, and no longer.
 */
export type Saving = Bend & Gain;

interface Gain extends Toll {
  readonly comes: readonly Sentence[];
  readonly goes: readonly Sentence[];
}

/** How far the looking is: what was tried, of how many, and the best found so far. */
export interface Looking {
  readonly tried: number;
  readonly of: number;
  readonly savings: readonly Saving[];
}

/** Less than this nobody bends a drawing for, minutes. */
const WORTH = 2;

/**
 * The smallest changes of a drawing that save minutes or cards over its whole job, the most first:
 * each tried by planning the whole job anew, and offered only where nothing becomes impossible, no
 * half loses its way, and no warning comes. Tells after every trial, so that whoever waits can stop
 * and take the best so far.
 * @param joint the only one whose sizes are bent; by default those of all are, and of their parts
 */
export function* lookForSavings(
  job: Job,
  chest: Shop,
  joint?: string,
): Generator<Looking, Looking> {
  const remembered = new Remembered<JointDraft>(Math.max(100, 2 * job.joints.length));
  const plan = (tried: Job) => planToProve(tried, chest, remembered).plan;
  const before = plan(job);
  const shop = shopFor(job, chest);
  const { joints, parts } = free(job, before);
  const bends = [
    ...jointBends(joints, job, shop).filter((bend) => joint === undefined || bend.joint === joint),
    ...(joint === undefined ? partBends(parts, job, shop) : []),
  ];
  let savings: Saving[] = [];
  for (const [i, bend] of bends.entries()) {
    const saving = savingOf(bend, before, plan(bent(job, bend)));
    if (saving) savings = [...savings, saving].sort(mostFirst);
    yield { tried: i + 1, of: bends.length, savings };
  }
  return { tried: bends.length, of: bends.length, savings };
}

/** Savings that can be taken one after the other, and what they save together. */
export function savingsTogether(
  savings: readonly Saving[],
  job: Job,
  chest: Shop,
): { readonly job: Job; readonly taken: readonly Bend[] } & Toll {
  const remembered = new Remembered<JointDraft>(Math.max(100, 2 * job.joints.length));
  const plan = (tried: Job) => planToProve(tried, chest, remembered).plan;
  const first = plan(job);
  let [now, last, taken] = [job, first, [] as Bend[]];
  for (const saving of savings) {
    if (taken.some((other) => isSame(other, saving))) continue;
    const next = bent(now, saving);
    const after = plan(next);
    if (savingOf(saving, last, after)) [now, last, taken] = [next, after, [...taken, saving]];
  }
  return { job: now, taken, ...lessIn(first, last) };
}

/** The drawing with a size bent. */
export const bent = (job: Job, bend: Bend): Job =>
  bend.of === 'joint'
    ? { ...job, joints: job.joints.map((joint) => bentJoint(joint, job, bend)) }
    : { ...job, parts: job.parts.map((part) => bentPart(part, bend)) };

function bentJoint(drawn: Joint, job: Job, { joint, dimension, to }: JointBend): Joint {
  if (drawn.id !== joint) return drawn;
  const { kind, params, members } = resolve(drawn, job);
  return { ...drawn, params: typedOver(kind, params, members, dimension, to) };
}

/** A part as thick or as wide as a bend says; any other as it is. */
export const bentPart = (drawn: Part, { part, dimension, to }: PartBend): Part =>
  drawn.id === part ? { ...drawn, [dimension]: { ...drawn[dimension], nominal: to } } : drawn;

const idOf = (bend: Bend): string => (bend.of === 'joint' ? bend.joint : bend.part);

const isSame = (a: Bend, b: Bend): boolean =>
  a.of === b.of && idOf(a) === idOf(b) && a.dimension === b.dimension;

/** Joints that can be made, and parts that have some, of which nothing is begun. */
function free(
  { joints, parts, begun = [] }: Job,
  plan: Plan,
): { readonly joints: Joint[]; readonly parts: Part[] } {
  const touched = setupsOf(plan)
    .filter(({ id }) => begun.includes(id))
    .flatMap(({ occurrences }) => occurrences);
  const isTouched = (id: string) => touched.some(({ joint, part }) => id === joint || id === part);
  const made = joints.filter((_, i) => !plan.joints[i]!.problems.length);
  const joined = new Set(made.flatMap(({ tenoned, mortised }) => [tenoned.part, mortised.part]));
  return {
    joints: made.filter(({ id }) => !isTouched(id)),
    parts: parts.filter(({ id }) => joined.has(id) && !isTouched(id)),
  };
}

const tollOf = ({ minutes, cards }: Plan): Toll => ({
  minutes: minutes + cards.reduce((sum, { cutting }) => sum + cutting, 0),
  cards: cards.length,
});

const lessIn = (before: Plan, after: Plan): Toll => {
  const [had, has] = [tollOf(before), tollOf(after)];
  return { minutes: had.minutes - has.minutes, cards: had.cards - has.cards };
};

function savingOf(bend: Bend, before: Plan, after: Plan): Saving | undefined {
  if (besides(troublesIn(after), troublesIn(before)).length) return undefined;
  const less = lessIn(before, after);
  const isWorth = less.minutes >= WORTH || (less.cards > 0 && less.minutes > -1e-9);
  /** Of thinner wood every cut is shorter: that alone is nobody's reason. */
  if (!isWorth || (bend.of === 'part' && cardsIn(before) === cardsIn(after))) return undefined;
  return {
    ...bend,
    ...less,
    comes: toldIn(after, before, bend),
    goes: toldIn(before, after, bend),
  };
}

/** What one plan says of joints and the other doesn’t, but what it says of the bent size itself. */
function toldIn({ joints }: Plan, other: Plan, bend: Bend): Sentence[] {
  return joints.flatMap(({ joint, advice }, i) => {
    const said = new Set(other.joints[i]!.advice.map(({ id }) => id));
    const fresh = advice.filter(({ id }) => !said.has(id));
    return fresh
      .filter(({ dimension }) => joint !== idOf(bend) || dimension !== bend.dimension)
      .map(({ title }) => title);
  });
}

const cardsIn = ({ cards }: Plan): string =>
  cards
    .map(({ id }) => id)
    .sort()
    .join();

const troublesIn = ({ joints }: Plan): Trouble[] => [...impossibleIn(joints), ...warnedIn(joints)];

const mostFirst = (a: Saving, b: Saving): number =>
  b.minutes - a.minutes || Math.abs(a.to - a.from) - Math.abs(b.to - b.from);
