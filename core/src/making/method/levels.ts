import type { Pass } from '../setups/index.ts';
import type { Shop } from '../../shop/index.ts';
import { say, type Mm, type Sentence } from '../../ground/index.ts';
import { ruleStep, SAME } from './method.ts';

/** How deep a cutter goes at once, and to what its levels are set. */
export interface Bites {
  readonly most: Mm;
  /** What a rule shows: levels only lead down to a depth, and nobody sets them closer. */
  readonly rule: Mm;
}

export const bitesOf = ({ level }: { readonly level: Mm }, shop: Pick<Shop, 'style'>): Bites => ({
  most: level,
  rule: ruleStep(shop),
});

/**
 * The depths that lead down to a depth, each to what a rule shows, as even as that allows; the last
 * is the depth itself. Where such levels would take more than the cutter does at once, they stay as
 * even as can be.
 * @param depth as set, mm
 * @param from where the wood begins, mm: the first level is not spent on air
 */
export function levelsTo(depth: Mm, from: Mm, { most, rule }: Bites): Mm[] {
  const top = Math.min(from, depth);
  const count = Math.max(1, Math.ceil((depth - top) / most - SAME));
  const even = [
    ...Array.from({ length: count - 1 }, (_, i) => top + ((i + 1) * (depth - top)) / count),
    depth,
  ];
  const set = even.map((to, i) => (i === count - 1 ? depth : Math.ceil(to / rule - SAME) * rule));
  const fits = set.every((to, i) => to - (i ? set[i - 1]! : top) <= most + SAME);
  return fits ? set : even;
}

/**
 * One path cut in levels: as many passes as the cutter needs to go so deep, the last one whole.
 * @param depth as set, into the wood, mm
 * @param from where its wood begins, mm
 */
export function inLevels(
  pass: Omit<Pass, 'level'>,
  depth: Mm,
  bites: Bites,
  words: (depth: Mm) => Sentence,
  from: Mm = 0,
): Pass[] {
  const levels = levelsTo(depth, from, bites);
  return levels.map((to, i): Pass => {
    const last = i === levels.length - 1;
    return {
      ...pass,
      id: `${pass.id}-level-${i + 1}`,
      words: words(to),
      ...(last ? {} : { level: to }),
    };
  });
}

/**
 * One path cut in levels by a cutter that comes from above: as many passes as it needs to come down
 * so far.
 * @param height of the lowest tooth as set, from the table, mm
 * @param from where its wood begins, from the table, mm
 */
export function inLevelsDown(pass: Pass, height: Mm, from: Mm, bites: Bites): Pass[] {
  const heights = levelsTo(-height, -from, bites).map((depth) => -depth);
  return heights.map((to, i): Pass => {
    const last = i === heights.length - 1;
    return { ...pass, id: `${pass.id}-level-${i + 1}`, ...(last ? {} : { level: to }) };
  });
}

/** The same, in words that name the level. */
export const plunged =
  (text: string) =>
  (level: Mm): Sentence =>
    say(text, { level });
