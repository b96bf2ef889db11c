/** Air that wood stands in long enough to come to rest with it. */
export interface Climate {
  /** Degrees Celsius. */
  readonly temperature: number;
  /** Relative humidity, percent. */
  readonly humidity: number;
}

/** The air that work is done in, and the air that what is made will live in. */
export interface Seasons {
  readonly now: Climate;
  readonly later: Climate;
}

/**
 * Moisture content, percent, that wood comes to in this air: the Hailwood-Horrobin equation as the
 * Wood Handbook (FPL-GTR-282, 2021, chapter 4) gives it; constants from memory.
 * @throws RangeError when the humidity is not from 0 to 100 %
 */
export function moistureIn({ temperature, humidity }: Climate): number {
  if (!(humidity >= 0 && humidity <= 100))
    throw new RangeError('Relative humidity is from 0 to 100 %.');
  const t = temperature * 1.8 + 32;
  const h = humidity / 100;
  const w = 330 + 0.452 * t + 0.00415 * t ** 2;
  const k = 0.791 + 0.000463 * t - 0.000000844 * t ** 2;
  const k1 = 6.34 + 0.000775 * t - 0.0000935 * t ** 2;
  const k2 = 1.09 + 0.0284 * t - 0.0000904 * t ** 2;
  const one = k1 * k * h;
  const two = k1 * k2 * k ** 2 * h ** 2;
  return (1800 / w) * ((k * h) / (1 - k * h) + (one + 2 * two) / (1 + one + two));
}
