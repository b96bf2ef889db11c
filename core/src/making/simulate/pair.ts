import type { JointKind, Members, MemberName, SeatOfPair } from '../../design/index.ts';
import {
  add,
  box,
  IDENTITY,
  invert,
  scale,
  turn,
  type Body,
  type Modeller,
  type Vec3,
  type Mm,
} from '../../ground/index.ts';
import { toSquare } from '../../shop/index.ts';
import { clashOf, homeOf, placeOf, type Half } from './closePair.ts';
import { callipers } from './compare.ts';

/**
 * The joint as drawn, in three dimensions: both members where they belong, and the way they come
 * together.
 */
export interface Pair {
  /** Corners of triangles, nine numbers each, mm, in the mortised piece's axes. */
  readonly mortised: readonly number[];
  readonly tenoned: readonly number[];
  readonly tongue: readonly number[];
  /** Straight way out for the tenoned piece, and for a loose tongue in it. */
  readonly out: Vec3;
}

/** How far from the joint the pieces are shown, mm. */
const SHOWN: Mm = 120;

/** The designs of both members as if they had been cut exactly so, ready to be put together. */
export function designsOf<P extends object>(
  modeller: Modeller,
  kind: JointKind<P>,
  params: P,
  members: Members,
): Record<MemberName, Half & { readonly own: Vec3 }> {
  const at = { joint: '', part: '', end: 'a', edge: 'reference', count: 1, of: 1 } as const;
  const half = (member: MemberName): Half & { own: Vec3 } => {
    const wanted = kind.geometry(params, member, members[member], at);
    const lean = kind.lean?.(params, member, members[member]);
    const held = lean && toSquare(lean, members[member], at);
    const body = modeller.solid(wanted.mustRemain);
    const measured = callipers(modeller, body, wanted.gauges, members[member], held);
    const loose =
      member === 'tenoned'
        ? kind.loose?.(params, lean?.square ?? members[member], at, measured)
        : undefined;
    return {
      body: held ? body.placed(held) : body,
      ...(loose && { tongue: modeller.solid(loose.solid) }),
      sizes: { ...measured, ...loose?.sizes },
      piece: lean?.square ?? members[member],
      own: held ? turn(held.rotation, [1, 0, 0]) : [1, 0, 0],
      at: { ...at, member },
    };
  };
  return { tenoned: half('tenoned'), mortised: half('mortised') };
}

/** Which way the tenoned piece is drawn out, in the axes its tenon is square in. */
export const wayOut = ({ own }: { readonly own: Vec3 }, { aslant }: SeatOfPair): Vec3 =>
  aslant ? own : [1, 0, 0];

/** Both members of a joint as drawn, put together, cut off a little way from it. */
export function pairOf<P extends object>(
  modeller: Modeller,
  kind: JointKind<P>,
  params: P,
  members: Members,
): Pair {
  return modeller.scope(() => {
    const { tenoned, mortised } = designsOf(modeller, kind, params, members);
    const seat = kind.seat(params);
    const spot = placeOf(tenoned, mortised, seat);
    const home = homeOf(tenoned, mortised, spot, seat);
    const { thickness, width } = mortised.piece;
    const far = 2 * (thickness + width + tenoned.piece.thickness);
    const window = modeller.solid(
      seat.endToEnd
        ? box([-SHOWN * 1.3, -far, -far], [SHOWN * 1.3, far, far])
        : box(
            [spot.along - SHOWN, -far, -SHOWN * 1.6],
            [spot.along + tenoned.piece.width + SHOWN, far, far],
          ),
    );
    /** A leaning piece is put together in the axes of its square one, and shown as it lies. */
    const lean = kind.lean?.(params, 'mortised', members.mortised);
    const back = lean
      ? invert(toSquare(lean, members.mortised, { end: 'a', edge: 'reference' }))
      : IDENTITY;
    const corners = (body: Body) => body.within(window).placed(back).triangles().flat(2);
    return {
      mortised: corners(mortised.body),
      tenoned: corners(tenoned.body.placed(home)),
      tongue: tenoned.tongue ? corners(tenoned.tongue.placed(home)) : [],
      out: turn(back.rotation, turn(home.rotation, wayOut(tenoned, seat))),
    };
  });
}

/**
 * How deep wood would lie in wood, mm, and how much of it, mm³, with the tenoned piece drawn
 * straight out by each of the distances: 0 all the way where the joint can be put together.
 */
export function clashesOnTheWay<P extends object>(
  modeller: Modeller,
  kind: JointKind<P>,
  params: P,
  members: Members,
  distances: readonly Mm[],
): { readonly depth: Mm; readonly volume: number }[] {
  return modeller.scope(() => {
    const { tenoned, mortised } = designsOf(modeller, kind, params, members);
    const seat = kind.seat(params);
    const home = homeOf(tenoned, mortised, placeOf(tenoned, mortised, seat), seat);
    const out = turn(home.rotation, wayOut(tenoned, seat));
    const whole = tenoned.tongue ? tenoned.body.with(tenoned.tongue) : tenoned.body;
    return distances.map((distance) => {
      const shift = add(home.shift, scale(out, distance));
      return clashOf(whole.placed({ ...home, shift }), mortised.body);
    });
  });
}
