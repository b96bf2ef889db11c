import type { TenonFeature } from '../../../design/index.ts';
import { beforehand, onSetting, type Setup } from '../../setups/index.ts';
import { toolsOf, toolById } from '../../../shop/index.ts';
import { say } from '../../../ground/index.ts';
import { cheekLength, FACE_WORDS, flippedSettings } from '../../method/flippedCheeks.ts';
import { called, type Method } from '../../method/method.ts';
import { onTableSaw } from '../figures.ts';
import { onEnd, uprightRefusals } from '../upright.ts';
import { sawKerf } from '../../method/sawKerfs.ts';

/**
 * Table saw, piece on end in a jig, turned between the cuts: the waste is always outside the blade.
 */
export const sawUprightFlipped: Method<TenonFeature> = {
  id: 'saw-upright-flipped',
  ...called('Cheeks', 'upright on the table saw'),
  form: 'tenon',
  stage: 'cheeks',
  bySide: 'table-saw',
  kerf: sawKerf,
  leavesFat: true,
  waste: 'outside',
  lean: { by: 'wedge' },
  applies: () => true,
  refuse(feature, shop) {
    const { stock, length: L } = feature;
    const settings = flippedSettings(feature, onTableSaw(shop).jigToNearSide);
    const edges = settings.some((s) => s.name === 'edge');
    const standing = {
      length: stock.length,
      bladeHeight: L,
      fence: Math.max(0, ...settings.map((s) => s.figure.value)),
    };
    return [
      ...uprightRefusals(
        { ...standing, across: stock.thickness, onEdge: false },
        shop,
        'use the bandsaw',
      ),
      ...(edges
        ? uprightRefusals(
            { ...standing, across: stock.width, onEdge: true },
            shop,
            'use the bandsaw',
          )
        : []),
    ];
  },
  setups(feature, shop, context) {
    const { joint, occurrences, shouldersFirst } = context;
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const jig = toolsOf(shop, 'upright-jig')[0]!;
    const kerf = toolById(shop, 'saw-blade', saw.bladeId).kerf;
    const on = onTableSaw(shop);
    const height = on.height(cheekLength(feature, shouldersFirst, shop));
    const settings = flippedSettings(feature, on.jigToNearSide, context);
    return settings.map(({ name, figure, against }): Setup => ({
      id: `${joint}.saw-upright.${figure.id}`,
      method: sawUprightFlipped.id,
      title: TITLES[name][against.length > 1 ? 'both' : 'one'],
      ...onEnd(saw, jig),
      stage: 'cheeks',
      figures: [figure, height],
      passes: against.map((face) => ({
        id: face,
        words: say(
          `Worked end down, ${FACE_WORDS[face]} to the jig; the waste falls outside the blade`,
        ),
        seat: { 'jig-face': face, table: 'worked-end' },
        figures: { across: figure.id, height: height.id },
      })),
      occurrences,
      reminders: [
        onSetting(
          'Measure to the near side of the blade, at the tooth that is set toward the jig; the kerf, {kerf}, lies beyond it.',
          { kerf },
        ),
        beforehand('Blade square to the table, jig face square to it too.'),
        onSetting('Turn the blade by hand: it clears jig, clamp and screws.'),
      ],
    }));
  },
};

const TITLES = {
  face: { both: sawUprightFlipped.title, one: 'Cheek, upright on the table saw' },
  edge: {
    both: 'Edge cheeks, upright on the table saw',
    one: 'Edge cheek, upright on the table saw',
  },
};
