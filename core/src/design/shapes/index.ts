import { difference, type Body, type Modeller, type Mm } from '../../ground/index.ts';
import type { Part, Shape, Shop } from '../../shop/index.ts';
import { arc } from './arc/index.ts';
import { hole } from './hole/index.ts';
import { handsOfShape, unshaped, shapedPart, type ShapeKind, type ShapeParams } from './kind.ts';
import { roundOver } from './roundOver/index.ts';
import { taper } from './taper/index.ts';

export type {
  ShapedPart,
  ShapeFigure,
  ShapeKind,
  ShapeParam,
  ShapeParams,
  ShapeProblem,
} from './kind.ts';
export { handsOfShape, unshaped, shapedPart } from './kind.ts';

/**
 * Kinds of shape in the order they are made: holes and tapers while there are straight sides to lie
 * on, edges last.
 */
export const SHAPE_KINDS: readonly ShapeKind[] = [hole, taper, arc, roundOver];

export const shapeKindOf = ({ kind }: Pick<Shape, 'kind'>): ShapeKind =>
  SHAPE_KINDS.find(({ id }) => id === kind)!;

/** Wood that should have come off and didn’t, and wood that came off and shouldn’t have, mm³. */
export interface ShapeProof {
  readonly left: number;
  readonly lost: number;
  readonly good: boolean;
}

/** Over the waste’s skin so much may be otherwise: circles are cut as polygons, mm. */
const FACETS: Mm = 0.005;

/** Of the boxes that the lumps of a waste fit in, mm². */
const skinOf = (waste: Body): number =>
  waste.parts().reduce((sum, lump) => {
    const { min, max } = lump.bounds();
    const [x, y, z] = [max[0] - min[0], max[1] - min[1], max[2] - min[2]];
    return sum + 2 * (x * y + y * z + z * x);
  }, 0);

/**
 * Makes a shape on the machine set by its figures, and compares the piece with the one that is
 * wanted.
 * @param shape one that has no problems
 */
export function proveShape(
  modeller: Modeller,
  { kind, params }: Shape,
  part: Part,
  shop: Shop,
): ShapeProof {
  const shapeKind = shapeKindOf({ kind });
  const seen = shapedPart(part);
  const set = new Map(shapeKind.figures(params, seen, shop).map(({ id, value }) => [id, value]));
  const proveIn = (said: ShapeParams): ShapeProof => {
    const piece = modeller.solid(unshaped(seen));
    const waste = piece.within(modeller.solid(shapeKind.wanted(said, seen)));
    const wanted = piece.minus(waste);
    const made = modeller.solid(difference(unshaped(seen), shapeKind.cut(set, said, seen, shop)));
    const [left, lost] = [made.minus(wanted).volume(), wanted.minus(made).volume()];
    return { left, lost, good: left + lost <= (FACETS + (shapeKind.within ?? 0)) * skinOf(waste) };
  };
  return modeller.scope(() =>
    handsOfShape(params)
      .map(({ said }) => proveIn(said))
      .reduce((a, b) => ({
        left: a.left + b.left,
        lost: a.lost + b.lost,
        good: a.good && b.good,
      })),
  );
}
