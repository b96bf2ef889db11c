import type { MortiseFeature } from '../../design/index.ts';
import { say, type Mm } from '../../ground/index.ts';
import { toolsOf, type BoringBit, type Shop } from '../../shop/index.ts';
import { rowOf, type Hole } from '../method/boring.ts';
import { SAME, type Gauged } from '../method/method.ts';
import { MORTISE_STRUCK } from '../method/mortiseEnds.ts';
import { sideBySide } from '../method/sideBySide.ts';
import type { LengthFigure } from '../setups/index.ts';
import { onPress } from './figures.ts';

/** A paring chisel takes so much off a wall in a stroke or two, mm (common practice). */
const PARED: Mm = 2;

/** How a bit makes a mortise: its holes along a row, and its rows from wall to wall. */
export interface Boring {
  readonly bit: BoringBit;
  /** From the first hole of a row, mm. */
  readonly along: readonly Mm[];
  /** From the first row, mm; the first and the last touch the walls, one alone lies between. */
  readonly across: readonly Mm[];
}

/**
 * The widest bit that reaches the floor and leaves no more to the chisel than it pares: in one row,
 * or in as many as come from wall to wall.
 */
export function boringFor(feature: MortiseFeature, shop: Shop): Boring | undefined {
  const { width: m, length: l, depth: D } = feature;
  /** As far as a single row comes to lie off, it may not reach over either wall. */
  const off = 2 * Math.abs(middleOf(feature, shop).set.error);
  const borings = toolsOf(shop, 'boring-bit')
    .filter((b) => b.diameter <= Math.min(m - off, l) + SAME && b.length >= D - SAME)
    .flatMap((bit): Boring[] => {
      const along = rowOf(l - bit.diameter, bit.diameter);
      const across = rowOf(m - bit.diameter, bit.diameter) ?? [0];
      return along ? [{ bit, along, across }] : [];
    })
    .sort((a, b) => b.bit.diameter - a.bit.diameter);
  const leaves = ({ bit, across }: Boring): Mm => (across.length > 1 ? 0 : (m - bit.diameter) / 2);
  return borings.find((boring) => leaves(boring) <= PARED) ?? borings[0];
}

/** Fence to the middle of a single row. */
const middleOf = ({ wall: p, width: m }: MortiseFeature, shop: Shop): LengthFigure =>
  onPress(shop).fence({
    value: p + m / 2,
    rounding: 'nearest',
    acts: 'thickness',
    working: say('near wall {p} + half the mortise {half}', { p, half: m / 2 }),
  });

/** Holes in a line along one place of the fence; by which wall, where there are several. */
interface Row {
  readonly fence: LengthFigure;
  readonly name?: string;
}

/** Row by row: both walls first, then what stands between them. Short of a wall is no harm. */
export function rowsOf(feature: MortiseFeature, { bit, across }: Boring, shop: Shop): Row[] {
  const { wall: p, width: m } = feature;
  if (across.length === 1) return [{ fence: middleOf(feature, shop) }];
  const half = bit.diameter / 2;
  const words = {
    near: say('near wall {p} + half the bit {half}', { p, half }),
    far: say('near wall {p} + mortise {m} − half the bit {half}', { p, m, half }),
    between: say(`${across.length} rows of the bit {d} side by side in {m}`, {
      d: bit.diameter,
      m,
    }),
  };
  const wallLine = (row: string): Gauged => {
    if (row !== 'near' && row !== 'far') return {};
    return bitAt('wall’s', row === 'near' ? p : p + m, '{reference face}');
  };
  return sideBySide(m - bit.diameter, across.length).map(({ id, name, from, rounding }) => ({
    name,
    fence: onPress(shop).fence(
      {
        id: `across-${id}`,
        name: `Fence to bit, ${name}`,
        value: p + half + from,
        rounding,
        purpose: 'place',
        acts: 'thickness',
        working: id === 'near' || id === 'far' ? words[id] : words.between,
      },
      wallLine(id),
    ),
  }));
}

/** The hole that is farthest from the fence. */
export const holeOf = (
  { depth, wall, width, stock, through }: MortiseFeature,
  { across }: Boring,
): Hole => ({
  depth,
  across: wall + width / 2 + across.at(-1)! / 2,
  wood: stock.width,
  through: through ?? false,
});

/** What the bit takes out over the mortise’s depth, mm²: of holes that overlap their share. */
export const boredArea = ({ bit, along, across }: Boring): number => {
  const pitch = (row: readonly Mm[]) => row[1] ?? bit.diameter;
  const hole = Math.min((Math.PI / 4) * bit.diameter ** 2, pitch(along) * pitch(across));
  return along.length * across.length * hole;
};

/** A hole of a row: against which end’s stop, and how far from the first, mm. */
interface RowHole {
  readonly id: string;
  readonly words: string;
  readonly stop: 'near' | 'far';
  readonly from: Mm;
}

/** The holes of a row in turn: both ends, then those between. */
export function holesOf(along: readonly Mm[]): RowHole[] {
  const words = (end: string) => `${end} end, layout end against the stop`;
  const near: RowHole = { id: 'near-end', words: words('near'), stop: 'near', from: 0 };
  if (along.length === 1) return [near];
  return [
    near,
    { id: 'far-end', words: words('far'), stop: 'far', from: along.at(-1)! },
    ...along.slice(1, -1).map((from, i): RowHole => {
      const between = 'between, the piece drawn {off} off the far-end stop';
      return { id: `between-${i + 1}`, words: between, stop: 'far', from };
    }),
  ];
}

/** The bit comes down inside the line of an end or of a wall. */
const bitAt = (line: string, lies: Mm, datum: string): Gauged => ({
  mark: {
    lies,
    grows: 1,
    text: `the bit’s edge at the ${line} line, {lies} from the ${datum}`,
    struck: MORTISE_STRUCK,
  },
});
const endLine = (lies: Mm): Gauged => bitAt('end', lies, 'layout end');

/** End stop to the first and to the last hole of a row. */
export function stopsOf(
  side: 'left' | 'right',
  { start: q, length: l }: MortiseFeature,
  { bit, along }: Boring,
  shop: Shop,
): LengthFigure[] {
  const half = bit.diameter / 2;
  const stop = onPress(shop)[`${side}Stop`];
  const near = stop(
    {
      id: 'stop-near',
      name: 'Near end, end stop or mark',
      value: q + half,
      purpose: 'place',
      rounding: 'up',
      acts: 'length',
      working: say('layout end to mortise {q} + half the bit {half}', { q, half }),
    },
    endLine(q),
  );
  const far = stop(
    {
      id: 'stop-far',
      name: 'Far end, end stop or mark',
      value: q + l - half,
      purpose: 'place',
      rounding: 'down',
      acts: 'length',
      working: say('layout end to mortise {q} + its length {l} − half the bit {half}', {
        q,
        l,
        half,
      }),
    },
    endLine(q + l),
  );
  return along.length === 1 ? [near] : [near, far];
}

export const depthOf = (
  { depth: D, through, stock }: MortiseFeature,
  bit: BoringBit,
  shop: Shop,
): LengthFigure =>
  onPress(shop).depth({
    value: D,
    purpose: 'depth',
    rounding: 'down',
    acts: 'width',
    working: through
      ? say('through the piece {V} and {past} into the scrap under it', {
          V: stock.width,
          past: D - stock.width,
        })
      : say('mortise depth {D}; the bit’s point goes {lead} farther', { D, lead: bit.lead }),
  });
