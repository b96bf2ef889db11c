import {
  onCutting,
  type LengthFigure,
  type Pass,
  type SeatFace,
  type Setup,
} from '../setups/index.ts';
import type { RouterCutter, RouterTable, Shop } from '../../shop/index.ts';
import { say } from '../../ground/index.ts';
import { bitesOf, inLevels } from '../method/levels.ts';
import type { Context, Method } from '../method/method.ts';

/** Words at the beginning of a sentence. */

/**
 * One set-up along the fence of the router table: every fence figure, at each the levels the cutter
 * needs.
 */
export function along(
  { id, title, stage }: Pick<Method<never>, 'id' | 'title' | 'stage'>,
  {
    table,
    cutter,
  }: { readonly table: RouterTable; readonly cutter: Pick<RouterCutter, 'id' | 'level'> },
  fences: readonly LengthFigure[],
  height: LengthFigure,
  down: { readonly table: SeatFace; readonly fence: SeatFace; readonly words: string },
  reminders: Setup['reminders'],
  shop: Shop,
  { joint, occurrences }: Context,
): Setup {
  return {
    id: `${joint}.${id}`,
    method: id,
    title,
    model: 'router-table',
    carrier: 'along-fence',
    machine: table.id,
    cutter: cutter.id,
    guides: [],
    stage,
    figures: [...fences, height],
    passes: fences.flatMap((fence, i): Pass[] =>
      inLevels(
        {
          id: `run-${i + 1}`,
          words: say(''),
          seat: { table: down.table, 'fence-face': down.fence },
          figures: { across: fence.id, height: height.id },
        },
        height.set.value,
        bitesOf(cutter, shop),
        (level) => say(`${down.words}, {level} high, the whole length`, { level }),
      ),
    ),
    occurrences,
    reminders: [
      ...reminders,
      onCutting(
        'Raise the cutter a level at a time, all pieces through before it is raised again.',
      ),
    ],
  };
}
