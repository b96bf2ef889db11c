import type { FoundOrder, Job } from '../../design/index.ts';
import { withLayers, type PieceProof, type Setup } from '../../making/index.ts';
import type { Modeller, Remembered, Solver } from '../../ground/index.ts';
import type { Shop } from '../../shop/index.ts';
import { VERSION } from '../../version.ts';
import { withMoves } from '../sequence/index.ts';
import { idOfCard, type Card } from './card.ts';
import { cardsOf } from './cards.ts';
import type { JointDraft, JointPlan } from './draft.ts';
import { draftsOf, isUnmade } from './drafts.ts';
import { fingerprint } from './fingerprint.ts';
import { leastIn, orderedBy, searchIn, type Ordered, type OrderSearch } from './ordering.ts';
import type { LoosePin } from './pinned.ts';
import { pieceProversOf, proversOf, type Provers } from './provers.ts';
import type { RememberedProofs } from './remembered.ts';
import { shopFor } from './shopFor.ts';
import { provedBy, type ToProve } from './toProve.ts';

/** What a plan was made from: a card from an older one is stale. */
export interface Stamp {
  readonly velk: string;
  readonly job: string;
  readonly shop: string;
}

/** The very job and chest a plan was made from. */
export interface Basis {
  readonly job: Job;
  readonly shop: Shop;
}

export interface Plan {
  readonly stamp: Stamp;
  readonly basis: Basis;
  readonly joints: readonly JointPlan[];
  readonly cards: readonly Card[];
  /**
   * Of changing over: in this order; joint by joint as the job has them; in the quickest found; and
   * under which none is.
   */
  readonly minutes: number;
  readonly plain: number;
  readonly quickest: number;
  readonly least: number;
  /** Cards that are begun, in the order they were: they come first. */
  readonly begun: readonly string[];
  /**
   * Pins that can’t be kept, each with the reason; and of those that are, the day, from 0, a card
   * is begun on.
   */
  readonly loose: readonly LoosePin[];
  readonly onDays: Readonly<Record<string, number>>;
  /** Whole pieces, once they were cut. */
  readonly pieces?: readonly PieceProof[];
  /** Rules that contradict each other, each quoted with the card it would put before the next. */
  readonly circle?: readonly { readonly card: string; readonly rule: string }[];
  /** True when any joint can't be made as asked. */
  readonly hasErrors: boolean;
}

/** A plan, and what is to be proved of each of its joints; nothing of those that can’t be made. */
export interface PlanToProve {
  readonly plan: Plan;
  readonly provers: Provers;
  /**
   * Every distinct piece with several places of joinery, all of it cut into the same wood in the
   * order of the run.
   */
  readonly pieces: () => readonly ToProve<PieceProof>[];
}

/**
 * Plans a whole job: geometry, routes, set-ups at the shop's graduation, equal states of a machine
 * as one card, run order, and, with a modeller, the proof of every joint. Same input, same plan.
 * @param remembered proofs made before, so that a change to one joint doesn't cut the others again
 */
export function planJob(
  job: Job,
  chest: Shop,
  modeller?: Modeller,
  remembered?: RememberedProofs,
): Plan {
  const { plan, provers, pieces } = planToProve(job, chest);
  if (!modeller) return plan;
  const joints = plan.joints.map((joint): JointPlan => {
    const asked = provers.get(joint.joint)?.();
    return asked ? { ...joint, proof: provedBy(asked, modeller, remembered?.joints) } : joint;
  });
  const proved = pieces().map((asked) => provedBy(asked, modeller, remembered?.pieces));
  const bad = joints.some((j) => j.proof?.good === false) || proved.some((p) => !p.good);
  return { ...plan, joints, pieces: proved, hasErrors: plan.hasErrors || bad };
}

/**
 * The plan of a whole job, whose joints can then be proved one at a time, in any order: the shop as
 * the job has it, each joint by itself, the order, what is set in turn, the cards, and what is to be
 * proved.
 * @param remembered drafts made before, so that a change to one joint doesn’t work out the others
 *   again
 */
export function planToProve(
  job: Job,
  chest: Shop,
  remembered?: Remembered<JointDraft>,
): PlanToProve {
  const shop = shopFor(job, chest);
  const drafts = draftsOf(job, shop, remembered);
  const ordered = orderedBy(job, shop, drafts);
  const run = asSetInTurn(ordered);
  const cards = cardsOf(run, ordered, job, shop);
  return {
    plan: {
      stamp: { velk: VERSION, job: fingerprint(job), shop: fingerprint(chest) },
      basis: { job, shop: chest },
      ...planOf(drafts, ordered, cards),
    },
    provers: proversOf(drafts, run.flat()),
    pieces: () => pieceProversOf(run.flat(), drafts, job, shop),
  };
}

/** The set-ups of each card in turn: by a move where the machine stands near, layer by layer. */
const asSetInTurn = ({ order, cards }: Ordered): (readonly Setup[])[] =>
  withLayers(withMoves(order.map((index) => cards[index]!.setups)));

function planOf(
  drafts: readonly JointDraft[],
  { begun, run, pins, circle, cards: draftCards }: Ordered,
  cards: readonly Card[],
): Omit<Plan, 'stamp' | 'basis'> {
  const joints = drafts.map((draft) => draft.plan);
  return {
    joints,
    cards,
    begun,
    ...run,
    ...pins,
    ...(circle && {
      circle: circle.map(({ at, rule }) => ({ card: idOfCard(draftCards[at]!), rule: rule.words })),
    }),
    hasErrors: circle !== undefined || joints.some(isUnmade),
  };
}

/** A longer search for a quicker order of a job; nothing where it has fewer than two cards. */
export function orderSearch(
  job: Job,
  chest: Shop,
  { moves, seed }: Pick<FoundOrder, 'moves' | 'seed'>,
  remembered?: Remembered<JointDraft>,
): OrderSearch | undefined {
  const shop = shopFor(job, chest);
  return searchIn(job, shop, draftsOf(job, shop, remembered), moves, seed);
}

/**
 * Minutes of changing over that no order of a job is under, as sharp as a solver makes it; nothing
 * where it can’t.
 */
export function leastMinutes(
  job: Job,
  chest: Shop,
  solver: Solver,
  remembered?: Remembered<JointDraft>,
) {
  const shop = shopFor(job, chest);
  return leastIn(job, shop, draftsOf(job, shop, remembered), solver);
}
