import Joi from 'joi';
import { roundTo, say, type Mm } from '../../../ground/index.ts';
import type { Advice, JointKind } from '../kind.ts';
import { alongOf, bar, failing, hollowShape, positive } from '../shape/index.ts';
import { LAP_MOVES, lappingEnd, lappingFeature, lapSheet, type Lapping } from './parts.ts';

/**
 * Two ends that lie on one another, each cut away by the other's thickness: one cheek each. Lengths
 * in mm.
 */
export interface LapParams extends Lapping {
  /** Length of the cut in the other: as long as the lapping piece is wide. */
  readonly slotDepth: Mm;
}

const mm = () => Joi.number().min(-10_000).max(10_000).required();
const schema = Joi.object<LapParams>({
  tenonThickness: mm(),
  mortiseWidth: mm(),
  tenonLength: mm(),
  slotDepth: mm(),
}).required();

export const lap: JointKind<LapParams> = {
  id: 'lap',
  title: 'Corner lap',
  told: 'One cheek each: the two ends lie on one another.',
  where: 'corner',
  picture: 'section',
  choices: [],
  schema,
  own: ['tenonThickness', 'mortiseWidth', 'tenonLength', 'slotDepth'],
  propose({ tenoned, mortised }, available) {
    const half = Math.min(tenoned.thickness, mortised.thickness) / 2;
    const trim = roundTo(1, available.step, 'up');
    return {
      params: {
        tenonThickness: half,
        mortiseWidth: half,
        tenonLength: mortised.width + trim,
        slotDepth: tenoned.width + trim,
      },
      advice: [
        {
          id: 'half',
          dimension: 'mortiseWidth',
          level: 'reason',
          title: say('Half, {half}', { half }),
          reason: say(
            'What stays of one is cut out of the other, so the faces come flush. Each end stands {trim} proud, to be planed off.',
            { trim },
          ),
        },
      ],
    };
  },
  problems(params, { tenoned, mortised }, _available, names) {
    const { tenonThickness: t, mortiseWidth: m, tenonLength: L, slotDepth } = params;
    return failing(
      [
        positive('tenoned', 'tenonThickness', 'lap thickness', t),
        positive('mortised', 'mortiseWidth', 'depth of the cut', m),
        positive('tenoned', 'tenonLength', 'lap length', L),
        positive('mortised', 'slotDepth', 'length of the cut', slotDepth),
        {
          wrong: t >= tenoned.thickness - 1e-6,
          member: 'tenoned',
          path: 'tenonThickness',
          dimension: 'lap thickness',
          value: t,
          bound: tenoned.thickness,
          text: 'the lap is {value} thick and the piece {bound}: nothing would be cut away.',
        },
        {
          wrong: m >= mortised.thickness - 1e-6,
          member: 'mortised',
          path: 'mortiseWidth',
          dimension: 'depth of the cut',
          value: m,
          bound: mortised.thickness,
          text: 'the cut is {value} deep and the piece {bound} thick: nothing would stay.',
        },
        {
          wrong: L >= tenoned.length - 1e-6,
          member: 'tenoned',
          path: 'tenonLength',
          dimension: 'lap length',
          value: L,
          bound: tenoned.length,
          text: 'the lap is {value} long, the whole piece only {bound}.',
        },
        {
          wrong: slotDepth >= mortised.length - 1e-6,
          member: 'mortised',
          path: 'slotDepth',
          dimension: 'length of the cut',
          value: slotDepth,
          bound: mortised.length,
          text: 'the cut is {value} long, the whole piece only {bound}.',
        },
      ],
      names,
    );
  },
  advice(params, members, available): Advice[] {
    const { tenoned, mortised } = members;
    const { tenonThickness: t, mortiseWidth: m, tenonLength: L, slotDepth } = params;
    const proposal = this.propose(members, available);
    const off = m - t;
    const left = Math.min(t, mortised.thickness - m);
    const thinner = Math.min(tenoned.thickness, mortised.thickness);
    const warnings: [boolean, Omit<Advice, 'level'>][] = [
      [
        Math.abs(off) > 1e-6,
        {
          id: 'flush',
          dimension: 'tenonThickness',
          title: say('The faces don’t come flush'),
          reason: say(
            off > 0
              ? 'The lapping piece lies {off} below the other’s face.'
              : 'The lapping piece stands {off} proud.',
            { off: Math.abs(off) },
          ),
          propose: m,
        },
      ],
      [
        left < thinner / 3 - 1e-6,
        {
          id: 'weak',
          dimension: 'mortiseWidth',
          title: say('One half is weak'),
          reason: say('Only {left} stays of it; of two pieces alike half, {half}, stays of each.', {
            left,
            half: thinner / 2,
          }),
          propose: thinner / 2,
        },
      ],
      [
        L < mortised.width - 1e-6,
        {
          id: 'short',
          dimension: 'tenonLength',
          title: say('The lap is short'),
          reason: say('It ends {short} before the far edge.', { short: mortised.width - L }),
          propose: proposal.params.tenonLength,
        },
      ],
      [
        slotDepth < tenoned.width - 1e-6,
        {
          id: 'shallow',
          dimension: 'slotDepth',
          title: say('The cut is short'),
          reason: say('The lapping piece is {width} wide: it would stand {over} past the end.', {
            width: tenoned.width,
            over: tenoned.width - slotDepth,
          }),
          propose: proposal.params.slotDepth,
        },
      ],
    ];
    return [
      ...(Math.abs(m - proposal.params.mortiseWidth) < 1e-6 ? proposal.advice : []),
      ...warnings
        .filter(([wrong]) => wrong)
        .map(([, advice]) => ({ ...advice, level: 'warning' as const })),
      {
        id: 'glue-only',
        dimension: 'mortiseWidth',
        level: 'reason',
        title: say('Glue alone holds it'),
        reason: say(
          'A lap has one cheek and no wall behind it: pin it or peg it where it carries weight.',
        ),
      },
    ];
  },
  geometry(params, member, piece, spot) {
    if (member === 'tenoned') return lappingEnd(params, piece, spot);
    const { mortiseWidth: m, slotDepth } = params;
    const x = alongOf(piece, spot);
    const middle = [x(slotDepth / 2), m / 2, piece.width / 2] as const;
    return {
      ...hollowShape(piece, spot, [
        { x: [0, slotDepth], y: [0, m], depth: [0, piece.width], ends: 'squared' },
      ]),
      gauges: [
        bar('mortiseWidth', 1, middle, 0, piece.thickness, 'air'),
        bar('mortiseLength', 0, middle, x(0), x(slotDepth + 20), 'air'),
      ],
    };
  },
  features: (params, { tenoned, mortised }) => ({
    tenoned: [lappingFeature(params, tenoned)],
    mortised: [
      {
        form: 'tenon',
        stock: mortised,
        faceShoulder: params.mortiseWidth,
        thickness: mortised.thickness - params.mortiseWidth,
        edgeShoulder: 0,
        width: mortised.width,
        length: params.slotDepth,
      },
    ],
  }),
  seat: () => ({ setBack: 0, along: 0, clearance: 0, pressed: true }),
  fit: () => undefined,
  drawing(params, members) {
    const { slotDepth } = params;
    const { sheet, dimensions } = lapSheet(params, members, [0, slotDepth], 0, 'cut');
    return {
      views: sheet.views,
      dimensions: [...dimensions, sheet.along('slotDepth', 'length of the cut', 0, slotDepth)],
    };
  },
  moves: LAP_MOVES,
  withChoice: (params) => params,
};
