import { distanceIn, type Card, type Plan, type Reading } from '../plan/index.ts';
import type { LengthFigure, Setup } from '../../making/index.ts';
import { say, type Mm, type Sentence } from '../../ground/index.ts';

/**
 * A figure that can be crept up on: begun where wood is left, and taken nearer until something
 * comes about.
 */
export interface Creep {
  readonly figure: LengthFigure;
  readonly setup: Setup;
  /** See `distanceIn`. */
  readonly distance: string;
  readonly reading: Reading;
  /** Which way of the figure leaves wood: 1 where it is farther, -1 where it is nearer. */
  readonly fuller: 1 | -1;
  /** How many times a move of the figure counts in the size. */
  readonly counts: number;
  /** Until when it is crept. */
  readonly until: Sentence;
}

/** What says only where a hollow is. */
const PLACES: ReadonlySet<string> = new Set(['nearWall', 'position']);
/** What changes the wood by less says no more than that, either, mm³ for a mm. */
const LEAST_WOOD = 5;

/** The event that a size is crept up to, where its mate is there by then or not. */
function untilOf({ dimension, name, member }: Reading, hollow: boolean, mated: boolean): Sentence {
  if (mated && dimension === 'tenonThickness') return say('the mate goes home by hand');
  if (member === 'tenoned' && dimension === 'tenonLength')
    return say('the shoulder meets its knife line');
  return hollow ? say('the wall falls on its line') : say(`the ${name} reads as it should`);
}

/** Whether the other half of a joint is all cut before a card: its piece can be tried in. */
function isMated(
  { cards }: Pick<Plan, 'cards'>,
  card: Pick<Card, 'id'>,
  { joint, member }: Reading,
): boolean {
  const index = cards.findIndex(({ id }) => id === card.id);
  const cuts = cards.flatMap(({ setups }, i) =>
    setups.some(({ occurrences }) =>
      occurrences.some((o) => o.joint === joint && o.member !== member),
    )
      ? [i]
      : [],
  );
  return cuts.length > 0 && cuts.every((i) => i < index);
}

/**
 * The figures of a card that can be crept up on, each with the size that it makes most of. A figure
 * that no reading shows is left out, and so is one that only says where something is.
 */
export function creepsOf(
  plan: Pick<Plan, 'cards'>,
  card: Pick<Card, 'id' | 'setups'>,
  readings: readonly Reading[],
): Creep[] {
  const { setups } = card;
  const seen = new Set<string>();
  return setups.flatMap((setup) =>
    setup.figures.flatMap((figure): Creep[] => {
      const distance = distanceIn(setup, figure);
      if (seen.has(distance)) return [];
      const gains = readings
        .filter(({ dimension }) => !PLACES.has(dimension))
        .flatMap((reading) =>
          reading.gains
            .filter((own) => own.distance === distance && Math.abs(own.wood) > LEAST_WOOD)
            .map(({ gain, wood }) => ({ reading, gain, wood })),
        );
      const most = gains.reduce<(typeof gains)[number] | undefined>(
        (a, b) => (a && Math.abs(a.gain) >= Math.abs(b.gain) ? a : b),
        undefined,
      );
      if (!most) return [];
      seen.add(distance);
      const { reading, gain, wood } = most;
      const fuller = wood > 0 ? 1 : -1;
      /**
       * A hollow is smaller where more wood is left; a tenon’s shoulder is, too, and has no wall.
       */
      const hollow = reading.member === 'mortised' && fuller * gain < 0;
      const until = untilOf(reading, hollow, isMated(plan, card, reading));
      return [{ figure, setup, distance, reading, fuller, counts: Math.abs(gain), until }];
    }),
  );
}

/** Where a figure stands that leaves a size so much wood, mm. */
export const standsFull = ({ figure, fuller, counts }: Creep, over: Mm): Mm =>
  figure.set.value + (fuller * over) / counts;

/**
 * How much wood a figure leaves of its size where it stands, beside what was asked; less than 0
 * where it takes more.
 */
export const fullBy = ({ figure, fuller, counts }: Creep, at: Mm): Mm =>
  (at - figure.set.value) * fuller * counts;
