import {
  INCH,
  roundTo,
  styleIn,
  type LengthStyle,
  type Mm,
  type Rounding,
} from '../../ground/index.ts';
import type { KeptSetup } from './kept.ts';
import type { MachineKnown } from './known.ts';
import type { Minutes } from './minutes.ts';
import type { Schools } from './schools.ts';
import type { Tool, ToolKind, ToolOf } from './tools.ts';

/** What the place allows. Velk never makes them looser by itself. */
export interface LocalRules {
  /** Stacks on the table saw. Some places require a riving knife, which leaves no room for one. */
  readonly stacks: boolean;
  /** Cuts for which the saw's own guard comes off, such as those on end. */
  readonly guardOff: boolean;
  /** Shortest piece fed by hand, and at a power crosscut, mm; can only be made longer. */
  readonly shortestFed: Mm;
  readonly shortestCrosscut: Mm;
  /**
   * Tallest piece stood on end by one person, and by anyone who has another way, mm; usual where
   * nobody says.
   */
  /** Highest blade a piece on end is cut by, with a guard over it and the jig’s own push block. */
  readonly highestBlade?: Mm;
  readonly tallestAlone?: Mm;
  readonly tallest?: Mm;
}

/**
 * Common practice, values from memory: past the first a second hand steadies it, past the second it
 * lies flat.
 */
export const TALLEST_ALONE: Mm = 600;
export const TALLEST: Mm = 1000;
/** Two inches still go on end, guarded; past three it lies flat: common practice. */
export const HIGHEST_BLADE: Mm = 76.2;

/** Common practice, values from memory. */
export const SHORTEST_FED: Mm = 200;
export const SHORTEST_CROSSCUT: Mm = 300;
export const USUAL_RULES: LocalRules = {
  stacks: true,
  guardOff: true,
  shortestFed: SHORTEST_FED,
  shortestCrosscut: SHORTEST_CROSSCUT,
};

/** The glue a shop uses. */
export interface Gluing {
  /** From the first brush to the last clamp; and how long it stays in clamps, min. */
  readonly open: number;
  readonly clamped: number;
  /** Until it can be cut and planed, h. */
  readonly cured: number;
}

/** A white glue at room temperature: values from memory, what its maker says comes first. */
export const USUAL_GLUING: Gluing = { open: 10, clamped: 60, cured: 24 };

/** Where a distance of a machine stands for one card of a job, while the others are planned. */
export interface Standing {
  /** What it is measured from and to, and what it is for, as its figure has them. */
  readonly from: string;
  readonly to: string;
  readonly purpose: string;
  readonly rounding: Rounding;
  readonly at: Mm;
}

/** What a length can be set by, as a shop puts it in order. */
export const SET_BY = {
  mate: 'The mate itself',
  blocks: 'Bars and blocks',
  screw: 'Turns from touching',
  scale: 'The scale',
  rule: 'A measured number',
} as const;

export type SetById = keyof typeof SET_BY;
export const SET_BY_IDS = Object.keys(SET_BY) as SetById[];

/** What one shop has and how it likes to work. */
export interface Shop {
  readonly name: string;
  readonly style: LengthStyle;
  /** Finest step that what makes a fit is set by, mm. 0 sets all figures exactly. */
  readonly graduation: Mm;
  /** What a rule here shows, mm: all that makes no fit is set by it. Usual where nobody says. */
  readonly rule?: Mm;
  /**
   * What lengths are set by before anything else, the first of them first, where it comes as near
   * as the finest step; where nobody says, whatever comes closest.
   */
  readonly setBy?: readonly SetById[];
  /**
   * How much the second of cheek and shoulder stops short of the corner: 0.2 to 0.5 mm, common
   * practice.
   */
  readonly secondCutShort: Mm;
  /**
   * Left on every sawn or routed cheek for the plane, mm; nothing where nobody says: tenons come
   * off the saw to size.
   */
  readonly planeAllowance?: Mm;
  /** Face clearance aimed at: 0.05 mm, where snug meets slip. */
  readonly targetClearance: Mm;
  readonly schools: Schools;
  readonly minutes: Minutes;
  readonly rules: LocalRules;
  /** Usual where nobody says. */
  readonly gluing?: Gluing;
  /** Set-ups that worked, for other jobs. */
  readonly kept?: readonly KeptSetup[];
  /** What the record says of its machines, by their ids. */
  readonly known?: Readonly<Record<string, MachineKnown>>;
  /**
   * While a job is planned: where its cards set a machine anyway; what lies less far by less than a
   * rule tells apart goes as far.
   */
  readonly standing?: readonly Standing[];
  readonly tools: readonly Tool[];
}

