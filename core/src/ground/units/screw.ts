import { pluralOf } from './words.ts';
import type { Mm, Rounding } from './length.ts';
import { roundTo } from './roundTo.ts';
import type { Reached } from './scale.ts';

/** A screw that moves a fence or a jig. */
export interface Screw {
  /** Travel in one turn, mm: 1/32 in for 32 threads to the inch, 1 mm for M6 coarse. */
  readonly lead: Mm;
  /** Divisions of its ring; 0 where it has none and turns are read to a quarter. */
  readonly divisions: number;
}

const BY_EYE = 4;

/** The finest move of a screw, mm: a division of its ring, or a quarter turn by eye. */
export const stepOf = ({ lead, divisions }: Screw): Mm => lead / (divisions || BY_EYE);

/** Whole turns, and divisions of the ring (or quarters) beyond them, that move a distance. */
export interface Turns extends Reached {
  readonly whole: number;
  readonly parts: number;
  readonly partsPerTurn: number;
}

/**
 * How far to turn a screw for a move.
 * @throws RangeError when the screw has no lead: it would never move anything
 */
export function turnsFor(wanted: Mm, screw: Screw, rounding: Rounding = 'nearest'): Turns {
  if (!(screw.lead > 0)) throw new RangeError('A screw needs a lead of more than 0.');
  const step = stepOf(screw);
  const value = roundTo(wanted, step, rounding);
  const partsPerTurn = screw.divisions || BY_EYE;
  const steps = Math.round(Math.abs(value) / step);
  return {
    whole: Math.floor(steps / partsPerTurn),
    parts: steps % partsPerTurn,
    partsPerTurn,
    value,
    error: wanted - value,
  };
}

/** `2 turns and 40 of 50`, or quarters where the screw has no ring. */
export function turnsInWords({
  whole,
  parts,
  partsPerTurn,
}: Pick<Turns, 'whole' | 'parts' | 'partsPerTurn'>): string {
  const turns = pluralOf(whole, '1 turn', `${whole} turns`);
  if (parts === 0) return turns;
  const rest =
    partsPerTurn === 4
      ? ['', 'a quarter', 'a half', 'three quarters'][parts]!
      : `${parts} of ${partsPerTurn}`;
  return whole === 0
    ? `${rest}${partsPerTurn === 4 ? ' turn' : ' of the ring'}`
    : `${turns} and ${rest}`;
}
