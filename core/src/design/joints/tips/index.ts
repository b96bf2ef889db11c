import Joi from 'joi';
import { anticlockwise, prismAlong, type Vec2, say, type Mm } from '../../../ground/index.ts';
import { derive, type BlindParams } from '../blind/index.ts';
import type { Choice, JointKind } from '../kind.ts';
import { modified } from '../modified.ts';
import { alongOf, gaugeAt } from '../shape/index.ts';

/** The tenon's end: square, or mitred at 45 degrees so that two of them meet in a leg. */
export interface TipParams {
  tips?: 'square' | 'mitred-near' | 'mitred-far';
}

const TIPS: Choice = {
  id: 'tips',
  label: 'Tenon’s end',
  options: [
    { value: 'square', label: 'Square' },
    { value: 'mitred-near', label: 'Mitred, long at the reference face' },
    { value: 'mitred-far', label: 'Mitred, short there' },
  ],
};

/** How far short of the tip the short cheek ends: as much as the tenon is thick. */
const shortBy = (params: BlindParams & TipParams): Mm | undefined =>
  params.tips && params.tips !== 'square' ? derive(params).tenonThickness : undefined;

/** Wood left between the mitre's foot and the shoulder, at least, mm. */
const LEAST: Mm = 3;
/** Where the tenon is measured: from shoulder or mitre, mm. */
const CLEAR: Mm = 0.5;

/**
 * The wedge of wood that goes from the tip, along the piece from its end and through its thickness.
 */
function outlineOf(params: BlindParams & TipParams, short: Mm): Vec2[] {
  const [near, far] = [params.faceShoulder, params.faceShoulder + derive(params).tenonThickness];
  const [long, other] = params.tips === 'mitred-near' ? [near, far] : [far, near];
  return [
    [0, long],
    [0, other],
    [short, other],
  ];
}

/**
 * A kind whose tenon's end can be mitred: as it was where nobody asks for that.
 * @param alone how far from its tip the tenon stands alone, mm
 */
export const withTips = <P extends BlindParams>(
  kind: JointKind<P>,
  alone: (params: P) => Mm,
): JointKind<P & TipParams> =>
  modified<P, TipParams, Mm>(kind, {
    choice: TIPS,
    keys: { tips: Joi.string().valid('square', 'mitred-near', 'mitred-far') },
    chosen: shortBy,
    checks(short, params) {
      const bound = alone(params) - LEAST;
      return [
        {
          wrong: short > bound + 1e-6,
          member: 'tenoned',
          path: 'tenonLength',
          dimension: 'mitred end',
          value: short,
          bound,
          text: 'its mitre takes {value} off the short cheek; of a tenon so short {bound} is the most.',
        },
      ];
    },
    advice: (short, { tenonLength: L }) => [
      {
        id: 'tips',
        dimension: 'tenonLength',
        level: 'reason',
        title: say('A mitred end'),
        reason: say(
          'Its long cheek goes {L} in, its short one {inner}: with another like it from the side they meet without touching.',
          { L, inner: L - short },
        ),
      },
    ],
    gone(short, params, member, piece, spot) {
      if (member === 'mortised') return [];
      const x = alongOf(piece, spot);
      const outline = outlineOf(params, short).map(([along, y]): Vec2 => [x(along), y]);
      return [prismAlong('z', anticlockwise(outline), 0, piece.width)];
    },
    /** Thickness close to the shoulder, width where the tenon stands alone: clear of the mitre. */
    gauged(gauge, short, { tenonLength }, _member, piece, spot) {
      const x = alongOf(piece, spot);
      const clear = [0, x(tenonLength - CLEAR), x(short + CLEAR)] as const;
      return gauge.axis === 0 ? gauge : gaugeAt(gauge, 0, clear[gauge.axis]);
    },
    features: (short, params, members) => ({
      tenoned: [
        {
          form: 'tip',
          stock: members.tenoned,
          faceShoulder: params.faceShoulder,
          thickness: short,
          length: params.tenonLength,
          long: params.tips === 'mitred-near' ? 'near' : 'far',
          follows: { feature: 0, words: 'The end is mitred once the tenon is cut.' },
        },
      ],
    }),
    drawn(short, params, members) {
      const top = members.mortised.thickness - params.setBack;
      const points = outlineOf(params, short).map(([along, y]): Vec2 => [
        along - params.tenonLength,
        top - y,
      ]);
      return { view: 'section', outlines: [{ role: 'mortise', points }] };
    },
    withChoice: (params, choice, value) =>
      choice === 'tips' ? { ...params, tips: value as NonNullable<TipParams['tips']> } : undefined,
  });
