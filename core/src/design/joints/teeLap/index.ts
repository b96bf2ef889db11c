import Joi from 'joi';
import type { Advice, JointKind } from '../kind.ts';
import { lap, type LapParams } from '../lap/index.ts';
import { LAP_MOVES, lappingEnd, lappingFeature, lapSheet, type Lapping } from '../lap/parts.ts';
import {
  alongOf,
  bar,
  failing,
  hollowShape,
  notchAdvice,
  notchChecks,
  notchPosition,
} from '../shape/index.ts';
import type { Mm } from '../../../ground/index.ts';

/** An end that lies in a notch across the other piece, half of each. Lengths in mm. */
export interface TeeLapParams extends Lapping {
  /**
   * Length of the notch along its piece: as long as the lapping piece is wide, and what lets it in.
   */
  readonly notchLength: Mm;
  /** Layout end to the notch. */
  readonly position: Mm;
}

const mm = () => Joi.number().min(-10_000).max(10_000).required();
const schema = Joi.object<TeeLapParams>({
  tenonThickness: mm(),
  mortiseWidth: mm(),
  tenonLength: mm(),
  notchLength: mm(),
  position: mm(),
}).required();

/** The same as a lap at the corner: what both have in common is reckoned there. */
const asLap = ({ notchLength, position: _, ...rest }: TeeLapParams): LapParams => ({
  ...rest,
  slotDepth: notchLength,
});

export const teeLap: JointKind<TeeLapParams> = {
  id: 'tee-lap',
  title: 'Tee lap',
  told: 'The end lies in a notch across the other piece, faces flush.',
  where: 'across',
  picture: 'face',
  choices: [],
  schema,
  own: ['tenonThickness', 'mortiseWidth', 'tenonLength'],
  propose(members, available) {
    const { params, advice } = lap.propose(members, available);
    const { slotDepth: _, ...rest } = params;
    return {
      params: {
        ...rest,
        /**
         * Both walls are set to the step the shop measures by: room for that, and still no play to
         * see.
         */
        notchLength: members.tenoned.width + 3 * available.targetClearance,
        position: notchPosition(members, available),
      },
      advice,
    };
  },
  problems(params, members, available, names) {
    return [
      ...lap
        .problems(asLap(params), members, available, names)
        .filter((p) => p.path !== 'slotDepth'),
      ...failing(notchChecks(params, members), names),
    ];
  },
  advice(params, members, available): Advice[] {
    return [
      ...lap.advice(asLap(params), members, available).filter((a) => a.id !== 'shallow'),
      ...notchAdvice(params, members, available),
    ];
  },
  geometry(params, member, piece, spot) {
    if (member === 'tenoned') return lappingEnd(params, piece, spot);
    const { mortiseWidth: m, notchLength: l, position: q } = params;
    const x = alongOf(piece, spot);
    const middle = [x(q + l / 2), m / 2, piece.width / 2] as const;
    return {
      ...hollowShape(piece, spot, [
        { x: [q, q + l], y: [0, m], depth: [0, piece.width], ends: 'squared' },
      ]),
      gauges: [
        bar('mortiseWidth', 1, middle, 0, piece.thickness, 'air'),
        bar('mortiseLength', 0, middle, x(Math.max(0, q - 5)), x(q + l + 5), 'air'),
        ...(q > 1e-3 ? [bar('position', 0, middle, x(0), x(q + l / 2), 'wood')] : []),
      ],
    };
  },
  features: (params, { tenoned, mortised }) => ({
    tenoned: [lappingFeature(params, tenoned)],
    mortised: [
      {
        form: 'notch',
        stock: mortised,
        face: 'reference-face',
        start: params.position,
        length: params.notchLength,
        depth: params.mortiseWidth,
      },
    ],
  }),
  seat: () => ({ setBack: 0, along: 0, clearance: 0, pressed: true }),
  fit: () => undefined,
  drawing(params, members) {
    const { notchLength: l, position: q } = params;
    const along = q + (l - members.tenoned.width) / 2;
    const { sheet, dimensions } = lapSheet(params, members, [q, q + l], along, 'notch');
    return {
      views: sheet.views,
      dimensions: [
        ...dimensions,
        sheet.along('notchLength', 'length of the notch', q, q + l),
        sheet.fromEndBeyond('position', 'position from layout end', q),
      ],
    };
  },
  moves: LAP_MOVES,
  withChoice: (params) => params,
};
