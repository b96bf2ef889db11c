import type { EndFeature } from '../../../design/index.ts';
import { say } from '../../../ground/index.ts';
import { called, type Method } from '../../method/method.ts';
import { byHand, handSetup } from '../byHand.ts';
import { onSetting } from '../../setups/index.ts';

/** The end sawn off by hand on a line struck with the bevel. */
export const handEnd: Method<EndFeature> = {
  id: 'hand-end',
  ...called('End', 'sawn at the angle by hand'),
  form: 'end',
  stage: 'end',
  traits: ['by-hand'],
  lean: { by: 'bevel' },
  applies: () => true,
  refuse: () => [],
  setups({ stock: { thickness, width } }, _shop, context) {
    return [
      handSetup(
        {
          id: `${context.joint}.hand-end`,
          method: handEnd.id,
          title: handEnd.title,
          carrier: 'end-off',
          stage: 'end',
          figures: [
            byHand(
              'line',
              'Knife line, from the long corner',
              0,
              'tip',
              'end-line',
              'length',
              say('struck with the bevel through the corner that stays'),
            ),
          ],
          reminders: [
            onSetting(
              'Knife the line over the face, square it across both edges, and over the {other face}: it meets itself.',
            ),
          ],
        },
        'Saw the end off along the line, then plane it to the knife mark',
        context,
        { sawn: thickness * width, pared: thickness * width },
      ),
    ];
  },
};
