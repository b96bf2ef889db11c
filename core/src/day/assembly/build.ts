import { endsOf, entryOf, inARow, type Job } from '../../design/index.ts';
import { sameHand } from '../../making/index.ts';
import {
  compose,
  dot,
  invert,
  length,
  scale,
  subtract,
  turn,
  type Rigid,
  type Vec3,
  type Mm,
} from '../../ground/index.ts';
import type { Meet, Spot } from './meet.ts';

/** Pieces of a part that are laid out alike: all of them, or its left or right ones. */
export type Hand = 'left' | 'right' | 'either';

/** One piece in its place, in the axes of the assembly's first piece. */
export interface PlacedPiece {
  readonly part: string;
  readonly hand: Hand;
  readonly at: Rigid;
}

/** A tenon in its mortise, by the places of both pieces in the assembly. */
export interface Meeting {
  readonly joint: string;
  readonly tenoned: number;
  readonly mortised: number;
  readonly tenon: Spot;
  readonly mortise: Spot;
  /** Straight ways in which the tenoned piece can leave, in the assembly's axes. */
  readonly out: readonly Vec3[];
  /** The line it is pressed home along. */
  readonly pressed: Vec3;
}

/** What hangs together by its joints. */
export interface Built {
  readonly pieces: readonly PlacedPiece[];
  readonly meetings: readonly Meeting[];
}

/**
 * Why pieces don't come together: a tenon that should reach a mortise, and how far it lies from it.
 */
export interface Miss {
  readonly joint: string;
  readonly part: string;
  /** Along the tenoned piece, positive where it is too short; and across, mm. */
  readonly short: Mm;
  readonly aside: Mm;
}

/** Two places are one as far as clamps bring them together, mm. */
const ONE_PLACE: Mm = 1;

/** All places a piece of a part has, by its hand. */
export function spotsOf(part: string, hand: Hand, { joints }: Pick<Job, 'joints'>): Spot[] {
  return joints.flatMap((joint): Spot[] => {
    const { tenoned, mortised } = joint;
    const tenons = tenoned.part === part ? endsOf(tenoned.ends) : [];
    const from = mortised.part === part ? endsOf(mortised.ends) : [];
    const mine = isByHand(joint) ? from.filter((_, i) => (hand === 'left') === (i === 0)) : from;
    const row = inARow(joint);
    return [
      ...tenons.map((end): Spot => ({ joint: joint.id, member: 'tenoned', end, nth: 0 })),
      ...mine.flatMap((end) =>
        Array.from({ length: row }, (_, nth): Spot => ({
          joint: joint.id,
          member: 'mortised',
          end,
          nth,
        })),
      ),
    ];
  });
}

/** Laid out from one end of its left pieces and from the other of its right ones. */
export const isByHand = ({ mortised }: Job['joints'][number]): boolean =>
  endsOf(mortised.ends).length > 1 && mortised.perPiece === 1;

/** The hands the pieces of a part come in. */
export const handsOf = (part: string, { joints }: Pick<Job, 'joints'>): readonly Hand[] =>
  joints.some((joint) => joint.mortised.part === part && isByHand(joint))
    ? ['left', 'right']
    : ['either'];

interface Free {
  readonly piece: number;
  readonly spot: Spot;
}

/**
 * The piece a free place asks for: each place of it that would do, with where the piece would lie.
 */
interface Asked {
  readonly part: string;
  readonly hand: Hand;
  readonly spot: Spot;
  readonly at: Rigid;
}

/** How far one placing is from another, mm; infinitely where they are turned otherwise. */
function apart(rigid: Rigid, other: Rigid): Vec3 | undefined {
  const isTurned = rigid.rotation.some(
    (row, i) => length(subtract(row, other.rotation[i]!)) > 2e-3,
  );
  return isTurned ? undefined : subtract(other.shift, rigid.shift);
}

/**
 * Puts pieces together from one on, wherever a tenon meets a mortise, until no place is left free.
 * @param first the part and hand it begins with
 * @param pieces how many there are of each part and hand
 * @returns what hangs together, or what misses what: then the pieces run out before every place is
 *   taken
 */
export function build(
  first: { part: string; hand: Hand },
  job: Pick<Job, 'joints'>,
  meets: ReadonlyMap<string, Meet>,
  pieces: (part: string, hand: Hand) => number,
): { built?: Built; miss?: Miss } {
  const found = grown(first, job, meets, pieces, false);
  return found.built ? found : grown(first, job, meets, pieces, true);
}

