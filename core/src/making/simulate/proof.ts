import type { JointKind, MemberName } from '../../design/index.ts';
import { aside, type Body, type Modeller, type Vec3, type Mm } from '../../ground/index.ts';
import {
  pieceOf,
  spreadOf,
  toSquare,
  turnedPiece,
  type Part,
  type Piece,
  type Sample,
  type Shop,
} from '../../shop/index.ts';
import type { Occurrence, Setup } from '../setups/index.ts';
import { allowedDepth, unset } from './allowed.ts';
import { closePair, sameHand, sectionOf, type ClosedPair, type Section } from './closePair.ts';
import { callipers, compare, TOLERANCE, type Mismatch } from './compare.ts';
import { fitBetween, type FitOfPair } from './fit.ts';
import { leftBy, virtualCut, type Fault, type Trapped } from './virtualCut.ts';

/**
 * One half of a joint with all that cuts it: a batch for each set of pieces with figures of their
 * own.
 */
export interface HalfPlan {
  readonly batches: readonly { readonly part: Part; readonly setups: readonly Setup[] }[];
  readonly occurrences: readonly Occurrence[];
}

export interface Range {
  readonly least: Mm;
  readonly most: Mm;
}

export interface MemberProof {
  /** What a calliper would read on the thinnest to the thickest piece. */
  readonly sizes: Readonly<Record<string, Range>>;
  /** On the median piece of each batch, the one its figures were computed from. */
  readonly mismatches: readonly Mismatch[];
  readonly trapped: readonly Trapped[];
  readonly faults: readonly Fault[];
}

export interface JointProof {
  readonly joint: string;
  readonly members: Readonly<Record<MemberName, MemberProof>>;
  readonly clearance: Range;
  /**
   * None where the two only lie on one another: the clearance is then how far the faces are from
   * flush.
   */
  readonly fit?: FitOfPair;
  readonly closed: ClosedPair;
  readonly section: Section;
  /**
   * Nothing is wrong beyond what the rounding of the figures explains, nothing is trapped, the pair
   * goes together, and its fit holds at every measured piece.
   */
  readonly good: boolean;
}

interface CutHalf {
  /** In the axes the joint is square in. */
  readonly body: Body;
  readonly tongue?: Body;
  readonly sizes: Record<string, Mm>;
  readonly piece: Piece;
  readonly at: Occurrence;
  readonly proof: Omit<MemberProof, 'sizes'>;
}

/**
 * Where the same is cut again when something seems wrong, mm: what is truly wrong is wrong there
 * too.
 */
const ELSEWHERE: readonly Vec3[] = [
  [0.1234, 0.0567, 0.0891],
  [97.31, 31.7, 53.9],
];

/**
 * Cuts both halves of a joint virtually, on the least, the median and the greatest piece of the
 * batch, compares the wood that is left with the joint that was asked for, and puts the pair
 * together.
 * @param asIs the tools as they truly are; by default as the shop believes them to be
 */
export function proveJoint<P extends object>(
  modeller: Modeller,
  joint: string,
  kind: JointKind<P>,
  params: P,
  halves: Readonly<Record<MemberName, HalfPlan>>,
  asIs: Pick<Shop, 'tools'>,
): JointProof {
  const proofIn = (there: Modeller) => proofBy(there, joint, kind, params, halves, asIs);
  const proof = proofIn(modeller);
  if (proof.good || Object.values(proof.members).every(isAsAsked)) return proof;
  /**
   * The modeller slips now and then where faces nearly coincide: the others are second opinions.
   */
  for (const by of ELSEWHERE) {
    const again = proofIn(aside(modeller, by));
    if (again.good) return again;
  }
  return proof;
}

