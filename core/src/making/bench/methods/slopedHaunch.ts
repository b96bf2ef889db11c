import type { SlopeFeature } from '../../../design/index.ts';
import { say } from '../../../ground/index.ts';
import { onCutting, onSetting, given } from '../../setups/index.ts';
import { byHand, handSetup } from '../byHand.ts';
import { called, type Method } from '../../method/method.ts';

/** A haunch sawn down to nothing at the edge, and the pocket pared to match. */
const common = { form: 'slope', stage: 'slope', refuse: () => [] } as const;

/** A square haunch, sawn off aslant from its end at the tenon to the shoulder at the edge. */
export const slopeHaunch: Method<SlopeFeature> = {
  ...common,
  id: 'slope-haunch',
  ...called('Haunch', 'sawn aslant by hand'),
  applies: (feature) => feature.of === 'haunch',
  setups({ from, to, depth: h, length: L, width: t }, _shop, context) {
    return [
      handSetup(
        {
          id: `${context.joint}.slope-haunch`,
          method: slopeHaunch.id,
          title: slopeHaunch.title,
          carrier: 'slope-haunch',
          stage: 'slope',
          figures: [
            byHand(
              'start',
              'Slope begins',
              from,
              'reference-edge',
              'slope-start',
              'width',
              say('where the haunch is nothing, {from}', { from }),
            ),
            given(
              byHand(
                'end',
                'Slope ends, at the tenon',
                to,
                'reference-edge',
                'slope-end',
                'width',
                say('edge shoulder {to}', { to }),
              ),
            ),
            ...[
              byHand(
                'haunch',
                'End of the haunch',
                L - h,
                'tip',
                'haunch',
                'length',
                say('tenon {L} − haunch {h}', { L, h }),
              ),
              byHand(
                'shoulder',
                'Shoulder',
                L,
                'tip',
                'shoulder',
                'length',
                say('tenon length {L}', { L }),
              ),
            ].map(given),
          ],
          reminders: [
            onSetting(
              'Strike the line on both cheeks, from the end of the haunch at the tenon to the shoulder where it begins.',
            ),
          ],
        },
        'Saw along the slanted line; stop at the tenon and at the shoulder',
        context,
        { sawn: Math.hypot(to - from, h) * t },
      ),
    ];
  },
};

/**
 * The pocket for it: from nothing at its start down to full depth where it opens into the mortise.
 */
export const slopePocket: Method<SlopeFeature> = {
  ...common,
  id: 'slope-pocket',
  ...called('Pocket for the haunch', 'pared aslant'),
  applies: (feature) => feature.of === 'pocket',
  setups({ wall: p, width: m, from, to, depth }, _shop, context) {
    return [
      handSetup(
        {
          id: `${context.joint}.slope-pocket`,
          method: slopePocket.id,
          title: slopePocket.title,
          carrier: 'slope-pocket',
          stage: 'slope',
          figures: [
            byHand(
              'near-wall',
              'Near wall',
              p,
              'reference-face',
              'near-wall',
              'thickness',
              say('near wall {p}', { p }),
            ),
            byHand(
              'far-wall',
              'Far wall',
              p + m,
              'reference-face',
              'far-wall',
              'thickness',
              say('near wall {p} + width {m}', { p, m }),
            ),
            byHand(
              'start',
              'Slope begins',
              from,
              'layout-end',
              'slope-start',
              'length',
              say('where the pocket is nothing, {from}', { from }),
            ),
            given(
              byHand(
                'end',
                'Slope ends, at the tenon',
                to,
                'layout-end',
                'slope-end',
                'length',
                say('where the tenon begins, {to}', { to }),
              ),
            ),
            byHand(
              'depth',
              'Depth there',
              depth,
              'entry-edge',
              'floor',
              'width',
              say('haunch and the gap behind it, {depth}', { depth }),
            ),
          ],
          reminders: [
            onCutting(
              'Saw both walls down to the slope first; pare towards the mortise, and try the haunch in it.',
            ),
          ],
        },
        'Pare between the walls, from nothing down to full depth at the mortise, and clear its near end that deep',
        context,
        { sawn: Math.abs(to - from) * depth, chopped: (Math.abs(to - from) * depth * m) / 2 },
      ),
    ];
  },
};