/** @param watched what comes near a mortise without reaching it is looked for, which takes long */
function grown(
  first: { part: string; hand: Hand },
  job: Pick<Job, 'joints'>,
  meets: ReadonlyMap<string, Meet>,
  pieces: (part: string, hand: Hand) => number,
  watched: boolean,
): { built?: Built; miss?: Miss } {
  const placed: PlacedPiece[] = [];
  const meetings: Meeting[] = [];
  let free: Free[] = [];
  let miss: Miss | undefined;

  const askedBy = ({ piece, spot }: Free): Asked[] => asked(placed[piece]!, spot, job, meets);
  /** The free places that a piece laid so would take. */
  const takes = (at: Rigid, part: string, hand: Hand) =>
    free.flatMap((place) => {
      const fits = askedBy(place).find((a) => a.part === part && a.hand === hand && near(a.at, at));
      return fits ? [{ place, spot: fits.spot }] : [];
    });
  const put = ({ part, hand, at }: PlacedPiece) => {
    const taken = takes(at, part, hand);
    const index = placed.push({ part, hand, at }) - 1;
    for (const { place, spot } of taken)
      meetings.push(meetingOf(index, spot, place, placed, meets));
    const frees = [...free, ...spotsOf(part, hand, job).map((spot) => ({ piece: index, spot }))];
    const gone = [
      ...taken.map(({ place }) => place),
      ...taken.map(({ spot }) => ({ piece: index, spot })),
    ];
    free = frees.filter(
      (place) => !gone.some((used) => used.piece === place.piece && isTaken(place.spot, used.spot)),
    );
  };
  /** An end has one tenon, whichever of its joints that is in. */
  const isTaken = (spot: Spot, used: Spot) =>
    sameSpot(spot, used) ||
    (spot.member === 'tenoned' &&
      used.member === 'tenoned' &&
      spot.end === used.end &&
      meets.get(used.joint)!.takesEnd);

  put({
    ...first,
    at: {
      rotation: [
        [1, 0, 0],
        [0, 1, 0],
        [0, 0, 1],
      ],
      shift: [0, 0, 0],
    },
  });
  while (free.length) {
    /**
     * A mortise asks for one tenon. Where only tenons are left, the piece goes where most of them
     * reach.
     */
    const mortise = free.find(({ spot }) => spot.member === 'mortised');
    const ways = mortise ? askedBy(mortise) : free.flatMap(askedBy);
    const best = ways.reduce<{ way: Asked; takes: number } | undefined>((found, way) => {
      const count = takes(way.at, way.part, way.hand).length;
      return !found || count > found.takes ? { way, takes: count } : found;
    }, undefined);
    if (!best) return { ...(miss && { miss }) };
    if (watched)
      miss = nearest([miss, ...free.map((own) => missOf(own, placed, free, job, meets))]);
    const { part, hand, at } = best.way;
    const used = placed.filter((p) => p.part === part && p.hand === hand).length;
    if (used >= pieces(part, hand)) return { ...(miss && { miss }) };
    put({ part, hand, at });
  }
  return { built: { pieces: placed, meetings } };
}

/** The one that is off by the least. */
const nearest = (misses: readonly (Miss | undefined)[]): Miss | undefined => {
  const off = ({ short, aside }: Miss) => Math.hypot(short, aside);
  return misses.reduce(
    (least, miss) => (miss && (!least || off(miss) < off(least) - 1e-9) ? miss : least),
    undefined,
  );
};

const sameSpot = (a: Spot, b: Spot): boolean =>
  a.joint === b.joint && a.member === b.member && a.end === b.end && a.nth === b.nth;

const near = (a: Rigid, b: Rigid): boolean => {
  const off = apart(a, b);
  return off !== undefined && length(off) < ONE_PLACE;
};

/** What piece a free place wants, in each way that it can be had. */
function asked(
  placedPiece: PlacedPiece,
  spot: Spot,
  job: Pick<Job, 'joints'>,
  meets: ReadonlyMap<string, Meet>,
): Asked[] {
  const { joint, home } = meets.get(spot.joint)!;
  const other = spot.member === 'tenoned' ? 'mortised' : 'tenoned';
  const part = joint[other].part;
  return handsOf(part, job).flatMap((hand) =>
    spotsOf(part, hand, job)
      .filter((o) => o.joint === spot.joint && o.member === other && isMet(joint, spot, o))
      .map((o): Asked => {
        const to = other === 'tenoned' ? home(o, spot) : invert(home(spot, o));
        return { part, hand, spot: o, at: compose(placedPiece.at, to) };
      }),
  );
}

/** A tenon and a mortise of one hand. */
function isMet({ mortised }: Job['joints'][number], spot: Spot, other: Spot): boolean {
  const [tenon, mortise] = spot.member === 'tenoned' ? [spot, other] : [other, spot];
  return sameHand(tenon, { end: mortise.end, edge: entryOf(mortised.edge).edge });
}

function meetingOf(
  index: number,
  spot: Spot,
  { piece, spot: met }: Free,
  placed: readonly PlacedPiece[],
  meets: ReadonlyMap<string, Meet>,
): Meeting {
  const isTenon = spot.member === 'tenoned';
  const [tenoned, mortised] = isTenon ? [index, piece] : [piece, index];
  const [tenon, mortise] = isTenon ? [spot, met] : [met, spot];
  const meet = meets.get(spot.joint)!;
  const out = meet.waysOut(mortise).map((way) => turn(placed[mortised]!.at.rotation, way));
  const pressed = turn(placed[tenoned]!.at.rotation, meet.pressed);
  return { joint: spot.joint, tenoned, mortised, tenon, mortise, out, pressed };
}

/**
 * A tenon that has no mortise where it ends, though one like it looks at it: how far it falls
 * short.
 */
function missOf(
  { piece, spot }: Free,
  placed: readonly PlacedPiece[],
  free: readonly Free[],
  job: Pick<Job, 'joints'>,
  meets: ReadonlyMap<string, Meet>,
): Miss | undefined {
  if (spot.member !== 'tenoned') return undefined;
  const placedPiece = placed[piece]!;
  const { joint } = meets.get(spot.joint)!;
  const way = scale(turn(placedPiece.at.rotation, [1, 0, 0]), spot.end === 'a' ? -1 : 1);
  const off = free.flatMap((other) => {
    const { part, hand, at } = placed[other.piece]!;
    if (
      other.spot.joint !== spot.joint ||
      other.spot.member !== 'mortised' ||
      part !== joint.mortised.part
    )
      return [];
    const wanted = asked(placedPiece, spot, job, meets).filter(
      (a) => a.hand === hand && sameSpot(a.spot, other.spot),
    );
    return wanted.map((a) => apart(a.at, at)).filter((v) => v !== undefined);
  });
  const [least] = off.sort((a, b) => length(a) - length(b));
  if (!least) return undefined;
  const short = dot(least, way);
  return {
    joint: spot.joint,
    part: placedPiece.part,
    short,
    aside: length(subtract(least, scale(way, short))),
  };
}
