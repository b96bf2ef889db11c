import type { Pass } from '../setups/index.ts';
import { say, type Mm, type Sentence } from '../units/index.ts';
import { SAME } from './method.ts';

/**
 * One path cut in levels: as many passes as the cutter needs to go so deep, the last one whole.
 * @param depth as set, into the wood, mm
 * @param level deepest in one pass, mm
 * @param from where its wood begins, mm: the first level is not spent on air
 */
export function inLevels(
  pass: Omit<Pass, 'level'>,
  depth: Mm,
  level: Mm,
  words: (depth: Mm) => Sentence,
  from: Mm = 0,
): Pass[] {
  const bite = depth - Math.min(from, depth);
  const count = Math.max(1, Math.ceil(bite / level - SAME));
  return Array.from({ length: count }, (_, i): Pass => {
    const last = i === count - 1;
    const to = last ? depth : depth - bite + ((i + 1) * bite) / count;
    return { ...pass, id: `${pass.id}-level-${i + 1}`, words: words(to), ...(last ? {} : { level: to }) };
  });
}

/** The same, in words that name the level. */
export const plunged = (text: string) => (level: Mm): Sentence => say(text, { level }); // prettier-ignore
