import type { JointKind, MemberGeometry } from '../../design/index.ts';
import { modelOf } from '../machines.ts';
import type { Occurrence, Setup } from '../setups/index.ts';
import {
  box,
  compose,
  invert,
  turn,
  type Body,
  type Modeller,
  type Rigid,
  type Solid,
  type Vec3,
  type Mm,
} from '../../ground/index.ts';
import {
  pieceOf,
  pieceSolid,
  quarterTurn,
  turnedPiece,
  type Part,
  type Piece,
  type Shop,
} from '../../shop/index.ts';
import { compareWith, leaves, type Mismatch } from './compare.ts';
import { allowedDepth } from './allowed.ts';
import { cutInTurn, type Fault, type Step, type Trapped } from './virtualCut.ts';

/** One half of a joint at one place of a piece, and what it should look like there. */
export interface PlaceOnPiece {
  readonly at: Occurrence;
  readonly kind: JointKind;
  readonly params: Record<string, unknown>;
}

/** One distinct piece of a part with everything that is done to it, in the order of the run. */
export interface PiecePlan {
  /** Part, and hand or batch where pieces differ. */
  readonly id: string;
  readonly part: Part;
  readonly hand?: 'left' | 'right';
  readonly places: readonly PlaceOnPiece[];
  readonly work: readonly { readonly setup: Setup; readonly at: Occurrence }[];
}

/** Wood that is wrong on a whole piece, and whose work it is. */
export interface PieceMismatch extends Mismatch {
  readonly joint: string;
  readonly setup?: string;
}

/** Wood that one joint takes from the wood another needs, mm³. */
export interface Spoil {
  readonly joint: string;
  readonly by: string;
  readonly volume: number;
}

/** A whole piece cut virtually, all its joints in the same wood. */
export interface PieceProof {
  readonly id: string;
  readonly part: string;
  readonly hand?: 'left' | 'right';
  /** Every joint that is cut in it. */
  readonly joints: readonly string[];
  /** Of the piece as it is cut, mm³. */
  readonly volume: number;
  readonly mismatches: readonly PieceMismatch[];
  readonly spoils: readonly Spoil[];
  readonly faults: readonly Fault[];
  readonly trapped: readonly Trapped[];
  readonly good: boolean;
}

/** From a piece’s own axes into those of the same wood a quarter turn about its length. */
const turnOf = ({ turned }: Occurrence, { thickness }: Piece): Rigid | undefined =>
  turned ? quarterTurn(thickness) : undefined;

/** What one place asks of the piece, and what is done there. */
interface Asked extends Pick<MemberGeometry, 'mustRemain' | 'mustBeEmpty'> {
  readonly at: Occurrence;
  readonly steps: readonly Step[];
  /** Round all that it takes. */
  readonly room: Bounds;
}

type Bounds = { readonly min: Vec3; readonly max: Vec3 };

/**
 * Cuts the median piece through all its works in the run’s real order, every joint in the same
 * wood. What each place leaves by itself is proved with its joint; where two of them come near each
 * other the whole is compared with all that was asked of it.
 * @param asIs the tools as they truly are; by default as the shop believes them to be
 */
export function provePiece(
  modeller: Modeller,
  plan: PiecePlan,
  asIs: Pick<Shop, 'tools'>,
): PieceProof {
  return modeller.scope(() => {
    const piece = pieceOf(plan.part, 'median');
    const steps = plan.work.map(({ setup, at }): Step => {
      const turned = turnOf(at, piece);
      return { setup, at, ...(turned && { turned }) };
    });
    const asked = plan.places.map((place): Asked => {
      const ownSteps = steps.filter(({ at }) => placeName(at) === placeName(place.at));
      const shape = shapeAt(place, piece);
      return {
        ...shape,
        at: place.at,
        steps: ownSteps,
        room: boundsOf(modeller, shape.mustBeEmpty),
      };
    });
    const { body, faults, trapped } = cutInTurn(modeller, steps, piece, asIs);
    const near = asked.some((one, i) =>
      asked.slice(i + 1).some((other) => overlap(one.room, other.room, CLEAR)),
    );
    const mismatches = near ? wrongIn(modeller, body, asked, piece, asIs) : [];
    return {
      id: plan.id,
      part: plan.part.id,
      ...(plan.hand && { hand: plan.hand }),
      joints: [...new Set(plan.places.map(({ at }) => at.joint))],
      volume: body.volume(),
      mismatches,
      spoils: spoilsAmong(modeller, asked),
      faults,
      trapped,
      good: mismatches.every((m) => m.depth <= m.allowed) && !faults.length && !trapped.length,
    };
  });
}

/** Round a solid, without putting together what it is made of. */
function boundsOf(modeller: Modeller, solid: Solid): Bounds {
  const all = leaves(solid).map((leaf) => modeller.solid(leaf).bounds());
  const outer = (pick: (...values: number[]) => number, side: keyof Bounds): Vec3 => {
    const along = (axis: 0 | 1 | 2) => pick(...all.map((bounds) => bounds[side][axis]));
    return [along(0), along(1), along(2)];
  };
  return { min: outer(Math.min, 'min'), max: outer(Math.max, 'max') };
}

