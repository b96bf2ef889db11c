import { addBusinessDays, format, isValid, isWeekend, parseISO } from 'date-fns';

/** The day it is here, as yyyy-mm-dd. */
export const today = (): string => format(new Date(), 'yyyy-MM-dd');

/** One style for every date, as the reader's own language writes it. */
const named = (options: Intl.DateTimeFormatOptions) => {
  const formatter = new Intl.DateTimeFormat(undefined, options);
  return (moment: string | number | Date): string => formatter.format(new Date(moment));
};
const DATE = { day: 'numeric', month: 'short', year: 'numeric' } as const;
const CLOCK = { hour: 'numeric', minute: '2-digit' } as const;

/** A day, such as “27 Nov 2026”. */
export const dateName = named(DATE);
/** A moment, such as “27 Nov 2026, 17:06”. */
export const momentName = named({ ...DATE, ...CLOCK });
/** A time of this day. */
export const timeName = named(CLOCK);
/** A day of a week that is near, such as “Wed, 2 Dec”. */
export const weekdayName = named({ weekday: 'short', day: 'numeric', month: 'short' });

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
