import { addBusinessDays, formatISO, isValid, isWeekend, parseISO } from 'date-fns';
import { weekdayName } from './dates.ts';

/** The day it is here, as yyyy-mm-dd. */
export const today = (): string => formatISO(new Date(), { representation: 'date' });

/**
 * A working day by its number, and by its date where the first one is known: “Day 3, Wed, 2 Dec”.
 * @param nth from 0; weekends are none
 * @param from the first day as yyyy-mm-dd, empty while nobody has said; one on a weekend begins the
 *   Monday after
 */
export function dayName(nth: number, from: string): string {
  const first = parseISO(from);
  if (!isValid(first)) return `Day ${nth + 1}`;
  const day = addBusinessDays(first, isWeekend(first) ? nth + 1 : nth);
  return `Day ${nth + 1}, ${weekdayName(day)}`;
}
