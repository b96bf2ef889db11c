import Joi from 'joi';
import type { Advice, JointKind } from '../kind.ts';
import { tenonGauges } from '../blind/index.ts';
import { asTenon, lap, type LapParams } from '../lap/index.ts';
import {
  alongOf,
  aside,
  bar,
  dimension,
  endShape,
  failing,
  frameOf,
  hollowShape,
  notchAdvice,
  notchChecks,
  notchPosition,
  rectangle,
  sheetViews,
} from '../shape/index.ts';
import type { Mm } from '../../units/index.ts';

/** An end that lies in a notch across the other piece, half of each. Lengths in mm. */
export interface TeeLapParams {
  /** What stays of the lapping end, from its reference face. */
  tenonThickness: Mm;
  /** How deep the notch is, from the other's reference face. */
  mortiseWidth: Mm;
  tenonLength: Mm;
  /** Length of the notch along its piece: as long as the lapping piece is wide, and what lets it in. */
  notchLength: Mm;
  /** Layout end to the notch. */
  position: Mm;
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
const asLap = ({ notchLength, position: _, ...rest }: TeeLapParams): LapParams => ({ ...rest, slotDepth: notchLength });

export const teeLap: JointKind<TeeLapParams> = {
  id: 'tee-lap',
  title: 'Tee lap',
  told: 'The end lies in a notch across the other piece, faces flush.',
  where: 'across',
  picture: 'section',
  choices: [],
  schema,
  own: ['tenonThickness', 'mortiseWidth', 'tenonLength'],
  propose(members, available) {
    const { params, advice } = lap.propose(members, available);
    const { slotDepth: _, ...rest } = params;
    return {
      params: {
        ...rest,
        /** Both walls are set to the step the shop measures by: room for that, and still no play to see. */
        notchLength: members.tenoned.width + 3 * available.targetClearance,
        position: notchPosition(members, available),
      },
      advice,
    };
  },
  problems(params, members, available, names) {
    return [
      ...lap.problems(asLap(params), members, available, names).filter((p) => p.path !== 'slotDepth'),
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
    const { mortiseWidth: m, tenonThickness, notchLength: l, position: q } = params;
    if (member === 'tenoned') {
      const own = asTenon(asLap(params), piece);
      const tongue = { x: [0, own.tenonLength], y: [0, tenonThickness], z: [0, piece.width] } as const;
      return { ...endShape(piece, spot, own.tenonLength, [tongue]), gauges: tenonGauges(own, piece, spot) };
    }
    const x = alongOf(piece, spot);
    const middle = [x(q + l / 2), m / 2, piece.width / 2] as const;
    return {
      ...hollowShape(piece, spot, [{ x: [q, q + l], y: [0, m], depth: [0, piece.width], ends: 'squared' }]),
      gauges: [
        bar('mortiseWidth', 1, middle, 0, piece.thickness, 'air'),
        bar('mortiseLength', 0, middle, x(Math.max(0, q - 5)), x(q + l + 5), 'air'),
        ...(q > 1e-3 ? [bar('position', 0, middle, x(0), x(q + l / 2), 'wood')] : []),
      ],
    };
  },
  features: ({ tenonThickness: t, mortiseWidth: m, tenonLength: L, notchLength, position }, { tenoned, mortised }) => ({
    tenoned: [
      { form: 'tenon', stock: tenoned, faceShoulder: 0, thickness: t, edgeShoulder: 0, width: tenoned.width, length: L },
    ],
    mortised: [
      { form: 'notch', stock: mortised, face: 'reference-face', start: position, length: notchLength, depth: m },
    ],
  }), // prettier-ignore
  seat: () => ({ setBack: 0, along: 0, clearance: 0, pressed: true }),
  fit: () => undefined,
  drawing(params, members) {
    const { tenonThickness: t, mortiseWidth: m, tenonLength: L, notchLength: l, position: q } = params;
    const { thickness: T, width: W } = members.tenoned;
    const { thickness: S, width: V } = members.mortised;
    const along = q + (l - W) / 2;
    const setBack = m - t;
    const content = {
      members,
      setBack,
      along,
      reach: L,
      section: [
        { until: t, x: -L },
        { until: T, x: 0 },
      ],
      face: [rectangle(-L, 0, 0, W)],
      end: [rectangle(0, 0, t, W)],
      hollows: [{ x: [q, q + l] as const, y: [0, m] as const, depth: [0, V] as const }],
    };
    const { shown, low, high } = frameOf(content);
    const top = S - setBack;
    return {
      views: sheetViews(content),
      dimensions: [
        dimension('tenonLength', 'lap length', L, 'face', [-L, W], [0, W], high - W + 12),
        dimension('tenonThickness', 'lap thickness', t, 'section', [shown, top], [shown, top - t], 12),
        dimension('farShoulder', 'shoulder', T - t, 'section', [shown, top - t], [shown, top - T], 12),
        dimension('mortiseWidth', 'depth of the notch', m, 'section', [-V, S], [-V, S - m], -12),
        dimension('left', 'what stays', S - m, 'section', [-V, S - m], [-V, 0], -12),
        dimension('notchLength', 'length of the notch', l, 'edge', [0, q - along], [0, q + l - along], -12),
        dimension('position', 'position from layout end', q, 'edge', [S, Math.max(-along, low)], [S, q - along], 12),
        aside('offFlush', 'lapping piece below the other’s face', setBack),
      ],
    };
  },
  withDimension(params, members, dimension, value) {
    if (dimension === 'position' || dimension === 'notchLength') return { ...params, [dimension]: value };
    const { slotDepth: _, ...rest } = lap.withDimension(asLap(params), members, dimension, value);
    return { ...params, ...rest };
  },
  withChoice: (params) => params,
};
