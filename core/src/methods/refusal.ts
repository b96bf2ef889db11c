import { say, type Mm } from '../units/index.ts';
import type { Refusal } from '../setups/index.ts';

/** A refusal when `value` is over `bound`; the text names both and the way out. */
export function over(value: Mm, bound: Mm, path: string, dimension: string, text: string): Refusal[] {
  return value > bound + 1e-6 ? [{ path, dimension, value, bound, message: say(text, { value, bound }) }] : [];
}

/** As `over`, when `value` is under `bound`. */
export function under(value: Mm, bound: Mm, path: string, dimension: string, text: string): Refusal[] {
  return value < bound - 1e-6 ? [{ path, dimension, value, bound, message: say(text, { value, bound }) }] : [];
}

/** The refusal of a shop that lacks the gear. */
export const missing = (dimension: string, text: string): Refusal => ({
  path: 'shop.tools',
  dimension,
  message: say(text),
});
