import { circle, type Mm, prismAlong, type Solid } from '../../../ground/index.ts';
import type { Piece } from '../../../shop/index.ts';
import type { BoreFeature, MemberName, Members, Spot } from '../kind.ts';
import { alongOf, intoOf } from '../shape/index.ts';
import type { HoleAt, Holes, PegParams } from './params.ts';

/** How far past the far side a bit goes, into a scrap, mm. */
const PAST: Mm = 1;

/** The holes of one member, through its thickness or stopping short of its far face. */
export const bored = (
  holes: readonly HoleAt[],
  { diameter, stop }: Pick<Holes, 'diameter' | 'stop'>,
  member: MemberName,
  piece: Piece,
  spot: Spot,
): Solid[] =>
  holes.map(([along, across]) => {
    const height = member === 'tenoned' ? across : intoOf(piece, spot)(across);
    const centre = [height, alongOf(piece, spot)(along)] as const;
    const floor = piece.thickness - (member === 'mortised' ? stop : 0);
    return prismAlong('y', circle(centre, diameter / 2), 0, floor);
  });

const deep = (thickness: Mm, stop: Mm): Pick<BoreFeature, 'depth' | 'through'> =>
  stop ? { depth: thickness - stop } : { depth: thickness + PAST, through: true };

/** Bored into a member for pegs that are drawn shut in both, or go on through the tenon later. */
export function boresOf(
  { diameter, stop }: Holes,
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
      ...deep(members[member].thickness, member === 'mortised' ? stop : 0),
      guide,
      along,
      across,
    }));
  return {
    tenoned: pegs === 'drawbored' ? bores('tenoned', 'reference-edge') : [],
    mortised: bores('mortised', 'entry-edge'),
  };
}
