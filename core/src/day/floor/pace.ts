import type { Plan } from '../plan/index.ts';
import {
  minutesIn,
  USUAL_CHANGE_MINUTES,
  USUAL_MINUTES,
  type Minutes,
  type Observation,
} from '../../shop/index.ts';

/** How long changing over took where it was timed, and what is reckoned for the same, min. */
export interface Pace {
  readonly count: number;
  readonly took: number;
  readonly reckoned: number;
}

/** Fewer say nothing of a shop, and nearer than this its minutes are right. */
const [FEWEST, RIGHT] = [3, 0.1];

/**
 * The pace of a shop, where enough was timed and what it reckons with is off; of cards that are
 * gone nothing is known.
 */
export function paceOf(
  { cards }: Pick<Plan, 'cards'>,
  holds: readonly Observation[],
): Pace | undefined {
  const reckoned = new Map(cards.map(({ id, change }) => [id, change.minutes]));
  const timed = holds.flatMap((line) => {
    const minutes = line.kind === 'took' ? reckoned.get(line.card) : undefined;
    return line.kind === 'took' && minutes ? [{ took: line.minutes, reckoned: minutes }] : [];
  });
  const sum = (of: 'took' | 'reckoned') => timed.reduce((all, one) => all + one[of], 0);
  const pace = { count: timed.length, took: sum('took'), reckoned: sum('reckoned') };
  return pace.count >= FEWEST && Math.abs(pace.took / pace.reckoned - 1) > RIGHT ? pace : undefined;
}

/** The minutes of a shop whose changes take as long as they were seen to, each to a tenth. */
export function pacedMinutes(minutes: Minutes, { took, reckoned }: Pace): Minutes {
  const now = minutesIn({ minutes });
  const changes = Object.keys({ ...USUAL_CHANGE_MINUTES, ...USUAL_MINUTES }) as (keyof Minutes)[];
  const paced = changes.map((key) => [key, Math.round((now[key] * took * 10) / reckoned) / 10]);
  return { ...minutes, ...Object.fromEntries(paced) } as Minutes;
}
