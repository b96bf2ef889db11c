import { capital, type Mm, say, type Sentence } from '../../ground/index.ts';
import {
  apexOver,
  beside,
  crossing,
  placeFrom,
  placeOn,
  type Point,
  type Ray,
  rayThrough,
  turnOf,
  wayOf,
} from './plane.ts';

/** A length taken with the tape in an opening; the diagonal from bottom left to top right. */
export type Tape = 'bottom' | 'right' | 'top' | 'left' | 'diagonal';
export type Tapes = Readonly<Record<Tape, Mm>>;

/** What is taken of an opening, and what is taken to be true of it without a tape. */
export const TAPED = {
  /** Both sides plumb, on a level bottom. */
  upright: ['bottom', 'left', 'right'],
  /** Opposite sides alike, out of square. */
  leaning: ['bottom', 'left', 'diagonal'],
  any: ['bottom', 'left', 'top', 'right', 'diagonal'],
} as const satisfies Record<string, readonly Tape[]>;
export type TapedForm = keyof typeof TAPED;

/** Each tape by its own word. */
const TAPE_NAMES: Readonly<Record<Tape, string>> = {
  bottom: 'the bottom',
  left: 'the left side',
  right: 'the right side',
  top: 'the top',
  diagonal: 'the diagonal',
};

/** Corners of an opening against the clock, from the bottom left; or why there are none. */
export interface Corners {
  readonly corners: readonly Point[];
  readonly problems: readonly Sentence[];
}

/** Three lengths that close no triangle: the longest is no shorter than the other two together. */
function openTriangle(tapes: Tapes, names: readonly [Tape, Tape, Tape]): Sentence[] {
  const [longest, ...others] = [...names].sort((a, b) => tapes[b] - tapes[a]);
  const sum = others.reduce((total, name) => total + tapes[name], 0);
  const long = tapes[longest!];
  const [a, b] = others.map((name) => TAPE_NAMES[name]);
  return [
    say(
      `These tapes make no triangle: ${TAPE_NAMES[longest!]}, {long}, is longer by {over} than ${a} and ${b} together, {sum}.`,
      { long, over: Math.max(0, long - sum), sum },
    ),
  ];
}

/** The corners that tapes make, the bottom level and its left end at 0; or what is wrong with them. */
export function cornersOf(form: TapedForm, tapes: Tapes): Corners {
  const { bottom, left, right, top, diagonal } = tapes;
  const none = TAPED[form].filter((name) => !(tapes[name] > 0));
  if (none.length)
    return {
      corners: [],
      problems: none.map((name) => say(capital(`${TAPE_NAMES[name]} has no length yet.`))),
    };
  const a: Point = [0, 0];
  const b: Point = [bottom, 0];
  if (form === 'upright') return { corners: [a, b, [bottom, right], [0, left]], problems: [] };
  const c = apexOver(a, b, diagonal, form === 'any' ? right : left);
  if (!c)
    return {
      corners: [],
      problems: openTriangle(tapes, ['bottom', form === 'any' ? 'right' : 'left', 'diagonal']),
    };
  if (form === 'leaning') return { corners: [a, b, c, [c[0] - bottom, c[1]]], problems: [] };
  const d = apexOver(a, c, left, top);
  return d
    ? { corners: [a, b, c, d], problems: [] }
    : { corners: [], problems: openTriangle(tapes, ['left', 'top', 'diagonal']) };
}

/** The sides of a shape, each from one corner to the next. */
export const sidesOf = (corners: readonly Point[]): Ray[] =>
  corners.map((corner, i) => rayThrough(corner, corners[(i + 1) % corners.length]!));

/** Whether every corner stands out. */
export function standsOut(corners: readonly Point[]): boolean {
  const sides = sidesOf(corners);
  return sides.every((side, i) => turnOf(side.along, sides[(i + 1) % sides.length]!.along) > 1e-6);
}

/** Whether a shape within another still has all its sides: none ran past the one across from it. */
export function keepsSides(inner: readonly Point[], outer: readonly Point[]): boolean {
  const around = sidesOf(outer);
  return sidesOf(inner).every(({ along }, i) => wayOf(along, around[i]!.along) > 0);
}

/** The corners of what is so much smaller on every side. */
export function smaller(corners: readonly Point[], by: Mm): Point[] {
  const sides = sidesOf(corners).map((side) => beside(side, by));
  return sides.map((side, i) => crossing(sides.at(i - 1)!, side));
}

/**
 * What passes both faces of an opening, laid over one another at the bottom’s left end: at either
 * end of each side whichever face stands farther in.
 */
export function throughBoth(front: readonly Point[], back: readonly Point[]): Point[] {
  const behind = sidesOf(back);
  const sides = sidesOf(front).map((side, i) => {
    const square: Point = [-side.along[1], side.along[0]];
    const [from, to] = [i, (i + 1) % front.length].map((end) => {
      const corner = front[end]!;
      const met = crossing({ from: corner, along: square }, behind[i]!);
      return placeOn({ ...side, from: corner }, 0, Math.max(0, placeFrom(side, met).left));
    });
    return rayThrough(from!, to!);
  });
  return sides.map((side, i) => crossing(sides.at(i - 1)!, side));
}
