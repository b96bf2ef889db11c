import { say, type Mm } from '../../ground/index.ts';
import type { LengthFigure, Refusal } from '../setups/index.ts';

/** A refusal when `value` is over `bound`; the text names both and the way out. */
export function over(
  value: Mm,
  bound: Mm,
  path: string,
  dimension: string,
  text: string,
): Refusal[] {
  return value > bound + 1e-6
    ? [{ path, dimension, value, bound, message: say(text, { value, bound }) }]
    : [];
}

/** As `over`, when `value` is under `bound`. */
export function under(
  value: Mm,
  bound: Mm,
  path: string,
  dimension: string,
  text: string,
): Refusal[] {
  return value < bound - 1e-6
    ? [{ path, dimension, value, bound, message: say(text, { value, bound }) }]
    : [];
}

/**
 * Why two cuts that should make both walls can't be set apart: rounded, the far one stands no
 * farther than the near one.
 * @param figures of the far wall and of the near one
 */
export const tooClose = (
  [far, near]: readonly Pick<LengthFigure, 'set'>[],
  width: Mm,
  cutter: Mm,
  path: string,
  dimension: string,
): Refusal[] =>
  far && near && far.set.value - near.set.value < 1e-6
    ? [
        {
          path,
          dimension,
          value: width,
          bound: cutter,
          message: say(
            `The ${dimension} is {width}, only {over} more than one cut makes: two cuts can’t be set so near each other here. Make it {cutter}.`,
            { width, over: width - cutter, cutter },
          ),
        },
      ]
    : [];

/** Stock this much off the one thickness a jig is made for still fits it, mm. */
const JIG_PLAY: Mm = 0.1;

/**
 * A refusal when a jig insists on one thickness of stock and this is another; it insists on none
 * when `bound` is 0.
 */
export const only = (value: Mm, bound: Mm, text: string): Refusal[] =>
  bound > 0 && Math.abs(value - bound) > JIG_PLAY
    ? [
        {
          path: 'thickness',
          dimension: 'thickness',
          value,
          bound,
          message: say(text, { value, bound }),
        },
      ]
    : [];

/** The refusal of a shop that lacks the gear. */
export const missing = (dimension: string, text: string): Refusal => ({
  path: 'shop.tools',
  dimension,
  message: say(text),
});
