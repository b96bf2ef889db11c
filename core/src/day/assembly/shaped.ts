import { handsOfShape, type Job, shapedPart, shapeKindOf, unshaped } from '../../design/index.ts';
import { box, union, type Body, type Modeller } from '../../ground/index.ts';
import type { Shop } from '../../shop/index.ts';
import { gone } from './bodies.ts';
import { handsOf, spotsOf, type Hand } from './build.ts';

/** A shape that takes wood which a joint of its part needs. */
export interface ShapedJoint {
  readonly shape: string;
  readonly joint: string;
}

/** Less than this is a touch, mm³. */
const A_TOUCH = 1;

/**
 * Every shape that breaks into a mortise of its part, or takes wood of a tenon; at the median
 * piece. What a shape leaves of the wood beside a mortise is for its maker to judge.
 */
export function shapesInJoints(modeller: Modeller, job: Job, shop: Shop): ShapedJoint[] {
  const found = (job.shapes ?? []).flatMap((shape) => {
    const part = job.parts.find(({ id }) => id === shape.part);
    const kind = shapeKindOf(shape);
    if (!part || kind.problems(shape.params, shapedPart(part), shop).length) return [];
    /** Joints that both hands have alike meet the shape of either. */
    const wanted = (hand: Hand) =>
      union(
        ...handsOfShape(shape.params)
          .filter((side) => !side.hand || hand === 'either' || side.hand === hand)
          .map(({ said }) => kind.wanted(said, shapedPart(part))),
      );
    return modeller.scope(() => {
      const piece = modeller.solid(unshaped(shapedPart(part)));
      return handsOf(part.id, job).flatMap((hand) => {
        const waste = piece.within(modeller.solid(wanted(hand)));
        return spotsOf(part.id, hand, job).flatMap((spot) => {
          const own = modeller.solid(gone(spot, job));
          const lost =
            spot.member === 'mortised' ? own : tenonIn(modeller, piece, own, part.length);
          return waste.within(lost).volume() > A_TOUCH
            ? [{ shape: shape.id, joint: spot.joint }]
            : [];
        });
      });
    });
  });
  return [...new Map(found.map((own) => [`${own.shape} ${own.joint}`, own])).values()];
}

/**
 * The wood of a tenon: what is left where its cheeks and shoulders come off; of a groove that runs
 * the whole length none.
 */
function tenonIn(modeller: Modeller, piece: Body, own: Body, length: number): Body {
  const { min, max } = own.bounds();
  if (max[0] - min[0] > length / 2) return own;
  return piece.within(modeller.solid(box(min, max))).minus(own);
}
