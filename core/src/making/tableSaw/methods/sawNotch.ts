import type { NotchFeature } from '../../../design/index.ts';
import { beforehand, onTrial, type Pass } from '../../setups/index.ts';
import { toolsOf, type Shop } from '../../../shop/index.ts';
import { capital, say, type Mm, type Sentence } from '../../../ground/index.ts';
import { stackPasses, stackWithin } from '../../method/blades.ts';
import { called, ruleStep, SAME, type Gauged, type Method } from '../../method/method.ts';
import { missing } from '../../method/refusal.ts';
import { onTableSaw } from '../figures.ts';
import { makeUpWords, overLevels, overStack, stackRefusals } from '../../method/stack.ts';

const FACE = { 'reference-face': '{reference face}', 'other-face': '{other face}' } as const;

/**
 * Table saw with a stack, the piece lying on the notched face on a sled: both walls against a stop,
 * then what is between.
 */
export const sawNotch: Method<NotchFeature> = {
  id: 'saw-notch',
  ...called('Notch', 'lying flat over a stack'),
  form: 'notch',
  stage: 'notch',
  applies: () => true,
  refuse({ length, depth }, shop) {
    const saw = toolsOf(shop, 'table-saw')[0];
    const choice = stackWithin(length, shop);
    if (!saw || !choice)
      return [
        missing(
          'stack',
          'No stack here goes into this notch. Saw and pare it by hand, or add a dado stack.',
        ),
      ];
    return stackRefusals(depth, ['mortiseWidth', 'depth of the notch'], saw, choice);
  },
  setups(notch, shop, { joint, occurrences }) {
    const { face, length: w } = notch;
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const { stack, makeUp } = stackWithin(w, shop)!;
    const { chippers, value: K } = makeUp!;
    const { far, near, height } = figuresOf(notch, K, shop);
    const words = FACE[face];
    const pass = (id: string, told: Sentence, at: string, off = 0): Pass[] => {
      const seat = { table: face, 'end-stop': 'layout-end' } as const;
      const path = { id, seat, figures: { across: at, height: height.id }, ...(off && { off }) };
      return overLevels(path, told, height.set.value, K, shop);
    };
    const one = w - K < SAME;
    const [steps, rule] = [stackPasses(w, K) - 1, ruleStep(shop)];
    const between = Array.from(
      { length: Math.max(0, steps - 1) },
      (_, i) => Math.round(((i + 1) * (w - K)) / steps / rule) * rule,
    );
    return [
      {
        id: `${joint}.saw-notch.${face}`,
        method: sawNotch.id,
        title: sawNotch.title,
        ...overStack(saw, stack, chippers),
        stage: 'notch',
        figures: one ? [far, height] : [far, near, height],
        passes: [
          ...pass(
            'far-wall',
            say(`${capital(words)} down, layout end to the stop: far wall`),
            far.id,
          ),
          ...(one
            ? []
            : pass(
                'near-wall',
                say('The same way to the stop’s second place: near wall'),
                near.id,
              )),
          ...between.flatMap((off, i) =>
            pass(
              `between-${i + 1}`,
              say('Between the walls, the piece drawn {off} off the far wall’s stop', { off }),
              far.id,
              off,
            ),
          ),
        ],
        occurrences,
        reminders: [
          ...makeUpWords(chippers, K),
          onTrial(
            'The other piece itself is the gauge: try it in the notch before the stop is taken down.',
          ),
        ],
      },
    ];
  },
};

const WALLS_STRUCK = beforehand('Strike both walls of the notch on the first piece.');

/** What cuts stands inside the notch, its side at the line of that wall. */
const lineOf = (wall: 'near' | 'far', lies: Mm): Gauged => ({
  mark: {
    lies,
    grows: 1,
    text: `${wall} teeth at the notch’s ${wall} line, {lies} from the layout end`,
    struck: WALLS_STRUCK,
  },
});

/** Both places of the stop, for a stack that is K wide, and its height. */
function figuresOf({ start: q, length: w, depth }: NotchFeature, K: Mm, shop: Shop) {
  const on = onTableSaw(shop);
  const far = on.stopOnSled(
    {
      id: 'stop-far',
      name: 'End stop or mark, far wall',
      value: q + w,
      ...(q > ruleStep(shop) ? { purpose: 'place', rounding: 'nearest' } : { rounding: 'down' }),
      acts: 'length',
      working: say('layout end to the notch {q} + its length {w}', { q, w }),
    },
    lineOf('far', q + w),
  );
  const near = on.stopOnSled(
    {
      id: 'stop-near',
      name: 'End stop or mark, near wall',
      value: q + K,
      beside: far,
      rounding: 'up',
      acts: 'length',
      working: say('layout end to the notch {q} + width of the stack {K}', { q, K }),
    },
    lineOf('near', q),
  );
  const height = on.stackOverSled({
    value: depth,
    rounding: 'up',
    acts: 'thickness',
    working: say('depth of the notch {depth}', { depth }),
  });
  return { far, near, height };
}
