import type { TenonFeature } from '../../joints/index.ts';
import type { Pass, Setup } from '../../setups/index.ts';
import { say } from '../../units/index.ts';
import { stackPasses } from '../blades.ts';
import { CAUTIONS } from '../cautions.ts';
import { inLevels } from '../levels.ts';
import { figuresFor, type Method } from '../method.ts';
import { missing, over, under } from '../refusal.ts';
import { byDepth, shouldersOf } from '../shoulders.ts';
import { tableGear, tableRefusals } from '../tableRouting.ts';

const deepestOf = (feature: TenonFeature) => Math.max(0, ...shouldersOf(feature).map((s) => s.depth));

/** Router table with a straight cutter, the piece lying on a sled, its end to the fence: shoulders and cheeks in one go. */
export const routerTableSled: Method<TenonFeature> = {
  id: 'router-table-sled',
  title: 'Shoulders and cheeks, router table and sled',
  form: 'tenon',
  stage: 'cheeks',
  leavesFat: true,
  also: ['shoulders'],
  lean: { by: 'wedge' },
  applies: () => true,
  refuse(feature, shop) {
    const deepest = deepestOf(feature);
    const refused = tableRefusals(deepest, 'faceShoulder', 'deepest shoulder', shop);
    if (refused.length) return refused;
    const gear = tableGear(deepest, shop, () => true);
    if (!gear) return [missing('cutter', 'No cutter here is as long as the deepest shoulder and suits the router table. Saw the tenon, or add a longer one.')]; // prettier-ignore
    return [
      ...over(feature.length - gear.cutter.diameter / 2, gear.table.fenceReach, 'tenonLength', 'tenon length', 'The fence would stand {value} from the cutter’s centre; it reaches {bound}. Saw the tenon.'), // prettier-ignore
      ...under(feature.stock.length, shop.rules.shortestCrosscut, 'length', 'length', 'The piece is {value} long; under {bound} it is too short to hold on a sled. Cut it while it is part of a longer piece.'), // prettier-ignore
    ];
  },
  setups(feature, shop, { joint, occurrences }) {
    const gear = tableGear(deepestOf(feature), shop, () => true);
    if (!gear) return [];
    const { table, cutter } = gear;
    const L = feature.length;
    const d = cutter.diameter;
    const make = figuresFor(shop);
    const fence = make(
      { id: 'fence', name: 'Fence', value: L, from: 'fence-face', to: 'far-side', rounding: 'down', acts: 'length', working: say('tenon length {L}', { L }) }, // prettier-ignore
      { scale: table.fenceScale },
    );
    const strips = stackPasses(L, d);
    return byDepth(shouldersOf(feature)).map((group): Setup => {
      const { depth, down } = group[0]!;
      const height = make(
        { id: 'height', name: 'Height of the cutter', value: depth, from: 'table', to: 'cutter-top', rounding: 'down', acts: down.endsWith('face') ? 'thickness' : 'width', working: say('depth of the shoulder, {depth}', { depth }), counts: group.length > 1 ? 2 : 1 }, // prettier-ignore
        { scale: table.heightScale },
      );
      return {
        id: `${joint}.router-sled.${group.map((g) => g.down).join('-')}`,
        method: routerTableSled.id,
        title: routerTableSled.title,
        model: 'router-table',
        carrier: 'router-sled',
        machine: table.id,
        cutter: cutter.id,
        guides: [],
        effect: 'remove',
        stage: 'cheeks',
        figures: [fence, height],
        passes: group.flatMap((g): Pass[] =>
          /** From the end inward, the last one against the fence: outward the cutter would pull the piece along. */
          Array.from({ length: strips }, (_, i) => (strips - 1 - i) * (d - 1)).flatMap((off, i) =>
            inLevels(
              {
                id: `${g.down}-${i + 1}`,
                words: say(''),
                seat: { table: g.down, 'fence-face': 'worked-end' },
                figures: { across: fence.id, height: height.id },
                ...(off > 0 && { off }),
              },
              height.set.value,
              cutter.level,
              (level) =>
                off > 0
                  ? say(`${g.words}, {level} high, the end about {off} off the fence`, { level, off })
                  : say(`${g.words}, {level} high, the end to the fence`, { level }),
            ),
          ),
        ),
        occurrences,
        cautions: [CAUTIONS.sledGuard, CAUTIONS.unplugRouter, CAUTIONS.shank, CAUTIONS.eyes],
        checks: [
          say('Fence parallel to the sled’s way; a backing strip on the sled keeps the exit edge whole.'),
          say('From the end inward, right to left; never a strip between cutter and fence.'),
          say('The tenon is what the heights leave of the stock: test on a piece of the same measured thickness.'),
        ],
      };
    });
  },
};
