import type { Mm, Rounding } from './length.ts';

/** A hair, in steps: floating sums such as 0.1 + 0.2 must not push a figure a whole step on. */
const HAIR = 1e-6;

/**
 * Rounds a length to whole steps of a scale.
 * @param value length in mm
 * @param step size of a step in mm; 0 leaves the value as it is (a figure set without a scale)
 * @param direction which way a figure between two steps goes
 */
export function roundTo(value: Mm, step: Mm, direction: Rounding): Mm {
  if (step <= 0) return value;
  const steps = value / step;
  const whole =
    direction === 'up'
      ? Math.ceil(steps - HAIR)
      : direction === 'down'
        ? Math.floor(steps + HAIR)
        : Math.round(steps);
  const rounded = whole * step;
  return Math.abs(rounded - value) < 1e-9 ? value : Number(rounded.toFixed(9)) + 0;
}

/** A length without what sums of doubles leave over: finer than anything is told or kept. */
export const withoutNoise = (value: Mm): Mm => Number(value.toFixed(9)) + 0;

/** The direction that a length is rounded in which another is taken off. */
export const opposite = (direction: Rounding): Rounding =>
  direction === 'nearest' ? direction : direction === 'up' ? 'down' : 'up';
