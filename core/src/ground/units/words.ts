/** How the words of this Velk are counted and listed. */
const LANGUAGE = 'en-GB';
const plurals = new Intl.PluralRules(LANGUAGE);
const lists = new Intl.ListFormat(LANGUAGE, { style: 'long', type: 'conjunction' });

/** The word for so many: “piece”, “pieces”. */
export const pluralOf = (count: number, one: string, several: string): string =>
  plurals.select(count) === 'one' ? one : several;

/** So many of something: “1 piece”, “3 pieces”. */
export const counted = (count: number, one: string, several: string): string =>
  `${count} ${pluralOf(count, one, several)}`;

/** Words one after the other: “rail”, “rail and stile”, “rail, stile and post”. */
export const listed = (words: readonly string[]): string => lists.format(words);
