import type { MortiseFeature, TenonFeature } from '../../../design/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import { onCutting, onTrial, given } from '../../setups/index.ts';
import { lineByRule, handSetup } from '../byHand.ts';
import { tongueThere } from '../tongueLines.ts';
import { called, figuresFor, type Method } from '../../method/method.ts';
import { mortiseLines } from '../mortiseLines.ts';

/**
 * How far along the straight wall the chisel goes, so that no sliver stands where the round end
 * begins, mm.
 */
const INTO_THE_WALL: Mm = 0.5;

/** The round ends that a cutter leaves, squared with a chisel. */
export const squareEnds: Method<MortiseFeature> = {
  id: 'square-ends',
  ...called('Mortise ends', 'squared with a chisel'),
  form: 'mortise',
  stage: 'square-ends',
  traits: ['by-hand'],
  lean: { by: 'bevel' },
  applies: (feature) => feature.ends === 'squared',
  refuse: () => [],
  setups(feature, shop, context) {
    const { width: m, depth: D, into } = feature;
    return [
      handSetup(
        {
          id: `${context.joint}.square-ends`,
          method: squareEnds.id,
          title: squareEnds.title,
          carrier: 'chisel',
          stage: 'square-ends',
          figures: [
            ...mortiseLines(feature).map(given),
            figuresFor(shop)({
              id: 'radius',
              name: 'Round end',
              value: m / 2 + INTO_THE_WALL,
              from: 'near-end',
              to: 'round-start',
              acts: into === 'end' ? 'width' : 'length',
              rounding: 'up',
              purpose: 'stays',
              working: say(
                'half the mortise {m}, and {more} along the wall: only the corners are pared',
                { m, more: INTO_THE_WALL },
              ),
            }),
          ],
          reminders: [
            onCutting(
              'The chisel lies flat on the routed wall; pare to the end line, not past it.',
            ),
          ],
        },
        'Pare the four corners of the mortise square, down to the floor',
        context,
        /** Two walls of each corner, half the mortise wide. */
        { pared: 4 * m * D },
      ),
    ];
  },
};

/** The tenon's long edges, rounded to go into round mortise ends. */
export const roundEdges: Method<TenonFeature> = {
  id: 'round-edges',
  ...called('Tenon edges', 'rounded at the bench'),
  form: 'tenon',
  stage: 'round-edges',
  lean: { by: 'bevel' },
  applies: (feature) => feature.rounding !== undefined,
  refuse: () => [],
  setups({ rounding = [] }, shop, context) {
    return rounding.map((tongue, i) => {
      const { thickness: t, nearLength, farLength } = tongue;
      const setup = handSetup(
        {
          id: `${context.joint}.round-edges${i ? `.${i + 1}` : ''}`,
          method: roundEdges.id,
          title: roundEdges.title,
          carrier: 'file',
          stage: 'round-edges',
          figures: [
            ...tongueThere(tongue),
            /** Past the middle nothing is left to round. */
            lineByRule(shop, 'up')(
              'radius',
              'Radius',
              t / 2,
              'near-cheek',
              'end-of-round',
              'thickness',
              say('half the tenon {t}', { t }),
            ),
          ],
          reminders: [
            onTrial(
              'Try the rounding in the mortise’s own end before the batch; leave the cheeks alone.',
            ),
          ],
        },
        'Round the four long edges of the tenon with rasp or file, up to the shoulder',
        context,
        { pared: (Math.PI / 2) * t * (nearLength + farLength) },
      );
      return rounding.length > 1
        ? { ...setup, of: 'tenon', nth: { at: i + 1, of: rounding.length } }
        : setup;
    });
  },
};
