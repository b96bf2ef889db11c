import { say, type Mm } from '../../ground/index.ts';
import { carrier, featherBoard, told, type Hazard, type Situation } from '../hazards/index.ts';

/** Thinnest shank that a pair of cutters turns on, mm: common practice. */
export const STOUT_SHANK: Mm = 12;

/**
 * How far a router table's cutter stands inside the fence its piece runs to, mm; 0 where it stands
 * clear.
 */
function insideFence({ setup, cutter }: Situation): Mm {
  if (!cutter || !('diameter' in cutter)) return 0;
  const figures = setup.figures.flatMap((f) =>
    f.from === 'fence-face' && f.to === 'far-side' ? [f.set.value] : [],
  );
  return figures.length ? Math.max(0, cutter.diameter - Math.min(...figures)) : 0;
}

/** What can hurt at a router table, the gravest first. */
export const ROUTER_TABLE_HAZARDS: readonly Hazard[] = [
  told(
    'pair-in-table',
    ({ cutter }) => cutter?.kind === 'paired-cutters',
    `Only in a table, never in the hand: a shank of ${STOUT_SHANK} mm (half an inch) or more, low speed, a sled with handles, a guard over both cutters.`,
  ),
  told(
    'let-down',
    carrier('between-stops'),
    'The piece is let down on to a turning cutter: one end hard against its stop first, hands well away from where it comes up, a push block for the feed.',
  ),
  told(
    'along-table',
    carrier('along-fence'),
    'From right to left, against the cutter’s rotation; a guard over the cutter, push block and feather board, hands never beside it.',
  ),
  told(
    'sled-guard',
    carrier('router-sled'),
    'Handles on the sled and both hands on them; a guard over the cutter, and feed from right to left, against its rotation.',
  ),
  {
    id: 'fence-opening',
    words: (situation) =>
      insideFence(situation) > 0.05
        ? say(
            'The cutter stands {inside} inside the fence: the fence needs an opening there, wider than the cutter and no wider than it must be.',
            { inside: insideFence(situation) },
          )
        : undefined,
  },
  featherBoard(carrier('along-fence')),
];
