import type { TenonFeature } from '../../../design/index.ts';
import { toolsOf } from '../../../shop/index.ts';
import { offsOf, stacksFor } from '../../method/blades.ts';
import { called, type Method } from '../../method/method.ts';
import { missing } from '../../method/refusal.ts';
import { onTableSaw } from '../figures.ts';
import { LYING_FLAT, lyingFlat } from '../lyingFlat.ts';
import { shouldersOf } from '../../method/shoulders.ts';
import { makeUpWords, overStack, stackRefusals } from '../../method/stack.ts';

/**
 * Table saw with a stack, the piece lying down on a sled, its end against a stop: shoulders and
 * cheeks in one go. What stays is the stock less the two heights, so the stock's own variation goes
 * into the tenon.
 */
export const sawFlatStack: Method<TenonFeature> = {
  id: 'saw-flat-stack',
  ...called('Shoulders and cheeks', 'lying flat over a stack'),
  ...LYING_FLAT,
  refuse(feature, shop) {
    const saw = toolsOf(shop, 'table-saw')[0];
    const [choice] = stacksFor(feature, shop);
    if (!saw || !choice)
      return [missing('stack', 'The chest has no dado stack. The cheapest addition is a stack.')];
    if (!choice.makeUp)
      return [
        {
          path: 'stack',
          dimension: 'stack',
          message: {
            ...choice.words,
            text: `No stack for this tenon: ${choice.words.text}. Cut it with one blade.`,
          },
        },
      ];
    const deepest = Math.max(0, ...shouldersOf(feature).map((s) => s.depth));
    return stackRefusals(deepest, ['faceShoulder', 'deepest shoulder'], saw, choice);
  },
  setups(feature, shop, context) {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const { stack, makeUp } = stacksFor(feature, shop)[0]!;
    const { chippers, value: K } = makeUp!;
    return lyingFlat(feature, shop, context, {
      id: 'stack',
      method: sawFlatStack,
      gear: overStack(saw, stack, chippers),
      wide: K,
      offs: (length) => offsOf(length, K, shop),
      height: onTableSaw(shop).stackOverSled,
      leaves: 'The stack leaves fine ridges across the cheek: a shaving with the plane takes them.',
      made: makeUpWords(chippers, K),
    });
  },
};
