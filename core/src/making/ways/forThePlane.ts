import type { TenonFeature } from '../../design/index.ts';
import { onCutting, type Setup } from '../setups/index.ts';
import { say, type Mm } from '../../ground/index.ts';
import { byHand, handSetup } from '../bench/byHand.ts';
import { SAME, type Context } from '../method/method.ts';

/**
 * How much of its allowance each cheek has: none where the stock's own face is the cheek, never
 * more than its shoulder.
 */
function left(
  { stock, faceShoulder: a, thickness: t }: TenonFeature,
  allowance: Mm,
): { near: Mm; far: Mm } {
  const far = stock.thickness - a - t;
  return { near: Math.min(allowance, Math.max(0, a)), far: Math.min(allowance, Math.max(0, far)) };
}

/**
 * The tenon as the machine leaves it, fat by the allowance on either cheek. It is not yet fitted to
 * its mortise.
 */
export function fattened(feature: TenonFeature, allowance: Mm): TenonFeature {
  const { mate: _, ...rest } = feature;
  const { near, far } = left(feature, allowance);
  return {
    ...rest,
    faceShoulder: rest.faceShoulder - near,
    thickness: rest.thickness + near + far,
  };
}

/** The cheeks planed down to their lines, up to the shoulder. */
export function planing(feature: TenonFeature, allowance: Mm, context: Context): Setup[] {
  const { faceShoulder: a, thickness: t, length: L } = feature;
  const { near, far } = left(feature, allowance);
  if (near + far < SAME) return [];
  return [
    handSetup(
      {
        id: `${context.joint}.plane`,
        method: 'plane-cheeks',
        title: 'Cheeks, planed to their lines',
        carrier: 'hand-saw',
        stage: 'plane',
        figures: [
          ...(near > SAME
            ? [
                byHand(
                  'near-cheek',
                  'Gauge, near cheek',
                  a,
                  'reference-face',
                  'near-cheek',
                  'thickness',
                  say('near shoulder {a}; the saw left {near}', { a, near }),
                ),
              ]
            : []),
          ...(far > SAME
            ? [
                byHand(
                  'far-cheek',
                  'Gauge, far cheek',
                  a + t,
                  'reference-face',
                  'far-cheek',
                  'thickness',
                  say('near shoulder {a} + tenon {t}; the saw left {far}', { a, t, far }),
                ),
              ]
            : []),
          byHand(
            'shoulder',
            'Up to the shoulder',
            L,
            'tip',
            'shoulder',
            'length',
            say('tenon length {L}', { L }),
          ),
        ],
        reminders: [
          onCutting(
            'The same number of shavings from either cheek, so that the tenon stays where it is.',
          ),
          onCutting(
            'Try it in its own mortise before the line is reached: a line can be planed away, not back.',
          ),
        ],
      },
      'Plane the cheeks across the grain with a shoulder plane, down to the lines or until it goes into its mortise',
      context,
      { pared: (Number(near > SAME) + Number(far > SAME)) * feature.width * L },
    ),
  ];
}
