import type { Mm, Scale, Screw } from '../../ground/index.ts';

export type Side = 'left' | 'right';

/**
 * What every tool has. A retired one stays in the chest, for the plans that used it, but is no
 * longer chosen.
 */
export interface Owned {
  readonly id: string;
  readonly name: string;
  readonly retired: boolean;
  /** What of it was found by cutting and measuring, by what it is. */
  readonly measured?: Readonly<Record<string, Measured>>;
}

/** A size that was found by measuring, beside the one that was stated. */
export interface Measured {
  readonly stated: number;
  readonly value: number;
  /** One standard deviation of the readings. */
  readonly spread: number;
  readonly count: number;
  /** The day, yyyy-mm-dd. */
  readonly on: string;
}

/**
 * A table saw. The lean of its blade is how it *is*; what the shop believes is 0 unless measured.
 */
export interface TableSaw extends Owned {
  readonly kind: 'table-saw';
  readonly bladeId: string;
  readonly maxBladeHeight: Mm;
  /** Widest stack the arbor and its rules take; 0 for none. */
  readonly widestStack: Mm;
  /** Side of the blade the fence stands on, seen from where the operator stands. */
  readonly fenceSide: Side;
  /** Side its blade tilts to. */
  readonly tiltSide: Side;
  readonly fenceReach: Mm;
  /** Longest piece that stands upright under the ceiling. */
  readonly maxUpright: Mm;
  /** Lean of the blade from square, degrees, positive when its top leans away from the fence. */
  readonly bladeLean: number;
  /**
   * How far its crosscuts are out of square, degrees: positive where the strip of five cuts is
   * wider at the end cut first.
   */
  readonly outOfSquare?: number;
  readonly fenceScale: Scale | null;
  readonly heightScale: Scale | null;
}

/**
 * A saw whose blade or stack comes from above and is drawn across the piece, its depth held by a
 * stop.
 */
export interface OverheadSaw extends Owned {
  readonly kind: 'overhead-saw';
  readonly widestStack: Mm;
  /** Deepest it cuts below its arbor's flange, and the widest piece it crosses. */
  readonly deepest: Mm;
  readonly travel: Mm;
  readonly depthScale: Scale | null;
}

/** Holds a piece on end and slides along the fence. */
export interface UprightJig extends Owned {
  readonly kind: 'upright-jig';
  readonly maxThickness: Mm;
  /** The one thickness of stock it is made for; 0 for any. */
  readonly insists: Mm;
  /** Height above the table of the lowest clamp or screw: the blade stays below it. */
  readonly clampLine: Mm;
  /** How far its face moves; 0 where only the fence moves it. */
  readonly travel: Mm;
  readonly screw: Screw | null;
  /**
   * What its face is slid by where no screw moves it: from one stop to the other, or by a spacer at
   * the stop.
   */
  readonly slidBy?: 'stops' | 'spacer';
  /**
   * How much thinner a spacer is than the step it makes, mm: a kerf, where the stop was made with
   * it.
   */
  readonly carried?: Mm;
  /** From the fence it rides on to its face, mm; 0 where it rides on none. */
  readonly body?: Mm;
}

/**
 * A block clamped to the fence ahead of the blade; the piece leaves it before it meets the teeth.
 */
export interface StopBlock extends Owned {
  readonly kind: 'stop-block';
  readonly thickness: Mm;
}

export interface Bandsaw extends Owned {
  readonly kind: 'bandsaw';
  readonly bladeId: string;
  readonly fenceSide: Side;
  readonly throat: Mm;
  readonly heightUnderGuides: Mm;
  /** Farthest its depth stop stands behind the teeth. */
  readonly maxStop: Mm;
  /** Angle the fence is turned to, degrees, so that it runs with the blade. */
  readonly driftAngle: number;
  readonly fenceScale: Scale | null;
}

export interface Router extends Owned {
  readonly kind: 'router';
  /** Cutter centre to the edge of the base on the operator's left and right, as measured. */
  readonly baseLeft: Mm;
  readonly baseRight: Mm;
  /** Cutter centre to the edge that is guided along a straight-edge, and to the one opposite. */
  readonly baseGuided: Mm;
  readonly baseOpposite: Mm;
  readonly plungeTravel: Mm;
  readonly largestCutter: Mm;
  readonly largestShank: Mm;
  /** Turns a minute at the ends of its dial. */
  readonly slowest: number;
  readonly fastest: number;
  readonly depthScale: Scale | null;
}

export interface RouterTable extends Owned {
  readonly kind: 'router-table';
  readonly largestCutter: Mm;
  readonly largestShank: Mm;
  readonly slowest: number;
  readonly fastest: number;
  readonly tallest: Mm;
  readonly fenceReach: Mm;
  readonly fenceScale: Scale | null;
  readonly heightScale: Scale | null;
}

/**
 * A machine whose follower runs in or round a template while the cutter does the same in the work,
 * at a scale.
 */
export interface CopyRouter extends Owned {
  readonly kind: 'copy-router';
  /** Size of the template to size of the work. */
  readonly ratio: number;
  readonly largestCutter: Mm;
  readonly largestShank: Mm;
  readonly deepest: Mm;
  /** How far the cutter moves, along and across. */
  readonly reachAlong: Mm;
  readonly reachAcross: Mm;
}

export interface DrillPress extends Owned {
  readonly kind: 'drill-press';
  readonly travel: Mm;
  readonly throat: Mm;
  readonly largestBit: Mm;
}

