import {
  figure,
  type FigureDraft,
  type HandWork,
  type LengthFigure,
  type Setup,
  type DatumId,
} from '../setups/index.ts';
import { roundTo, say, type Mm, type Rounding, type Sentence } from '../../ground/index.ts';
import { ruleOf, type Shop } from '../../shop/index.ts';
import type { Context } from '../method/method.ts';

/**
 * A line to work to. Hand work is guided by the wood itself, not by a scale: its figures are exact.
 */
export const byHand = (
  id: string,
  name: string,
  value: Mm,
  from: DatumId,
  to: DatumId,
  acts: FigureDraft['acts'],
  working: Sentence,
): LengthFigure =>
  figure({ id, name, value, from, to, rounding: 'nearest', acts, working }, { graduation: 0 });

/**
 * A line that is marked with a rule, where no fit hangs on it.
 * @param rounding to its safe side
 */
export const lineByRule =
  (shop: Shop, rounding: Rounding) =>
  (...[id, name, value, from, to, acts, working]: Parameters<typeof byHand>): LengthFigure =>
    figure(
      { id, name, value, from, to, rounding, acts, working, purpose: 'place' },
      { graduation: 0 },
      shop.graduation ? roundTo(value, ruleOf(shop), rounding) : value,
    );

/**
 * Work at the bench, in one go, by all of its lines.
 * @param hand what it is to one piece, by which its minutes are reckoned
 */
export const handSetup = (
  base: Pick<Setup, 'id' | 'method' | 'title' | 'carrier' | 'stage' | 'figures' | 'reminders'>,
  words: string,
  { occurrences }: Context,
  hand: HandWork,
): Setup => ({
  ...base,
  hand,
  model: 'bench',
  machine: null,
  cutter: null,
  guides: [],
  passes: [
    {
      id: 'all',
      words: say(words),
      seat: {},
      figures: Object.fromEntries(base.figures.map((f) => [f.id, f.id])),
    },
  ],
  occurrences,
});
