import { say, type Mm, type Sentence } from '../../ground/index.ts';

/** A line to be marked: where on the piece, measured from what, and on which pieces. */
export interface Line {
  readonly what: string;
  /** The side it is drawn on, and the one it is measured from. */
  readonly on: string;
  readonly from: string;
  readonly values: readonly Mm[];
  /** `first`: the others come off the stop or the fence. */
  readonly pieces: 'first' | 'all';
  readonly why: Sentence;
}

/** @param why what it is marked for, in words */
export const line = (
  what: string,
  on: string,
  from: string,
  values: readonly Mm[],
  pieces: Line['pieces'],
  why: string,
): Line => ({ what, on, from, values, pieces, why: say(why) });
