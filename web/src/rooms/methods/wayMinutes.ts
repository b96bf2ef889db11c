import type { WayChoice } from '@velk/core/day';
import { counted } from '@velk/core/ground';
import { inRoughTime } from '../../widgets/minutes.ts';

type Minutes = Pick<WayChoice, 'cards' | 'minutes' | 'cutting' | 'spared'>;

/** Set-ups, minutes to set and to cut: “5 set-ups, 33 min + 7 h”. */
export function takes({ cards, minutes, cutting, spared }: Minutes): string {
  const own = cards
    ? `${counted(cards, 'set-up', 'set-ups')}, ${inRoughTime(minutes)} + ${inRoughTime(cutting)}`
    : `set-ups of the other half, ${inRoughTime(cutting)}`;
  return spared >= 1 ? `${own}, spares the other half ${inRoughTime(spared)}` : own;
}

/** Of some ways the minutes of the one that takes longest: every bar is measured by it. */
export const longest = (ways: readonly Minutes[]): number =>
  Math.max(1, ...ways.map(({ minutes, cutting }) => minutes + cutting));

/** How much of its bar a way is set and cut, of 100. */
export const barOf = (
  { minutes, cutting }: Minutes,
  most: number,
): { readonly setting: number; readonly cutting: number } => ({
  setting: (100 * minutes) / most,
  cutting: (100 * cutting) / most,
});
