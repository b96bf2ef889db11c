import type { TenonFeature } from '../../joints/index.ts';
import type { Pass, Setup } from '../../setups/index.ts';
import { toolsOf } from '../../tooling/index.ts';
import { say } from '../../units/index.ts';
import { offsOf, stacksFor } from '../blades.ts';
import { figuresFor, type Method } from '../method.ts';
import { missing } from '../refusal.ts';
import { byDepth, shouldersOf } from '../shoulders.ts';
import { bundleWords, makeUpWords, overLevels, overStack, stackHeight, stackRefusals } from '../stack.ts';

/**
 * Table saw with a stack, the piece lying down on a sled, its end against a stop: shoulders and cheeks in one go. What
 * stays is the stock less the two heights, so the stock's own variation goes into the tenon.
 */
export const sawFlatStack: Method<TenonFeature> = {
  id: 'saw-flat-stack',
  title: 'Shoulders and cheeks, lying flat over a stack',
  form: 'tenon',
  stage: 'cheeks',
  bySide: 'table-saw',
  leavesFat: true,
  also: ['shoulders'],
  lean: { by: 'wedge' },
  applies: () => true,
  refuse(feature, shop) {
    const saw = toolsOf(shop, 'table-saw')[0];
    const [choice] = stacksFor(feature, shop);
    if (!saw || !choice) return [missing('stack', 'The chest has no dado stack. The cheapest addition is a stack.')];
    if (!choice.makeUp)
      return [
        {
          path: 'stack',
          dimension: 'stack',
          message: { ...choice.words, text: `No stack for this tenon: ${choice.words.text}. Cut it with one blade.` },
        },
      ];
    const deepest = Math.max(0, ...shouldersOf(feature).map((s) => s.depth));
    return stackRefusals(deepest, ['faceShoulder', 'deepest shoulder'], saw, choice);
  },
  setups(feature, shop, { joint, occurrences }) {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const { stack, makeUp } = stacksFor(feature, shop)[0]!;
    const { chippers, value: K } = makeUp!;
    const make = figuresFor(shop);
    const L = feature.length;
    const stop = make({
      id: 'end-stop',
      name: 'End stop',
      value: L,
      from: 'end-stop',
      to: 'far-side',
      rounding: 'down',
      acts: 'length',
      working: say('tenon length {L}', { L }),
    });
    return byDepth(shouldersOf(feature)).map((group): Setup => {
      const { depth, down } = group[0]!;
      const height = stackHeight(make, {
        value: depth,
        rounding: 'down',
        acts: down.endsWith('face') ? 'thickness' : 'width',
        working: say('depth of the shoulder, {depth}', { depth }),
        counts: group.length > 1 ? 2 : 1,
      });
      return {
        id: `${joint}.stack.${group.map((g) => g.down).join('-')}`,
        method: sawFlatStack.id,
        title: sawFlatStack.title,
        ...overStack(saw, stack, chippers),
        stage: 'cheeks',
        figures: [stop, height],
        passes: group.flatMap((g) =>
          /** The shoulder first, against the stop; then what is left, towards the end. */
          offsOf(stop.set.value, K, shop).flatMap((off, i): Pass[] => {
            const seat = { table: g.down, 'end-stop': 'worked-end' } as const;
            const pass = { id: `${g.down}-${i + 1}`, seat, figures: { across: stop.id, height: height.id }, ...(off && { off }) }; // prettier-ignore
            const words = off
              ? say(`${g.words}, worked end about {off} off the stop`, { off })
              : say(`${g.words}, worked end to the stop`);
            return overLevels(pass, words, height.set.value, K, shop);
          }),
        ),
        occurrences,
        checks: [
          ...makeUpWords(chippers, K),
          say('The tenon is what the heights leave of the stock: test on a piece of the same measured thickness.'),
          ...(down.endsWith('face') ? bundleWords(feature.stock.width, occurrences) : []),
          say('The stack leaves fine ridges across the cheek: a shaving with the plane takes them.'),
        ],
      };
    });
  },
};
