/**
 * A value found from several readings: their mean, how far they scatter (one standard deviation),
 * how many they are.
 */
export interface Estimate {
  readonly value: number;
  readonly spread: number;
  readonly count: number;
}

/**
 * Mean and sample standard deviation; of one reading nothing is known of the scatter, and 0 is
 * said.
 */
export function estimateOf(values: readonly number[]): Estimate {
  const count = values.length;
  const value = values.reduce((sum, v) => sum + v, 0) / count;
  const squares = values.reduce((sum, v) => sum + (v - value) ** 2, 0);
  return { value, spread: count > 1 ? Math.sqrt(squares / (count - 1)) : 0, count };
}

/**
 * Slope of a line through the origin, by least squares, and the scatter of what single readings
 * would give.
 * @param rows x and y of each reading
 */
export function slopeOf(rows: readonly (readonly [number, number])[]): Estimate {
  const [xy, xx] = [
    rows.reduce((sum, [x, y]) => sum + x * y, 0),
    rows.reduce((sum, [x]) => sum + x * x, 0),
  ];
  return { ...estimateOf(rows.map(([x, y]) => y / x)), value: xy / xx };
}

/** A rise over a run as an angle in degrees. */
export const degreesOf = (rise: number, run: number): number =>
  (Math.atan2(rise, run) * 180) / Math.PI;
