import type { RebateFeature } from '../../../design/index.ts';
import { toolsOf, type PairedCutters, type Shop } from '../../../shop/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import { EDGE_WORDS } from '../../method/edges.ts';
import { called, type Method } from '../../method/method.ts';
import { missing, over } from '../../method/refusal.ts';
import { tableRefusals } from '../routing.ts';
import { along } from '../along.ts';
import { onRouterTable } from '../figures.ts';
import { onSetting } from '../../setups/index.ts';

/**
 * How far the smaller cutter of a pair reaches past what turns on the arbor, mm: no wood comes
 * nearer to the spindle.
 */
const reachOf = ({ diameter, upper = 0, bearing }: PairedCutters): Mm =>
  ((upper || diameter) - bearing) / 2;

/** The pair that cut the shoulders of the frame, before any other. */
const pairIn = (shop: Shop): PairedCutters | undefined =>
  toolsOf(shop, 'paired-cutters').find(({ upper = 0 }) => upper > 0);

/**
 * The pair of unlike cutters that made the rails of a rebated frame, its arbor lowered until only
 * the upper one stands over the table: the rebate, along the fence, with nothing changed in the
 * collet.
 */
export const loweredPair: Method<RebateFeature> = {
  id: 'lowered-pair-rebate',
  ...called('Rebate', 'the pair of unlike cutters lowered'),
  form: 'rebate',
  stage: 'rebate',
  traits: ['unlike-pair'],
  applies: () => true,
  refuse({ stock, floor, width }, shop) {
    const depth = stock.thickness - floor;
    const refused = tableRefusals(depth, 'rebateWidth', 'rebate depth', shop);
    if (refused.length) return refused;
    const [pair, [table]] = [pairIn(shop), toolsOf(shop, 'router-table')];
    if (!pair)
      return [
        missing(
          'paired cutters',
          'The chest has no pair of unlike cutters. Run the rebate with a straight cutter, or add one.',
        ),
      ];
    return [
      ...over(
        depth,
        pair.height,
        'rebateWidth',
        'rebate depth',
        'The rebate is {value} deep; each cutter of the pair is {bound} high. Run it with a straight cutter.',
      ),
      ...over(
        width,
        reachOf(pair),
        'rebateWidth',
        'rebate width',
        'The rebate is {value} wide; the smaller cutter reaches {bound} past the nut of its arbor. Run it with a straight cutter.',
      ),
      ...over(
        pair.diameter,
        table!.largestCutter,
        'diameter',
        'cutters',
        'The pair is {value} across; the table takes {bound}.',
      ),
    ];
  },
  setups({ stock, floor, width, edge }, shop, context) {
    const [table] = toolsOf(shop, 'router-table');
    const pair = pairIn(shop);
    if (!table || !pair) return [];
    const on = onRouterTable(shop, pair.diameter);
    const fence = on.fenceToFarSide({
      value: width,
      rounding: 'down',
      acts: 'width',
      working: say('rebate width {width}', { width }),
    });
    const height = on.height({
      name: 'Top of the upper cutter',
      value: stock.thickness - floor,
      rounding: 'down',
      acts: 'thickness',
      working: say('thickness as measured {T} − floor {floor}', { T: stock.thickness, floor }),
    });
    const down = {
      table: 'other-face',
      fence: edge,
      words: `{Other face} down, ${EDGE_WORDS[edge]} along the fence`,
    } as const;
    const reminders = [
      onSetting(
        'The arbor goes down until the lower cutter is under the table; nothing on it is changed.',
      ),
      onSetting(
        'The cutter stands in the fence’s opening: it cuts on the side away from the fence, never wood between the two.',
      ),
    ];
    return [
      along(loweredPair, { table, cutter: pair }, [fence], height, down, reminders, shop, context),
    ];
  },
};
