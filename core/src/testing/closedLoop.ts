import { CALIBRATIONS, calibrated, calibrationsOf } from '../shop/calibration/index.ts';
import { standingOn } from '../day/floor/index.ts';
import { readAt, readingsOf, type Plan } from '../day/plan/index.ts';
import type { Modeller } from '../ground/solids/index.ts';
import type { Shop, Tool } from '../shop/tooling/index.ts';
import { nextMove, setBy } from '../day/trial/index.ts';
import type { Mm, Scale } from '../ground/units/index.ts';

/**
 * A shop whose tools are wrong in secret tries its cards: cuts a test piece, measures, moves as
 * told, cuts again.
 */

/** Where every distance stands that was moved. */
type Stand = Map<string, number>;

/** What of a shop's tools can be other than it believes. */
export const SECRETS = ['sizes', 'zeros', 'leads', 'lean'] as const;
export type Secret = (typeof SECRETS)[number];

/**
 * Scales and a screw on whatever can have them, no blocks and no order of the shop's own: figures
 * are set by what can be wrong in secret.
 */
export const withScales = ({ setBy: _, ...shop }: Shop, graduation: Mm): Shop => ({
  ...shop,
  graduation,
  tools: shop.tools
    .filter(({ kind }) => kind !== 'block-box')
    .map((tool): Tool => {
      const scale: Scale = { unit: 'mm', graduation, zero: 0 };
      const scaled = Object.fromEntries(
        Object.entries(tool).map(([field, value]) => [
          field,
          field.endsWith('Scale') ? scale : value,
        ]),
      );
      const madeTool = scaled as unknown as Tool;
      return madeTool.kind === 'upright-jig'
        ? { ...madeTool, screw: { lead: 1.5, divisions: 60 } }
        : madeTool;
    }),
});

const off = <T extends { readonly zero: number }>(scale: T, by: number): T => ({
  ...scale,
  zero: scale.zero + 0.3 * by,
});

/** Scales of a tool whose zero isn’t where it is believed. */
const zeroed = (tool: Tool, by: number): Tool =>
  Object.fromEntries(
    Object.entries(tool).map(([field, value]) => [
      field,
      field.endsWith('Scale') && value ? off(value as Scale, by) : value,
    ]),
  ) as unknown as Tool;

function resized(tool: Tool, by: number): Tool {
  if (tool.kind === 'saw-blade') return { ...tool, kerf: tool.kerf + 0.3 * by };
  if (tool.kind === 'bandsaw-blade') return { ...tool, kerf: tool.kerf + 0.2 * by };
  if (tool.kind === 'stack') return { ...tool, outer: tool.outer - 0.2 * by };
  if (tool.kind === 'bushing') return { ...tool, outside: tool.outside + 0.15 * by };
  const isCutter = tool.kind === 'router-cutter' || tool.kind === 'boring-bit';
  return isCutter ? { ...tool, diameter: tool.diameter - 0.1 * by } : tool;
}

/**
 * Tools that aren’t what their shop believes, within what is usual. @param by 1, or less; the other
 * way where under 0
 */
export const wrong = (shop: Shop, by: number, secrets: readonly Secret[] = ['sizes']): Shop => ({
  ...shop,
  tools: shop.tools.map((tool) => {
    let madeTool = secrets.includes('sizes') ? resized(tool, by) : tool;
    if (secrets.includes('zeros')) madeTool = zeroed(madeTool, by);
    if (secrets.includes('leads') && madeTool.kind === 'upright-jig' && madeTool.screw)
      madeTool = {
        ...madeTool,
        screw: { ...madeTool.screw, lead: madeTool.screw.lead * (1 + 0.02 * by) },
      };
    return secrets.includes('lean') && madeTool.kind === 'table-saw'
      ? { ...madeTool, bladeLean: madeTool.bladeLean + 0.4 * by }
      : madeTool;
  }),
});

/**
 * What came of trying one card. How far off: the worst of its sizes, in parts of what that may be
 * off.
 */
export interface Tried {
  readonly method: string;
  /** At the first test piece, and at the last. */
  readonly first: number;
  readonly off: number;
  /** Test pieces until one was good. */
  readonly cuts: number;
  /** Why none was. */
  readonly stuck?: string;
}

/** So many test pieces are cut and measured before the card counts as not put right: two moves. */
const MOST_CUTS = 3;

/**
 * Every card of a plan is tried in its turn: measured, moved as told, measured again, until it is
 * good.
 */
export function worked(modeller: Modeller, plan: Plan, truly: Shop): Tried[] {
  const stand: Stand = new Map();
  return plan.cards.flatMap((card): Tried[] => {
    const readings = readingsOf(modeller, card, plan).filter(({ gains }) => gains.length);
    if (!readings.length) return [];
    const { method } = card.setups[0]!;
    let first: number | undefined;
    for (let cuts = 1; ; cuts++) {
      const is = readings.map((reading) => readAt(modeller, plan, card, reading, stand, truly));
      const move = nextMove(card, readings, new Map(is.map((value, i) => [i, value])), stand);
      const off = Math.max(
        ...readings.map(({ value, within }, i) => Math.abs(value - is[i]!) / within),
      );
      first ??= off;
      if (move.verdict === 'good') return [{ method, first, off, cuts }];
      if (move.verdict !== 'move' || cuts === MOST_CUTS)
        return [
          {
            method,
            first,
            off,
            cuts,
            stuck: `${method} ${move.verdict} ${cuts}: ${readings.map((r, i) => `${r.name} ${(is[i]! - r.value).toFixed(3)}`).join(', ')} ${move.why?.text ?? ''}`,
          },
        ];
      for (const [distance, value] of standingOn(card, setBy(move.moves)))
        stand.set(distance, value);
    }
  });
}

/**
 * A chest whose tools were cut with and measured, five readings each, two hundredths of a
 * millimetre apart.
 */
export function measured(shop: Shop, truly: Shop): Shop {
  const off = [-0.02, 0.02, 0, 0.01, -0.01];
  const rows: Record<string, (tool: Tool, by: number) => number[]> = {
    kerf: (tool, by) => [400, 250, 150 - kind('kerf').stated(tool)! + by],
    outer: (tool, by) => [kind('outer').stated(tool)! + by],
    diameter: (tool, by) => [kind('diameter').stated(tool)! + by],
    outside: (tool, by) => [60, 60 - kind('outside').stated(tool)! + 8 + by, 8],
    'screw.lead': (tool, by) => [10, 10 * kind('screw.lead').stated(tool)! + by],
    bladeLean: (tool, by) => [
      50 * Math.tan((kind('bladeLean').stated(tool)! * Math.PI) / 180) + by / 10,
      0,
      50,
    ],
    ...Object.fromEntries(
      CALIBRATIONS.filter(({ id }) => id.endsWith('.zero')).map(({ id }) => [
        id,
        (tool: Tool, by: number) => [100, 100 + kind(id).stated(tool)! + by],
      ]),
    ),
  };
  const kind = (id: string) => CALIBRATIONS.find((eachKind) => eachKind.id === id)!;
  return {
    ...shop,
    tools: shop.tools.map((tool, i) =>
      calibrationsOf(tool)
        .filter(({ id }) => id in rows)
        .reduce(
          (madeTool, eachKind) =>
            calibrated(
              madeTool,
              eachKind,
              eachKind.estimate(off.map((by) => rows[eachKind.id]!(truly.tools[i]!, by))),
              '2027-03-15',
            ),
          tool,
        ),
    ),
  };
}
