import type { Mm } from '../../ground/index.ts';
import { SAME } from '../method/method.ts';

/**
 * Where the bites between the two ends go, as distances from the near one: full bites that leave
 * lands narrower than the chisel, and then those lands, so that the chisel is never pushed sideways
 * into a hole.
 * @param span length of the mortise less the chisel
 * @param rule what a rule shows: they lie so many of it before the far end
 */
export function bites(span: Mm, chisel: Mm, rule: Mm): { full: Mm[]; lands: Mm[] } {
  const steps = Math.max(1, Math.ceil(span / (2 * chisel - LEAST_LAPS * rule) - SAME));
  const pitch = span / steps;
  /** Bites that only just meet stay where they are. */
  const meet = pitch > chisel - rule && pitch <= chisel + SAME;
  const byRule = (from: Mm) => (meet ? from : span - Math.round((span - from) / rule) * rule);
  return {
    full: Array.from({ length: steps - 1 }, (_, i) => byRule((i + 1) * pitch)),
    lands:
      pitch > chisel + SAME
        ? Array.from({ length: steps }, (_, i) => byRule((i + 0.5) * pitch))
        : [],
  };
}

/**
 * By how many of the rule's steps a land is narrower than the chisel: two bites and the land itself
 * are each half a step out.
 */
const LEAST_LAPS = 2.5;

/** One way the chisel goes down along the piece. */
interface Bite {
  readonly id: string;
  readonly words: string;
  readonly toFarStop: boolean;
  /** How far off its stop the piece is drawn, mm. */
  readonly off: Mm;
}

/** All bites of a row in turn: both ends, then full bites, then what stands between those. */
export function bitesAt(span: Mm, chisel: Mm, rule: Mm): Bite[] {
  const nearEnd = {
    id: 'near-end',
    words: 'near end, layout end against the stop',
    toFarStop: false,
    off: 0,
  };
  if (span < SAME) return [nearEnd];
  const drawn = (id: string, words: string, places: readonly Mm[]) =>
    places.map((from, i) => ({ id: `${id}-${i + 1}`, words, toFarStop: true, off: span - from }));
  const { full, lands } = bites(span, chisel, rule);
  return [
    nearEnd,
    { ...nearEnd, id: 'far-end', words: 'far end, layout end against the stop', toFarStop: true },
    ...drawn('bite', 'full bite, the piece drawn {off} off the far-end stop', full),
    ...drawn('land', 'what stands between two bites, {off} off the far-end stop', lands),
  ];
}
