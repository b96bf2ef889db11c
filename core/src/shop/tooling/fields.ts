import type { Tool, ToolKind, ToolOf } from './tools.ts';

/**
 * What one measurement of a tool is: how it is typed, checked, written to a table and drawn on a
 * form.
 */
export type Field = {
  readonly label: string;
  readonly help?: string;
  /** Came later: a tool without it has its `initial`. */
  readonly later?: true;
} & (
  | {
      readonly type: 'length';
      readonly least: 'more than 0' | '0 or more';
      readonly initial: number;
    }
  | { readonly type: 'angle'; readonly initial: number }
  | {
      readonly type: 'count';
      readonly least: number;
      readonly most: number;
      readonly initial: number;
    }
  | {
      readonly type: 'choice';
      readonly options: Readonly<Record<string, string>>;
      readonly initial: string;
    }
  | { readonly type: 'flag'; readonly initial: boolean }
  | { readonly type: 'lengths'; readonly most: number; readonly initial: readonly number[] }
  | { readonly type: 'tool'; readonly kind: ToolKind; readonly initial: string }
  | { readonly type: 'scale'; readonly initial: null }
  | { readonly type: 'screw'; readonly initial: null }
);

export type FieldName<K extends ToolKind> = Exclude<
  keyof ToolOf<K>,
  'id' | 'name' | 'kind' | 'retired' | 'measured'
>;

/**
 * A sort of tool: its words, the shelf it lies on, and its measurements in the order they are asked
 * for.
 */
export interface KindEntry<K extends ToolKind = ToolKind> {
  readonly title: string;
  readonly plural: string;
  readonly shelf: Shelf;
  readonly fields: Readonly<Record<FieldName<K>, Field>>;
}

export const SHELVES = [
  'Machines',
  'Cutters and blades',
  'Bits and chisels',
  'Guides',
  'Jigs',
  'Measuring',
] as const;
export type Shelf = (typeof SHELVES)[number];

const size = (label: string, initial: number, help?: string): Field => ({
  type: 'length',
  label,
  least: 'more than 0',
  initial,
  ...(help && { help }),
});
const from0 = (label: string, initial: number, help?: string): Field => ({
  type: 'length',
  label,
  least: '0 or more',
  initial,
  ...(help && { help }),
});
const choice = (label: string, options: Record<string, string>): Field => ({
  type: 'choice',
  label,
  options,
  initial: Object.keys(options)[0]!,
});
const side = (label: string): Field => choice(label, { right: 'right', left: 'left' });
const scale = (label: string): Field => ({ type: 'scale', label, initial: null });
const screw = (label: string): Field => ({ type: 'screw', label, initial: null });
const angle = (label: string): Field => ({ type: 'angle', label, initial: 0 });
const speed = (label: string, initial: number): Field => ({
  type: 'count',
  label: `${label}, rpm`,
  least: 100,
  most: 100_000,
  initial,
});
const lengths = (label: string, most: number, initial: readonly number[]): Field => ({
  type: 'lengths',
  label,
  most,
  initial,
});
const blade = (kind: ToolKind): Field => ({
  type: 'tool',
  label: 'Blade on it',
  kind,
  initial: '',
});
const teeth = choice('Teeth', {
  flat: 'flat-topped',
  alternate: 'alternate bevel',
  combination: 'combination',
});
const later = (field: Field): Field => ({ ...field, later: true });
const insists = from0('Only for stock', 0, '0 where it takes any thickness');

/**
 * Every sort of tool. Forms, checks, tables and the job file's schema are all made from this one
 * list; the kinds of `tools.ts` are held equal to it by the type.
 */
