import {
  entryOf,
  inARow,
  resolve,
  type Job,
  type Joint,
  kindOf,
  type JointKind,
  type MemberName,
  type Members,
} from '../../design/index.ts';
import { WHOLE_END } from '../jobwide/index.ts';
import { clashOf, designsOf, homeOf, placeOf, wayOut, type Place } from '../../making/index.ts';
import {
  add,
  compose,
  dot,
  IDENTITY,
  invert,
  scale,
  turn,
  type Body,
  type Modeller,
  type Rigid,
  type Vec3,
  Remembered,
  type Mm,
} from '../../ground/index.ts';
import { pieceOf, quarterTurn, toSquare, type Lean } from '../../shop/index.ts';

/** One end of a tenoned piece, or one mortise of a mortised one. */
export interface Spot {
  readonly joint: string;
  readonly member: MemberName;
  /** The worked end, or the layout end. */
  readonly end: 'a' | 'b';
  /** Which of a row from that end, from 0. */
  readonly nth: number;
}

/** How the two pieces of a joint lie to one another once home. */
export interface Meet {
  readonly joint: Joint;
  /** Its tenon takes the whole end: another joint of the same end is made by other pieces. */
  readonly takesEnd: boolean;
  /**
   * The line it is pressed home along, in the tenoned piece's own axes: its length, or through it
   * cheek to cheek.
   */
  readonly pressed: Vec3;
  /** From the tenoned piece's own axes to the mortised piece's. */
  readonly home: (tenon: Spot, mortise: Spot) => Rigid;
  /**
   * Straight ways in which the tenoned piece can leave, as directions in the mortised piece's own
   * axes.
   */
  readonly waysOut: (mortise: Spot) => readonly Vec3[];
}

/**
 * How far a piece is moved to see whether a way is free, mm: fit, shoulder line and depth are
 * passed by one of them.
 */
const TRIED: readonly Mm[] = [0.6, 2, 6, 14, 30];

/** Wood so little in the way of wood is the fit, not a wall, mm. */
export const GIVES: Mm = 0.3;

const AXES: readonly Vec3[] = [
  [1, 0, 0],
  [-1, 0, 0],
  [0, 1, 0],
  [0, -1, 0],
  [0, 0, 1],
  [0, 0, -1],
];

/** Whether wood reaches into wood farther than a fit does. */
export const clashes = (one: Body, other: Body): boolean => clashOf(one, other).depth > GIVES;

/** What is tried on the solids of a joint. */
interface Tried {
  readonly place: Place;
  readonly piece: Members;
  readonly leans: Readonly<Record<MemberName, Lean | undefined>>;
  /** Laid out from end a and entered at the reference edge, in the axes the joint is square in. */
  readonly out: readonly Vec3[];
}

/** After a change elsewhere all of it holds, and joints that are alike share it. */
const KEPT = new Remembered<Tried>(2000);

const triedOf = (
  modeller: Modeller,
  kind: JointKind,
  params: Record<string, unknown>,
  members: Members,
): Tried => KEPT.of([kind.id, params, members], () => tryOut(modeller, kind, params, members));

function tryOut(
  modeller: Modeller,
  kind: JointKind,
  params: Record<string, unknown>,
  members: Members,
): Tried {
  const seat = kind.seat(params);
  return modeller.scope(() => {
    const { tenoned, mortised } = designsOf(modeller, kind, params, members);
    const spot = placeOf(tenoned, mortised, seat);
    const home = homeOf(tenoned, mortised, spot, seat);
    const whole = tenoned.tongue ? tenoned.body.with(tenoned.tongue) : tenoned.body;
    const isFree = (way: Vec3) =>
      TRIED.every(
        (d) =>
          !clashes(whole.placed({ ...home, shift: add(home.shift, scale(way, d)) }), mortised.body),
      );
    const point = turn(home.rotation, wayOut(tenoned, seat));
    const tried = AXES.some((axis) => dot(axis, point) > 1 - 1e-6) ? AXES : [point, ...AXES];
    const lean = (member: MemberName) => kind.lean?.(params, member, members[member]);
    return {
      place: spot,
      piece: { tenoned: tenoned.piece, mortised: mortised.piece },
      leans: { tenoned: lean('tenoned'), mortised: lean('mortised') },
      out: tried.filter(isFree),
    };
  });
}

/** The joint as drawn, and the ways in which its solid leaves the other. */
export function meetOf(modeller: Modeller, joint: Joint, job: Pick<Job, 'parts'>): Meet {
  const kind = kindOf(joint.kind);
  const { params, members, parts } = resolve(joint, job);
  const { edge, turned } = entryOf(joint.mortised.edge);
  const seat = kind.seat(params);
  const takesEnd = kind.features(params, members).tenoned.some(({ form }) => WHOLE_END.has(form));
  const pitch = inARow(joint) > 1 ? (joint.mortised.pitch ?? 0) : 0;
  const { place, piece, leans, out } = triedOf(modeller, kind, params, members);
  const half = (member: MemberName, { end }: Spot) => ({
    piece: piece[member],
    at: {
      joint: joint.id,
      part: '',
      member,
      end,
      edge: member === 'mortised' ? edge : 'reference',
      count: 1,
      of: 1,
    } as const,
  });
  /** Into the axes the joint is square in. */
  const square = (member: MemberName, { end }: Spot): Rigid => {
    const lean = leans[member];
    return lean
      ? toSquare(lean, members[member], { end, edge: member === 'mortised' ? edge : 'reference' })
      : IDENTITY;
  };
  const back = turned ? invert(quarterTurn(pieceOf(parts.mortised, 'median').thickness)) : IDENTITY;
  const own = (mortise: Spot): Rigid => compose(back, invert(square('mortised', mortise)));
  return {
    joint,
    takesEnd,
    pressed: seat.pressed ? [0, 1, 0] : [1, 0, 0],
    home(tenon, mortise) {
      const along = place.along + mortise.nth * pitch;
      const home = homeOf(
        half('tenoned', tenon),
        half('mortised', mortise),
        { ...place, along },
        seat,
      );
      return compose(own(mortise), compose(home, square('tenoned', tenon)));
    },
    waysOut(mortise) {
      /**
       * Laid out from the other end, or entered from the other edge, all of it is the mirror image.
       */
      const sign: Vec3 = [mortise.end === 'a' ? 1 : -1, 1, edge === 'reference' ? 1 : -1];
      return out.map((way) =>
        turn(own(mortise).rotation, [way[0] * sign[0], way[1], way[2] * sign[2]]),
      );
    },
  };
}
