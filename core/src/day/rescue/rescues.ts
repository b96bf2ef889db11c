import type { Mm, Modeller } from '../../ground/index.ts';
import type { RecordState } from '../../shop/index.ts';
import { type Plan, setupsOf, type SizeAsked, sizesAsked } from '../plan/index.ts';
import { nextCutter, offAndAgain, otherShoulder } from './elsewhere.ts';
import { narrowerMate, thickerMate } from './mates.ts';
import { again, remade } from './remaking.ts';
import { ALIKE, type Case, type Mishap, type Rescue } from './rescue.ts';
import { slipped } from './slip.ts';

export { type Mishap, type NewFigure, type Rescue } from './rescue.ts';

/**
 * What can be done with a piece that went wrong, in the order of wood and then of time: cut again
 * where the wood is still there, a slip, its mate made to suit it, a new end, a new piece. Ways
 * that need its mate are given only while that is not all cut; whatever changes figures is planned
 * and proved as a pair.
 */
export function rescuesOf(
  plan: Plan,
  state: Pick<RecordState, 'done'>,
  { setup: id, dimension, value }: Mishap,
  modeller: Modeller,
): Rescue[] {
  const setup = setupsOf(plan).find((eachSetup) => eachSetup.id === id);
  const place = setup?.occurrences[0];
  const joint = place && plan.basis.job.joints.find((eachJoint) => eachJoint.id === place.joint);
  if (!setup || !place || !joint) return [];
  const on: Case = { plan, state, setup, joint, member: place.member, modeller };
  const size = sizesAsked(modeller, plan, setup).find(
    (sizeAsked) => sizeAsked.dimension === dimension,
  );
  const isOff = size && value !== undefined && Math.abs(value - size.value) > ALIKE;
  const sized = isOff ? bySize(on, size, value) : [];
  const rescues = [...sized, offAndAgain(on), remade(on)].filter((rescue) => rescue !== undefined);
  return rescues.sort((a, b) => a.wood - b.wood || a.minutes - b.minutes);
}

function bySize(on: Case, size: SizeAsked, value: Mm): (Rescue | undefined)[] {
  const over = value - size.value;
  switch (size.dimension) {
    case 'tenonThickness':
      return over > 0 ? [again(on, over)] : [slipped(on, -over), narrowerMate(on, value)];
    case 'tenonWidth':
      return over > 0 ? [again(on, over)] : [slipped(on, -over)];
    case 'mortiseWidth':
      return over > 0 ? [thickerMate(on, value), nextCutter(on, value)] : [again(on, -over)];
    case 'tenonLength':
      return over > 0 ? [otherShoulder(on, over)] : [again(on, -over)];
    case 'faceShoulder':
      return over < 0 ? [again(on, -over)] : [slipped(on, over)];
    case 'mortiseLength':
    case 'mortiseDepth':
      return over < 0 ? [again(on, -over)] : [];
    default:
      return [];
  }
}
