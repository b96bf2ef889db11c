import { LIMITS, sizeProblem } from './limits.ts';
import { INCH, type LengthStyle, type Mm } from './length.ts';

/**
 * Nobody writes a length or an angle in more characters: what is longer was pasted by mistake, and
 * is not read.
 */
export const LONGEST = 100;

export type Parsed = { ok: true; value: Mm } | { ok: false; message: string; at: number };

const VULGAR: Record<string, string> = {
  '¼': '1/4',
  '½': '1/2',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅕': '1/5',
  '⅖': '2/5',
  '⅗': '3/5',
  '⅘': '4/5',
  '⅙': '1/6',
  '⅚': '5/6',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

const UNITS: Record<string, Mm> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: INCH,
  inch: INCH,
  inches: INCH,
  '"': INCH,
  ft: 12 * INCH,
  "'": 12 * INCH,
};

/** whole-and-fraction | fraction, also as spoken: 3/8ths | decimal, then a unit or nothing */
const NUMBER =
  /^(?:(\d+)(?:\s+|-)(\d+)\/(\d+)(?:ths?|nds?|rds?)?|(\d+)\/(\d+)(?:ths?|nds?|rds?)?|(\d+(?:[.,]\d+)?|[.,]\d+))\s*(mm|cm|m|inches|inch|in|ft|"|')?/i;

/**
 * Reads a length as people write it: `35`, `12,5 mm`, `1 3/8`, `1-3/8"`, `1⅜`, `2' 3 1/2"`,
 * `.789"`, `3/4" - 1/32"`. A bare number takes the style's unit. A subtraction has spaces round its
 * sign; `1-3/8` is one and three eighths.
 * @returns the length in mm, or a message and the place in the text that could not be read
 */
export function parseLength(text: string, style: LengthStyle): Parsed {
  const fail = (message: string, at: number): Parsed => ({
    ok: false,
    message,
    at: Math.min(at, text.length),
  });
  if (text.length > LONGEST)
    return fail(`A length is written in at most ${LONGEST} characters.`, LONGEST);
  const plain = normalise(text);
  let position = plain.length - plain.trimStart().length;
  if (position === plain.length) return fail('Type a length, such as 35 or 1 3/8.', 0);
  let sign = 1;
  let total = 0;
  const leading = /^[-+]\s*/.exec(plain.slice(position));
  if (leading) {
    sign = leading[0].startsWith('-') ? -1 : 1;
    position += leading[0].length;
  }
  for (;;) {
    const term = readTerm(plain.slice(position), style);
    if (!term.ok) return fail(term.message, position + term.at);
    total += sign * term.value;
    position += term.length;
    const rest = plain.slice(position);
    if (rest.trim() === '') return { ok: true, value: Number(total.toFixed(9)) };
    const joint = /^\s+([-+])\s+/.exec(rest);
    if (!joint) return fail(`“${rest.trim()}” can't be read here as part of a length.`, position);
    sign = joint[1] === '-' ? -1 : 1;
    position += joint[0].length;
  }
}

type Term = { ok: true; value: Mm; length: number } | { ok: false; message: string; at: number };

function readTerm(text: string, style: LengthStyle): Term {
  const first = readNumber(text, style.system === 'in' ? INCH : 1);
  if (!first.ok || first.unit !== 12 * INCH) return first;
  const gap = /^\s*-?\s*(?=[\d.,])/.exec(text.slice(first.length));
  if (!gap || /^\s+-\s+$/.test(gap[0])) return first;
  const inches = readNumber(text.slice(first.length + gap[0].length), INCH);
  if (!inches.ok) return inches;
  if (inches.unit !== INCH)
    return { ok: false, message: 'After feet come inches.', at: first.length };
  return {
    ok: true,
    value: first.value + inches.value,
    length: first.length + gap[0].length + inches.length,
  };
}

function readNumber(
  text: string,
  bare: Mm,
): (Term & { ok: true; unit: Mm }) | Extract<Term, { ok: false }> {
  const match = NUMBER.exec(text);
  if (!match) return { ok: false, message: `“${text.slice(0, 12)}” is not a length.`, at: 0 };
  const [whole, , , , , , decimal, suffix] = [match[0], ...match.slice(1)];
  const next = text.slice(whole.length);
  if (/^[\p{L}\d.,/'"]/u.test(next) && !(suffix === "'" && /^[\d.]/.test(next))) {
    return {
      ok: false,
      message: `“${text.trim().slice(0, 16)}” is not a length.`,
      at: whole.length,
    };
  }
  const denominator = Number(match[3] ?? match[5] ?? 1);
  if (denominator === 0)
    return { ok: false, message: 'A fraction can’t have 0 below the line.', at: whole.length - 1 };
  const number = decimal
    ? Number(decimal.replace(',', '.'))
    : Number(match[1] ?? 0) + Number(match[2] ?? match[4]) / denominator;
  /** Nobody speaks of eighths of a millimetre. */
  const spoken = /\d(?:ths?|nds?|rds?)$/i.test(whole.trimEnd());
  const unit = suffix ? UNITS[suffix.toLowerCase()]! : spoken ? INCH : bare;
  return { ok: true, value: number * unit, length: whole.trimEnd().length, unit };
}

/**
 * One spelling for each sign, keeping every character's place so that a message can point at it.
 */
function normalise(text: string): string {
  return text
    .replace(/[″”“]/g, '"')
    .replace(/[′’‘]/g, "'")
    .replace(/[⁄∕]/g, '/')
    .replace(/[−–—]/g, '-')
    .replace(/[\u00a0\u2009\u202f]/g, ' ')
    .replace(
      /(\d?)([¼½¾⅓⅔⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞])/g,
      (_, digit: string, sign: string) => `${digit ? `${digit} ` : ''}${VULGAR[sign]}`,
    );
}

/**
 * Reads a run of measured sizes: `22.1 22.0 21.8`, or in inches `3/4 25/32 1 1/16`, where a whole
 * number followed by a proper fraction is one value. Semicolons, and commas followed by a space,
 * separate too.
 */
export function parseRun(
  text: string,
  style: LengthStyle,
): { ok: true; values: Mm[] } | { ok: false; message: string; at: number } {
  const values: Mm[] = [];
  const pattern = /\d+\s+\d+\/\d+(?:\s*(?:mm|in|"))?|[^\s;]+(?:\s+(?:mm|cm|in)(?=[\s;]|$))?/g;
  for (const match of normalise(text).matchAll(pattern)) {
    const parsed = parseLength(match[0].replace(/,$/, ''), style);
    if (!parsed.ok) return { ...parsed, at: match.index + parsed.at };
    if (parsed.value <= 0)
      return { ok: false, message: 'A measured size is more than 0.', at: match.index };
    const problem = sizeProblem(parsed.value);
    if (problem) return { ok: false, message: problem, at: match.index };
    values.push(parsed.value);
    if (values.length > LIMITS.measured)
      return { ok: false, message: `At most ${LIMITS.measured} sizes are kept.`, at: match.index };
  }
  return { ok: true, values };
}
