/**
 * Bounds that no wood and no shop reaches: one table for forms, tables, job files and the server,
 * so that nothing is taken that can’t be stored. Lengths in mm.
 */
export const LIMITS = {
  longest: 20_000,
  /** A kerf, a shim, a sliver: nothing in a shop is thinner. */
  smallest: 0.02,
  graduation: { least: 0.001, most: 100 },
  /** What a rule shows. */
  rule: { least: 0.1, most: 5 },
  /** How many times the usual minutes changing over may take. */
  pace: { least: 0.05, most: 20 },
  lead: { least: 0.05, most: 100 },
  name: 120,
  notes: 5000,
  /** Which face or edge a mark is on. */
  words: 40,
  mark: 3,
  pieces: 10_000,
  /** Readings of one size. */
  measured: 2000,
  parts: 2000,
  /** Letters of a table that is pasted: more is read for many seconds. */
  table: 1_000_000,
  /** Pieces of a part beyond those it needs. */
  spare: 100,
  boards: 500,
  /** Of one board. */
  defects: 40,
  price: 1_000_000,
  /** What a saw for rough work takes. */
  kerf: 10,
  joints: 2000,
  tools: 10_000,
  /** Set-ups that a shop keeps. */
  kept: 200,
  /** Pictures among them, and letters of one: all of a shop is sent at once. */
  keptPictures: 60,
  keptPicture: 24_000,
  perPiece: 100,
  /** Joints of the same two parts. */
  perPair: 24,
  /** Of one glue-up, and until it can be cut. */
  minutes: 1440,
  hours: 1000,
  device: 60,
  passphrase: 128,
  /** Cards of one job. */
  order: 20_000,
  /** Letters of an id in the record: of a set-up, a work, a card, a distance. */
  key: 400,
  worksTicked: 400,
  distances: 200,
  /** Letters of a small picture. */
  picture: 270_000,
  /** Lines of one job’s record, and of those that are sent at once. */
  record: 50_000,
  sentAtOnce: 200,
  /** Exchanges that a search for an order tries. */
  moves: 1_000_000_000,
} as const;

/** Text that can be stored and shown: no control characters, and no half of a character. */
export const PLAIN_TEXT = /^[^\p{Cc}\p{Cs}]*$/u;
/** A picture that is held in its own address. */
export const PICTURE = /^data:image\/(jpeg|png|webp);base64,[A-Za-z\d+/]+=*$/;
/** The same in several lines. */
export const PLAIN_LINES = /^(?:[^\p{Cc}\p{Cs}]|[\n\r\t])*$/u;

/**
 * Why text can’t be a name, in a sentence; nothing where it can.
 * @param label what it is the name of, as in `The name of the part`
 */
export function textProblem(
  text: string,
  label: string,
  most: number = LIMITS.name,
  mayBeEmpty = false,
): string | undefined {
  const trimmed = text.trim();
  if (!trimmed && !mayBeEmpty) return `${label} must not be empty.`;
  if (trimmed.length > most)
    return `${label} has ${trimmed.length} characters; at most ${most} are kept.`;
  return PLAIN_TEXT.test(trimmed) ? undefined : `${label} has characters that can’t be shown.`;
}

/**
 * Why a length can’t be the size of anything, in a sentence; nothing where it can. @param size mm
 */
export const sizeProblem = (size: number): string | undefined =>
  size < LIMITS.smallest || size > LIMITS.longest
    ? `It must be from ${LIMITS.smallest} mm to ${LIMITS.longest / 1000} m.`
    : undefined;

/** Largest job file read: 5 MB, some ten thousand joints. */
export const MAX_JOB_BYTES = 5_000_000;
