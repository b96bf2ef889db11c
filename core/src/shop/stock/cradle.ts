import { say, type Mm, type Sentence, type Vec3 } from '../../ground/index.ts';
import { spreadOf, type Cradle, type Part } from './part.ts';
import type { Piece } from './piece.ts';

/** Wood of a cradle all round that one might begin with, mm. */
const WALL: Mm = 12;

/** A cradle that a piece fits, with as much wood all round, mm; to be measured once it is made. */
export const proposedCradle = ({ thickness, width }: Piece): Cradle => ({
  thickness: thickness + 2 * WALL,
  width: width + 2 * WALL,
  under: WALL,
  beside: WALL,
});

/**
 * Wood of the cradle before and behind a piece, along its axes as a joint sees it: turned a quarter
 * where it enters a face, its width counted from the edge that is entered.
 * @param piece as the joint sees it
 * @returns mm along length, thickness and width
 */
export function bedding(
  { thickness, width, under, beside }: Cradle,
  piece: Piece,
  { turned, edge }: { readonly turned?: boolean; readonly edge: 'reference' | 'other' },
): { near: Vec3; far: Vec3 } {
  const y = turned ? beside : under;
  const [depth, across] = turned ? [width, thickness] : [thickness, width];
  /** Of a turned piece the reference edge is truly its other face. */
  const low = turned ? across - piece.width - under : beside;
  const z = edge === 'reference' ? low : across - piece.width - low;
  return { near: [0, y, z], far: [0, depth - piece.thickness - y, across - piece.width - z] };
}

/** Which way its thickest and widest piece doesn't go into a part's cradle. */
export function cradleProblems({
  cradle,
  ...part
}: Part): { path: 'thickness' | 'width'; value: Mm; bound: Mm; text: Sentence }[] {
  if (!cradle) return [];
  const sides = [
    { path: 'thickness', bed: cradle.under, outside: cradle.thickness, what: 'thick' },
    { path: 'width', bed: cradle.beside, outside: cradle.width, what: 'wide' },
  ] as const;
  return sides.flatMap(({ path, bed, outside, what }) => {
    const { most } = spreadOf(part[path]);
    const room = outside - bed;
    if (most <= room + 1e-6) return [];
    const text = say(
      `a piece is {most} ${what}, and beyond its bed, {bed}, the cradle of {outside} has room for {room}.`,
      { most, bed, outside, room },
    );
    return [{ path, value: most, bound: room, text }];
  });
}
