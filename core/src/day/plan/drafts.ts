import { endsOf, type Job, type Joint } from '../../design/index.ts';
import { neighbourNotes, shareKey, tenonShares } from '../jobwide/index.ts';
import { availableIn, type Shop } from '../../shop/index.ts';
import type { Remembered } from '../../ground/index.ts';
import { draftJoint, problemsOf, type JointDraft, type JointPlan } from './draft.ts';
import { partsOf, type EndCounts } from './halves.ts';

/** Every joint by itself, with what its neighbours do to it. */
export function draftsOf(job: Job, shop: Shop, remembered?: Remembered<JointDraft>): JointDraft[] {
  remembered?.under([shop, job.seasons]);
  const available = availableIn(shop);
  const own = new Map(job.joints.map((joint) => [joint, problemsOf(joint, job, available)]));
  const possible = job.joints.filter((joint) => own.get(joint)!.length === 0);
  const neighbours = neighbourNotes(job, possible);
  const shares = tenonShares(job, possible);
  return job.joints.map((joint) => {
    const near = neighbours.get(joint.id) ?? { problems: [], advice: [] };
    const problems = [...own.get(joint)!, ...near.problems];
    const share = sharesOf(joint, shares);
    const draft = () => draftJoint(joint, job, shop, available, problems, near.advice, share);
    return remembered ? remembered.of([joint, partsOf(joint, job), near, share], draft) : draft();
  });
}

const sharesOf = ({ id, tenoned }: Joint, shares: ReturnType<typeof tenonShares>): EndCounts =>
  Object.fromEntries(
    endsOf(tenoned.ends).flatMap((end) => {
      const share = shares.get(shareKey(id, end));
      return share ? [[end, share.count]] : [];
    }),
  );

/** That a joint is impossible, or a half of it has no way that is taken. */
export const isUnmade = ({ problems, notTaken, chosen }: JointPlan): boolean =>
  problems.length > 0 || notTaken !== undefined || !chosen.tenoned || !chosen.mortised;
