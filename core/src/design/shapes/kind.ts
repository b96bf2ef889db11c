import { box, type Solid, INCH, roundTo, type Mm, type Sentence } from '../../ground/index.ts';
import type { Part, Shape, Shop } from '../../shop/index.ts';

/**
 * Something that is said of a shape: a length from `least` on, a count from 1, or one of several.
 */
export interface ShapeParam {
  readonly key: string;
  readonly label: string;
  /** What may be chosen, by its key; a length or a count where nothing is. */
  readonly options?: Readonly<Record<string, string>>;
  readonly count?: true;
  readonly least?: Mm;
}

/** What is set for a shape, from one thing to another, mm. */
export interface ShapeFigure {
  readonly id: string;
  readonly name: string;
  readonly value: Mm;
}

export interface ShapeProblem {
  /** The parameter it is about. */
  readonly param: string;
  readonly message: Sentence;
}

/**
 * A part as it is shaped: end A at x 0, its reference face at y 0, its reference edge at z 0; mm.
 */
export interface ShapedPart {
  readonly name: string;
  readonly length: Mm;
  readonly thickness: Mm;
  readonly width: Mm;
  /** Half of its pieces are right ones: they have at end B what left ones have at end A. */
  readonly isPaired?: boolean;
}

export type ShapeParams = Shape['params'];

/**
 * A kind of shape. What is wanted and what the machine takes off are reckoned apart: each proves
 * the other.
 */
export interface ShapeKind {
  readonly id: string;
  readonly title: string;
  readonly params: readonly ShapeParam[];
  readonly propose: (part: ShapedPart, shop: Shop) => ShapeParams;
  readonly problems: (params: ShapeParams, part: ShapedPart, shop: Shop) => ShapeProblem[];
  /** Names of what is used for it. */
  readonly gear: (params: ShapeParams, part: ShapedPart, shop: Shop) => readonly string[];
  readonly figures: (params: ShapeParams, part: ShapedPart, shop: Shop) => readonly ShapeFigure[];
  readonly how: (params: ShapeParams, part: ShapedPart, shop: Shop) => readonly Sentence[];
  /** Its sides may lie so much off: nobody sees it, and nothing is measured from them. */
  readonly within?: Mm;
  /** What is to come off. */
  readonly wanted: (params: ShapeParams, part: ShapedPart) => Solid;
  /**
   * What comes off with the machine set so, by these figures and what the chest says of the tools.
   */
  readonly cut: (
    set: ReadonlyMap<string, Mm>,
    params: ShapeParams,
    part: ShapedPart,
    shop: Shop,
  ) => Solid;
  /** To set it, and for each piece, min; values from memory of shop practice. */
  readonly setting: number;
  readonly minutes: (params: ShapeParams, part: ShapedPart) => number;
}

export const shapedPart = ({ name, length, thickness, width, hands }: Part): ShapedPart => ({
  name,
  length,
  thickness: thickness.nominal,
  width: width.nominal,
  isPaired: hands === 'pairs',
});

/** At end B of left pieces and at end A of right ones, where it says which end. */
export const BY_HAND = 'hands';

/** What is said of a shape as the pieces of one hand have it. */
export const inHand = (params: ShapeParams, hand: 'left' | 'right'): ShapeParams =>
  params['end'] === BY_HAND ? { ...params, end: hand === 'left' ? 'b' : 'a' } : params;

export const unshaped = ({ length, thickness, width }: ShapedPart): Solid =>
  box([0, 0, 0], [length, thickness, width]);

/** What is said of a shape, once for each hand where that is another. */
export const handsOfShape = (
  params: ShapeParams,
): { readonly hand?: 'left' | 'right'; readonly said: ShapeParams }[] =>
  params['end'] === BY_HAND
    ? (['left', 'right'] as const).map((hand) => ({ hand, said: inHand(params, hand) }))
    : [{ said: params }];

/** A shape reaches so far beyond the piece that no face of it lies on one of the piece. */
export const OUT: Mm = 1;

/** Shaped sides are set by a rule: to a tenth of a millimetre, or 1/64 in (common practice). */
export const byRule = (value: Mm, { style }: Pick<Shop, 'style'>): Mm =>
  roundTo(value, style.system === 'in' ? INCH / 64 : 0.1, 'nearest');

/** What sides set by a rule may lie off. */
export const RULE: Mm = 0.2;

/** A parameter that is a number. */
export const numberOf = (params: ShapeParams, key: string): number => Number(params[key]);
