import {
  calibrationsOf,
  restsOn,
  type CalibrationKind,
  type Estimate,
  readingId,
  type Observation,
  type SetTo,
  type Shop,
  type Tool,
} from '../../shop/index.ts';
import { readAt, readingsOf, toolsOn, type Card, type Plan, type Reading } from '../plan/index.ts';
import { type Modeller, inverse, type Mm } from '../../ground/index.ts';
import { byMates } from './mates.ts';
import { standingOn } from './standing.ts';

/** What the readings of test pieces say that a tool truly is. */
export interface Learned {
  /** By its id. */
  readonly tool: string;
  /** What of it, by the id of how it is measured. */
  readonly kind: string;
  readonly stated: number;
  /**
   * Its scatter is that of what single readings would give, all other tools being as they were
   * found.
   */
  readonly estimate: Estimate;
}

/** Something of a tool that may be other than it is believed to be. */
interface Unknown {
  readonly tool: Tool;
  readonly kind: CalibrationKind;
}

/**
 * How far one reading was off what the card as it stood should have made, and what of the tools
 * would have made it so.
 */
interface Row {
  readonly off: Mm;
  readonly gains: ReadonlyMap<string, number>;
}

/** So far a size of a tool is changed to see what it makes, mm or degrees. */
const NUDGE = 0.1;
/** Less of a reading than this is made by something else, mm per mm or degree. */
const LEAST_GAIN = 0.02;
/**
 * What readings tell apart no better than so is not told apart: weight of not knowing, and share
 * that must be known.
 */
const [DOUBT, KNOWN] = [1e-3, 0.98];
/** So far off something else was measured, or a piece was spoiled, mm. */
const SLIP: Mm = 2;
/** From so few readings nothing is concluded. */
const FEWEST = 3;
/**
 * What is found must be so many times what its scatter leaves open (common practice: two standard
 * errors).
 */
const CLEARLY = 2;
/**
 * Nearer than this a tool is what it is believed to be: no calliper reads closer, mm or degrees.
 */
const SAME = 0.01;

const nameOf = ({ tool, kind }: Unknown): string => `${tool.id} ${kind.id}`;

/**
 * What a record says of the tools: for every reading of a test piece, by how much it is off what
 * the card would have made as it stood, against what each size of its tools makes of it. Only what
 * the readings tell apart is said: where a slot is off, cutter or bushing may be why, until the
 * cutter is known. What was measured lately counts as known, and readings from before it was are of
 * a shop that is no more.
 * @param today yyyy-mm-dd
 */
export function learnedFrom(
  modeller: Modeller,
  plan: Plan,
  holds: readonly Observation[],
  today: string,
): Learned[] {
  const { shop } = plan.basis;
  const rows: Row[] = [];
  const found = new Map<string, Unknown>();
  for (const card of plan.cards) {
    const own = readOn(card, holds, measuredOn(card, shop));
    if (!own.length) continue;
    const unknowns = unknownIn(card, shop, today);
    for (const unknown of unknowns) found.set(nameOf(unknown), unknown);
    const planned = readingsOf(modeller, card, plan);
    const mated = byMates(planned, holds);
    const effects = new Map<string, Effect>();
    for (const { id, value, should, stand } of own) {
      const index = planned.findIndex((reading) => readingId(reading) === id);
      const sizes = [planned[index]?.value, mated[index]?.value];
      /** It was measured for another size than the card has now. */
      if (!sizes.some((size) => size !== undefined && Math.abs(size - should) < SAME)) continue;
      const key = JSON.stringify([id, ...stand]);
      const { is, gains } =
        effects.get(key) ?? effectOf(modeller, plan, card, planned[index]!, stand, unknowns);
      effects.set(key, { is, gains });
      if (Math.abs(value - is) < SLIP) rows.push({ off: value - is, gains });
    }
  }
  return toldApart(rows, [...found.values()]);
}

/**
 * Each reading of a card’s test pieces, with where the card stood. @param since readings of that
 * day or before are left out
 */
function readOn(card: Card, holds: readonly Observation[], since: string) {
  const moved: SetTo[] = [];
  return holds.flatMap((line) => {
    if (line.kind === 'set' && line.card === card.id) moved.push(...line.moved);
    const counts =
      line.kind === 'measured' && line.card === card.id && line.seen.slice(0, 10) > since;
    return counts
      ? [
          {
            id: line.reading,
            value: line.value,
            should: line.should,
            stand: standingOn(card, moved),
          },
        ]
      : [];
  });
}

