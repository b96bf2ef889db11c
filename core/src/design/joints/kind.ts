import type Joi from 'joi';
import type { Solid, Vec2, Mm, Sentence } from '../../ground/index.ts';
import type { Lean, Piece, Available } from '../../shop/index.ts';

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

export type DimensionId = string;

/**
 * A named dimension: drawn between its anchors in its view, or listed in the margin; typed over in
 * either.
 */
export interface NamedDimension {
  readonly id: DimensionId;
  readonly name: string;
  readonly value: Mm;
  /** Id of a view, or `margin`. */
  readonly view: string;
  readonly from: Vec2;
  readonly to: Vec2;
  /**
   * How far beside the anchors the dimension line stands, mm on the drawing's scale; the sign gives
   * the side.
   */
  readonly offset: number;
  /** An angle in degrees rather than a length; it stands in the margin. */
  readonly angle?: true;
}

export type OutlineRole =
  'tenoned' | 'mortised' | 'tenon' | 'tongue' | 'hidden' | 'mortise' | 'centre' | 'reference';

export interface Outline {
  readonly role: OutlineRole;
  readonly points: readonly Vec2[];
  readonly open?: boolean;
}

/** One of the aligned views; `at` places it on the sheet so that neighbours share their lines. */
export interface JointView {
  readonly id: string;
  readonly title: string;
  readonly at: Vec2;
  readonly outlines: readonly Outline[];
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

/** One of several that are alike, counted from 1. */
export interface Nth {
  readonly at: number;
  readonly of: number;
}

/** A name with which of several it is: “mortise 2 of 3”. */
export const nthOf = (name: string, nth: Nth | undefined): string =>
  nth ? `${name} ${nth.at} of ${nth.of}` : name;

/** What every feature has. */
interface FeatureOf<F extends string> {
  readonly form: F;
  /** The piece it is cut in. */
  readonly stock: Piece;
  /** What to call it where the member has several; faces in slots, as `{reference face}`. */
  readonly name?: string;
  /** Which of several of that name it is. */
  readonly nth?: Nth;
  readonly follows?: Follows;
  /**
   * Askew in its piece: `stock` and all its sizes are those of the square piece that a wedge or
   * cradle makes of it.
   */
  readonly lean?: Lean;
}

/**
 * A feature of one member, in the letters a method computes with. Lengths in mm, measured as on the
 * drawing.
 */
export interface TenonFeature extends FeatureOf<'tenon'> {
  /**
   * a, t, b, w, L of the handbook of the trade: face shoulder, thickness, edge shoulder, width,
   * length.
   */
  readonly faceShoulder: Mm;
  readonly thickness: Mm;
  readonly edgeShoulder: Mm;
  readonly width: Mm;
  readonly length: Mm;
  /** Only its faces are cut; the edges stay as the stock has them, however it lies. */
  readonly edgesLeft?: true;
  /**
   * How far in from a side its wood is gone already, or never was: what a cutter would only pass
   * through as air, mm.
   */
  readonly cleared?: Readonly<Partial<Record<PieceSide, Mm>>>;
  /**
   * Where the other face has a shoulder of its own, nearer the tip: how thick the tongue is there,
   * and how long.
   */
  readonly unlike?: { readonly thickness: Mm; readonly length: Mm };
  /** That shoulder, as a feature: whatever cuts both at once leaves nothing of it. */
  readonly unlikeOf?: true;
  /** Tongues whose long edges are rounded once all else is cut. */
  readonly rounding?: readonly RoundedTongue[];
  /**
   * Walls of the mortise it goes into, from the reference face of the mortised piece; none where it
   * isn't cut first.
   */
  readonly mate?: { readonly nearWall: Mm; readonly farWall: Mm };
}

/** The sides a tenon can have shoulders on. */
export type PieceSide = 'reference-face' | 'other-face' | 'reference-edge' | 'other-edge';

/**
 * A rounded tongue: its place in the end of the piece, and how far from the tip its two edges are
 * rounded, mm.
 */
export interface RoundedTongue {
  readonly faceShoulder: Mm;
  readonly thickness: Mm;
  readonly edgeShoulder: Mm;
  readonly width: Mm;
  readonly nearLength: Mm;
  readonly farLength: Mm;
}

/**
 * Another feature of the same member, by its place in the list, that must be cut before this one,
 * and why.
 */
export interface Follows {
  readonly feature: number;
  readonly words: string;
}

export interface MortiseFeature extends FeatureOf<'mortise'> {
  /**
   * What it is cut into: the edge the tenon enters, laid out from an end; or the end, laid out from
   * the reference edge.
   */
  readonly into?: 'edge' | 'end';
  /** p, m, q, l, D: reference face to near wall, width, layout end to near end, length, depth. */
  readonly wall: Mm;
  readonly width: Mm;
  readonly start: Mm;
  readonly length: Mm;
  readonly depth: Mm;
  /**
   * What the ends must be: squared by chisel, fitted by a rounded tenon, or longer than the tenon
   * needs.
   */
  readonly ends: 'squared' | 'fitted' | 'clear';
  /** It comes out of the far side; the depth then goes a little past it, into a backing piece. */
  readonly through?: boolean;
  /** In the floor of a groove or housing cut before: how deep that lies, mm. */
  readonly sunk?: Mm;
  /**
   * The full-depth mortise it runs into, of one width and wall; it begins nearer to the layout end.
   */
  readonly beside?: Pick<MortiseFeature, 'start' | 'length' | 'depth'>;
  /** Shallow, beside a full-depth mortise: for a haunch. */
  readonly pocket?: true;
  /**
   * Housing or mortise of a pair, one inside the other with the same margin all round: one opening
   * may serve both.
   */
  readonly nested?: Nested;
  /** The row listed before it lies this much farther from the reference face. */
  readonly pitch?: Mm;
}

export interface Nested {
  readonly inner: Pick<MortiseFeature, 'width' | 'length' | 'depth' | 'ends'>;
  /** By how much the outer is wider, and longer, than the inner. */
  readonly margin: Mm;
}

/**
 * A slot that is open at the worked end of a piece and goes right through it: an open mortise, or
 * the gap of a pair.
 */
export interface SlotFeature extends FeatureOf<'slot'> {
  /**
   * Which way its width lies: between the faces, open at both edges; or between the edges, open at
   * both faces.
   */
  readonly across: 'thickness' | 'width';
  /** From the reference face, or edge, to its near wall. */
  readonly wall: Mm;
  readonly width: Mm;
  /** From the worked end to its floor. */
  readonly depth: Mm;
  /** How far wood stands out of the shoulder below its floor. */
  readonly tongue?: Mm;
  /** A single saw cut, as wide as the saw makes it. */
  readonly kerf?: boolean;
  /** Centre to centre of the tenons beside it, where they are equally thick. */
  readonly pitch?: Mm;
}

/** A groove along a whole edge. */
export interface GrooveFeature extends FeatureOf<'groove'> {
  /** The edge it is cut in: the one the tenon enters, or a given one. */
  readonly edge: 'entry-edge' | 'reference-edge' | 'other-edge';
  readonly wall: Mm;
  readonly width: Mm;
  readonly depth: Mm;
}

/** A step along a whole edge, in the face opposite the reference face. */
export interface RebateFeature extends FeatureOf<'rebate'> {
  readonly edge: GrooveFeature['edge'];
  /** From the reference face to its floor. */
  readonly floor: Mm;
  /** From the edge into the width. */
  readonly width: Mm;
}

/** A cut across a piece, right through its width, from one of its faces. */
export interface NotchFeature extends FeatureOf<'notch'> {
  readonly face: 'reference-face' | 'other-face';
  /** Layout end to its near wall, and its length along the piece. */
  readonly start: Mm;
  readonly length: Mm;
  /** In from that face. */
  readonly depth: Mm;
}

/** A round hole, square to the face or edge it is bored into. */
export interface BoreFeature extends FeatureOf<'bore'> {
  readonly into: 'entry-edge' | 'reference-face';
  /** The side its centre is measured across from. */
  readonly guide: 'reference-face' | 'entry-edge' | 'reference-edge';
  /** Of its centre: along the piece from its worked or layout end, and across from the guide. */
  readonly along: Mm;
  readonly across: Mm;
  readonly diameter: Mm;
  readonly depth: Mm;
  /** It comes out of the far side; the depth then goes a little past it, into a scrap. */
  readonly through?: boolean;
}

/** A round tenon: everything round it goes, from the end to the shoulder. */
export interface RoundTenonFeature extends FeatureOf<'round-tenon'> {
  /** Of its axis, from the reference face and edge. */
  readonly fromFace: Mm;
  readonly fromEdge: Mm;
  readonly diameter: Mm;
  readonly length: Mm;
}

/** The two ends of a through mortise, opened towards the exit. */
export interface FlareFeature extends FeatureOf<'flare'> {
  readonly wall: Mm;
  readonly width: Mm;
  readonly start: Mm;
  readonly length: Mm;
  /** How much each end opens at the exit, and over what depth from there. */
  readonly opening: Mm;
  readonly depth: Mm;
}

/** The end of a tenon, mitred at 45 degrees across its thickness. */
export interface TipFeature extends FeatureOf<'tip'> {
  readonly faceShoulder: Mm;
  readonly thickness: Mm;
  /** Of the whole tenon, to the tip of its long cheek. */
  readonly length: Mm;
  /** Which of its cheeks keeps that length. */
  readonly long: 'near' | 'far';
}

/** An end cut off askew: everything before the plane of the leaning piece's worked end. */
export interface EndFeature extends FeatureOf<'end'> {
  /** How far the uncut end reaches past that plane at the most. */
  readonly excess: Mm;
}

/**
 * A straight tenon whose shoulder slants, or what of it no machine can cut: all that is outside the
 * tongue.
 */
export interface RakedFeature extends FeatureOf<'raked'> {
  /**
   * Which way the shoulder slants: seen on the face it runs across the width, on the edge through
   * the thickness.
   */
  readonly across: 'thickness' | 'width';
  readonly degrees: number;
  readonly faceShoulder: Mm;
  readonly thickness: Mm;
  readonly edgeShoulder: Mm;
  readonly width: Mm;
  /** Tip to shoulder at the reference edge or face. */
  readonly length: Mm;
  readonly rounding?: RoundedTongue;
}

/** A haunch that slopes away from its tenon to nothing at the edge, or the pocket it goes into. */
export interface SlopeFeature extends FeatureOf<'slope'> {
  /** Of the tenoned piece what is above the slope goes, of the mortised one what is below it. */
  readonly of: 'haunch' | 'pocket';
  /** Through the thickness, from the reference face. */
  readonly wall: Mm;
  readonly width: Mm;
  /**
   * Where the slope is nothing and where it is deepest: from the reference edge across, or the
   * layout end along.
   */
  readonly from: Mm;
  readonly to: Mm;
  /** From the shoulder, or in from the entry edge, at its deepest. */
  readonly depth: Mm;
  /** Tip to shoulder of the tenoned piece; of no meaning for a pocket. */
  readonly length: Mm;
}

export type Feature =
  | EndFeature
  | RakedFeature
  | SlopeFeature
  | TenonFeature
  | MortiseFeature
  | SlotFeature
  | GrooveFeature
  | RebateFeature
  | NotchFeature
  | BoreFeature
  | RoundTenonFeature
  | FlareFeature
  | TipFeature;

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
