import type { Mm } from '../../ground/index.ts';

/** Speed of a cutter's rim: pi x diameter x turns a minute / 60 000, in m/s. */
export const rimSpeed = (diameter: Mm, rpm: number): number => (Math.PI * diameter * rpm) / 60_000;

/** Ceilings by diameter, common practice, from memory of makers' charts in general. */
const CEILINGS: readonly (readonly [Mm, number])[] = [
  [25, 24_000],
  [50, 18_000],
  [65, 16_000],
  [90, 12_000],
];

/**
 * Fastest a router cutter may turn, rpm, and what says so: its own mark always wins over the
 * diameter.
 */
export function topSpeed(diameter: Mm, marked: number): { rpm: number; by: 'mark' | 'diameter' } {
  const ceiling = CEILINGS.find(([largest]) => diameter <= largest + 1e-9)?.[1];
  return ceiling === undefined || marked <= ceiling
    ? { rpm: marked, by: 'mark' }
    : { rpm: ceiling, by: 'diameter' };
}
