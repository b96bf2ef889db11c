import { capital, type Mm, say } from '../../ground/index.ts';
import {
  angleOf,
  type Lean,
  type Shop,
  type StopBlock,
  type TableSaw,
  toolById,
  stopBlockOf,
  toolsOf,
} from '../../shop/index.ts';
import { overBlade } from '../method/blades.ts';
import { missing, over } from '../method/refusal.ts';
import { tilting } from '../method/wedged.ts';
import {
  afterwards,
  onSetting,
  calledFace,
  type Refusal,
  type SeatFace,
  type Setup,
} from '../setups/index.ts';
import { onTableSaw } from './figures.ts';

/**
 * Table saw, its blade tilted in place of a wedge: the piece lies level on its face, and figures count along the table
 * from the corner of its end that stands out.
 *
 *              /            away from the guide       \              towards it
 *        _____/______                            ______\_____
 *       |    /      | stop                      |       \    | stop
 *       |___/_______|                           |________\___|
 *      ----/---------- table                   -----------\---- table
 */

/** Steeper no blade tilts, degrees: common practice. */
const STEEPEST = 45;
/** How far the blade stands above the piece it cuts off, mm. */
export const ABOVE: Mm = 4;

type DownFace = Extract<SeatFace, 'reference-face' | 'other-face'>;

/**
 * From the corner of the end that stands out, along the face that is down, to a plane that is
 * square to the leaning piece.
 */
export function alongTable({ degrees, pivot, at, square }: Lean, plane: Mm, down: DownFace): Mm {
  const { sin, cos } = angleOf(degrees);
  const y = down === 'reference-face' ? 0 : square.thickness * cos;
  return pivot[0] + (plane - at[0] + (y - pivot[1]) * sin) / cos;
}

/** Whether the blade's top has to lean away from the guide at the worked end. */
export const leansAway = ({ degrees }: Lean, down: DownFace): boolean =>
  degrees > 0 === (down === 'reference-face');

/** Which side of the blade the guide then stands on: a blade tilts to one side only. */
export const guideSide = ({ tiltSide }: TableSaw, away: boolean): 'left' | 'right' =>
  (tiltSide === 'left') === away ? 'right' : 'left';

export const gearOf = (shop: Shop): { saw: TableSaw; block: StopBlock; kerf: Mm } => {
  const saw = toolsOf(shop, 'table-saw')[0]!;
  return {
    saw,
    block: stopBlockOf(shop)!,
    kerf: toolById(shop, 'saw-blade', saw.bladeId).kerf,
  };
};

/**
 * Why no blade here can be tilted so far; `height` is how much of the blade stands out, along it.
 */
export function tiltRefusals(steep: number, shop: Shop, height: Mm, dimension: string): Refusal[] {
  const saw = toolsOf(shop, 'table-saw')[0];
  const block = stopBlockOf(shop);
  if (!saw || !block)
    return [
      missing(
        'stop block',
        'A cut with the blade tilted needs a table saw with a mitre gauge and a stop block. Add them, or use wedges or the hand saw.',
      ),
    ];
  return [
    ...(steep > STEEPEST + 1e-6
      ? [
          {
            path: 'degrees',
            dimension: 'angle',
            value: steep,
            bound: STEEPEST,
            message: say(
              `The blade would have to tilt ${steep.toFixed(1)} degrees; it goes to ${STEEPEST}. Lay the piece on a wedge.`,
            ),
          },
        ]
      : []),
    ...over(
      height,
      saw.maxBladeHeight,
      dimension,
      dimension === 'thickness' ? 'thickness' : 'shoulder',
      'Tilted, the blade would stand out {value}; it rises to {bound}. Saw it by hand.',
    ),
  ];
}

/**
 * What stands on the saw for one face down; a shoulder errs towards the tip, where it can be cut
 * again.
 */
export function atSaw(
  lean: Lean,
  plane: Mm,
  down: DownFace,
  stands: { value: Mm; text: string; lengths: Record<string, Mm> },
  shop: Shop,
  cuts: 'end' | 'shoulder',
): Omit<Setup, 'id' | 'method' | 'title' | 'stage' | 'occurrences' | 'reminders'> {
  const { saw, block, kerf } = gearOf(shop);
  const { cos } = angleOf(lean.degrees);
  const on = onTableSaw(shop);
  const away = leansAway(lean, down);
  const [along, s] = [alongTable(lean, plane, down), block.thickness];
  const fence = on.fenceToFarSide(
    {
      value: along + s,
      ...(cuts === 'end' ? { purpose: 'place', rounding: 'up' } : { rounding: 'down' }),
      acts: 'length',
      working: say('along the table from the corner that stands out, {along} + stop block {s}', {
        along,
        s,
      }),
    },
    { beyond: { by: kerf / cos, lies: 'kerf' } },
  );
  const height = on.height({
    value: stands.value,
    ...(cuts === 'end' ? { purpose: 'depth', rounding: 'up' } : { rounding: 'down' }),
    acts: 'thickness',
    working: say(stands.text, stands.lengths),
  });
  const side = guideSide(saw, away);
  return {
    ...overBlade(saw, 'mitre-gauge', [block]),
    ...tilting(lean.degrees, away, shop),
    figures: [fence, height],
    passes: [
      {
        id: down,
        words: say(
          `${capital(calledFace(down))} down, fence on the ${side} of the blade, the corner that stands out to the stop block, then feed with the mitre gauge`,
        ),
        seat: { table: down, 'stop-face': 'worked-end' },
        figures: { across: fence.id, height: height.id },
      },
    ],
  };
}

export const ALL_TILTED = [
  onSetting(
    'Set the tilt with a bevel against the body of the blade, not against a tooth; then turn the blade by hand: it clears gauge, block and guard.',
  ),
  onSetting('Measure on the table, to the far side of the blade: tilted, its kerf is wider there.'),
  afterwards('Set the blade upright again and try it with a square.'),
];
