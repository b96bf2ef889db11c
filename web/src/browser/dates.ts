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
