import Joi from 'joi';
import { roundTo, say, type Mm } from '../../../ground/index.ts';
import type { Advice, JointKind } from '../kind.ts';
import {
  alongOf,
  aside,
  atMost,
  bar,
  dimension,
  endShape,
  failing,
  frameOf,
  hollowShape,
  notchAdvice,
  notchChecks,
  notchPosition,
  positive,
  rectangle,
  sheetViews,
} from '../shape/index.ts';

/**
 * The end of one piece is slotted into a fork that sits astride the other, which is notched from
 * both faces. The tongue that is left between the notches comes first; the slot, sawn, follows it.
 * Lengths in mm.
 */
export interface TeeSlotParams {
  readonly tongueThickness: Mm;
  /** Slot less tongue. */
  readonly faceClearance: Mm;
  /** Thickness of the prong on the reference face. */
  readonly nearProng: Mm;
  readonly setBack: Mm;
  /** Length of the prongs: how far the fork goes over the other piece. */
  readonly tenonLength: Mm;
  /** Length of the notches along their piece. */
  readonly notchLength: Mm;
  readonly position: Mm;
}

const mm = () => Joi.number().min(-10_000).max(10_000).required();
const schema = Joi.object<TeeSlotParams>({
  tongueThickness: mm(),
  faceClearance: mm(),
  nearProng: mm(),
  setBack: mm(),
  tenonLength: mm(),
  notchLength: mm(),
  position: mm(),
}).required();

/**
 * Width of the slot, and how deep the notch in the reference face goes: to the near side of the
 * tongue.
 */
const derive = (p: TeeSlotParams) => ({
  slot: p.tongueThickness + p.faceClearance,
  wall: p.setBack + p.nearProng + p.faceClearance / 2,
});

