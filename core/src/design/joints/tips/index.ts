import Joi from 'joi';
import {
  anticlockwise,
  difference,
  prismAlong,
  union,
  type Vec2,
  say,
  type Mm,
} from '../../../ground/index.ts';
import { derive, type BlindParams } from '../blind/index.ts';
import type { Choice, JointKind } from '../kind.ts';
import { alongOf, failing, gaugeAt } from '../shape/index.ts';

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
export function withTips<P extends BlindParams>(
  kind: JointKind<P>,
  alone: (params: P) => Mm,
): JointKind<P & TipParams> {
  return {
    ...kind,
    choices: [...kind.choices, TIPS],
    schema: kind.schema.keys({
      tips: Joi.string().valid('square', 'mitred-near', 'mitred-far'),
    } as object),
    optional: [...(kind.optional ?? []), 'tips'],
    problems(params, members, available, names) {
      const short = shortBy(params);
      const bound = alone(params) - LEAST;
      const wrong = short !== undefined && short > bound + 1e-6;
      const check = {
        wrong,
        member: 'tenoned' as const,
        path: 'tenonLength',
        dimension: 'mitred end',
        value: short ?? 0,
        bound,
        text: 'its mitre takes {value} off the short cheek; of a tenon so short {bound} is the most.',
      };
      return [...kind.problems(params, members, available, names), ...failing([check], names)];
    },
    advice(params, members, available) {
      const short = shortBy(params);
      const ownAdvice = kind.advice(params, members, available);
      if (short === undefined) return ownAdvice;
      const reason = say(
        'Its long cheek goes {L} in, its short one {inner}: with another like it from the side they meet without touching.',
        { L: params.tenonLength, inner: params.tenonLength - short },
      );
      return [
        ...ownAdvice,
        {
          id: 'tips',
          dimension: 'tenonLength',
          level: 'reason',
          title: say('A mitred end'),
          reason,
        },
      ];
    },
    geometry(params, member, piece, spot) {
      const whole = kind.geometry(params, member, piece, spot);
      const short = shortBy(params);
      if (short === undefined || member === 'mortised') return whole;
      const x = alongOf(piece, spot);
      const outline = outlineOf(params, short).map(([along, y]): Vec2 => [x(along), y]);
      const gone = prismAlong('z', anticlockwise(outline), 0, piece.width);
      /**
       * Thickness close to the shoulder, width where the tenon stands alone: clear of the mitre.
       */
      const at = [0, x(params.tenonLength - CLEAR), x(short + CLEAR)] as const;
      return {
        gauges: whole.gauges.map((g) => (g.axis === 0 ? g : gaugeAt(g, 0, at[g.axis]))),
        mustRemain: difference(whole.mustRemain, gone),
        mustBeEmpty: union(whole.mustBeEmpty, gone),
      };
    },
    features(params, members) {
      const { tenoned, mortised } = kind.features(params, members);
      const short = shortBy(params);
      if (short === undefined) return { tenoned, mortised };
      return {
        tenoned: [
          ...tenoned,
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
        mortised,
      };
    },
    drawing(params, members) {
      const { views, dimensions } = kind.drawing(params, members);
      const short = shortBy(params);
      if (short === undefined) return { views, dimensions };
      const top = members.mortised.thickness - params.setBack;
      const points = outlineOf(params, short).map(([along, y]): Vec2 => [
        along - params.tenonLength,
        top - y,
      ]);
      return {
        views: views.map((v) =>
          v.id === 'section' ? { ...v, outlines: [...v.outlines, { role: 'mortise', points }] } : v,
        ),
        dimensions,
      };
    },
    withChoice: (params, choice, value, members, available) =>
      choice === 'tips'
        ? { ...params, tips: value as NonNullable<TipParams['tips']> }
        : { ...params, ...kind.withChoice(params, choice, value, members, available) },
  };
}
