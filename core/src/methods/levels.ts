import type { Pass } from '../setups/index.ts';
import { say, type Mm, type Sentence } from '../units/index.ts';
import { SAME } from './method.ts';

/**
 * One path cut in levels: as many passes as the cutter needs to go so deep, the last one whole.
 * @param depth as set, into the wood, mm
 * @param level deepest in one pass, mm
 */
export function inLevels(pass: Omit<Pass, 'level'>, depth: Mm, level: Mm, words: (depth: Mm) => Sentence): Pass[] {
  const count = Math.max(1, Math.ceil(depth / level - SAME));
  return Array.from({ length: count }, (_, i): Pass => {
    const last = i === count - 1;
    const to = last ? depth : ((i + 1) * depth) / count;
    return { ...pass, id: `${pass.id}-level-${i + 1}`, words: words(to), ...(last ? {} : { level: to }) };
  });
}

/** The same, in words that name the level. */
export const plunged = (text: string) => (level: Mm): Sentence => say(text, { level }); // prettier-ignore