export const teeSlot: JointKind<TeeSlotParams> = {
  id: 'tee-slot',
  title: 'Open slot astride the other piece',
  told: 'A forked end straddles the other piece, notched on both faces.',
  where: 'across',
  picture: 'section',
  choices: [],
  schema,
  own: ['tenonLength'],
  propose(members, available) {
    const { tenoned, mortised } = members;
    const thinner = Math.min(tenoned.thickness, mortised.thickness);
    const tongueThickness = thinner / 3;
    const c = available.targetClearance;
    const trim = roundTo(1, available.step, 'up');
    return {
      params: {
        tongueThickness,
        faceClearance: c,
        nearProng: (tenoned.thickness - tongueThickness - c) / 2,
        setBack: (mortised.thickness - tenoned.thickness) / 2,
        tenonLength: mortised.width + trim,
        notchLength: tenoned.width + 3 * c,
        position: notchPosition(members, available),
      },
      advice: [
        {
          id: 'true-thirds',
          dimension: 'tongueThickness',
          level: 'reason',
          title: say('Tongue {tongueThickness}', { tongueThickness }),
          reason: say(
            'True thirds of {thinner}: slot and notches are sawn, so no cutter decides. The prongs stand {trim} proud, to be planed off.',
            { thinner, trim },
          ),
        },
      ],
    };
  },
  problems(params, members, _available, names) {
    const { tongueThickness: t, nearProng: a, tenonLength: L, notchLength } = params;
    const { tenoned, mortised } = members;
    const { slot, wall } = derive(params);
    return failing(
      [
        positive('mortised', 'tongueThickness', 'thickness of the tongue', t),
        positive('tenoned', 'slotWidth', 'slot width', slot),
        positive('tenoned', 'nearProng', 'near prong', a),
        positive('tenoned', 'farProng', 'far prong', tenoned.thickness - a - slot),
        positive('tenoned', 'tenonLength', 'length of the prongs', L),
        positive('mortised', 'setBack', 'depth of the notch in the reference face', wall),
        positive(
          'mortised',
          'setBack',
          'depth of the notch in the other face',
          mortised.thickness - wall - t,
        ),
        atMost(
          'tenoned',
          'tenonLength',
          'length of the prongs',
          L,
          tenoned.length - 1,
          'the prongs are {value} long; of the piece {bound} is the most.',
        ),
        ...notchChecks({ notchLength, position: params.position }, members),
      ],
      names,
    );
  },
  advice(params, members, available): Advice[] {
    const { tenoned, mortised } = members;
    const {
      tongueThickness: t,
      nearProng: a,
      tenonLength: L,
      faceClearance: c,
      setBack: r,
    } = params;
    const { slot } = derive(params);
    const proposal = this.propose(members, available);
    const prong = Math.min(a, tenoned.thickness - a - slot);
    const short = mortised.width - L;
    const proud = Math.max(-r, r + tenoned.thickness - mortised.thickness);
    const warnings: [boolean, Omit<Advice, 'level'>][] = [
      [
        prong < tenoned.thickness / 4 - 1e-6,
        {
          id: 'prong',
          dimension: 'nearProng',
          title: say('A thin prong'),
          reason: say('The thinner prong is {prong}; in true thirds it is {third}.', {
            prong,
            third: tenoned.thickness / 3,
          }),
        },
      ],
      [
        t < mortised.thickness / 4 - 1e-6,
        {
          id: 'tongue',
          dimension: 'tongueThickness',
          title: say('A thin tongue'),
          reason: say(
            'The notches leave {t} of {S}: the piece is weak there; a third is {third}.',
            { t, S: mortised.thickness, third: mortised.thickness / 3 },
          ),
          propose: mortised.thickness / 3,
        },
      ],
      [
        short > 1e-6,
        {
          id: 'short',
          dimension: 'tenonLength',
          title: say('The fork stays inside'),
          reason: say('Its prongs end {short} before the far edge: two holes show there.', {
            short,
          }),
          propose: proposal.params.tenonLength,
        },
      ],
      [
        proud > 0.2,
        {
          id: 'not-flush',
          dimension: 'setBack',
          title: say('The faces are not flush'),
          reason: say('A prong stands {proud} out of the other’s face.', { proud }),
        },
      ],
      [
        c > 0.15 + 1e-9 || c < -0.05 - 1e-9,
        {
          id: 'fit',
          dimension: 'slotWidth',
          title: say(c > 0 ? 'A loose fit' : 'A tight fit'),
          reason:
            c > 0
              ? say('{c} of clearance wobbles: the cheeks are all that holds this joint.', { c })
              : say('The tongue is {over} thicker than the slot: it will spread the prongs.', {
                  over: -c,
                }),
          propose: t + available.targetClearance,
        },
      ],
    ];
    return [
      ...(Math.abs(t - proposal.params.tongueThickness) < 1e-6 ? proposal.advice : []),
      ...warnings
        .filter(([wrong]) => wrong)
        .map(([, advice]) => ({ ...advice, level: 'warning' as const })),
      ...notchAdvice(params, members, available),
    ];
  },
  geometry(params, member, piece, spot) {
    const {
      tongueThickness: t,
      nearProng: a,
      tenonLength: L,
      notchLength: l,
      position: q,
    } = params;
    const { slot, wall } = derive(params);
    const x = alongOf(piece, spot);
    const { thickness, width } = piece;
    if (member === 'tenoned') {
      const prong = (y: readonly [Mm, Mm]) => ({ x: [0, L] as const, y, z: [0, width] as const });
      const inside = [x(L / 2), a + slot / 2, width / 2] as const;
      return {
        ...endShape(piece, spot, L, [prong([0, a]), prong([a + slot, thickness])]),
        gauges: [
          bar('tenonThickness', 1, inside, 0, thickness, 'air'),
          bar('faceShoulder', 1, inside, 0, a + slot / 2, 'wood'),
          bar('tenonWidth', 2, [x(L / 2), a / 2, 0], 0, width, 'wood'),
          bar('tenonLength', 0, inside, x(0), x(Math.min(2 * L, piece.length)), 'air'),
        ],
      };
    }
    const notch = (y: readonly [Mm, Mm]) => ({
      x: [q, q + l] as const,
      y,
      depth: [0, width] as const,
      ends: 'squared' as const,
    });
    const middle = [x(q + l / 2), wall + t / 2, width / 2] as const;
    const shallow = [x(q + l / 2), Math.min(wall / 2, 0.5), width / 2] as const;
    return {
      ...hollowShape(piece, spot, [notch([0, wall]), notch([wall + t, thickness])]),
      gauges: [
        bar('mortiseWidth', 1, middle, 0, thickness, 'wood'),
        bar('wall', 1, middle, 0, wall + t / 2, 'air'),
        bar('mortiseLength', 0, shallow, x(Math.max(0, q - 5)), x(q + l + 5), 'air'),
        ...(q > 1e-3 ? [bar('position', 0, shallow, x(0), x(q + l / 2), 'wood')] : []),
      ],
    };
  },
  features(params, { tenoned, mortised }) {
    const { tongueThickness: t, nearProng: a, tenonLength: L, notchLength, position } = params;
    const { slot, wall } = derive(params);
    const notch = { form: 'notch' as const, stock: mortised, start: position, length: notchLength };
    return {
      tenoned: [
        { form: 'slot', stock: tenoned, across: 'thickness', wall: a, width: slot, depth: L },
      ],
      mortised: [
        { ...notch, name: 'in the {reference face}', face: 'reference-face', depth: wall },
        {
          ...notch,
          name: 'in the {other face}',
          face: 'other-face',
          depth: mortised.thickness - wall - t,
        },
      ],
    };
  },
  seat: (params) => ({
    setBack: params.setBack,
    along: 0,
    clearance: params.faceClearance,
    astride: true,
  }),
  fit: () => undefined,
  drawing(params, members) {
    const {
      tongueThickness: t,
      nearProng: a,
      tenonLength: L,
      notchLength: l,
      position: q,
      setBack: r,
    } = params;
    const { slot, wall } = derive(params);
    const { thickness: T, width: W } = members.tenoned;
    const { thickness: S, width: V } = members.mortised;
    const along = q + (l - W) / 2;
    const content = {
      members,
      setBack: r,
      along,
      reach: L,
      section: [
        { until: a, x: -L },
        { until: a + slot, x: 0 },
        { until: T, x: -L },
      ],
      face: [rectangle(-L, 0, 0, W)],
      end: [rectangle(0, 0, a, W), rectangle(a + slot, 0, T, W)],
      hollows: [
        { x: [q, q + l] as const, y: [0, wall] as const, depth: [0, V] as const },
        { x: [q, q + l] as const, y: [wall + t, S] as const, depth: [0, V] as const },
      ],
    };
    const { shown, low, high } = frameOf(content);
    const top = S - r;
    return {
      views: sheetViews(content),
      dimensions: [
        dimension('tenonLength', 'length of the prongs', L, 'face', [-L, W], [0, W], high - W + 12),
        dimension('nearProng', 'near prong', a, 'section', [shown, top], [shown, top - a], 12),
        dimension(
          'slotWidth',
          'slot width',
          slot,
          'section',
          [shown, top - a],
          [shown, top - a - slot],
          12,
        ),
        dimension(
          'farProng',
          'far prong',
          T - a - slot,
          'section',
          [shown, top - a - slot],
          [shown, top - T],
          12,
        ),
        dimension(
          'tongueThickness',
          'tongue',
          t,
          'section',
          [-V, S - wall],
          [-V, S - wall - t],
          -12,
        ),
        dimension('setBack', 'set-back', r, 'section', [shown, S], [shown, S - r], 30),
        dimension(
          'notchLength',
          'length of the notches',
          l,
          'edge',
          [0, q - along],
          [0, q + l - along],
          -12,
        ),
        dimension(
          'position',
          'position from layout end',
          q,
          'edge',
          [S, Math.max(-along, low)],
          [S, q - along],
          12,
        ),
        aside('faceClearance', 'clearance, slot less tongue', params.faceClearance),
      ],
    };
  },
  withDimension(params, { tenoned }, dimension, value) {
    if (dimension === 'slotWidth')
      return { ...params, faceClearance: value - params.tongueThickness };
    if (dimension === 'farProng')
      return { ...params, nearProng: tenoned.thickness - derive(params).slot - value };
    return { ...params, [dimension]: value };
  },
  withChoice: (params) => params,
};
