import type { Mm } from '../../ground/index.ts';
import type { Lean, Piece } from '../../shop/index.ts';

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
  /** Of shoulders too thin to be cut, the thickest that stays on its faces and its edges, mm. */
  readonly skin?: Readonly<Record<'thickness' | 'width', Mm>>;
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
   * Walls of the mortise or open slot it goes into, from the reference face of the mortised piece:
   * a gauge where they are cut first.
   */
  readonly mate?: { readonly nearWall: Mm; readonly farWall: Mm; readonly isSlot?: true };
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
  /** Where a shop may have the two the other way round: what is said of it there. */
  readonly turned?: string;
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
  /**
   * Nothing else of its half meets it, or nothing that ends where it does, as a haunch’s pocket
   * would. A method is told so; a kind doesn’t say it.
   */
  readonly meets?: 'nothing' | 'no-end';
  /** Its outline, or its housing’s, is seen: what goes into it fits at its ends, too. */
  readonly seen?: true;
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
  /** Between two tenons: its floor is part of their shoulder. */
  readonly between?: true;
  /** A single saw cut, as wide as the saw makes it. */
  readonly kerf?: boolean;
  /**
   * Reference edge to the near edge of the tenon it is in, where a hand can’t measure from the
   * piece’s own: that is not parallel to it.
   */
  readonly tenonEdge?: Mm;
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
