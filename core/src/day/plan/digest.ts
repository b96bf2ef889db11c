import { isUnmade } from './drafts.ts';
import type { Plan } from './plan.ts';

/** What a list says of a plan, without the plan itself. */
export interface PlanDigest {
  /** What the plan was made from: a digest with another mark is of another plan. */
  readonly mark: string;
  readonly setups: number;
  /** Of changing over. */
  readonly minutes: number;
  /** Joints that are impossible as drawn, and possible ones of which a half has no way. */
  readonly impossible: number;
  readonly unrouted: number;
  /**
   * Joints that were proved, and how many of them, and of whole pieces, went wrong; nothing until
   * all are proved.
   */
  readonly proved?: { readonly joints: number; readonly bad: number };
}

/** A plan by what it was made from, so that what was seen of it is told from what came after. */
export const markOf = ({ stamp }: Pick<Plan, 'stamp'>): string => `${stamp.job} ${stamp.shop}`;

export function digestOf(plan: Pick<Plan, 'stamp' | 'cards' | 'minutes' | 'joints'>): PlanDigest {
  const impossible = plan.joints.filter(({ problems }) => problems.length > 0).length;
  return {
    mark: markOf(plan),
    setups: plan.cards.length,
    minutes: plan.minutes,
    impossible,
    unrouted: plan.joints.filter(isUnmade).length - impossible,
  };
}
