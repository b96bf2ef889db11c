import type { TenonFeature } from '../../../design/index.ts';
import { onTrial, type Pass, type Refusal, type Setup } from '../../setups/index.ts';
import { toolsOf, type PairedCutters, type RouterTable, type Shop } from '../../../shop/index.ts';
import { say } from '../../../ground/index.ts';
import { offsOf } from '../../method/blades.ts';
import { bitesOf, inLevels } from '../../method/levels.ts';
import { called, type Context, type Method } from '../../method/method.ts';
import { pairRefusals, pairSetup, sledSetup, SLED_CHECKS } from '../pairs.ts';
import { missing, over } from '../../method/refusal.ts';
import { byDepth, shouldersOf, toShoulder, type Shoulder } from '../../method/shoulders.ts';
import { tableGear, tableRefusals } from '../routing.ts';
import { onRouterTable } from '../figures.ts';

const deepestOf = (shoulders: readonly Shoulder[]) => Math.max(0, ...shoulders.map((s) => s.depth));

/** Why the router table can't cut these shoulders with one cutter. */
function cutterRefusals(
  { length }: TenonFeature,
  shoulders: readonly Shoulder[],
  shop: Shop,
): Refusal[] {
  const deepest = deepestOf(shoulders);
  const refused = tableRefusals(deepest, 'faceShoulder', 'deepest shoulder', shop);
  if (refused.length) return refused;
  const gear = tableGear(deepest, shop, () => true);
  if (!gear)
    return [
      missing(
        'cutter',
        'No cutter here is as long as the deepest shoulder and suits the router table. Saw the tenon, or add a longer one.',
      ),
    ];
  return over(
    length - gear.cutter.diameter / 2,
    gear.table.fenceReach,
    'tenonLength',
    'tenon length',
    'The fence would stand {value} from the cutter’s centre; it reaches {bound}. Saw the tenon.',
  );
}

/**
 * Router table with a straight cutter, the piece lying on a sled, its end to the fence: shoulders
 * and cheeks in one go.
 */
export const routerTableSled: Method<TenonFeature> = {
  id: 'router-table-sled',
  ...called('Shoulders and cheeks', 'router table and sled'),
  form: 'tenon',
  stage: 'cheeks',
  bySide: 'router-table',
  leavesFat: true,
  also: ['shoulders'],
  lean: { by: 'wedge' },
  applies: () => true,
  refuse: (feature, shop) => cutterRefusals(feature, shouldersOf(feature), shop),
  setups: (feature, shop, context) =>
    onSled(routerTableSled, feature, shouldersOf(feature), shop, context),
};

const edgesOf = (feature: TenonFeature) =>
  shouldersOf(feature).filter(({ down }) => down.endsWith('edge'));

/**
 * Two cutters on one arbor of the router table: both cheeks and both face shoulders at once, the
 * tenon as thick as the gap between them whatever the stock. Edge shoulders follow with one
 * straight cutter.
 */
export const pairedCutters: Method<TenonFeature> = {
  id: 'paired-cutters',
  ...called('Shoulders and cheeks', 'paired cutters on one arbor'),
  form: 'tenon',
  stage: 'cheeks',
  bySide: 'router-table',
  traits: ['one-face'],
  leavesFat: true,
  also: ['shoulders'],
  lean: { by: 'wedge' },
  /** Of a haunch, once the pair has cut the tongue, only edges are left. */
  applies: (feature) =>
    Boolean(feature.follows) || shouldersOf(feature).length > edgesOf(feature).length,
  refuse(feature, shop) {
    const [table] = toolsOf(shop, 'router-table');
    const pair = table && pairFor(feature, table, shop);
    if (!pair)
      return [
        missing(
          'paired cutters',
          'The chest has no paired cutters for a router table. Cut one side at a time, or add them.',
        ),
      ];
    const edges = edgesOf(feature);
    return [
      ...pairRefusals(feature, table, pair),
      ...(edges.length ? cutterRefusals(feature, edges, shop) : []),
    ];
  },
  setups(feature, shop, context) {
    const [table] = toolsOf(shop, 'router-table');
    const pair = table && pairFor(feature, table, shop);
    if (!pair) return [];
    const both = pairSetup(feature, shop, context, table, pair, pairedCutters);
    const faces = shouldersOf(feature).length > edgesOf(feature).length;
    return [
      ...(faces ? [both] : []),
      ...onSled(pairedCutters, feature, edgesOf(feature), shop, context),
    ];
  },
};

/**
 * The first pair that cuts it; where none does, the first there is, so that its reasons can be
 * said.
 */
const pairFor = (
  feature: TenonFeature,
  table: RouterTable,
  shop: Shop,
): PairedCutters | undefined => {
  const pairs = toolsOf(shop, 'paired-cutters').filter(({ upper = 0 }) => upper === 0);
  return pairs.find((pair) => !pairRefusals(feature, table, pair).length) ?? pairs[0];
};

/** Shoulders cut with one straight cutter, a set-up for each depth. */
function onSled(
  { id, title }: Pick<Method<TenonFeature>, 'id' | 'title'>,
  { length: L }: TenonFeature,
  shoulders: readonly Shoulder[],
  shop: Shop,
  { joint, occurrences }: Context,
): Setup[] {
  const gear = tableGear(deepestOf(shoulders), shop, () => true);
  if (!gear) return [];
  const { table, cutter } = gear;
  const on = onRouterTable(shop, cutter.diameter);
  const fence = on.fenceToFarSide(toShoulder(L));
  return byDepth(shoulders).map((group): Setup => {
    const { depth, down } = group[0];
    const height = on.heightOverSled({
      value: depth,
      rounding: 'down',
      acts: down.endsWith('face') ? 'thickness' : 'width',
      working: say('depth of the shoulder, {depth}', { depth }),
      counts: group.length > 1 ? 2 : 1,
    });
    return {
      ...sledSetup,
      id: `${joint}.${id}.${group.map((g) => g.down).join('-')}`,
      method: id,
      title,
      machine: table.id,
      cutter: cutter.id,
      figures: [fence, height],
      passes: group.flatMap((g): Pass[] =>
        /**
         * From the end inward, the last one against the fence: outward the cutter would pull the
         * piece along.
         */
        offsOf(fence.set.value, cutter.diameter, shop)
          .reverse()
          .flatMap((off, i) =>
            inLevels(
              {
                id: `${g.down}-${i + 1}`,
                words: say(''),
                seat: { table: g.down, 'fence-face': 'worked-end' },
                figures: { across: fence.id, height: height.id },
                ...(off > 0 && { off }),
              },
              height.set.value,
              bitesOf(cutter, shop),
              (level) =>
                off > 0
                  ? say(`${g.words}, {level} high, the end about {off} off the fence`, {
                      level,
                      off,
                    })
                  : say(`${g.words}, {level} high, the end to the fence`, { level }),
              g.from,
            ),
          ),
      ),
      occurrences,
      reminders: [
        ...SLED_CHECKS,
        onTrial(
          'The tenon is what the heights leave of the stock: test on a piece of the same measured thickness.',
        ),
      ],
    };
  });
}