/** The last day on which anything of a card’s tools was measured. */
const measuredOn = (card: Card, shop: Shop): string =>
  toolsOn(card, shop)
    .flatMap(({ measured = {} }) => Object.values(measured).map(({ on }) => on))
    .sort()
    .at(-1) ?? '';

const unknownIn = (card: Card, shop: Shop, today: string): Unknown[] =>
  toolsOn(card, shop).flatMap((tool) => {
    const known = restsOn([tool], today).filter(({ measured }) => measured && !measured.stale);
    return calibrationsOf(tool)
      .filter((kind) => !known.some((own) => own.kind === kind))
      .map((kind) => ({ tool, kind }));
  });

/**
 * What a size comes to by a card as it stands, and by how much it grows where a tool is more than
 * believed.
 */
interface Effect {
  readonly is: Mm;
  readonly gains: Row['gains'];
}

function effectOf(
  modeller: Modeller,
  plan: Plan,
  card: Card,
  reading: Reading,
  stand: ReadonlyMap<string, Mm>,
  unknowns: readonly Unknown[],
): Effect {
  const { shop } = plan.basis;
  const at = ({ tool, kind }: Unknown): Mm => {
    const other = kind.applied(tool, kind.stated(tool)! + NUDGE);
    return readAt(modeller, plan, card, reading, stand, {
      ...shop,
      tools: shop.tools.map((eachTool) => (eachTool.id === tool.id ? other : eachTool)),
    });
  };
  const is = readAt(modeller, plan, card, reading, stand);
  const gains = unknowns.map((unknown) => [nameOf(unknown), (at(unknown) - is) / NUDGE] as const);
  return { is, gains: new Map(gains.filter(([, gain]) => Math.abs(gain) > LEAST_GAIN)) };
}

/**
 * What of the unknowns some rows tell, by least squares, each that they tell apart from all others.
 */
function toldApart(rows: readonly Row[], unknowns: readonly Unknown[]): Learned[] {
  const own = unknowns.filter((unknown) => rows.some(({ gains }) => gains.has(nameOf(unknown))));
  const table = rows.map(({ gains }) => own.map((unknown) => gains.get(nameOf(unknown)) ?? 0));
  const normal = own.map((_, i) =>
    own.map((_, j) => table.reduce((sum, row) => sum + row[i]! * row[j]!, 0)),
  );
  const inverted = inverse(
    normal.map((row, i) => row.map((value, j) => value + (i === j ? DOUBT : 0))),
  );
  const times = (
    matrix: readonly (readonly number[])[],
    i: number,
    column: (j: number) => number,
  ) => matrix[i]!.reduce((sum, value, j) => sum + value * column(j), 0);
  const offs = own.map((_, j) => rows.reduce((sum, { off }, r) => sum + table[r]![j]! * off, 0));
  const by = own.map((_, i) => times(inverted, i, (j) => offs[j]!));
  return own.flatMap((unknown, i): Learned[] => {
    const share = times(inverted, i, (j) => normal[j]![i]!);
    const its = table.flatMap((row, r) =>
      row[i]
        ? [
            {
              gain: row[i],
              left: rows[r]!.off - row.reduce((sum, gain, j) => sum + gain * by[j]!, 0),
            },
          ]
        : [],
    );
    if (share < KNOWN || its.length < FEWEST) return [];
    const stated = unknown.kind.stated(unknown.tool)!;
    const squares = (of: (row: (typeof its)[number]) => number) =>
      its.reduce((sum, row) => sum + of(row) ** 2, 0);
    const spread = Math.sqrt(
      (squares(({ left }) => left) / squares(({ gain }) => gain)) * (its.length / (its.length - 1)),
    );
    if (Math.abs(by[i]!) < Math.max(SAME, (CLEARLY * spread) / Math.sqrt(its.length))) return [];
    return [
      {
        tool: unknown.tool.id,
        kind: unknown.kind.id,
        stated,
        estimate: { value: stated + by[i]!, spread, count: its.length },
      },
    ];
  });
}
