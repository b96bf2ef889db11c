import type Joi from 'joi';
import type { Mm, Sentence, Solid } from '../../ground/index.ts';
import type { Available, Lean, Piece } from '../../shop/index.ts';
import type { Feature } from './features.ts';
import type { DimensionId, JointView, NamedDimension } from './views.ts';

export {
  type DimensionId,
  type NamedDimension,
  type OutlineRole,
  type Outline,
  type JointView,
} from './views.ts';
export {
  type Nth,
  nthOf,
  type TenonFeature,
  type PieceSide,
  type RoundedTongue,
  type Follows,
  type MortiseFeature,
  type Nested,
  type SlotFeature,
  type GrooveFeature,
  type RebateFeature,
  type NotchFeature,
  type BoreFeature,
  type RoundTenonFeature,
  type FlareFeature,
  type TipFeature,
  type EndFeature,
  type RakedFeature,
  type SlopeFeature,
  type Feature,
} from './features.ts';

/** The two pieces of a joint, as measured. */
export interface Members {
  readonly tenoned: Piece;
  readonly mortised: Piece;
}

export type MemberName = keyof Members;

/** Where on its piece a member of the joint is made. */
export interface Spot {
  readonly end: 'a' | 'b';
  /** Edge the tenon enters; of no meaning for the tenoned piece. */
  readonly edge: 'reference' | 'other';
}

/** What the wood must be. Between the two it doesn't matter: the round ends of a mortise, say. */
export interface MemberGeometry {
  readonly mustRemain: Solid;
  readonly mustBeEmpty: Solid;
  /** Where a calliper would be put to measure the piece once cut. */
  readonly gauges: readonly Gauge[];
}

/**
 * A thin bar through the piece: the wood or the air in it, along the axis, is the size measured.
 */
export interface Gauge {
  readonly dimension: DimensionId;
  readonly axis: 0 | 1 | 2;
  readonly bar: Extract<Solid, { shape: 'box' }>;
  readonly measures: 'wood' | 'air';
  /**
   * How far it is to where that begins or ends, from an end of the bar, rather than how much of it
   * there is.
   */
  readonly reads?: { readonly to: 'near' | 'far'; readonly from: 'low' | 'high' };
}

/**
 * Advice never changes anything by itself: it names a dimension, gives its reason, and may carry a
 * proposed value.
 */
export interface Advice {
  readonly id: string;
  readonly dimension: DimensionId;
  readonly level: 'reason' | 'warning';
  readonly title: Sentence;
  readonly reason: Sentence;
  readonly propose?: Mm;
  /** The half of which any way that can be taken answers it: then there is nothing to tell. */
  readonly answeredBy?: MemberName;
  /** It asks for less clearance: not of a joint that is loose on purpose. */
  readonly tightens?: boolean;
}

/** What is impossible: the part, the dimension, the value given and the bound it breaks. */
export interface Problem {
  readonly path: string;
  readonly part: string;
  readonly dimension: string;
  readonly value?: Mm;
  readonly bound?: Mm;
  readonly message: Sentence;
}

/** A parameter that is chosen, not measured. */
export interface Choice {
  readonly id: string;
  readonly label: string;
  readonly options: readonly { readonly value: string; readonly label: string }[];
}

/**
 * A kind of joint: everything Velk knows of it, in one folder. `P` are its parameters, all in mm.
 */
