import { distanceIn, type Card } from '../plan/index.ts';
import { askedOf, lastOf, type SetTo } from '../../shop/index.ts';
import { settingKey } from '../../making/index.ts';
import type { Mm } from '../../ground/index.ts';

/**
 * What is asked to so much of a millimetre is asked as before: records from before tell it rounded.
 */
const SAME: Mm = 1e-4;

/**
 * Where the distances of a card stand now, by `distanceIn`, that were moved when it may have asked
 * for something else: what a move put right is still to be put right when the job has changed, by
 * so much more or less than is asked now.
 */
export function standingOn(
  { setups }: Pick<Card, 'setups'>,
  moved: readonly SetTo[],
): Map<string, Mm> {
  const figures = setups.flatMap((setup) => setup.figures.map((figure) => ({ setup, figure })));
  const stand = new Map<string, Mm>();
  for (const move of lastOf(moved)) {
    const { distance, asked } = askedOf(move);
    const off = ({ figure }: (typeof figures)[number]) => Math.abs(figure.value - asked);
    const there = figures.filter(({ setup, figure }) => settingKey(setup, figure) === distance);
    const [nearest] = there.sort((a, b) => off(a) - off(b));
    if (!nearest) continue;
    const { setup, figure } = nearest;
    const more = off(nearest) < SAME ? 0 : figure.value - asked;
    stand.set(distanceIn(setup, figure), move.value + more);
  }
  return stand;
}
