import {
  resolve,
  typedOver,
  type Job,
  type Joint,
  type Advice,
  type DimensionId,
} from '../../design/index.ts';
import type { Shop } from '../../shop/index.ts';
import type { Mm, Remembered } from '../../ground/index.ts';
import { shopFor } from './shopFor.ts';
import { type JointDraft, type JointPlan } from './draft.ts';
import { draftsOf } from './drafts.ts';
import { besides, impossibleIn, warnedIn } from './troubles.ts';

/** A size that advice would change, in mm or degrees as the dimension has it. */
export interface Proposal {
  readonly dimension: DimensionId;
  readonly value: Mm;
}

/**
 * What is proposed of a joint: each does good taken by itself, and those that do when taken one
 * after the other.
 */
export interface Proposals {
  readonly each: readonly Proposal[];
  readonly together: readonly Proposal[];
}

/**
 * The sizes that advice proposes for a joint, each tried first in the joint and in those it shares
 * a part with. One that would make something impossible or leave a half without a way is not
 * proposed; nor one that brings a warning to what was possible before, or that mends nothing and
 * doesn’t end its own.
 * @param id the joint; nothing is proposed where the job has none of it
 */
export function proposalsOf(
  id: string,
  job: Job,
  chest: Shop,
  remembered?: Remembered<JointDraft>,
): Proposals {
  const near = nearTo(id, job);
  const joint = near.joints.find((each) => each.id === id);
  if (!joint) return { each: [], together: [] };
  const shop = shopFor(near, chest);
  const plansOf = (tried: Joint): JointPlan[] =>
    draftsOf(withJoint(near, tried), shop, remembered).map(({ plan }) => plan);
  const before = plansOf(joint);
  const proposed = proposedIn(joint, near, adviceIn(before, id));
  const each = proposed.filter((advice) =>
    doesGood(advice, before, plansOf(taken(joint, near, advice)), id),
  );
  let [last, plans] = [joint, before];
  const together = each.filter((advice) => {
    const next = taken(last, near, advice);
    const after = plansOf(next);
    const good = doesGood(advice, plans, after, id);
    if (good) [last, plans] = [next, after];
    return good;
  });
  return { each: each.map(proposalIn), together: together.map(proposalIn) };
}

type Proposing = Advice & Required<Pick<Advice, 'propose'>>;

const proposalIn = ({ dimension, propose: value }: Proposing): Proposal => ({ dimension, value });

/** The part of a job that a joint can be felt in. */
function nearTo(id: string, job: Job): Job {
  const parts = new Set(job.joints.filter((joint) => joint.id === id).flatMap(partsOfJoint));
  return {
    ...job,
    joints: job.joints.filter((joint) => partsOfJoint(joint).some((part) => parts.has(part))),
  };
}

const partsOfJoint = ({ tenoned, mortised }: Joint): string[] => [tenoned.part, mortised.part];

const withJoint = (job: Job, joint: Joint): Job => ({
  ...job,
  joints: job.joints.map((each) => (each.id === joint.id ? joint : each)),
});

const adviceIn = (plans: readonly JointPlan[], id: string): readonly Advice[] =>
  plans.find(({ joint }) => joint === id)!.advice;

/** Values that are not yet what is drawn, the first of each dimension. */
function proposedIn(joint: Joint, job: Job, advice: readonly Advice[]): Proposing[] {
  const { kind, params, members } = resolve(joint, job);
  const { dimensions } = kind.drawing(params, members);
  const drawn = (id: DimensionId) =>
    dimensions.find((dimension) => dimension.id === id)?.value ?? Number(params[id]);
  const first = new Set<DimensionId>();
  return advice.filter((each): each is Proposing => {
    if (each.propose === undefined || first.has(each.dimension)) return false;
    first.add(each.dimension);
    return Math.abs(each.propose - drawn(each.dimension)) > SAME;
  });
}

/** The joint with a proposal taken. */
function taken(joint: Joint, job: Job, { dimension, propose }: Proposing): Joint {
  const { kind, params, members } = resolve(joint, job);
  return { ...joint, params: typedOver(kind, params, members, dimension, propose) };
}

/** Whether a size mends something, and spoils nothing of its joint and of all near it. */
function doesGood(
  advice: Proposing,
  before: readonly JointPlan[],
  after: readonly JointPlan[],
  id: string,
): boolean {
  const [impossible, left] = [impossibleIn(before), impossibleIn(after)];
  if (besides(left, impossible).length) return false;
  const mended = new Set(besides(impossible, left).map(({ joint }) => joint));
  /** Of what was impossible until now nobody has been warned. */
  const fresh = besides(warnedIn(after), warnedIn(before));
  if (fresh.some(({ joint }) => !mended.has(joint))) return false;
  return (
    mended.size > 0 ||
    !warnedIn(after).some(({ joint, name }) => joint === id && name === advice.id)
  );
}

/** Sizes nearer than this are one, mm. */
const SAME: Mm = 1e-6;