export const TOOL_KINDS: { readonly [K in ToolKind]: KindEntry<K> } = {
  'table-saw': {
    title: 'Table saw',
    plural: 'Table saws',
    shelf: 'Machines',
    fields: {
      bladeId: blade('saw-blade'),
      maxBladeHeight: size('Highest blade', 80, 'at 90 degrees'),
      widestStack: from0('Widest stack', 0, '0 where its arbor takes none'),
      fenceSide: side('Fence stands on the'),
      tiltSide: side('Blade tilts to the'),
      fenceReach: size('Fence reach', 600),
      maxUpright: size('Longest upright piece', 1800, 'under the ceiling'),
      bladeLean: angle('Lean of the blade'),
      outOfSquare: later(angle('Crosscuts out of square')),
      fenceScale: scale('Fence scale'),
      heightScale: scale('Height scale'),
    },
  },
  'overhead-saw': {
    title: 'Saw from above',
    plural: 'Saws from above',
    shelf: 'Machines',
    fields: {
      widestStack: from0('Widest stack', 20, '0 where its arbor takes none'),
      deepest: size('Deepest cut', 70),
      travel: size('Widest piece', 300, 'that it crosses'),
      depthScale: scale('Depth scale'),
    },
  },
  bandsaw: {
    title: 'Bandsaw',
    plural: 'Bandsaws',
    shelf: 'Machines',
    fields: {
      bladeId: blade('bandsaw-blade'),
      fenceSide: side('Fence stands on the'),
      throat: size('Throat', 350),
      heightUnderGuides: size('Height under guides', 200),
      maxStop: size('Farthest stop', 120, 'behind the teeth'),
      driftAngle: angle('Drift'),
      fenceScale: scale('Fence scale'),
    },
  },
  router: {
    title: 'Plunge router',
    plural: 'Plunge routers',
    shelf: 'Machines',
    fields: {
      baseLeft: size('Base, left', 75, 'cutter centre to edge'),
      baseRight: size('Base, right', 75, 'cutter centre to edge'),
      baseGuided: size('Base, guided edge', 75, 'cutter centre to edge'),
      baseOpposite: size('Base, opposite edge', 75, 'cutter centre to edge'),
      plungeTravel: size('Plunge', 60),
      largestCutter: size('Largest cutter', 50),
      largestShank: size('Largest shank', 12.7),
      slowest: speed('Slowest', 8000),
      fastest: speed('Fastest', 24_000),
      depthScale: scale('Depth scale'),
    },
  },
  'router-table': {
    title: 'Router table',
    plural: 'Router tables',
    shelf: 'Machines',
    fields: {
      largestCutter: size('Largest cutter', 80),
      largestShank: size('Largest shank', 12.7),
      slowest: speed('Slowest', 8000),
      fastest: speed('Fastest', 22_000),
      tallest: size('Highest cutter', 60),
      fenceReach: size('Fence reach', 250),
      fenceScale: scale('Fence scale, to the cutter’s middle'),
      heightScale: scale('Height scale'),
    },
  },
  'copy-router': {
    title: 'Copying router',
    plural: 'Copying routers',
    shelf: 'Machines',
    fields: {
      ratio: {
        type: 'count',
        label: 'Template to work',
        help: 'how many times as large',
        least: 1,
        most: 10,
        initial: 2,
      },
      largestCutter: size('Largest cutter', 20),
      largestShank: size('Largest shank', 12.7),
      deepest: size('Deepest cut', 60),
      reachAlong: size('Reach along', 120, 'that the cutter moves'),
      reachAcross: size('Reach across', 80, 'that the cutter moves'),
    },
  },
  'drill-press': {
    title: 'Drill press',
    plural: 'Drill presses',
    shelf: 'Machines',
    fields: {
      travel: size('Travel', 80),
      throat: size('Throat', 150),
      largestBit: size('Largest bit', 40),
    },
  },
  mortiser: {
    title: 'Hollow chisel mortiser',
    plural: 'Hollow chisel mortisers',
    shelf: 'Machines',
    fields: {
      largestChisel: size('Largest chisel', 19),
      travel: size('Travel', 110),
      tallest: size('Tallest piece', 150),
      fenceReach: size('Fence reach', 90),
    },
  },
  'router-cutter': {
    title: 'Router cutter',
    plural: 'Router cutters',
    shelf: 'Cutters and blades',
    fields: {
      diameter: size('Diameter', 8),
      cuttingLength: size('Cutting length', 30),
      shank: size('Shank', 8),
      centreCutting: { type: 'flag', label: 'Cuts at its centre', initial: true },
      topSpeed: speed('Top speed', 24_000),
      level: size('Deepest level', 6, 'in one pass'),
    },
  },
  'paired-cutters': {
    title: 'Paired cutters',
    plural: 'Paired cutters',
    shelf: 'Cutters and blades',
    fields: {
      diameter: size('Diameter', 76, 'of both, or of the lower'),
      height: size('Height of each', 20, 'of its teeth, along the arbor'),
      bearing: size('Bearing', 20, 'outside, between the two'),
      leastGap: size('Least gap', 5, 'with the thinnest spacers'),
      mostGap: size('Greatest gap', 16, 'with all spacers'),
      shank: size('Shank', 12),
      topSpeed: speed('Top speed', 10_000),
      level: size('Deepest bite', 10, 'in one pass'),
      upper: later(from0('Upper cutter', 0, 'diameter where it is smaller, or 0')),
    },
  },
  'saw-blade': {
    title: 'Saw blade',
    plural: 'Saw blades',
    shelf: 'Cutters and blades',
    fields: {
      kerf: size('Kerf', 3.2, 'measured in a cut'),
      diameter: size('Diameter', 250),
      teeth,
    },
  },
  stack: {
    title: 'Dado stack',
    plural: 'Dado stacks',
    shelf: 'Cutters and blades',
    fields: {
      outer: size('Outer blades', 6.4, 'the two together'),
      chippers: lengths('Chippers', 8, [3.2, 3.2, 3.2, 1.6]),
      shims: lengths('Shims', 12, [0.1, 0.1, 0.2, 0.5]),
      diameter: size('Diameter', 200),
      teeth,
    },
  },
  'bandsaw-blade': {
    title: 'Bandsaw blade',
    plural: 'Bandsaw blades',
    shelf: 'Cutters and blades',
    fields: { kerf: size('Kerf', 1.1, 'measured in a cut'), width: size('Width', 16) },
  },
  'boring-bit': {
    title: 'Boring bit',
    plural: 'Boring bits',
    shelf: 'Bits and chisels',
    fields: {
      diameter: size('Diameter', 10),
      length: size('Length', 90),
      form: choice('Form', { 'brad-point': 'brad point', auger: 'auger', sawtooth: 'sawtooth' }),
      lead: from0('Point ahead', 3, 'of the full diameter'),
    },
  },
  'hollow-chisel': {
    title: 'Hollow chisel',
    plural: 'Hollow chisels',
    shelf: 'Bits and chisels',
    fields: { size: size('Size', 10), length: size('Reach', 75) },
  },
  bushing: {
    title: 'Guide bushing',
    plural: 'Guide bushings',
    shelf: 'Guides',
    fields: {
      stated: size('Stated', 17),
      outside: size('Outside, measured', 17),
      bore: size('Bore', 14),
      projection: size('Projection', 8),
    },
  },
  bearing: {
    title: 'Guide bearing',
    plural: 'Guide bearings',
    shelf: 'Guides',
    fields: {
      stated: size('Stated', 12),
      outside: size('Outside, measured', 12),
      bore: size('Bore', 5),
    },
  },
  'straight-edge': {
    title: 'Straight-edge',
    plural: 'Straight-edges',
    shelf: 'Guides',
    fields: { length: size('Length', 600), thickness: size('Thickness', 12) },
  },
  'upright-jig': {
    title: 'Upright jig',
    plural: 'Upright jigs',
    shelf: 'Jigs',
    fields: {
      maxThickness: size('Widest opening', 100),
      insists,
      clampLine: size('Lowest clamp or screw', 85, 'above the table'),
      travel: from0('Travel', 0, '0 where the fence moves it'),
      screw: screw('Screw'),
      slidBy: later(
        choice('Slid, without a screw', { stops: 'from stop to stop', spacer: 'by a spacer' }),
      ),
      carried: later(from0('Carried by its stop', 0, 'step less spacer: a kerf, or 0')),
      body: later(from0('Body', 0, 'from the fence to its face, where it rides on one')),
    },
  },
  'stop-block': {
    title: 'Stop block',
    plural: 'Stop blocks',
    shelf: 'Jigs',
    fields: { thickness: size('Thickness', 20) },
  },
  'mortising-jig': {
    title: 'Mortising jig',
    plural: 'Mortising jigs',
    shelf: 'Jigs',
    fields: {
      faceSide: choice('Face lies', { far: 'beyond the piece', near: 'on your side of the piece' }),
      opening: size('Widest opening', 110),
      insists,
      stopToStop: size('Stops, farthest apart', 400),
      endStops: choice('End stops', { both: 'both', left: 'left', right: 'right' }),
      endStopReach: size('End stop, farthest', 800, 'from the centre line'),
      stopScale: scale('Scale of the router stops'),
      endScale: scale('Scale of the end stop'),
    },
  },
  template: {
    title: 'Template',
    plural: 'Templates',
    shelf: 'Jigs',
    fields: {
      shape: choice('Shape', {
        opening: 'opening',
        'round-opening': 'opening with round ends',
        block: 'block',
        'square-block': 'block with square corners',
        disc: 'disc',
      }),
      width: size('Width', 40, 'of a disc: across it'),
      length: { type: 'length', label: 'Length', least: '0 or more', initial: 80 },
    },
  },
  clamp: {
    title: 'Clamp',
    plural: 'Clamps',
    shelf: 'Jigs',
    fields: {
      opening: size('Opening', 600),
      count: { type: 'count', label: 'How many', least: 1, most: 1000, initial: 4 },
    },
  },
  'block-box': {
    title: 'Box of set-up blocks',
    plural: 'Set-up blocks',
    shelf: 'Measuring',
    fields: { sizes: lengths('Blocks and shims', 60, [0.1, 0.2, 0.5, 1, 2, 3, 5, 10, 20, 30, 50]) },
  },
  ruler: {
    title: 'Ruler',
    plural: 'Rulers',
    shelf: 'Measuring',
    fields: { length: size('Length', 300), graduation: size('Graduation', 0.5) },
  },
};

export const KIND_NAMES = Object.keys(TOOL_KINDS) as ToolKind[];

/** A measurement of a tool; of one that is older than it, what it had all along. */
export const measureOf = (tool: Tool, key: string, field: Field): unknown =>
  (tool as unknown as Readonly<Record<string, unknown>>)[key] ?? field.initial;

/** The measurements of a sort of tool, name and field, in the order they are asked for. */
export const fieldsOf = (kind: ToolKind): [string, Field][] =>
  Object.entries(TOOL_KINDS[kind].fields);
