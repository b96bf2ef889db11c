import type { Reading } from '../plan/index.ts';
import { readingId, type Observation } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';

/** What goes into what: sizes of a tenon, and of its mortise that it must fit. */
const MATES: Readonly<Record<string, string>> = {
  tenonThickness: 'mortiseWidth',
  tenonWidth: 'mortiseLength',
};

/** A size that follows the mate that is cut already. */
export interface Mated extends Reading {
  /** What the mate does read, and what it was asked to. */
  readonly mate?: { readonly name: string; readonly read: Mm; readonly asked: Mm };
}

/** Less than this is the same, mm. */
const SAME = 0.005;

/**
 * Readings of a tenon as the mortise that was really cut wants them: by as much as it is wider than
 * asked, so that the clearance stays. A mortise whose card was moved since it was measured counts
 * no more; where batches were cut at cards of their own, the narrowest counts: every tenon goes
 * into it.
 */
export function byMates(readings: readonly Reading[], holds: readonly Observation[]): Mated[] {
  const last = new Map<string, Extract<Observation, { kind: 'measured' }>>();
  for (const line of holds)
    if (line.kind === 'measured') last.set(`${line.card} ${line.reading}`, line);
    else if (line.kind === 'set')
      for (const [key, own] of last) if (own.card === line.card) last.delete(key);
  const narrowest = (reading: string) =>
    [...last.values()]
      .filter((own) => own.reading === reading)
      .sort((a, b) => a.value - a.should - (b.value - b.should))[0];
  return readings.map((reading): Mated => {
    const dimension = MATES[reading.dimension];
    const mate =
      dimension &&
      reading.member === 'tenoned' &&
      narrowest(readingId({ ...reading, member: 'mortised', dimension }));
    if (!mate || Math.abs(mate.value - mate.should) < SAME) return reading;
    const { name, value: read, should: asked } = mate;
    return { ...reading, value: reading.value + read - asked, mate: { name, read, asked } };
  });
}
