import { say, type Mm, type Sentence } from '../units/index.ts';
import type { Neighbours, PlacedMortise } from './neighbours.ts';

/** Wood, mm, kept between the end of one mortise and the wall of the other where tenons butt. */
export const BUTT_GAP: Mm = 2;

/** What the three answers give to two mortises that come into one piece from two sides and meet. */
export interface Meeting {
  /** Depth of each where both stop short of the other's wall. */
  readonly butted: readonly [one: Mm, other: Mm];
  /** Depth of each at its outer and its inner wall where their ends are mitred. */
  readonly mitred: readonly [one: { outer: Mm; inner: Mm }, other: { outer: Mm; inner: Mm }];
  /** How far one must move along the piece to pass the other with wood enough between. */
  readonly staggered: Mm;
}

/** From the side a mortise enters to the near wall of the other, across its way. */
function room(one: PlacedMortise, other: PlacedMortise): Mm {
  const { wall, width, stock } = other.feature;
  /** The other's walls are measured from its own reference side; seen from the entry they may lie the other way about. */
  const near = one.turned ? one.edge === 'other' : one.edge === 'reference';
  return near ? wall : stock.thickness - wall - width;
}

/**
 * Two tenons in one leg. Square leg of side S, outer wall o, mortise width m: butted each may be S - o - m deep, less a
 * gap; mitred, the outer wall reaches S - o and the inner S - o - m.
 * @returns nothing for mortises that don't come in from two sides that are square to each other
 */
export function meetingOf({ one, other }: Neighbours, least: Mm): Meeting | undefined {
  if (Boolean(one.turned) === Boolean(other.turned)) return undefined;
  const rooms = [room(one, other), room(other, one)] as const;
  const [a, b] = [one.feature, other.feature];
  const reach = (at: Mm, width: Mm) => ({ outer: at + width, inner: at });
  return {
    butted: [Math.max(0, rooms[0] - BUTT_GAP), Math.max(0, rooms[1] - BUTT_GAP)],
    mitred: [reach(rooms[0], b.width), reach(rooms[1], a.width)],
    staggered: (a.start <= b.start ? a.start + a.length - b.start : b.start + b.length - a.start) + least,
  };
}

/** The three answers in words, seen from the first of the two. */
export const meetingWords = (meeting: Meeting, other: string): Sentence =>
  say(
    `Butted, this mortise may be {butted} deep, and the one of ${other} {theirs}. With mitred ends it may reach {outer} at its outer wall and {inner} at its inner; Velk does not cut those yet. Moved {staggered} along, both keep their depth.`,
    {
      butted: meeting.butted[0],
      theirs: meeting.butted[1],
      outer: meeting.mitred[0].outer,
      inner: meeting.mitred[0].inner,
      staggered: meeting.staggered,
    },
  );
