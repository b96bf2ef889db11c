import type { Setup } from '../../making/index.ts';
import type { Schools } from '../../shop/index.ts';

/** What comes as wide as its cutter: nobody creeps up on that. */
const BY_CUTTER: ReadonlySet<Setup['stage']> = new Set(['mortise', 'groove', 'bore']);

/** How set-ups are tried. @param mated the mating part is cut by then, and can be tried in */
export const testCut = (
  setups: readonly Pick<Setup, 'stage'>[],
  trial: Schools['trial'],
  mated: boolean,
): string =>
  trial === 'dial' || setups.every(({ stage }) => BY_CUTTER.has(stage))
    ? 'Test cut on scrap of the same measured thickness; measure it.'
    : `Start full on scrap of the same measured thickness, and creep up until ${
        mated ? 'the mate fits by hand' : 'it reads as it should'
      }.`;

/**
 * Pieces, or ends of pieces, that go through a set-up; a cut along the whole piece is made once in
 * each.
 */
export function countOf({ stage, occurrences }: Pick<Setup, 'stage' | 'occurrences'>): number {
  if (stage !== 'groove' && stage !== 'rebate')
    return occurrences.reduce((sum, o) => sum + o.count, 0);
  const parts = new Map(occurrences.map((o) => [`${o.part}:${o.pieces?.join() ?? ''}`, o.of]));
  return [...parts.values()].reduce((sum, of) => sum + of, 0);
}

/**
 * The same for all set-ups of a card: faces and edges of one end are one end that goes through, not
 * two, and so is what one template makes.
 */
export function countTogether(setups: readonly Setup[]): number {
  const seen = new Set<string>();
  return setups.reduce((sum, { stage, feature, occurrences, onOneTemplate }) => {
    if (onOneTemplate === 'next') return sum;
    const fresh = occurrences.filter(({ joint, member, part, end, edge, pieces }) => {
      const place = JSON.stringify([joint, member, feature, stage, part, end, edge, pieces]);
      return !seen.has(place) && seen.add(place);
    });
    return sum + countOf({ stage, occurrences: fresh });
  }, 0);
}

/** Each once, in the order they come. */
export const distinct = <T>(all: readonly T[]): T[] => [...new Set(all)];
