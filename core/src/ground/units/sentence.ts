import { fineStyle, formatLength } from './formatLength.ts';
import type { LengthStyle, Mm } from './length.ts';

/**
 * Plain words with lengths in them, still as numbers: `{reach}` is filled in at the edge, in the
 * reader's unit.
 */
export interface Sentence {
  readonly text: string;
  readonly lengths: Readonly<Record<string, Mm>>;
}

export const say = (text: string, lengths: Record<string, Mm> = {}): Sentence => ({
  text,
  lengths,
});

/**
 * The sentence with its lengths written in the given style.
 * @param write how each is written: in prose as a rule shows it, where it is set as fine as it is
 */
export function speak(
  sentence: Sentence,
  style: LengthStyle,
  write: (value: Mm, style: LengthStyle) => string = formatLength,
): string {
  const fine = fineStyle(style);
  return sentence.text.replace(/\{(\w+)\}/g, (whole, name: string) => {
    const value = sentence.lengths[name];
    return value === undefined ? whole : write(value, fine);
  });
}

/** Words with a capital letter, as a sentence begins; where a slot begins it, the slot's own. */
export const capital = (words: string): string =>
  words.replace(/^\{?./, (first) => first.toUpperCase());
