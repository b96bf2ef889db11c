import {
  add,
  cross,
  handedness,
  scale,
  subtract,
  turn,
  type Rigid,
  type Vec3,
} from '../../ground/index.ts';
import { OUTWARD, pointOn, type Piece, type PieceFace } from '../../shop/index.ts';
import type { Occurrence, Seat, SeatFace } from '../setups/index.ts';
import type { Datum } from './model.ts';

/** The face of this very piece that the card's words mean. */
export function faceOf(face: SeatFace, occurrence: Pick<Occurrence, 'end' | 'edge'>): PieceFace {
  if (face === 'worked-end' || face === 'layout-end')
    return occurrence.end === 'a' ? 'end-a' : 'end-b';
  if (face === 'far-end') return occurrence.end === 'a' ? 'end-b' : 'end-a';
  if (face === 'entry-edge')
    return occurrence.edge === 'reference' ? 'reference-edge' : 'other-edge';
  if (face === 'far-edge') return occurrence.edge === 'reference' ? 'other-edge' : 'reference-edge';
  return face;
}

/**
 * The one way to lay a piece down so that each named face meets its feature: a face's outward
 * direction is opposite to the feature's normal. Two contacts turn the piece, the third follows;
 * contacts also fix it where their feature lies.
 * @param free where the piece's middle comes along directions that no contact fixes
 * @throws Error when the contacts would need a mirrored piece, or are not square to each other
 */
export function seatPiece(
  seat: Seat,
  datums: Readonly<Record<string, Datum>>,
  occurrence: Pick<Occurrence, 'end' | 'edge'>,
  piece: Piece,
  free: Vec3,
): Rigid {
  const contacts = Object.entries(seat).map(([id, face]) => {
    const datum = datums[id];
    if (!datum) throw new Error(`The machine has no feature “${id}”.`);
    return { datum, face: faceOf(face, occurrence) };
  });
  const rotation = turnFor(
    contacts.map(({ datum, face }) => [OUTWARD[face], scale(datum.normal, -1)]),
  );
  const size: Vec3 = [piece.length, piece.thickness, piece.width];
  const middle = turn(rotation, scale(size, 0.5));
  let shift = subtract(free, middle);
  for (const { datum, face } of contacts) {
    const touching = add(turn(rotation, pointOn(face, piece)), shift);
    const off = subtract(datum.at, touching);
    const along = datum.normal.map((n, i) => Math.abs(n) * off[i]!) as unknown as Vec3;
    shift = add(shift, along);
  }
  return { rotation, shift };
}

type Pair = readonly [piece: Vec3, machine: Vec3];

function turnFor(pairs: Pair[]): Rigid['rotation'] {
  const [first, second] = pairs;
  if (!first || !second) throw new Error('A seat needs two contacts.');
  const allPairs: Pair[] = [
    first,
    second,
    pairs[2] ?? [cross(first[0], second[0]), cross(first[1], second[1])],
  ];
  const row = (i: number): Vec3 => {
    const sum: [number, number, number] = [0, 0, 0];
    for (const [p, m] of allPairs) for (let j = 0; j < 3; j++) sum[j]! += m[i]! * p[j]!;
    return sum;
  };
  const rotation: Rigid['rotation'] = [row(0), row(1), row(2)];
  if (handedness(rotation) !== 1) throw new Error('This seat would need the piece mirrored.');
  return rotation;
}