export interface JointKind<P extends object = Record<string, unknown>> {
  readonly id: string;
  readonly title: string;
  /** What tells it from the others, as it looks once made. */
  readonly told: string;
  readonly schema: Joi.ObjectSchema<P>;
  /**
   * Where its two parts meet: anywhere along an edge, at a stile's end, across it, on a corner, or
   * round a panel.
   */
  readonly where: 'along' | 'end' | 'across' | 'corner' | 'frame';
  /** The view it is told from others by. */
  readonly picture: 'section' | 'face' | 'end';
  readonly choices: readonly Choice[];
  /**
   * Parameters that mean something else in another kind of the same name; a change of kind proposes
   * them anew.
   */
  readonly own: readonly (keyof P & string)[];
  /**
   * The parameter that says how far from the layout end it lies on the mortised piece, where that
   * isn’t its position.
   */
  readonly placedBy?: keyof P & string;
  /** Parameters it may have beside those it proposes. */
  readonly optional?: readonly (keyof P & string)[];
  propose(members: Members, available: Available): { params: P; advice: Advice[] };
  problems(
    params: P,
    members: Members,
    available: Available,
    names: Record<MemberName, string>,
  ): Problem[];
  advice(params: P, members: Members, available: Available): Advice[];
  geometry(params: P, member: MemberName, piece: Piece, spot: Spot): MemberGeometry;
  /** What each member has to have cut, in an order that could be cut. */
  features(params: P, members: Members): Record<MemberName, readonly Feature[]>;
  seat(params: P): SeatOfPair;
  /**
   * How a member that the joint meets askew lies square to it; its gauges are in the axes of that
   * square piece.
   */
  lean?(params: P, member: MemberName, piece: Piece): Lean | undefined;
  /**
   * A third piece that joins the two, as it sits in the tenoned piece, with the sizes a tenon would
   * be measured by.
   */
  loose?(
    params: P,
    piece: Piece,
    spot: Pick<Spot, 'end'>,
    measured: Readonly<Record<DimensionId, Mm>>,
  ): LooseTongue;
  /** The sizes its fit is judged by, mm; none where the two only lie on one another. */
  fit(params: P, members: Members): FitSizes | undefined;
  drawing(params: P, members: Members): { views: JointView[]; dimensions: NamedDimension[] };
  /** What typing over a dimension moves, where that isn't the parameter of its name. */
  readonly moves: Moves<P>;
  /** The parameters with one choice changed, what follows it following. */
  withChoice(params: P, choice: string, value: string, members: Members, available: Available): P;
}

/**
 * By dimension: the parameter that moves so that it becomes as long as was typed, or what changes
 * where that is more than one.
 */
export type Moves<P extends object> = Readonly<
  Record<DimensionId, string | ((params: P, value: Mm, members: Members) => Partial<P>)>
>;

/** A tongue of its own, in the axes of the tenoned piece, with the sizes it gives the joint. */
export interface LooseTongue {
  readonly solid: Solid;
  readonly sizes: Readonly<Record<DimensionId, Mm>>;
}

/** One tongue and the hollow it goes into, mm; no length where the hollow is open along it. */
export interface FitSizes {
  readonly tenon: Mm;
  readonly mortise: Mm;
  readonly tenonWidth: Mm;
  readonly mortiseLength?: Mm;
}

/** How the pair lies once together, mm. */
export interface SeatOfPair {
  /** How far the tenoned piece's reference face lies behind the other's. */
  readonly setBack: Mm;
  /** How far its reference edge lies from the layout end. */
  readonly along: Mm;
  readonly clearance: Mm;
  /**
   * How far the whole end sinks into the other before its shoulders meet; 0 where they meet its
   * edge.
   */
  readonly sink?: Mm;
  /**
   * Pressed cheek to cheek, rather than standing in a hollow with the clearance shared by both
   * sides.
   */
  readonly pressed?: boolean;
  /**
   * A fork over a tongue: the sizes of slot and tongue stand for those of tenon and mortise, the
   * slot being the wider.
   */
  readonly astride?: boolean;
  /**
   * The tenoned piece's end meets the other's end, not its edge; `along` counts from the edge
   * opposite the entry edge. What joins them goes from edge to edge, or from face to face: then it
   * fixes them along their width.
   */
  readonly endToEnd?: 'edges' | 'faces';
  /** It goes in along its own length, though that is askew to its shoulder. */
  readonly aslant?: boolean;
}
