import type { Joint } from '../../design/index.ts';
import { type Mm, say, type Sentence } from '../../ground/index.ts';
import type { Part, Shape } from '../../shop/index.ts';
import type { Point } from './plane.ts';

/** A frame of stiles and rails, from its size outside. Lengths in mm. */
export interface FrameSpec {
  readonly sort: 'frame';
  readonly name: string;
  readonly count: number;
  readonly width: Mm;
  readonly height: Mm;
  readonly thickness: Mm;
  readonly stile: Mm;
  /** Widths of the rails from the top down: the first and the last are at the ends. */
  readonly rails: readonly Mm[];
  /** Upright bars between the two end rails. */
  readonly muntins: { readonly count: number; readonly width: Mm };
  readonly kind: string;
  readonly species: string;
}

/** A size that follows from the others, with its working. */
export interface FrameFigure {
  readonly id: string;
  readonly name: string;
  readonly value: Mm;
  readonly working: Sentence;
}

export interface Frame {
  readonly parts: readonly Part[];
  readonly joints: readonly Joint[];
  /** What its parts are shaped to. */
  readonly shapes?: readonly Shape[];
  readonly figures: readonly FrameFigure[];
  /** What can't be made, in plain words. */
  readonly problems: readonly Sentence[];
  /** A frame out of square as it is seen from the front. */
  readonly outlines?: readonly Outline[];
}

/** A part seen from the front: its corners, mm, x to the right and y up. */
export interface Outline {
  readonly of: 'stile' | 'rail';
  readonly corners: readonly Point[];
}

/**
 * Spare length at either end of a stile with closed mortises, until the glue has set (common
 * practice: 15 to 25 mm).
 */
export const HORN: Mm = 20;

/**
 * Room a panel is given in each groove for dust and paint, where nobody has said how its wood
 * moves, mm.
 */
export const PLAY: Mm = 1;

export const figure = (
  id: string,
  name: string,
  value: Mm,
  working: string,
  lengths: Record<string, Mm>,
): FrameFigure => ({
  id,
  name,
  value,
  working: say(working, lengths),
});
