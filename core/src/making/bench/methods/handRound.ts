import type { RoundTenonFeature } from '../../../design/index.ts';
import { say } from '../../../ground/index.ts';
import { byHand, handSetup } from '../byHand.ts';
import { called, type Method } from '../../method/method.ts';
import { beforehand, onCutting } from '../../setups/index.ts';

/** Sawn round the shoulder, then split, pared and scraped to a circle on the end. */
export const handRound: Method<RoundTenonFeature> = {
  id: 'hand-round',
  ...called('Round tenon', 'by hand'),
  form: 'round-tenon',
  stage: 'cheeks',
  traits: ['by-hand'],
  applies: () => true,
  refuse: () => [],
  setups({ fromFace, fromEdge, diameter, length: L, stock }, _shop, context) {
    return [
      handSetup(
        {
          id: `${context.joint}.hand-round`,
          method: handRound.id,
          title: handRound.title,
          carrier: 'round-plane',
          stage: 'cheeks',
          figures: [
            byHand(
              'axis-face',
              'Centre, from the face',
              fromFace,
              'reference-face',
              'axis-face',
              'thickness',
              say('{reference face} to the axis {fromFace}', { fromFace }),
            ),
            byHand(
              'axis-edge',
              'Centre, from the edge',
              fromEdge,
              'reference-edge',
              'axis-edge',
              'width',
              say('{reference edge} to the axis {fromEdge}', { fromEdge }),
            ),
            byHand(
              'radius',
              'Compass',
              diameter / 2,
              'axis-face',
              'tenon-side',
              'thickness',
              say('half the tenon {diameter}', { diameter }),
            ),
            byHand(
              'shoulder',
              'Knife line, shoulder',
              L,
              'tip',
              'shoulder',
              'length',
              say('tenon length {L}', { L }),
            ),
          ],
          reminders: [
            onCutting(
              'First an octagon, then round: the four flats of the first pass touch the circle.',
            ),
            beforehand(
              'A block bored with the same bit is the gauge: it goes on to the shoulder and doesn’t rock.',
            ),
          ],
        },
        'Saw the shoulder all round, split off the corners, then pare and scrape down to the circle',
        context,
        /** The shoulder is sawn, the corners split off; an octagon first, then the circle. */
        {
          sawn: stock.thickness * stock.width - (Math.PI / 4) * diameter ** 2,
          pared: 2 * Math.PI * diameter * L,
        },
      ),
    ];
  },
};
