import type { Job } from '../../design/index.ts';
import {
  provePiece,
  type JointProof,
  type Occurrence,
  type PieceProof,
  type Setup,
} from '../../making/index.ts';
import type { Shop } from '../../shop/index.ts';
import { shareKey, tenonShares } from '../jobwide/index.ts';
import type { AsSet, JointDraft } from './draft.ts';
import { piecesOf } from './pieces.ts';
import type { ToProve } from './toProve.ts';

/** What is to be proved of each joint, by its id; nothing of those that can’t be made. */
export type Provers = ReadonlyMap<string, () => ToProve<JointProof>>;

/** What is to be proved of each joint that can be made, its figures as the run sets them. */
export const proversOf = (drafts: readonly JointDraft[], run: readonly Setup[]): Provers => {
  const asSet = inRunOrder(run);
  return new Map(
    drafts.flatMap(({ plan, toProve }) => (toProve ? [[plan.joint, () => toProve(asSet)]] : [])),
  );
};

/**
 * Every distinct piece with several places of joinery, all of it cut into the same wood in the
 * order of the run.
 */
export function pieceProversOf(
  run: readonly Setup[],
  drafts: readonly JointDraft[],
  job: Job,
  shop: Shop,
): ToProve<PieceProof>[] {
  const cut = new Set(drafts.flatMap(({ plan, toProve }) => (toProve ? [plan.joint] : [])));
  const joints = new Map(
    job.joints.filter(({ id }) => cut.has(id)).map((joint) => [joint.id, joint]),
  );
  const shares = tenonShares(job, [...joints.values()]);
  /** A tenon that several joints share is cut once. */
  const again = ({ joint, member, end }: Occurrence) =>
    member === 'tenoned' && shares.get(shareKey(joint, end))?.first === false;
  return piecesOf(run, job, joints, again).map((piece) => ({
    question: [
      [piece.id, piece.hand],
      piece.part,
      piece.work,
      piece.places.map(({ at, kind, params }) => [at, kind.id, params]),
      shop.tools,
    ],
    prove: (modeller) => provePiece(modeller, piece, shop),
  }));
}

/** Set-ups in the order of the run, with their figures as they are set then. */
function inRunOrder(run: readonly Setup[]): AsSet {
  const known = new Map(run.map((setup, i) => [setup.id, { at: i, figures: setup.figures }]));
  const placeOf = ({ id }: Setup) => known.get(id)?.at ?? Infinity;
  return (setups) =>
    [...setups]
      .sort((a, b) => placeOf(a) - placeOf(b))
      .map((setup) => ({ ...setup, figures: known.get(setup.id)?.figures ?? setup.figures }));
}
