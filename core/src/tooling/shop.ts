import { IMPERIAL, INCH, METRIC, type LengthStyle, type Mm } from '../units/index.ts';

type Side = 'left' | 'right';

interface Owned {
  readonly id: string;
  readonly name: string;
}

/** A table saw. Out-of-squares and scale zeros are how the machine *is*; what the shop believes is 0 unless measured. */
export interface TableSaw extends Owned {
  readonly kind: 'table-saw';
  readonly bladeId: string;
  readonly maxBladeHeight: Mm;
  /** Side of the blade the fence stands on, seen from where the operator stands. */
  readonly fenceSide: Side;
  readonly fenceReach: Mm;
  /** Longest piece that stands upright under the ceiling. */
  readonly maxUpright: Mm;
  /** Lean of the blade from square, degrees, positive when its top leans away from the fence. */
  readonly bladeLean: number;
  /** What the fence scale adds: a setting of 10 with a zero error of 0.1 stands at 10.1. */
  readonly fenceZero: Mm;
}

/** Holds a piece on end and slides along the fence. */
export interface UprightJig extends Owned {
  readonly kind: 'upright-jig';
  readonly maxThickness: Mm;
  /** Height above the table of the lowest clamp or screw: the blade stays below it. */
  readonly clampLine: Mm;
}

/** A block clamped to the fence ahead of the blade; the piece leaves it before it meets the teeth. */
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
  readonly fenceZero: Mm;
}

export interface Router extends Owned {
  readonly kind: 'router';
  /** Cutter centre to the edge of the base on the operator's left and right, as measured. */
  readonly baseLeft: Mm;
  readonly baseRight: Mm;
  readonly plungeTravel: Mm;
  readonly largestCutter: Mm;
  readonly largestShank: Mm;
}

/** A box the piece is clamped against while a hand-held router runs on top between two stops. */
export interface MortisingJig extends Owned {
  readonly kind: 'mortising-jig';
  /** Side of the piece its face is on, seen from the operator. */
  readonly faceSide: 'near' | 'far';
  readonly opening: Mm;
  /** Largest distance between its two router stops. */
  readonly stopToStop: Mm;
  readonly endStops: Side | 'both';
  /** Farthest an end stop stands from the jig's centre line. */
  readonly endStopReach: Mm;
}

export interface RouterCutter extends Owned {
  readonly kind: 'router-cutter';
  readonly diameter: Mm;
  readonly cuttingLength: Mm;
  readonly shank: Mm;
  readonly centreCutting: boolean;
  readonly topSpeed: number;
  /** Deepest level in one pass. */
  readonly level: Mm;
}

export interface SawBlade extends Owned {
  readonly kind: 'saw-blade';
  readonly kerf: Mm;
  readonly diameter: Mm;
  readonly teeth: 'flat' | 'alternate' | 'combination';
}

export interface BandsawBlade extends Owned {
  readonly kind: 'bandsaw-blade';
  readonly kerf: Mm;
  readonly width: Mm;
}

export type Tool =
  TableSaw | UprightJig | StopBlock | Bandsaw | Router | MortisingJig | RouterCutter | SawBlade | BandsawBlade;
export type ToolKind = Tool['kind'];
export type ToolOf<K extends ToolKind> = Extract<Tool, { kind: K }>;

/** What one shop has and how it likes to work. */
export interface Shop {
  readonly name: string;
  readonly style: LengthStyle;
  /** Graduation of the shop's scales: figures are set to whole steps of it. 0 sets them exactly. */
  readonly graduation: Mm;
  /** How much the second of cheek and shoulder stops short of the corner: 0.2 to 0.5 mm, common practice. */
  readonly secondCutShort: Mm;
  /** Face clearance aimed at: 0.05 mm, where snug meets slip. */
  readonly targetClearance: Mm;
  readonly tools: readonly Tool[];
}

/** Finest step a shop sets in the unit that isn't its own: a calliper's 0.05 mm, or two thousandths of an inch. */
const OTHER_GRADUATION = { mm: 0.05, in: INCH / 500 };

/** The shop working in the given unit: its own style and graduation where the unit is its own. */
export const shopIn = (shop: Shop, units: 'mm' | 'in'): Shop =>
  shop.style.system === units
    ? shop
    : {
        ...shop,
        style: { ...(units === 'mm' ? METRIC : IMPERIAL), decimal: shop.style.decimal },
        graduation: OTHER_GRADUATION[units],
      };

/** The shop's tools of a kind, in the order of its chest. */
export const toolsOf = <K extends ToolKind>(shop: Shop, kind: K): ToolOf<K>[] =>
  shop.tools.filter((tool): tool is ToolOf<K> => tool.kind === kind);

/** @throws Error when the chest has no such tool of that kind: a plan never names one it did not find. */
export function toolById<K extends ToolKind>(shop: Shop, kind: K, id: string): ToolOf<K> {
  const found = toolsOf(shop, kind).find((tool) => tool.id === id);
  if (!found) throw new Error(`The chest has no ${kind} “${id}”.`);
  return found;
}