/**
 * Finest step a shop sets in the unit that isn't its own: a calliper's 0.05 mm, or two thousandths
 * of an inch.
 */
const OTHER_GRADUATION = { mm: 0.05, in: INCH / 1000 };

/** What a rule shows, mm: half a millimetre, or a 64th of an inch. Common practice. */
export const USUAL_RULE: Readonly<Record<LengthStyle['system'], Mm>> = { mm: 0.5, in: INCH / 64 };

/** What a tape is read to, mm: half a millimetre, or a 32nd of an inch. Common practice. */
const TAPE = { mm: 0.5, in: INCH / 32 } as const;

/** A long distance as a tape shows it: what a frame is squared by is read no finer. */
export const byTape = (distance: Mm, units: 'mm' | 'in'): Mm =>
  roundTo(distance, TAPE[units], 'nearest');

/** What a rule of this shop shows, mm; never finer than its finest step. */
export const ruleOf = ({ style, rule }: Pick<Shop, 'style' | 'rule'>): Mm =>
  rule ?? USUAL_RULE[style.system];

/** The shop working in the given unit: its own style and graduation where the unit is its own. */
export const shopIn = (shop: Shop, units: 'mm' | 'in'): Shop =>
  shop.style.system === units
    ? shop
    : {
        ...shop,
        style: styleIn(shop.style, units),
        graduation: OTHER_GRADUATION[units],
        rule: USUAL_RULE[units],
      };

/** The sort of blade that a saw takes. */
const BLADE_OF = { 'table-saw': 'saw-blade', bandsaw: 'bandsaw-blade' } as const;

/**
 * What is on a saw: its blade, another tool that is none for it, or nothing; true for what needs no
 * blade.
 */
export function bladeOf(tool: Tool, tools: readonly Tool[]): true | 'none' | Tool {
  if (!('bladeId' in tool)) return true;
  const on = tools.find(({ id }) => id === tool.bladeId);
  if (!on) return 'none';
  return on.kind === BLADE_OF[tool.kind] ? true : on;
}

const shelves = new WeakMap<readonly Tool[], Map<ToolKind, Tool[]>>();

/**
 * The shop's tools of a kind that can be used: not retired, and no saw without its blade; in the
 * order of its chest.
 */
export function toolsOf<K extends ToolKind>(
  shop: Pick<Shop, 'tools'>,
  kind: K,
): readonly ToolOf<K>[] {
  let shelf = shelves.get(shop.tools);
  if (!shelf) {
    shelf = new Map();
    for (const tool of shop.tools) {
      if (tool.retired || bladeOf(tool, shop.tools) !== true) continue;
      const same = shelf.get(tool.kind);
      if (same) same.push(tool);
      else shelf.set(tool.kind, [tool]);
    }
    shelves.set(shop.tools, shelf);
  }
  return (shelf.get(kind) ?? []) as ToolOf<K>[];
}

/**
 * @throws Error when the chest has no such tool of that kind: a plan never names one it did not
 *   find.
 */
export function toolById<K extends ToolKind>(
  shop: Pick<Shop, 'tools'>,
  kind: K,
  id: string,
): ToolOf<K> {
  const found = shop.tools.find((tool): tool is ToolOf<K> => tool.kind === kind && tool.id === id);
  if (!found) throw new Error(`The chest has no ${kind} “${id}”.`);
  return found;
}
