import { beforehand, type Reminder, type Setup } from '../setups/index.ts';
import type { Piece } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';

/** Longer than this a piece tips off a machine's table, mm: common practice. */
const LONG: Mm = 1200;
/** Heavier than this one person doesn't guide it, kg: common practice. */
export const HEAVY = 15;
/** Dense hardwood, kg a cubic metre: value from memory. */
const DENSITY = 700;

/** Machines the work is brought to; the others are brought to the work. */
export const FIXED: ReadonlySet<Setup['model']> = new Set([
  'table-saw',
  'overhead-saw',
  'bandsaw',
  'router-table',
  'mortiser',
  'drill-press',
  'copy-router',
  'jig-router',
]);

/** What a piece weighs in a dense wood, kg. */
export const kilosOf = ({ length, thickness, width }: Piece): number =>
  (length * thickness * width * DENSITY) / 1e9;

/**
 * What carries a piece that is long or heavy: on a machine it has to be brought to, or where it
 * lies.
 */
export function supportWords(
  { model, carrier }: Pick<Setup, 'model' | 'carrier'>,
  stock: Piece,
): Reminder[] {
  const { length } = stock;
  const kilos = kilosOf(stock);
  if (model === 'hand-router' && (length > LONG || kilos > HEAVY))
    return [
      beforehand(
        'Lay the piece on trestles or on the floor and bring the router to it: nothing of it has to be carried.',
      ),
    ];
  if (!FIXED.has(model)) return [];
  const long =
    carrier === 'upright-jig'
      ? beforehand(
          'It stands {length} tall: a second pair of hands or a rail steadies its top; look for lamps and beams first.',
          { length },
        )
      : beforehand(
          'The piece is {length} long: a stand level with the table carries its far end, and hands only guide it.',
          { length },
        );
  return [
    ...(length > LONG ? [long] : []),
    ...(kilos > HEAVY
      ? [
          beforehand(
            `About ${Math.round(kilos)} kg in dense hardwood: two people, or a way that brings the tool to the work, by router or by hand.`,
          ),
        ]
      : []),
  ];
}
