import { say, type Mm, type Sentence } from '../../ground/index.ts';
import type { Neighbours, PlacedMortise } from './placed.ts';

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
function room(placedMortise: PlacedMortise, other: PlacedMortise): Mm {
  const { wall, width, stock } = other.feature;
  /**
   * The other's walls are measured from its own reference side; seen from the entry they may lie
   * the other way about.
   */
  return entersNear(placedMortise) ? wall : stock.thickness - wall - width;
}

/**
 * Two tenons in one leg. Square leg of side S, outer wall o, mortise width m: butted each may be S
 * - o - m deep, less a gap; mitred, the outer wall reaches S - o and the inner S - o - m.
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
    staggered:
      (a.start <= b.start ? a.start + a.length - b.start : b.start + b.length - a.start) + least,
  };
}

/** Kept between two mitred ends, mm, along the diagonal. */
const MITRE_GAP: Mm = 0.5;

/**
 * What to say of two mortises that meet because both tenons are mitred; nothing where they are not.
 * With outer walls at u and v in from the sides they enter, ends at 45 degrees keep clear while the
 * two lengths make no more than u + v.
 */
export function mitredPair({
  one,
  other,
}: Neighbours): { level: 'problem' | 'reason'; words: Sentence } | undefined {
  if (!one.tip || !other.tip || Boolean(one.turned) === Boolean(other.turned)) return undefined;
  const names = `${one.name} and ${other.name}`;
  /** The long cheek is the one farther from the side the other comes in from. */
  const asks = (placedMortise: PlacedMortise, from: PlacedMortise) =>
    (entersNear(from) ? 'far' : 'near') === placedMortise.tip!.long;
  if (!asks(one, other) || !asks(other, one))
    return {
      level: 'problem',
      words: say(
        `${names} meet, and a mitre faces the wrong way: the long cheek lies on the side away from the other tenon. Turn the mitre over.`,
      ),
    };
  /** One that ends before the other's near wall never comes to its mitre. */
  const apart = one.tip.length <= room(one, other) || other.tip.length <= room(other, one);
  const together = one.tip.length + other.tip.length;
  const bound = room(one, other) + other.feature.width + room(other, one) + one.feature.width;
  const gap = (bound - together) / Math.SQRT2;
  const lengths = { together, bound: bound - MITRE_GAP * Math.SQRT2, gap };
  if (apart)
    return {
      level: 'reason',
      words: say(
        `The mortises of ${names} meet; one tenon ends before it comes to the other, so the mitres never touch.`,
      ),
    };
  return gap < MITRE_GAP - 1e-6
    ? {
        level: 'problem',
        words: say(
          `The mitred ends of ${names} meet: together the two tenons are {together} long; {bound} is the most here.`,
          lengths,
        ),
      }
    : {
        level: 'reason',
        words: say(
          `${names} meet at their mitres, with {gap} between them. Glue both up at once, or the first one’s squeeze-out stops the second.`,
          lengths,
        ),
      };
}

/**
 * Whether a tenon comes in from the side that another’s walls are measured from, where it enters a
 * face or an edge.
 */
const entersNear = ({ turned, edge }: PlacedMortise): boolean =>
  turned ? edge === 'other' : edge === 'reference';

/** The three answers in words, seen from the first of the two. */
export const meetingWords = (meeting: Meeting, other: string): Sentence =>
  say(
    `Butted, this mortise may be {butted} deep, and the one of ${other} {theirs}. With mitred ends it may reach {outer} at its outer wall and {inner} at its inner: choose the tenon’s end for that, at both joints. Moved {staggered} along, both keep their depth.`,
    {
      butted: meeting.butted[0],
      theirs: meeting.butted[1],
      outer: meeting.mitred[0].outer,
      inner: meeting.mitred[0].inner,
      staggered: meeting.staggered,
    },
  );
