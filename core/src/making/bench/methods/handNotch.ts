import type { NotchFeature } from '../../../design/index.ts';
import { say } from '../../../ground/index.ts';
import { called, type Method } from '../../method/method.ts';
import { onCutting, onSetting, type Setup } from '../../setups/index.ts';
import { byHand, handSetup } from '../byHand.ts';

/** Sawn down both walls by hand, the floor pared from both edges. */
export const handNotch: Method<NotchFeature> = {
  id: 'hand-notch',
  ...called('Notch', 'sawn and pared by hand'),
  form: 'notch',
  stage: 'notch',
  traits: ['by-hand'],
  applies: () => true,
  refuse: () => [],
  setups({ face, start: q, length: w, depth, stock }, _shop, context): Setup[] {
    return [
      handSetup(
        {
          id: `${context.joint}.hand-notch.${face}`,
          method: handNotch.id,
          title: handNotch.title,
          carrier: 'across',
          stage: 'notch',
          figures: [
            byHand(
              'near-wall',
              'Knife line, near wall',
              q,
              'layout-end',
              'near-wall',
              'length',
              say('layout end to the notch {q}', { q }),
            ),
            byHand(
              'far-wall',
              'Knife line, far wall',
              q + w,
              'layout-end',
              'far-wall',
              'length',
              say('layout end to the notch {q} + its length {w}', { q, w }),
            ),
            byHand(
              'floor',
              'Gauge, floor',
              depth,
              face,
              'floor',
              'thickness',
              say('depth of the notch {depth}', { depth }),
            ),
          ],
          reminders: [
            onSetting('Mark the second wall from the other piece itself, held on the first line.'),
            onCutting(
              'A straight-edge across the floor: hollow in the middle does no harm, a hump keeps the joint open.',
            ),
          ],
        },
        'Saw inside both knife lines down to the gauge line, some kerfs between, then pare the floor from both edges',
        context,
        /** Split out between the kerfs but for what is pared. */
        { sawn: 2 * stock.width * depth, pared: stock.width * (w + 2 * depth) },
      ),
    ];
  },
};
