import { circle, type Mm, prismAlong, type Solid } from '../../../ground/index.ts';
import type { Piece } from '../../../shop/index.ts';
import type { BoreFeature, MemberName, Members, SeatOfPair, Spot } from '../kind.ts';
import { alongOf, intoOf } from '../shape/index.ts';
import type { Holes, PegParams } from './params.ts';

/** How far past the far side a bit goes, into a scrap, mm. */
const PAST: Mm = 1;

/** A hole through the thickness of a piece: along it from the spot's end, and across it. */
const through = (
  piece: Piece,
  spot: Pick<Spot, 'end'>,
  along: Mm,
  height: Mm,
  diameter: Mm,
): Solid =>
  prismAlong('y', circle([height, alongOf(piece, spot)(along)], diameter / 2), 0, piece.thickness);

/** The holes of one member. */
export const bored = (
  { across, inset, offset, diameter }: Holes,
  length: Mm,
  { sink = 0, along }: SeatOfPair,
  member: MemberName,
  piece: Piece,
  spot: Spot,
): Solid[] =>
  across.map((z) =>
    member === 'tenoned'
      ? through(piece, spot, length - inset + offset, z, diameter)
      : through(piece, spot, along + z, intoOf(piece, spot)(sink + inset), diameter),
  );

export function boresOf(
  { across, inset, offset, diameter }: Holes,
  { pegs, tenonLength }: PegParams & { readonly tenonLength: Mm },
  { sink = 0, along }: SeatOfPair,
  members: Members,
): Partial<Record<MemberName, readonly BoreFeature[]>> {
  const named = (i: number) =>
    across.length === 1 ? 'for the peg' : `for the ${['first', 'second'][i]} peg`;
  const bore = (
    member: MemberName,
    place: Pick<BoreFeature, 'guide' | 'along' | 'across'>,
    i: number,
  ): BoreFeature => ({
    form: 'bore',
    name: named(i),
    stock: members[member],
    into: 'reference-face',
    diameter,
    depth: members[member].thickness + PAST,
    through: true,
    ...place,
  });
  const ahead = tenonLength - inset + offset;
  return {
    tenoned:
      pegs === 'drawbored'
        ? across.map((z, i) =>
            bore('tenoned', { guide: 'reference-edge', along: ahead, across: z }, i),
          )
        : [],
    mortised: across.map((z, i) =>
      bore('mortised', { guide: 'entry-edge', along: along + z, across: sink + inset }, i),
    ),
  };
}
