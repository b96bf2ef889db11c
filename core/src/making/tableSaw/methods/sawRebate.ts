import type { RebateFeature } from '../../../design/index.ts';
import { beforehand, onSetting, type Setup } from '../../setups/index.ts';
import { toolById, toolsOf } from '../../../shop/index.ts';
import { capital, say } from '../../../ground/index.ts';
import { EDGE_WORDS, OPPOSITE } from '../../method/edges.ts';
import { called, type Method } from '../../method/method.ts';
import { missing, over } from '../../method/refusal.ts';
import { onTableSaw } from '../figures.ts';

/**
 * Table saw, two cuts along the fence: edge down with the reference face to the fence, then the
 * other face down with the far edge to the fence, so that the waste falls outside the blade.
 */
export const sawRebate: Method<RebateFeature> = {
  id: 'saw-rebate',
  ...called('Rebate', 'two cuts along the fence'),
  form: 'rebate',
  stage: 'rebate',
  applies: () => true,
  refuse({ stock, floor, width }, shop) {
    const saw = toolsOf(shop, 'table-saw')[0];
    if (!saw)
      return [missing('table saw', 'The chest has no table saw to run a rebate on. Add one.')];
    if (!shop.rules.guardOff)
      return [
        missing(
          'guard',
          'Local rules keep the saw’s own guard on, and a rebate leaves no room for it.',
        ),
      ];
    return [
      ...over(
        width,
        saw.maxBladeHeight,
        'rebateWidth',
        'rebate width',
        'The rebate is {value} wide; the blade rises to {bound}. Make it narrower.',
      ),
      ...over(
        Math.max(floor, stock.width - width),
        saw.fenceReach,
        'rebateWidth',
        'fence',
        'The fence would stand {value} from the blade; it reaches {bound}.',
      ),
    ];
  },
  setups({ stock, floor, width, edge }, shop, { joint, occurrences }) {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const { kerf } = toolById(shop, 'saw-blade', saw.bladeId);
    const { fenceToNearSide, height } = onTableSaw(shop);
    const depth = stock.thickness - floor;
    const common = {
      method: sawRebate.id,
      model: 'table-saw',
      carrier: 'fence',
      machine: saw.id,
      cutter: saw.bladeId,
      guides: [],
      stage: 'rebate',
      occurrences,
    } as const;
    const first = fenceToNearSide({
      value: floor,
      rounding: 'up',
      acts: 'thickness',
      working: say('{reference face} to the rebate’s floor, {floor}', { floor }),
    });
    const tall = height({
      value: width,
      rounding: 'down',
      acts: 'width',
      working: say('rebate width {width}', { width }),
    });
    const second = fenceToNearSide({
      value: stock.width - width,
      rounding: 'up',
      acts: 'width',
      working: say('width as measured {W} − rebate width {width}', { W: stock.width, width }),
    });
    const short = Math.min(shop.secondCutShort, kerf / 2);
    const low = height({
      value: depth - short,
      purpose: 'stays',
      within: kerf - short,
      rounding: 'down',
      acts: 'thickness',
      working: say(
        'thickness as measured {T} − floor {floor} − {short}: it stops in the kerf of the other cut',
        { T: stock.thickness, floor, short },
      ),
    });
    const upper = capital(EDGE_WORDS[edge]);
    const cuts: Setup[] = [
      {
        ...common,
        id: `${joint}.saw-rebate.1`,
        title: 'Rebate, on edge',
        figures: [first, tall],
        passes: [
          {
            id: 'on-edge',
            words: say(`${upper} down, {reference face} along the fence, the whole length`),
            seat: { 'fence-face': 'reference-face', table: edge },
            figures: { across: first.id, height: tall.id },
          },
        ],
        reminders: [
          beforehand('A narrow piece on edge wants a tall fence and a feather board low down.'),
        ],
      },
      {
        ...common,
        id: `${joint}.saw-rebate.2`,
        title: 'Rebate, lying flat',
        figures: [second, low],
        passes: [
          {
            id: 'flat',
            words: say(
              '{Other face} down, the far edge along the fence; the waste falls outside the blade',
            ),
            seat: { 'fence-face': OPPOSITE[edge], table: 'other-face' },
            figures: { across: second.id, height: low.id },
          },
        ],
        reminders: [
          onSetting('The waste must lie free beside the blade: never between blade and fence.'),
        ],
      },
    ];
    return cuts;
  },
};
