import { addBusinessDays, format, isValid, isWeekend, parseISO } from 'date-fns';

/** The day it is here, as yyyy-mm-dd. */
export const today = (): string => format(new Date(), 'yyyy-MM-dd');

/** A moment as it is told here: “27 Nov, 17:06”. @param iso as a record has it */
export const momentName = (iso: string): string => format(parseISO(iso), 'd MMM, HH:mm');

/**
 * A working day by its number, and by its date where the first one is known: “Day 3, Wed 2 Dec”.
 * @param nth from 0; weekends are none
 * @param from the first day as yyyy-mm-dd, empty while nobody has said; one on a weekend begins the Monday after
 */
export function dayName(nth: number, from: string): string {
  const first = parseISO(from);
  if (!isValid(first)) return `Day ${nth + 1}`;
  const day = addBusinessDays(first, isWeekend(first) ? nth + 1 : nth);
  return `Day ${nth + 1}, ${format(day, 'EEE d MMM')}`;
}
