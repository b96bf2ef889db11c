import { fineStyle, formatLength } from './formatLength.ts';
import { styleIn, type LengthStyle, type Mm } from './length.ts';

/**
 * Plain words with lengths in them, still as numbers: `{reach}` is filled in at the edge, in the
 * reader's unit.
 */
export interface Sentence {
  readonly text: string;
  readonly lengths: Readonly<Record<string, Mm>>;
  /** What its lengths are marked in, where that is no matter of the reader’s: on a scale. */
  readonly unit?: LengthStyle['system'];
}

export const say = (
  text: string,
  lengths: Record<string, Mm> = {},
  unit?: Sentence['unit'],
): Sentence => ({ text, lengths, ...(unit && { unit }) });

/** The style that the lengths of a sentence are written in for a reader. */
export const styleOf = ({ unit }: Sentence, style: LengthStyle): LengthStyle =>
  unit ? styleIn(style, unit) : style;

/**
 * The sentence with its lengths written in the given style.
 * @param write how each is written: in prose as a rule shows it, where it is set as fine as it is
 */
export function speak(
  sentence: Sentence,
  style: LengthStyle,
  write: (value: Mm, style: LengthStyle) => string = formatLength,
): string {
  const fine = fineStyle(styleOf(sentence, style));
  return sentence.text.replace(/\{(\w+)\}/g, (whole, name: string) => {
    const value = sentence.lengths[name];
    return value === undefined ? whole : write(value, fine);
  });
}

/** Words with a capital letter, as a sentence begins; where a slot begins it, the slot's own. */
export const capital = (words: string): string =>
  words.replace(/^\{?./, (first) => first.toUpperCase());
