import type { GrooveFeature, RebateFeature } from '../../../design/index.ts';
import { onCutting, onSetting, type LengthFigure } from '../../setups/index.ts';
import type { Shop } from '../../../shop/index.ts';
import { capital, say } from '../../../ground/index.ts';
import { rowsFor } from '../../method/cutters.ts';
import { EDGE_WORDS } from '../../method/edges.ts';
import { called, ruleStep, SAME, type Method } from '../../method/method.ts';
import { missing, over, tooClose } from '../../method/refusal.ts';
import { tableGear, tableRefusals, type TableGear } from '../routing.ts';
import { along } from '../along.ts';
import { onRouterTable } from '../figures.ts';

/**
 * The widest cutter that goes into the groove: in one run where it is as wide, else beside itself.
 */
const grooveGear = ({ width, depth }: GrooveFeature, shop: Shop) =>
  tableGear(depth, shop, (c) => c.diameter <= width + SAME);

const rebateGear = ({ stock, floor }: RebateFeature, shop: Shop) =>
  tableGear(stock.thickness - floor, shop, () => true);

/**
 * Fence to the near side of each run of a groove, near wall first: neither wall is ever cut past
 * its line.
 */
function fencesOf(
  { wall: p, width: m }: GrooveFeature,
  gear: TableGear,
  shop: Shop,
): LengthFigure[] {
  const d = gear.cutter.diameter;
  const on = onRouterTable(shop, d);
  const count = rowsFor(m, d);
  const clears = (m - d) / Math.max(1, count - 1) + ruleStep(shop) < d - SAME;
  return Array.from({ length: count }, (_, i) => {
    const last = i > 0 && i === count - 1;
    const value = last ? p + m - d : p + (i * (m - d)) / Math.max(1, count - 1);
    return on.fenceToNearSide({
      id: count === 1 ? 'fence' : `fence-${i + 1}`,
      name: last
        ? 'Fence, far wall'
        : i
          ? `Fence, between, ${i}`
          : count > 1
            ? 'Fence, near wall'
            : 'Fence',
      value,
      rounding: last ? 'down' : i ? 'nearest' : 'up',
      ...(clears && i > 0 && !last && { purpose: 'clears' }),
      acts: 'thickness',
      working: last
        ? say('near wall {p} + groove {m} − cutter {d}', { p, m, d })
        : i
          ? say('clears what stands between the two')
          : say('near wall {p}', { p }),
    });
  });
}

/**
 * Router table, edge down, the reference face along the fence: run beside run from the near wall
 * outward.
 */
export const routerTableGroove: Method<GrooveFeature> = {
  id: 'router-table-groove',
  ...called('Groove', 'along the fence of the router table'),
  form: 'groove',
  stage: 'groove',
  applies: () => true,
  refuse(feature, shop) {
    const { wall, width, depth } = feature;
    const refused = tableRefusals(depth, 'mortiseDepth', 'groove depth', shop);
    if (refused.length) return refused;
    const gear = grooveGear(feature, shop);
    if (!gear)
      return [
        {
          ...missing('cutter', ''),
          path: 'mortiseWidth',
          value: width,
          message: say(
            'No cutter for the router table goes into a groove {width} wide and {depth} deep. Saw it, or add one.',
            { width, depth },
          ),
        },
      ];
    const runs = fencesOf(feature, gear, shop);
    const fences = runs.length > 1 ? [runs.at(-1)!, runs[0]!] : [];
    return [
      ...over(
        wall + width,
        gear.table.fenceReach,
        'wall',
        'fence',
        'The fence would stand {value} from the cutter; it reaches {bound}.',
      ),
      ...tooClose(fences, width, gear.cutter.diameter, 'mortiseWidth', 'groove width'),
    ];
  },
  setups(feature, shop, context) {
    const gear = grooveGear(feature, shop);
    if (!gear) return [];
    const { depth, edge } = feature;
    const on = onRouterTable(shop, gear.cutter.diameter);
    const fences = fencesOf(feature, gear, shop);
    const count = fences.length;
    const height = on.height({
      value: depth,
      purpose: 'depth',
      rounding: 'up',
      acts: 'width',
      working: say('groove depth {depth}', { depth }),
    });
    const down = {
      table: edge,
      fence: 'reference-face',
      words: `${capital(EDGE_WORDS[edge])} down, {reference face} along the fence`,
    } as const;
    const reminders = [
      onCutting(
        '{Reference face} to the fence every time: then the grooves of all parts meet, whatever their thickness.',
      ),
      ...(count > 1
        ? [
            onCutting(
              'Near wall first: each further run cuts on the side away from the fence, against the feed.',
            ),
          ]
        : []),
    ];
    return [along(routerTableGroove, gear, fences, height, down, reminders, shop, context)];
  },
};

/**
 * Router table, the face to be cut lying down, its edge along the fence: from the edge inward, the
 * fence moved back.
 */
export const routerTableRebate: Method<RebateFeature> = {
  id: 'router-table-rebate',
  ...called('Rebate', 'along the fence of the router table'),
  form: 'rebate',
  stage: 'rebate',
  applies: () => true,
  refuse(feature, shop) {
    const { stock, floor, width } = feature;
    const refused = tableRefusals(stock.thickness - floor, 'rebateWidth', 'rebate depth', shop);
    if (refused.length) return refused;
    const gear = rebateGear(feature, shop);
    if (!gear)
      return [
        missing(
          'cutter',
          'No cutter for the router table is as long as the rebate is deep. Saw it, or add a longer one.',
        ),
      ];
    return [
      ...over(
        width,
        gear.table.fenceReach,
        'rebateWidth',
        'rebate width',
        'The fence would stand {value} from the far side of the cutter; it reaches {bound}.',
      ),
    ];
  },
  setups(feature, shop, context) {
    const gear = rebateGear(feature, shop);
    if (!gear) return [];
    const { stock, floor, width, edge } = feature;
    const d = gear.cutter.diameter;
    const on = onRouterTable(shop, d);
    const count = width <= d + SAME ? 1 : 1 + Math.ceil((width - d) / (d - 1) - SAME);
    const fences = Array.from({ length: count }, (_, i) => {
      const last = i === count - 1;
      return on.fenceToFarSide({
        id: count === 1 ? 'fence' : `fence-${i + 1}`,
        name: count === 1 ? 'Fence' : `Fence, run ${i + 1}`,
        value: last ? width : d + i * (d - 1),
        rounding: 'down',
        acts: 'width',
        working: last
          ? say('rebate width {width}', { width })
          : say('from the edge inward, a cutter of {d} at a time', { d }),
      });
    });
    const depth = stock.thickness - floor;
    const height = on.height({
      value: depth,
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
        'The cutter stands in the fence’s opening: it cuts on the side away from the fence, never wood between the two.',
      ),
      onSetting('The cutter of the groove does for this too, its height and the fence moved.'),
    ];
    return [along(routerTableRebate, gear, fences, height, down, reminders, shop, context)];
  },
};
