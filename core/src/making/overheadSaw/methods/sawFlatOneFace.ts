import type { TenonFeature } from '../../../design/index.ts';
import { onCutting, type LengthFigure, type Pass, type Setup } from '../../setups/index.ts';
import { toolsOf } from '../../../shop/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import { offsOf, stacksFor } from '../../method/blades.ts';
import { flatBundleWords } from '../../method/bundles.ts';
import { called, SAME, type Method } from '../../method/method.ts';
import { missing, over } from '../../method/refusal.ts';
import { byShoulderLine, toShoulder } from '../../method/shoulders.ts';
import {
  makeUpWords,
  overLevels,
  overStack,
  stackRefusals,
  underLevels,
} from '../../method/stack.ts';
import { onOverheadSaw } from '../figures.ts';

/**
 * Two cheeks reckoned from one side, which stays down for both: the near one from below, the far
 * one from above.
 */
interface Pair {
  readonly side: 'face' | 'edge';
  readonly near: Mm;
  readonly far: Mm;
  readonly stock: Mm;
  readonly acts: 'thickness' | 'width';
}

const pairsOf = ({
  stock,
  faceShoulder: a,
  thickness: t,
  edgeShoulder: b,
  width: w,
}: TenonFeature): Pair[] => [
  { side: 'face', near: a, far: a + t, stock: stock.thickness, acts: 'thickness' },
  { side: 'edge', near: b, far: b + w, stock: stock.width, acts: 'width' },
];

/**
 * Both cheeks from one face, which stays down: the near one with the stack of the table saw from
 * below, the far one with a stack from above. The tenon no longer depends on the stock; two
 * machines are set at once.
 */
export const sawFlatOneFace: Method<TenonFeature> = {
  id: 'saw-flat-one-face',
  ...called('Shoulders and cheeks', 'lying flat from one face'),
  form: 'tenon',
  stage: 'cheeks',
  bySide: 'table-saw',
  traits: ['one-face'],
  leavesFat: true,
  also: ['shoulders'],
  applies: () => true,
  refuse(feature, shop) {
    const [saw] = toolsOf(shop, 'table-saw');
    const [above] = toolsOf(shop, 'overhead-saw');
    const [choice] = stacksFor(feature, shop);
    if (!saw || !above || !choice)
      return [
        missing(
          'saw from above',
          'Both cheeks from one face need a table saw, a saw that comes from above, and a stack. Turn the piece over instead.',
        ),
      ];
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
    const pairs = pairsOf(feature);
    const nearest = Math.max(0, ...pairs.map((p) => p.near));
    const deepest = Math.max(0, ...pairs.map((p) => p.stock - p.far));
    return [
      ...stackRefusals(nearest, ['faceShoulder', 'deepest shoulder'], saw, choice),
      ...over(
        choice.makeUp.value,
        above.widestStack,
        'stack',
        'stack',
        'The stack is {value} wide; the saw from above takes {bound}.',
      ),
      ...over(
        deepest,
        Math.min(above.deepest, choice.stack.diameter / 2),
        'faceShoulder',
        'far shoulder',
        'The far shoulder is {value} deep; from above the saw cuts {bound}.',
      ),
      ...over(
        feature.stock.width,
        above.travel,
        'width',
        'width',
        'The piece is {value} wide; the saw from above crosses {bound}.',
      ),
    ];
  },
  setups(feature, shop, { joint, occurrences }) {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const above = toolsOf(shop, 'overhead-saw')[0]!;
    const { stack, makeUp } = stacksFor(feature, shop)[0]!;
    const { chippers, value: K } = makeUp!;
    const on = onOverheadSaw(shop);
    const stop = on.stopOnSled(toShoulder(feature.length), byShoulderLine(feature));
    const passes = ({ side, stock }: Pair, height: LengthFigure, from: 'above' | 'below'): Pass[] =>
      offsOf(stop.set.value, K, shop).flatMap((off, i): Pass[] => {
        const down = side === 'face' ? '{Reference face} down' : '{Reference edge} down';
        const seat = { table: `reference-${side}`, 'end-stop': 'worked-end' } as const;
        const pass = {
          id: `${side}-${i + 1}`,
          seat,
          figures: { across: stop.id, height: height.id },
          ...(off && { off }),
        };
        const words = off
          ? say(`${down}, worked end about {off} off the stop`, { off })
          : say(`${down}, worked end to the stop`);
        return from === 'above'
          ? underLevels({ ...pass, words }, height.set.value, stock, K, shop)
          : overLevels(pass, words, height.set.value, K, shop);
      });
    const common = {
      method: sawFlatOneFace.id,
      title: sawFlatOneFace.title,
      stage: 'cheeks',
      occurrences,
    } as const;
    return pairsOf(feature).flatMap((pair): Setup[] => {
      const { side, near, far, stock, acts } = pair;
      const below = on.stackOverSled({
        value: near,
        rounding: 'down',
        acts,
        working: say('near shoulder {near}', { near }),
      });
      const over = on.aboveTable({
        value: far,
        rounding: 'up',
        acts,
        working: say('near shoulder {near} + tongue {tongue}', { near, tongue: far - near }),
      });
      return [
        ...(near > SAME
          ? [
              {
                ...common,
                id: `${joint}.one-face.${side}-below`,
                ...overStack(saw, stack, chippers),
                figures: [stop, below],
                passes: passes(pair, below, 'below'),
                reminders: [
                  ...makeUpWords(chippers, K),
                  onCutting('The same side goes down for both cheeks: it is never turned over.'),
                  ...(side === 'face' ? flatBundleWords(feature.stock.width, occurrences) : []),
                ],
              },
            ]
          : []),
        ...(far < stock - SAME
          ? [
              {
                ...common,
                id: `${joint}.one-face.${side}-above`,
                model: 'overhead-saw' as const,
                carrier: 'fence' as const,
                machine: above.id,
                cutter: stack.id,
                between: chippers,
                guides: [],
                figures: [stop, over],
                passes: passes(pair, over, 'above'),
                reminders: [
                  ...makeUpWords(chippers, K),
                  onCutting(
                    'Table to the lowest tooth is near shoulder and tongue: chips under the piece go into the tongue. Brush the table for every piece.',
                  ),
                ],
              },
            ]
          : []),
      ];
    });
  },
};
