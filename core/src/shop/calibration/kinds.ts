import type { Tool } from '../tooling/index.ts';
import type { Scale } from '../../ground/index.ts';
import { degreesOf, estimateOf, slopeOf, type Estimate } from './estimates.ts';

/** Something of a tool that is found by cutting and measuring. */
export interface CalibrationKind {
  /** Also the name that it is kept by in the tool. */
  readonly id: string;
  readonly title: string;
  readonly how: string;
  readonly columns: readonly { readonly name: string; readonly is: 'length' | 'count' }[];
  readonly unit: 'length' | 'degrees';
  /** What of the tool it is, as the shop believes; nothing where it is no size of it. */
  readonly stated: (tool: Tool) => number | undefined;
  /** @param rows readings, a number for each column; none of a length is 0 */
  readonly estimate: (rows: readonly (readonly number[])[]) => Estimate;
  readonly applied: (tool: Tool, value: number) => Tool;
}

const length = (name: string) => ({ name, is: 'length' }) as const;
const count = (name: string) => ({ name, is: 'count' }) as const;

/** A calibration of a field that some kinds of tools have. */
function ofField(
  field: string,
  has: (tool: Tool) => boolean,
  words: Pick<CalibrationKind, 'title' | 'how' | 'columns' | 'estimate'> & {
    readonly unit?: CalibrationKind['unit'];
  },
): CalibrationKind {
  return {
    id: field,
    unit: 'length',
    ...words,
    stated: (tool) => (has(tool) ? (tool as unknown as Record<string, number>)[field] : undefined),
    applied: (tool, value) => ({ ...tool, [field]: value }),
  };
}

const SCALES = {
  fenceScale: 'fence',
  heightScale: 'height',
  depthScale: 'depth',
  stopScale: 'stop',
  endScale: 'end stop',
} as const;

/** The zero of one scale: what stands at it is its reading and the zero together. */
const zeroOf = (field: keyof typeof SCALES): CalibrationKind => ({
  id: `${field}.zero`,
  title: `Zero of the ${SCALES[field]} scale`,
  how: 'Set the scale to three marks far from one another, cut at each, and measure what came of it.',
  columns: [length('Set to'), length('Came to')],
  unit: 'length',
  stated: (tool) => scaleIn(tool, field)?.zero,
  estimate: (rows) => estimateOf(rows.map(([set, came]) => came! - set!)),
  applied: (tool, zero) => ({ ...tool, [field]: { ...scaleIn(tool, field)!, zero } }),
});
const scaleIn = (tool: Tool, field: string): Scale | null | undefined =>
  (tool as unknown as Record<string, Scale | null>)[field];

const is =
  (...kinds: Tool['kind'][]) =>
  (tool: Tool): boolean =>
    kinds.includes(tool.kind);

