import type { TenonFeature } from '../../../design/index.ts';
import { toolById, toolsOf } from '../../../shop/index.ts';
import { nibbles, overBlade } from '../../method/blades.ts';
import { onTableSaw } from '../figures.ts';
import { LYING_FLAT, lyingFlat } from '../lyingFlat.ts';
import { called, type Method } from '../../method/method.ts';
import { missing, over, under } from '../../method/refusal.ts';
import { shouldersOf } from '../../method/shoulders.ts';
import { onCutting } from '../../setups/index.ts';

/**
 * Table saw with its one blade, the piece lying down on a sled: the shoulder against the stop, then
 * kerf beside kerf towards the end. What a shop without a stack does, and slower than anything else
 * for long tenons.
 */
export const sawFlatBlade: Method<TenonFeature> = {
  id: 'saw-flat-blade',
  ...called('Shoulders and cheeks, lying flat', 'nibbled with one blade'),
  ...LYING_FLAT,
  refuse(feature, shop) {
    const [saw] = toolsOf(shop, 'table-saw');
    if (!saw)
      return [
        missing('table saw', 'The chest has no table saw. Add one, or saw the tenon by hand.'),
      ];
    const { kerf } = toolById(shop, 'saw-blade', saw.bladeId);
    const deepest = Math.max(0, ...shouldersOf(feature).map((s) => s.depth));
    return [
      ...under(
        feature.length,
        kerf,
        'tenonLength',
        'tenon length',
        'The tenon is {value} long, the kerf {bound} wide: the saw would cut past its end.',
      ),
      ...over(
        deepest,
        saw.maxBladeHeight,
        'faceShoulder',
        'deepest shoulder',
        'The deepest shoulder is {value}; the blade rises to {bound}. Cut it by hand, or in another way.',
      ),
    ];
  },
  setups(feature, shop, context) {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const { kerf, teeth } = toolById(shop, 'saw-blade', saw.bladeId);
    return lyingFlat(feature, shop, context, {
      id: 'nibbled',
      method: sawFlatBlade,
      gear: overBlade(saw, 'sled'),
      wide: kerf,
      offs: (length) => nibbles(length, kerf, shop),
      height: onTableSaw(shop).heightOverSled,
      leaves:
        teeth === 'flat'
          ? 'Ridges between the kerfs are taken with a shoulder plane or a paring chisel, to the floor of the kerfs.'
          : 'The blade’s teeth leave ears between the kerfs: pare them to the floor of the lowest.',
      made: [
        onCutting(
          'Where the teeth tear, score each shoulder first with the blade barely out, then raise it.',
        ),
        onCutting(
          'Draw the piece off the stop after the first pass: each kerf overlaps the last, and nothing is loose between blade and stop.',
        ),
      ],
    });
  },
};
