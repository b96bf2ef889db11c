import type { TenonFeature } from '../../../design/index.ts';
import { onSetting, type Setup } from '../../setups/index.ts';
import { makeUp, toolsOf, type Shop, type Stack, type StackMakeUp } from '../../../shop/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import { cheekLength, FACE_WORDS, flippedSettings } from '../../method/flippedCheeks.ts';
import { called, type Method } from '../../method/method.ts';
import { missing, over } from '../../method/refusal.ts';
import { shouldersOf } from '../../method/shoulders.ts';
import { makeUpWords, overLevels } from '../../method/stack.ts';
import { onTableSaw } from '../figures.ts';
import { onEnd, uprightRefusals } from '../upright.ts';

/** The first stack that can be made up at least as wide as a shoulder, and as the arbor takes. */
function stackOver(
  width: Mm,
  shop: Shop,
): { readonly stack: Stack; readonly made: StackMakeUp } | undefined {
  const widest = toolsOf(shop, 'table-saw')[0]?.widestStack ?? 0;
  return toolsOf(shop, 'stack')
    .flatMap((stack) => {
      const stackMakeUp = makeUp({ ...stack, shims: [] }, width, 'up');
      return stackMakeUp && stackMakeUp.value <= widest ? [{ stack, made: stackMakeUp }] : [];
    })
    .at(0);
}

const widestOf = (feature: TenonFeature): Mm =>
  Math.max(0, ...shouldersOf(feature).map(({ depth }) => depth));

/**
 * Table saw with a stack, piece on end in a jig and turned between the cuts: a stack at least as
 * wide as the shoulder cuts it together with its cheek.
 */
export const sawUprightStack: Method<TenonFeature> = {
  id: 'saw-upright-stack',
  ...called('Shoulders and cheeks', 'upright over a stack'),
  form: 'tenon',
  stage: 'cheeks',
  also: ['shoulders'],
  bySide: 'table-saw',
  leavesFat: true,
  waste: 'outside',
  applies: () => true,
  refuse(feature, shop) {
    const { stock, length } = feature;
    const width = widestOf(feature);
    if (!shop.rules.stacks)
      return [missing('stack', 'Local rules keep stacks off the table saw. Use one blade.')];
    const found = stackOver(width, shop);
    if (!found)
      return [
        {
          path: 'stack',
          dimension: 'stack',
          value: width,
          message: say(
            'No stack here is as wide as the shoulder, {width}, and goes on the saw. Lie the piece flat, or cut its shoulders apart.',
            { width },
          ),
        },
      ];
    const settings = flippedSettings(feature, onTableSaw(shop).jigToNearSide);
    const fence = Math.max(0, ...settings.map((s) => s.figure.value));
    const standing = { length: stock.length, bladeHeight: length, fence };
    return [
      ...over(
        length,
        found.stack.diameter / 2,
        'tenonLength',
        'depth of cut',
        'The tenon is {value} long; the stack rises to {bound}. Use one blade.',
      ),
      ...settings.flatMap(({ name }) =>
        uprightRefusals(
          {
            ...standing,
            across: name === 'face' ? stock.thickness : stock.width,
            onEdge: name === 'edge',
          },
          shop,
          'lie it flat',
        ),
      ),
    ];
  },
  setups(feature, shop, context) {
    const { joint, occurrences } = context;
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const jig = toolsOf(shop, 'upright-jig')[0]!;
    const { stack, made } = stackOver(widestOf(feature), shop)!;
    const on = onTableSaw(shop);
    const height = on.height(cheekLength(feature, false, shop));
    return flippedSettings(feature, on.jigToNearSide, context).map(
      ({ figure, against }): Setup => ({
        id: `${joint}.stack-upright.${figure.id}`,
        method: sawUprightStack.id,
        title: sawUprightStack.title,
        ...onEnd(saw, jig),
        cutter: stack.id,
        between: made.chippers,
        stage: 'cheeks',
        figures: [figure, height],
        passes: against.flatMap((face) =>
          overLevels(
            {
              id: face,
              seat: { 'jig-face': face, table: 'worked-end' },
              figures: { across: figure.id, height: height.id },
            },
            say(
              `Worked end down, ${FACE_WORDS[face]} to the jig; the stack runs out beyond the other side`,
            ),
            height.set.value,
            made.value,
            shop,
          ),
        ),
        occurrences,
        reminders: [
          ...makeUpWords(made.chippers, made.value),
          onSetting(
            'Measure to the near side of the stack; the shoulder is what it leaves beyond, cut in the same pass.',
          ),
        ],
      }),
    );
  },
};