function proofBy<P extends object>(
  modeller: Modeller,
  joint: string,
  kind: JointKind<P>,
  params: P,
  halves: Readonly<Record<MemberName, HalfPlan>>,
  asIs: Pick<Shop, 'tools'>,
): JointProof {
  return modeller.scope(() => {
    const [tenonAt, mortiseAt] = pairOf(halves);
    /** What a mortise lies off, a tenon that is set by its walls lies off too. */
    const gauging = halves.mortised.batches[0]!.setups;
    const cut = (
      member: MemberName,
      { part, setups }: HalfPlan['batches'][number],
      sample: Sample,
      walls?: Walls,
    ): CutHalf => {
      const place = member === 'tenoned' ? tenonAt : mortiseAt;
      const asItLies = pieceOf(part, sample);
      const piece = place.turned ? turnedPiece(asItLies) : asItLies;
      const here = setups.filter((s) =>
        s.occurrences.some((o) => o.end === place.end && o.edge === place.edge),
      );
      const own = walls ? here.map((s) => setToMate(s, walls)) : here;
      /**
       * The figures were computed from the median piece: of the others only the sizes are asked.
       */
      const { body, trapped, faults } =
        sample === 'median'
          ? virtualCut(modeller, own, place, piece, asIs)
          : { body: leftBy(modeller, own, place, piece, asIs), trapped: [], faults: [] };
      const wanted = kind.geometry(params, member, piece, place);
      const lean = kind.lean?.(params, member, piece);
      const held = lean && toSquare(lean, piece, place);
      const setBy = gauged(own) ? [...own, ...gauging] : own;
      const explains = (normal: Vec3) => allowedDepth(setBy, { normal }, piece, place);
      const mismatches =
        sample === 'median' ? compare(modeller, body, wanted, piece, explains) : [];
      const measured = callipers(modeller, body, wanted.gauges, piece, held);
      const loose =
        member === 'tenoned'
          ? kind.loose?.(params, lean?.square ?? piece, place, measured)
          : undefined;
      return {
        body: held ? body.placed(held) : body,
        ...(loose && { tongue: modeller.solid(loose.solid) }),
        sizes: { ...measured, ...loose?.sizes },
        piece: lean?.square ?? piece,
        at: place,
        proof: { mismatches, trapped, faults },
      };
    };
    const all = (member: MemberName, walls?: Walls) =>
      halves[member].batches.map((batch) =>
        samplesOf(batch.part).map((sample) => cut(member, batch, sample, walls)),
      );
    const mortises = all('mortised');
    const { wall, mortiseWidth } = mortises[0]![0]!.sizes;
    const tenons = all(
      'tenoned',
      wall === undefined ? undefined : { near: wall, far: wall + (mortiseWidth ?? 0) },
    );
    const [tenon, mortise] = [tenons[0]![0]!, mortises[0]![0]!];
    const members = { tenoned: memberProof(tenons), mortised: memberProof(mortises) };
    const [t, m] = [
      members.tenoned.sizes['tenonThickness']!,
      members.mortised.sizes['mortiseWidth']!,
    ];
    const seat = kind.seat(params);
    const clearance = seat.astride
      ? { least: t.least - m.most, most: t.most - m.least }
      : { least: m.least - t.most, most: m.most - t.least };
    const closed = closePair(tenon, mortise, seat);
    const fit = seat.pressed ? undefined : fitBetween(clearance, seat.clearance, closed.clearance);
    const setups = Object.values(halves).flatMap(({ batches }) => batches.flatMap((b) => b.setups));
    const tight = seat.pressed ? 0 : Math.max(0, -closed.clearance);
    return {
      joint,
      members,
      clearance,
      ...(fit && { fit }),
      closed,
      section: sectionOf(tenon, mortise, 60, seat),
      good:
        (fit?.holds ?? true) &&
        Object.values(members).every(isAsAsked) &&
        closed.shoulderGap <= TOLERANCE &&
        closed.interference.depth <= tight + unset(setups) + TOLERANCE,
    };
  });
}

/** Nothing is wrong with the wood but what the rounding of its figures explains. */
export const isAsAsked = ({ mismatches, trapped, faults }: MemberProof): boolean =>
  mismatches.every((x) => x.depth <= x.allowed) && !trapped.length && !faults.length;

/**
 * Where the walls of the cut mortise lie, from the face of its piece that goes where the tenoned
 * piece's goes, mm.
 */
type Walls = Readonly<Record<'near' | 'far', Mm>>;

const gauged = (setups: readonly Setup[]): boolean =>
  setups.some((s) => s.figures.some((f) => f.set.wall));

/**
 * The set-up as it stands when a wall of the mating piece, as that was really cut, is what it is
 * set to.
 */
const setToMate = (setup: Setup, walls: Walls): Setup => ({
  ...setup,
  figures: setup.figures.map((f) =>
    f.set.wall ? { ...f, set: { ...f.set, value: walls[f.set.wall] } } : f,
  ),
});

/**
 * A tenon and a mortise of one hand, so that the pair can be put together; a joint without any
 * isn't made.
 */
function pairOf({
  tenoned,
  mortised,
}: Readonly<Record<MemberName, HalfPlan>>): [Occurrence, Occurrence] {
  const pairs = tenoned.occurrences.flatMap((t) =>
    mortised.occurrences.map((m): [Occurrence, Occurrence] => [t, m]),
  );
  return pairs.find(([t, m]) => sameHand(t, m)) ?? pairs[0]!;
}

/** A half's batches as one; each begins with the median piece. */
const memberProof = (batches: readonly (readonly CutHalf[])[]): MemberProof => ({
  sizes: ranges(batches.flat()),
  mismatches: batches.flatMap(([median]) => median!.proof.mismatches),
  trapped: batches.flatMap(([median]) => median!.proof.trapped),
  faults: batches.flatMap(([median]) => median!.proof.faults),
});

/** The median first; the extremes only where the batch has any. */
function samplesOf(part: Part): Sample[] {
  const varies = [part.thickness, part.width].some(
    (size) => spreadOf(size).least < spreadOf(size).most,
  );
  return varies ? ['median', 'least', 'most'] : ['median'];
}

function ranges(cuts: readonly CutHalf[]): Record<string, Range> {
  const names = Object.keys(cuts[0]!.sizes);
  return Object.fromEntries(
    names.map((name) => {
      const values = cuts.map((c) => c.sizes[name] ?? 0);
      return [name, { least: Math.min(...values), most: Math.max(...values) }];
    }),
  );
}