/** All of them, in the order they are offered. */
export const CALIBRATIONS: readonly CalibrationKind[] = [
  ofField('kerf', is('saw-blade', 'bandsaw-blade'), {
    title: 'Kerf, from pieces cut in two',
    how: 'Measure a piece, cut it in two, and measure both parts: what is missing is the kerf.',
    columns: [length('Before'), length('One part'), length('Other part')],
    estimate: (rows) => estimateOf(rows.map(([before, one, other]) => before! - one! - other!)),
  }),
  ofField('outer', is('stack'), {
    title: 'Width of the outer blades',
    how: 'Cut a groove with the two outer blades alone and measure its width.',
    columns: [length('Groove')],
    estimate: (rows) => estimateOf(rows.map(([groove]) => groove!)),
  }),
  ofField('diameter', is('router-cutter', 'boring-bit'), {
    title: 'Diameter, as it cuts',
    how: 'Cut one plain pass along a straight-edge, without a template, or bore a hole, and measure its width.',
    columns: [length('Width')],
    estimate: (rows) => estimateOf(rows.map(([width]) => width!)),
  }),
  ofField('outside', is('bushing'), {
    title: 'Outside, from a slot through a template',
    how: 'Measure the cutter first: one plain pass. Then rout a slot through an opening; the bushing is the opening less what the slot is wider than the cutter. A slot alone can’t tell the two apart.',
    columns: [length('Opening'), length('Slot'), length('Cutter')],
    estimate: (rows) =>
      estimateOf(rows.map(([opening, slot, cutter]) => opening! - (slot! - cutter!))),
  }),
  ...(Object.keys(SCALES) as (keyof typeof SCALES)[]).map(zeroOf),
  {
    id: 'screw.lead',
    title: 'Lead of the screw',
    how: 'Turn it ten times and measure how far it moved; the other way, too.',
    columns: [count('Turns'), length('Moved')],
    unit: 'length',
    stated: (tool) => (tool.kind === 'upright-jig' ? tool.screw?.lead : undefined),
    estimate: (rows) => slopeOf(rows.map(([turns, moved]) => [turns!, moved!] as const)),
    applied: (tool, lead) =>
      tool.kind === 'upright-jig' && tool.screw
        ? { ...tool, screw: { ...tool.screw, lead } }
        : tool,
  },
  ofField('driftAngle', is('bandsaw'), {
    title: 'Drift of the blade',
    how: 'Draw a line along a straight board, saw along it by hand until it goes straight, hold still, and measure how far the board’s edge stands from parallel with the table, over how long.',
    columns: [length('Over'), length('Aside')],
    unit: 'degrees',
    estimate: (rows) => estimateOf(rows.map(([over, aside]) => degreesOf(aside!, over!))),
  }),
  ofField('bladeLean', is('table-saw'), {
    title: 'Lean of the blade',
    how: 'Saw a piece on edge along the fence; measure what was between fence and blade at the top and at the bottom of the cut, and how high that is. It is positive where the blade’s top leans away from the fence.',
    columns: [length('At the top'), length('At the bottom'), length('Height')],
    unit: 'degrees',
    estimate: (rows) =>
      estimateOf(rows.map(([top, bottom, height]) => degreesOf(top! - bottom!, height!))),
  }),
  {
    ...ofField('outOfSquare', is('table-saw'), {
      title: 'Squareness of crosscuts, by five cuts',
      how: 'Crosscut round one board, its four edges in turn, each time with the edge that was just cut against the gauge; then the first edge again, a strip off it. Measure the strip at the end that was cut first, at the end cut last, and its length: it shows the error four times. Turn the gauge by that and cut again; what is left is what to keep here.',
      columns: [length('End cut first'), length('End cut last'), length('Strip, length')],
      unit: 'degrees',
      estimate: (rows) =>
        estimateOf(rows.map(([first, last, long]) => degreesOf(first! - last!, 4 * long!))),
    }),
    stated: (tool) => (tool.kind === 'table-saw' ? (tool.outOfSquare ?? 0) : undefined),
  },
];

/** One of them, by its id. @throws Error where there is none */
export function calibrationNamed(id: string): CalibrationKind {
  const foundKind = CALIBRATIONS.find((kind) => kind.id === id);
  if (!foundKind) throw new Error(`Nothing of a tool is measured as ${id}.`);
  return foundKind;
}

/** Those that a tool has. */
export const calibrationsOf = (tool: Tool): CalibrationKind[] =>
  CALIBRATIONS.filter((kind) => kind.stated(tool) !== undefined);

/**
 * A tool with what was found of it, what it was believed to be kept beside. @param on yyyy-mm-dd
 */
export function calibrated(
  tool: Tool,
  kind: CalibrationKind,
  estimate: Estimate,
  on: string,
): Tool {
  const stated = measuredIn(tool, kind)?.stated ?? kind.stated(tool)!;
  return {
    ...kind.applied(tool, estimate.value),
    measured: { ...tool.measured, [kind.id]: { ...estimate, stated, on } },
  };
}

/**
 * What a tool was measured to be, where that still is what it is; typed over since, it counts no
 * more.
 */
export function measuredIn(tool: Tool, kind: CalibrationKind) {
  const measured = tool.measured?.[kind.id];
  return measured && Math.abs(measured.value - kind.stated(tool)!) < 1e-9 ? measured : undefined;
}

/**
 * After so many days somebody should look again: usual practice is to measure when a blade or
 * cutter comes back from sharpening.
 */
const STALE_AFTER = 90;

/**
 * A size of a tool that a card rests on: measured, when, and whether that is long ago; or as it is
 * stated.
 */
export interface RestsOn {
  readonly tool: string;
  readonly kind: CalibrationKind;
  readonly value: number;
  readonly measured?: {
    readonly on: string;
    readonly spread: number;
    readonly count: number;
    readonly stated: number;
    readonly stale: boolean;
  };
}

/** What of some tools is found by measuring, and how well it is known. @param today yyyy-mm-dd */
export const restsOn = (tools: readonly Tool[], today: string): RestsOn[] =>
  tools.flatMap((tool) =>
    calibrationsOf(tool).map((kind): RestsOn => {
      const measured = measuredIn(tool, kind);
      const days = measured && (Date.parse(today) - Date.parse(measured.on)) / 86_400_000;
      return {
        tool: tool.name,
        kind,
        value: kind.stated(tool)!,
        ...(measured && { measured: { ...measured, stale: days! > STALE_AFTER } }),
      };
    }),
  );
