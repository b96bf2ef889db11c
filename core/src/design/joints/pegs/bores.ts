import { circle, type Mm, prismAlong, type Solid } from '../../../ground/index.ts';
import type { Piece } from '../../../shop/index.ts';
import type { BoreFeature, MemberName, Members, Spot } from '../kind.ts';
import { alongOf, intoOf } from '../shape/index.ts';
import type { HoleAt, Holes, PegParams } from './params.ts';

/** How far past the far side a bit goes, into a scrap, mm. */
const PAST: Mm = 1;

/** The holes of one member, through its thickness. */
export const bored = (
  holes: readonly HoleAt[],
  diameter: Mm,
  member: MemberName,
  piece: Piece,
  spot: Spot,
): Solid[] =>
  holes.map(([along, across]) => {
    const height = member === 'tenoned' ? across : intoOf(piece, spot)(across);
    const centre = [height, alongOf(piece, spot)(along)] as const;
    return prismAlong('y', circle(centre, diameter / 2), 0, piece.thickness);
  });

/** Bored into a member for pegs that are drawn shut in both, or go on through the tenon later. */
export function boresOf(
  { diameter }: Holes,
  { pegs }: PegParams,
  members: Members,
  holesIn: (member: MemberName) => readonly HoleAt[],
): Partial<Record<MemberName, readonly BoreFeature[]>> {
  const bores = (member: MemberName, guide: BoreFeature['guide']) =>
    holesIn(member).map(([along, across], i, { length }): BoreFeature => ({
      form: 'bore',
      name: length === 1 ? 'for the peg' : `for the ${['first', 'second'][i]} peg`,
      stock: members[member],
      into: 'reference-face',
      diameter,
      depth: members[member].thickness + PAST,
      through: true,
      guide,
      along,
      across,
    }));
  return {
    tenoned: pegs === 'drawbored' ? bores('tenoned', 'reference-edge') : [],
    mortised: bores('mortised', 'entry-edge'),
  };
}
