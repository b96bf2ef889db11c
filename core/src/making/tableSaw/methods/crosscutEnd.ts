import type { EndFeature } from '../../../design/index.ts';
import { beforehand, onCutting, type Setup } from '../../setups/index.ts';
import { stopBlockOf, toolsOf } from '../../../shop/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import { enteredAt, sideOf } from '../../method/wedged.ts';
import { overBlade } from '../../method/blades.ts';
import { called, type Method } from '../../method/method.ts';
import { missing, over } from '../../method/refusal.ts';
import { onTableSaw } from '../figures.ts';

/** How far the blade stands above the piece it cuts off, mm. */
const ABOVE: Mm = 4;

/**
 * Table saw, the end cut off askew: mitre gauge turned, or the piece on a wedge, length from the
 * stop block.
 */
export const crosscutEnd: Method<EndFeature> = {
  id: 'crosscut-end',
  ...called('End', 'crosscut at the angle on the table saw'),
  form: 'end',
  stage: 'end',
  lean: { by: 'wedge' },
  applies: () => true,
  refuse({ stock }, shop) {
    const saw = toolsOf(shop, 'table-saw')[0];
    const block = stopBlockOf(shop);
    if (!saw || !block)
      return [
        missing(
          'stop block',
          'A crosscut needs a table saw with a mitre gauge and a stop block. Add them, or saw it by hand.',
        ),
      ];
    return [
      ...over(
        stock.thickness + ABOVE,
        saw.maxBladeHeight,
        'thickness',
        'thickness',
        'Piece and wedge are so thick that the blade would stand {value}; it rises to {bound}. Saw the end by hand.',
      ),
    ];
  },
  setups({ stock, excess, lean }, shop, { joint, occurrences }): Setup[] {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const block = stopBlockOf(shop)!;
    const on = onTableSaw(shop);
    const s = block.thickness;
    const fence = on.fenceToFarSide({
      value: excess + s,
      purpose: 'place',
      rounding: 'up',
      acts: 'length',
      working: say(
        'from the corner that is cut off, square to the cut, {excess} + stop block {s}',
        { excess, s },
      ),
    });
    const height = on.height({
      value: stock.thickness + ABOVE,
      purpose: 'depth',
      rounding: 'up',
      acts: 'thickness',
      working: say('piece as it lies {T} + {more}', { T: stock.thickness, more: ABOVE }),
    });
    return [
      {
        id: `${joint}.crosscut-end`,
        method: crosscutEnd.id,
        title: crosscutEnd.title,
        ...overBlade(saw, 'mitre-gauge', [block]),
        stage: 'end',
        figures: [fence, height],
        passes: [
          {
            id: 'end',
            words: say(
              lean
                ? `{Reference face} down, the corner at the ${sideOf(lean, enteredAt(occurrences))} to the stop block, then feed with the mitre gauge`
                : '{Reference face} down, worked end to the stop block, then feed with the mitre gauge',
            ),
            seat: { table: 'reference-face', 'stop-face': 'worked-end' },
            figures: { across: fence.id, height: height.id },
          },
        ],
        occurrences,
        reminders: [
          onCutting('The cut begins just at the other corner: the piece keeps its length there.'),
          ...(lean?.about === 'thickness'
            ? [
                beforehand(
                  'Ends that lean opposite ways lie on opposite faces: the gauge stays as it is. Mark which are which before the first cut.',
                ),
              ]
            : []),
        ],
      },
    ];
  },
};