const placeName = ({ joint, member, end, edge, turned = false }: Occurrence): string =>
  [joint, member, end, edge, turned].join();

/**
 * Farther apart than this no cut of one place reaches another, mm: a blade’s run past a shoulder, a
 * kerf.
 */
const CLEAR: Mm = 10;

/** Lumps of wood that are wrong on the whole piece, each with whose work it is. */
function wrongIn(
  modeller: Modeller,
  body: Body,
  asked: readonly Asked[],
  piece: Piece,
  asIs: Pick<Shop, 'tools'>,
): PieceMismatch[] {
  const keep = asked.reduce<Body>(
    (all, { mustRemain }) => all.within(modeller.solid(mustRemain)),
    modeller.solid(pieceSolid(piece)),
  );
  const empty = asked.flatMap(({ mustBeEmpty }) => leaves(mustBeEmpty));
  const whose = (wrong: Spotted) => blamed(modeller, wrong, asked, piece, asIs);
  const explainsOf = (wrong: Spotted) => {
    const { asker } = whose(wrong);
    const turned = turnOf(asker.at, piece);
    const setups = asker.steps.map(({ setup }) => setup);
    return (normal: Vec3) =>
      allowedDepth(
        setups,
        { normal: turned ? turn(turned.rotation, normal) : normal },
        turned ? turnedPiece(piece) : piece,
        asker.at,
      );
  };
  return compareWith(modeller, body, keep, empty, piece, explainsOf).map((wrong) => {
    const { asker, taker } = whose(wrong);
    return { ...wrong, joint: asker.at.joint, ...(taker && { setup: taker.setup.id }) };
  });
}

/**
 * Where what one joint takes reaches into the wood that another keeps, in the room where that other
 * is made.
 */
function spoilsAmong(modeller: Modeller, asked: readonly Asked[]): Spoil[] {
  return asked.flatMap((own) =>
    asked.flatMap((other): Spoil[] => {
      if (own.at.joint === other.at.joint || !overlap(own.room, other.room, 0)) return [];
      const kept = modeller
        .solid(own.mustRemain)
        .within(modeller.solid(box(own.room.min, own.room.max)));
      const volume = kept.within(modeller.solid(other.mustBeEmpty)).volume();
      return volume > WORTH_SAYING ? [{ joint: own.at.joint, by: other.at.joint, volume }] : [];
    }),
  );
}

/** Less than this is a corner that two cuts share, mm³. */
const WORTH_SAYING = 1;

const overlap = (a: Bounds, b: Bounds, within: Mm): boolean =>
  a.min.every((low, i) => low < b.max[i]! + within && b.min[i]! < a.max[i]! + within);

/** What one place asks of the piece, in the piece’s own axes. */
function shapeAt(
  { at, kind, params }: PlaceOnPiece,
  piece: Piece,
): Pick<MemberGeometry, 'mustRemain' | 'mustBeEmpty'> {
  const turned = turnOf(at, piece);
  const { mustRemain, mustBeEmpty } = kind.geometry(
    params,
    at.member,
    turned ? turnedPiece(piece) : piece,
    at,
  );
  const own = (solid: Solid): Solid =>
    turned ? { shape: 'placed', rigid: invert(turned), solid } : solid;
  return { mustRemain: own(mustRemain), mustBeEmpty: own(mustBeEmpty) };
}

/** Looked at round a place that is wrong, mm. */
const ROUND: Mm = 0.02;

type Spotted = Pick<Mismatch, 'sort' | 'place'>;

/**
 * Whose work wrong wood is: of the first set-up that reaches there, or of the joint that wants it
 * gone.
 */
function blamed(
  modeller: Modeller,
  wrong: Spotted,
  asked: readonly Asked[],
  piece: Piece,
  asIs: Pick<Shop, 'tools'>,
): { readonly asker: Asked; readonly taker?: Step } {
  const spot = modeller.solid(box(nudged(wrong.place, -ROUND), nudged(wrong.place, ROUND)));
  const reaches = (solid: Solid) => !spot.within(modeller.solid(solid)).isEmpty();
  const takes = (step: Step) => sweepsOf(step, piece, asIs).some(reaches);
  const taker = wrong.sort === 'gone' ? asked.flatMap(({ steps }) => steps).find(takes) : undefined;
  const asks = ({ steps, mustBeEmpty }: Asked) =>
    taker ? steps.includes(taker) : leaves(mustBeEmpty).some(reaches);
  return { asker: asked.find(asks) ?? asked[0]!, ...(taker && { taker }) };
}

const nudged = (p: Vec3, by: Mm): Vec3 => [p[0] + by, p[1] + by, p[2] + by];

/** What a set-up takes wherever there is wood, in the piece’s own axes. */
const sweepsOf = ({ setup, at, turned }: Step, piece: Piece, asIs: Pick<Shop, 'tools'>): Solid[] =>
  setup.passes.map((pass): Solid => {
    const { rigid, sweep } = modelOf(setup.model).place(
      setup,
      pass,
      at,
      turned ? turnedPiece(piece) : piece,
      asIs,
    );
    return {
      shape: 'placed',
      rigid: invert(turned ? compose(rigid, turned) : rigid),
      solid: sweep,
    };
  });
