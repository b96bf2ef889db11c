import { type Joint, resolve } from '../../design/index.ts';
import { type Mm, say } from '../../ground/index.ts';
import { isAsAsked } from '../../making/index.ts';
import { planToProve } from '../plan/index.ts';
import {
  changes,
  clearanceOf,
  firstProved,
  isOpen,
  MINUTES,
  minutesOf,
  nearShare,
  otherHalf,
  otherwise,
  setupsAt,
  widthOf,
  widthsIn,
} from './remaking.ts';
import { ALIKE, type Case, type Rescue } from './rescue.ts';

/** A tenon too thin: its own mortise by the next narrower cutter, the tenon pared to that. */
export function narrowerMate(on: Case, value: Mm): Rescue | undefined {
  const [clearance, planned] = [clearanceOf(on), widthOf(on)];
  if (!isOpen(on, otherHalf(on.member))) return undefined;
  const widths = widthsIn(on.plan.basis.shop)
    .filter((own) => own <= value + clearance + ALIKE / 2)
    .reverse();
  const found = firstProved(widths, (own, way) =>
    otherwise(on, { width: own, by: (planned - own) / 2 }, otherHalf(on.member), way),
  );
  if (!found) return undefined;
  const { width, made } = found;
  const pared = value - (width - clearance);
  return {
    id: 'narrower-mate',
    title: say('Give it a narrower mortise, {width}', { width }),
    how: [
      ...(pared > ALIKE
        ? [
            say(
              'Pare the tenon to {tenon}: {pared} in all, as much from either cheek as keeps it in its place.',
              {
                tenon: width - clearance,
                pared,
              },
            ),
          ]
        : []),
      say(
        'Mark its mate, and cut that mortise alone {width} wide, {narrower} narrower than the others.',
        {
          width,
          narrower: planned - width,
        },
      ),
    ],
    ...made,
    wood: 0,
    minutes:
      (pared > ALIKE ? MINUTES.pare : 0) +
      minutesOf(on, setupsAt({ ...on, member: otherHalf(on.member) })),
    again: [],
  };
}

/**
 * A mortise too wide: its tenon, and only that, thicker by as much, where cheeks are still to be
 * cut.
 */
export function thickerMate(on: Case, value: Mm): Rescue | undefined {
  if (!isOpen(on, 'tenoned')) return undefined;
  const more = value - widthOf(on);
  const cheeks = thickened(on, more);
  if (!cheeks) return undefined;
  const { tenon, near, figures, proved } = cheeks;
  return {
    id: 'thicker-mate',
    title: say('Leave it, and make its tenon thicker'),
    how: [
      say(
        near > ALIKE / 2 && more - near > ALIKE / 2
          ? 'Mark its mate, and cut that tenon alone {tenon} thick, {more} thicker than the others, half of it on either cheek.'
          : 'Mark its mate, and cut that tenon alone {tenon} thick, {more} thicker than the others, all of it on the one cheek it has.',
        { tenon, more },
      ),
    ],
    figures,
    proved,
    wood: 0,
    minutes: minutesOf(on, setupsAt({ ...on, member: 'tenoned' })),
    again: [],
  };
}

/**
 * The figures that make a tenon so much thicker where it is, planned the same way and cut virtually
 * by itself.
 */
function thickened({ plan, joint, modeller }: Case, more: Mm) {
  const { kind, params, members } = resolve(joint, plan.basis.job);
  const tenon = kind.features(params, members).tenoned.find(({ form }) => form === 'tenon');
  if (tenon?.form !== 'tenon' || !('faceClearance' in params) || !('faceShoulder' in params))
    return undefined;
  const near = nearShare(tenon, more);
  const { chosen } = plan.joints.find((eachJoint) => eachJoint.joint === joint.id)!;
  const sizes = {
    faceClearance: Number(params['faceClearance']) - more,
    faceShoulder: Number(params['faceShoulder']) - near,
  };
  const changed: Joint = { ...joint, params: { ...joint.params, ...sizes }, routes: { ...chosen } };
  const { plan: madePlan, provers } = planToProve(
    { ...plan.basis.job, joints: [changed] },
    plan.basis.shop,
  );
  if (madePlan.hasErrors || madePlan.joints[0]!.chosen.tenoned !== chosen.tenoned) return undefined;
  /** Its mortise is cut already: of the pair only the tenon is asked. */
  const cut = provers.get(joint.id)?.().prove(modeller).members.tenoned;
  if (!cut) return undefined;
  return {
    tenon: tenon.thickness + more,
    near,
    figures: changes(plan, madePlan, joint, 'tenoned'),
    proved: isAsAsked(cut),
  };
}
