import type { Job } from '../../design/index.ts';
import type { Shop } from '../../shop/index.ts';
import type { Remembered } from '../../ground/index.ts';
import type { JointDraft } from './draft.ts';
import { fingerprint } from './fingerprint.ts';
import { planToProve, type PlanToProve } from './plan.ts';

/**
 * Plans jobs and holds the last plan: what is asked of the same job and shop again plans nothing
 * anew.
 */
export function holdingPlan(
  drafts?: Remembered<JointDraft>,
): (job: Job, shop: Shop) => PlanToProve {
  let held: PlanToProve | undefined;
  return (job, shop) => {
    const { stamp } = held?.plan ?? {};
    const isSame = stamp?.job === fingerprint(job) && stamp.shop === fingerprint(shop);
    return isSame ? held! : (held = planToProve(job, shop, drafts));
  };
}