export interface Mortiser extends Owned {
  readonly kind: 'mortiser';
  readonly largestChisel: Mm;
  readonly travel: Mm;
  readonly tallest: Mm;
  readonly fenceReach: Mm;
}

/** A box the piece is clamped against while a hand-held router runs on top between two stops. */
export interface MortisingJig extends Owned {
  readonly kind: 'mortising-jig';
  /** Side of the piece its face is on, seen from the operator. */
  readonly faceSide: 'near' | 'far';
  readonly opening: Mm;
  /** The one thickness of stock it is made for; 0 for any. */
  readonly insists: Mm;
  /** Largest distance between its two router stops. */
  readonly stopToStop: Mm;
  readonly endStops: Side | 'both';
  /** Farthest an end stop stands from the jig's centre line. */
  readonly endStopReach: Mm;
  readonly stopScale: Scale | null;
  readonly endScale: Scale | null;
}

export interface RouterCutter extends Owned {
  readonly kind: 'router-cutter';
  readonly diameter: Mm;
  readonly cuttingLength: Mm;
  readonly shank: Mm;
  readonly centreCutting: boolean;
  /** Turns a minute marked on it. */
  readonly topSpeed: number;
  /** Deepest level in one pass. */
  readonly level: Mm;
}

/**
 * Two cutters of one size on one arbor, spacers and shims between them, a bearing at the spindle.
 * For a table only.
 */
export interface PairedCutters extends Owned {
  readonly kind: 'paired-cutters';
  readonly diameter: Mm;
  /** Height of each one's teeth, along the arbor. */
  readonly height: Mm;
  /** Outside of what turns between the two: no wood goes nearer to the spindle. */
  readonly bearing: Mm;
  /** What its spacers and shims leave between the two, from the least to the most. */
  readonly leastGap: Mm;
  readonly mostGap: Mm;
  readonly shank: Mm;
  /** Turns a minute marked on it. */
  readonly topSpeed: number;
  /** Deepest bite in one pass, from the end inward. */
  readonly level: Mm;
  /**
   * Diameter of the upper one where it is the smaller, for shoulders that differ; 0 where both are
   * alike.
   */
  readonly upper?: Mm;
}

export type Teeth = 'flat' | 'alternate' | 'combination';

export interface SawBlade extends Owned {
  readonly kind: 'saw-blade';
  readonly kerf: Mm;
  readonly diameter: Mm;
  readonly teeth: Teeth;
}

/** Two outer blades with chippers and shims between them. */
export interface Stack extends Owned {
  readonly kind: 'stack';
  /** Width the two outer blades cut together. */
  readonly outer: Mm;
  readonly chippers: readonly Mm[];
  readonly shims: readonly Mm[];
  readonly diameter: Mm;
  readonly teeth: Teeth;
}

export interface BandsawBlade extends Owned {
  readonly kind: 'bandsaw-blade';
  readonly kerf: Mm;
  readonly width: Mm;
}

export interface BoringBit extends Owned {
  readonly kind: 'boring-bit';
  readonly diameter: Mm;
  readonly length: Mm;
  readonly form: 'brad-point' | 'auger' | 'sawtooth';
  /** How far its point or lead screw goes ahead of the full diameter. */
  readonly lead: Mm;
}

export interface HollowChisel extends Owned {
  readonly kind: 'hollow-chisel';
  readonly size: Mm;
  readonly length: Mm;
}

/**
 * A bushing that guides a router by its outside. What is stamped on it is rarely what it measures.
 */
export interface Bushing extends Owned {
  readonly kind: 'bushing';
  readonly stated: Mm;
  readonly outside: Mm;
  readonly bore: Mm;
  /** How far it stands below the sole. */
  readonly projection: Mm;
}

export interface Bearing extends Owned {
  readonly kind: 'bearing';
  readonly stated: Mm;
  readonly outside: Mm;
  readonly bore: Mm;
}

/** Set-up blocks, gauge bars and shims of one box. */
export interface BlockBox extends Owned {
  readonly kind: 'block-box';
  readonly sizes: readonly Mm[];
}

export interface StraightEdge extends Owned {
  readonly kind: 'straight-edge';
  readonly length: Mm;
  readonly thickness: Mm;
}

/** A template that a bushing, a bearing or a follower runs in or round: made once, and kept. */
export interface Template extends Owned {
  readonly kind: 'template';
  readonly shape: 'opening' | 'round-opening' | 'block' | 'square-block' | 'disc';
  /** As measured on it; a disc is as wide as it is across, and has no length. */
  readonly width: Mm;
  readonly length: Mm;
}

export interface Ruler extends Owned {
  readonly kind: 'ruler';
  readonly length: Mm;
  readonly graduation: Mm;
}

export interface Clamp extends Owned {
  readonly kind: 'clamp';
  readonly opening: Mm;
  readonly count: number;
}

export type Tool =
  | TableSaw
  | OverheadSaw
  | UprightJig
  | StopBlock
  | Bandsaw
  | Router
  | RouterTable
  | CopyRouter
  | DrillPress
  | Mortiser
  | MortisingJig
  | RouterCutter
  | PairedCutters
  | SawBlade
  | Stack
  | BandsawBlade
  | BoringBit
  | HollowChisel
  | Bushing
  | Bearing
  | BlockBox
  | StraightEdge
  | Template
  | Ruler
  | Clamp;
export type ToolKind = Tool['kind'];
export type ToolOf<K extends ToolKind> = Extract<Tool, { kind: K }>;
