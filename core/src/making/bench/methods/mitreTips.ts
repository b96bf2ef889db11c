import type { TipFeature } from '../../../design/index.ts';
import { say } from '../../../ground/index.ts';
import { byHand, handSetup } from '../byHand.ts';
import { cheeksThere } from '../tongueLines.ts';
import { called, type Method } from '../../method/method.ts';
import { onSetting } from '../../setups/index.ts';

/** The end of a tenon, sawn off at 45 degrees across its thickness. */
export const mitreTips: Method<TipFeature> = {
  id: 'mitre-tips',
  ...called('Tenon end', 'mitred with a hand saw'),
  form: 'tip',
  stage: 'round-edges',
  applies: () => true,
  refuse: () => [],
  setups({ faceShoulder, thickness: t, long, stock }, _shop, context) {
    const [from, to] =
      long === 'near'
        ? (['near cheek', 'far cheek'] as const)
        : (['far cheek', 'near cheek'] as const);
    return [
      handSetup(
        {
          id: `${context.joint}.mitre-tips.${long}`,
          method: mitreTips.id,
          title: mitreTips.title,
          carrier: long === 'near' ? 'mitre-near' : 'mitre-far',
          stage: 'round-edges',
          figures: [
            ...cheeksThere({ faceShoulder, thickness: t }),
            byHand(
              'foot',
              `Foot of the mitre, on the ${to}`,
              t,
              'tip',
              'mitre-foot',
              'length',
              say('as far from the tip as the tenon is thick, {t}', { t }),
            ),
          ],
          reminders: [
            onSetting(
              `The full length stays on the ${from}; the knife line on the ${to} is square to the edge.`,
            ),
            onSetting(
              'Two of a pair held together on a flat board: their ends lie along each other, a card between them.',
            ),
          ],
        },
        `Saw from the corner at the ${from}’s tip down to the knife line on the ${to}`,
        context,
        { sawn: Math.SQRT2 * t * stock.width },
      ),
    ];
  },
};
