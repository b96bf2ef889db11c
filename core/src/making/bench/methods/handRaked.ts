import type { RakedFeature } from '../../../design/index.ts';
import { say } from '../../../ground/index.ts';
import { byHand, handSetup } from '../byHand.ts';
import { sawnTenon } from '../sawnTenon.ts';
import { called, SAME, type Method } from '../../method/method.ts';
import { onSetting } from '../../setups/index.ts';

/** A straight tenon with a slanted shoulder, laid out with gauge and bevel and sawn by hand. */
export const handRaked: Method<RakedFeature> = {
  id: 'hand-raked',
  ...called('Slanted shoulders', 'sawn by hand'),
  form: 'raked',
  stage: 'cheeks',
  also: ['shoulders'],
  applies: () => true,
  refuse: () => [],
  setups(feature, _shop, context) {
    const {
      across,
      degrees,
      faceShoulder: a,
      thickness: t,
      edgeShoulder: b,
      width: w,
      length: L,
      stock,
      rounding,
    } = feature;
    const gauge = (
      id: 'near-cheek' | 'far-cheek' | 'near-edge' | 'far-edge',
      name: string,
      value: number,
      near: boolean,
      face: boolean,
      text: string,
      lengths: Record<string, number>,
    ) =>
      (near ? value > SAME : value < (face ? stock.thickness : stock.width) - SAME)
        ? [
            byHand(
              id,
              name,
              value,
              face ? 'reference-face' : 'reference-edge',
              id,
              face ? 'thickness' : 'width',
              say(text, lengths),
            ),
          ]
        : [];
    const from = across === 'width' ? '{reference edge}' : '{reference face}';
    return [
      {
        ...handSetup(
          {
            id: `${context.joint}.hand-raked`,
            method: handRaked.id,
            title: handRaked.title,
            carrier: `raked-${across}`,
            stage: 'cheeks',
            figures: [
              ...gauge('near-cheek', 'Gauge, near cheek', a, true, true, 'near shoulder {a}', {
                a,
              }),
              ...gauge(
                'far-cheek',
                'Gauge, far cheek',
                a + t,
                false,
                true,
                'near shoulder {a} + tenon {t}',
                { a, t },
              ),
              ...gauge('near-edge', 'Gauge, near edge', b, true, false, 'edge shoulder {b}', { b }),
              ...gauge(
                'far-edge',
                'Gauge, far edge',
                b + w,
                false,
                false,
                'edge shoulder {b} + tenon width {w}',
                { b, w },
              ),
              byHand(
                'shoulder',
                `Knife line, at the ${from}`,
                L,
                'tip',
                'shoulder',
                'length',
                say('tenon length {L}', { L }),
              ),
              ...(rounding
                ? [
                    byHand(
                      'radius',
                      'Radius of its edges',
                      t / 2,
                      'near-cheek',
                      'end-of-round',
                      'thickness',
                      say('half the tenon {t}', { t }),
                    ),
                  ]
                : []),
            ],
            reminders: [
              onSetting(
                `From there the bevel strikes the shoulder over the ${across === 'width' ? 'faces' : 'edges'}; it is squared across the others.`,
              ),
              onSetting(
                'Gauge from the {reference face and edge} only; the cheeks run straight on from the piece.',
              ),
            ],
          },
          'Saw the cheeks down to the slanted line, then the shoulders on it',
          context,
          sawnTenon(feature),
        ),
        angles: [
          {
            kind: 'angle',
            id: 'bevel',
            name: 'Bevel',
            degrees: Math.abs(degrees),
            between: `off square, seen on the ${across === 'width' ? 'face' : 'edge'}, from the ${from} ${degrees > 0 ? 'away from' : 'towards'} the end`,
            rise: 100 * Math.abs(Math.tan((degrees * Math.PI) / 180)),
            run: 100,
            set: degrees,
            working: say('the angle of the joint'),
          },
        ],
      },
    ];
  },
};
