import type { Mm, Vec2 } from '../../ground/index.ts';

export type DimensionId = string;

/**
 * A named dimension: drawn between its anchors in its view, or listed in the margin; typed over in
 * either.
 */
export interface NamedDimension {
  readonly id: DimensionId;
  readonly name: string;
  readonly value: Mm;
  /** Id of a view, or `margin`. */
  readonly view: string;
  readonly from: Vec2;
  readonly to: Vec2;
  /**
   * How far beside the anchors the dimension line stands, mm on the drawing's scale; the sign gives
   * the side.
   */
  readonly offset: number;
  /** An angle in degrees rather than a length; it stands in the margin. */
  readonly angle?: true;
}

export type OutlineRole =
  'tenoned' | 'mortised' | 'tenon' | 'tongue' | 'hidden' | 'mortise' | 'centre' | 'reference';

export interface Outline {
  readonly role: OutlineRole;
  readonly points: readonly Vec2[];
  readonly open?: boolean;
}

/** One of the aligned views; `at` places it on the sheet so that neighbours share their lines. */
export interface JointView {
  readonly id: string;
  readonly title: string;
  readonly at: Vec2;
  readonly outlines: readonly Outline[];
}
