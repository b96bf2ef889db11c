import { countOf, distanceIn, type Card, type GroupView, type Plan } from '../plan/index.ts';
import type { RecordState, SetTo } from '../record/index.ts';
import { worksOf, type LengthFigure, type Setup } from '../setups/index.ts';
import type { Mm } from '../units/index.ts';

/** Which pieces went through each set-up of a plan, taking what was cut as it is, however it was cut. */
export type Through = ReadonlyMap<string, ReadonlySet<number>>;

/**
 * What of a plan is cut. A tick names its set-up and its works: where the plan has that set-up no more, it counts for
 * whichever set-up does those works now, so that nothing is cut twice because its way was changed.
 */
export function throughOf({ cards }: Pick<Plan, 'cards'>, { done, holds }: RecordState): Through {
  const setups = cards.flatMap((card) => card.setups);
  const there = new Set(setups.map(({ id }) => id));
  const gone = holds.filter((line) => line.kind === 'done' && !there.has(line.setup));
  return new Map(
    setups.map((setup) => {
      const pieces = new Set(done.get(setup.id));
      const works = gone.length ? worksOf(setup) : [];
      for (const line of gone)
        if (line.kind === 'done' && works.every((work) => line.works.includes(work)))
          for (const piece of line.pieces) pieces.add(piece);
      return [setup.id, pieces];
    }),
  );
}

/** How many of how many of a card’s groups went through. */
export function countedIn(groups: readonly Pick<GroupView, 'setup' | 'count'>[], through: Through) {
  const of = groups.reduce((sum, { count }) => sum + count, 0);
  const done = groups.reduce((sum, { setup, count }) => sum + Math.min(count, through.get(setup)?.size ?? 0), 0);
  return { done, of };
}

/** Where every distance of a set-up stands: as it was moved to, else as it was set first. */
export const standingAt = (setup: Setup, stand: ReadonlyMap<string, Mm>): SetTo[] =>
  setup.figures.map((figure) => {
    const distance = distanceIn(setup, figure);
    return { distance, value: stand.get(distance) ?? figure.set.value };
  });

/** Pieces that were cut at other figures than the plan now has. */
export interface CutOtherwise {
  readonly card: Card;
  readonly setup: Setup;
  readonly pieces: number;
  readonly figure: LengthFigure;
  /** What the figure was, exactly, when they were cut. */
  readonly was: Mm;
}

/** Less than this is the same cut, mm. */
const SAME = 0.02;

/** What is cut and would not be cut so now: where wood and plan contradict each other. */
export function cutOtherwise({ cards }: Pick<Plan, 'cards'>, { done, cutAt }: RecordState): CutOtherwise[] {
  return cards.flatMap((card) =>
    card.setups.flatMap((setup): CutOtherwise[] => {
      const pieces = done.get(setup.id)?.size ?? 0;
      const at = cutAt.get(setup.id);
      if (!pieces || !at) return [];
      const asCut = planned(at.map(({ distance }) => distance));
      const seen = new Map<string, number>();
      return setup.figures.flatMap((figure): CutOtherwise[] => {
        const { key } = split(distanceIn(setup, figure));
        const place = seen.get(key) ?? 0;
        seen.set(key, place + 1);
        const was = asCut.get(key)?.[place];
        return was !== undefined && Math.abs(was - figure.value) > SAME ? [{ card, setup, pieces, figure, was }] : [];
      });
    }),
  );
}

/** The exact figures that distances name, by what they are measured between. */
function planned(distances: readonly string[]): ReadonlyMap<string, readonly Mm[]> {
  const found = new Map<string, Mm[]>();
  for (const { key, value } of distances.map(split)) found.set(key, [...(found.get(key) ?? []), value]);
  return found;
}

function split(distance: string): { key: string; value: Mm } {
  const at = distance.lastIndexOf(' ');
  return { key: distance.slice(0, at), value: Number(distance.slice(at + 1)) };
}

/** Whether all of a plan is cut, some of it, or nothing. */
export function howFarCut(plan: Pick<Plan, 'cards'>, record: RecordState): 'all' | 'some' | 'none' {
  if (!record.done.size) return 'none';
  const through = throughOf(plan, record);
  const setups = plan.cards.flatMap((card) => card.setups);
  return setups.every((setup) => through.get(setup.id)!.size >= countOf(setup)) ? 'all' : 'some';
}
