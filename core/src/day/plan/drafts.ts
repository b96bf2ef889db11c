import { endsOf, type Job, type Joint } from '../../design/index.ts';
import { neighbourNotes, shareKey, tenonShares } from '../jobwide/index.ts';
import { availableIn, type Shop, type Standing } from '../../shop/index.ts';
import type { Remembered } from '../../ground/index.ts';
import { nearSettings } from '../sequence/index.ts';
import { draftJoint, problemsOf, type JointDraft, type JointPlan } from './draft.ts';
import { partsOf, type EndCounts, type Preferred } from './halves.ts';
import { shopForJoint } from './precedence.ts';
import { takenTogether } from './together.ts';

/** Every joint by itself, with what its neighbours do to it. */
export function draftsOf(job: Job, shop: Shop, remembered?: Remembered<JointDraft>): JointDraft[] {
  remembered?.under([shop, job.seasons]);
  const available = availableIn(shop);
  const own = new Map(job.joints.map((joint) => [joint, problemsOf(joint, job, available)]));
  const possible = job.joints.filter((joint) => own.get(joint)!.length === 0);
  const neighbours = neighbourNotes(job, possible);
  const shares = tenonShares(job, possible);
  const drafted: Drafted = (joint, preferred = {}, standing = []) => {
    const near = neighbours.get(joint.id) ?? { problems: [], advice: [] };
    const problems = [...own.get(joint)!, ...near.problems];
    const share = sharesOf(joint, shares);
    const jointShop = shopForJoint(joint, job, shop);
    const ownShop = standing.length ? { ...jointShop, standing } : jointShop;
    const draft = () =>
      draftJoint(joint, job, ownShop, available, problems, near.advice, share, preferred);
    const asked = [joint, partsOf(joint, job), near, share, preferred, standing];
    return remembered ? remembered.of(asked, draft) : draft();
  };
  return together(
    job.joints.map((joint) => ({ joint, draft: drafted(joint) })),
    drafted,
    shop,
  );
}

/**
 * A joint by itself.
 * @param preferred ways that its halves are weighed to be cut by
 * @param standing where other joints set their machines
 */
type Drafted = (joint: Joint, preferred?: Preferred, standing?: readonly Standing[]) => JointDraft;

/** Drafts whose ways are weighed over the whole job, each with why it isn’t by its own quickest. */
function together(
  alone: readonly { readonly joint: Joint; readonly draft: JointDraft }[],
  drafted: Drafted,
  shop: Shop,
): JointDraft[] {
  const taken = takenTogether(
    alone.flatMap(({ draft }) => draft.halves ?? []),
    shop,
  );
  const weighed = alone.map(({ joint, draft }) => {
    const halves = (draft.halves ?? []).map((half) => ({ half, taken: taken.get(half)! }));
    const moved = halves.filter(({ half, taken: { way } }) => half.way !== way);
    const whys = halves.flatMap(({ half, taken: { why } }) => (why ? [[half.member, why]] : []));
    const ways = Object.fromEntries(
      halves.map(({ half, taken: { way } }) => [half.member, way]),
    ) as Preferred;
    const why = Object.fromEntries(whys) as JointPlan['why'] & object;
    const told = (made: JointDraft): JointDraft =>
      whys.length ? { ...made, plan: { ...made.plan, why } } : made;
    const made = moved.length ? drafted(joint, ways) : draft;
    return {
      made: told(made),
      asFarAs: (standing: Standing[]) => told(drafted(joint, ways, standing)),
    };
  });
  const farther = nearSettings(
    weighed.flatMap(({ made }) => made.setups),
    shop,
  );
  return weighed.map(({ made, asFarAs }) => {
    const standing = made.setups.flatMap((setup) => farther.get(setup) ?? []);
    return standing.length ? asFarAs(standing) : made;
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
