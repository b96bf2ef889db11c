import type { FlareFeature } from '../../../design/index.ts';
import { say } from '../../../ground/index.ts';
import { onCutting, given } from '../../setups/index.ts';
import { byHand, handSetup } from '../byHand.ts';
import { called, type Method } from '../../method/method.ts';

/**
 * Both ends of a through mortise, pared to a slope from the exit, so that wedges can spread the
 * tenon.
 */
export const flareEnds: Method<FlareFeature> = {
  id: 'flare-ends',
  ...called('Mortise ends', 'flared with a chisel'),
  form: 'flare',
  stage: 'square-ends',
  applies: () => true,
  refuse: () => [],
  setups({ wall: p, width: m, start: q, length: l, opening: f, depth }, _shop, context) {
    return [
      handSetup(
        {
          id: `${context.joint}.flare-ends`,
          method: flareEnds.id,
          title: flareEnds.title,
          carrier: 'flare',
          stage: 'square-ends',
          figures: [
            given(
              byHand(
                'near-end',
                'Near end inside',
                q,
                'layout-end',
                'near-end',
                'length',
                say('position {q}', { q }),
              ),
            ),
            byHand(
              'near-flare',
              'Near end at the exit',
              q - f,
              'layout-end',
              'near-flare',
              'length',
              say('position {q} − flare {f}', { q, f }),
            ),
            given(
              byHand(
                'far-end',
                'Far end inside',
                q + l,
                'layout-end',
                'far-end',
                'length',
                say('position {q} + mortise length {l}', { q, l }),
              ),
            ),
            byHand(
              'far-flare',
              'Far end at the exit',
              q + l + f,
              'layout-end',
              'far-flare',
              'length',
              say('position {q} + mortise length {l} + flare {f}', { q, l, f }),
            ),
            given(
              byHand(
                'near-wall',
                'Near wall',
                p,
                'reference-face',
                'near-wall',
                'thickness',
                say('near wall {p}', { p }),
              ),
            ),
            given(
              byHand(
                'far-wall',
                'Far wall',
                p + m,
                'reference-face',
                'far-wall',
                'thickness',
                say('near wall {p} + mortise {m}', { p, m }),
              ),
            ),
            byHand(
              'slope',
              'Slope begins',
              depth,
              'exit-edge',
              'slope-start',
              'width',
              say('flared over {depth} from the exit', { depth }),
            ),
          ],
          reminders: [
            onCutting('Pare from the exit only; the {edge the tenon enters} keeps its size.'),
            onCutting(
              'A straight-edge down the slope: hollow lets the wedge bear at both ends, a hump splits.',
            ),
          ],
        },
        'From the exit, pare both ends from the line on the far edge down to where the slope begins',
        context,
        { chopped: f * depth * m, pared: 2 * depth * m },
      ),
    ];
  },
};
