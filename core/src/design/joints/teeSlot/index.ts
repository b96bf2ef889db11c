import type { Piece } from '../../../shop/index.ts';
import Joi from 'joi';
import { roundTo, say, type Mm } from '../../../ground/index.ts';
import type { Advice, JointKind } from '../kind.ts';
import {
  alongOf,
  aside,
  atMost,
  bar,
  endShape,
  failing,
  hollowShape,
  notchAdvice,
  notchChecks,
  notchPosition,
  positive,
  type Tongue,
  type Span,
  type Hollow,
  sheetOf,
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

/** Either side of the slot in the end. */
function prongsOf(params: TeeSlotParams, { thickness, width }: Piece): Tongue[] {
  const { nearProng: a, tenonLength: L } = params;
  const spans: Span[] = [
    [0, a],
    [a + derive(params).slot, thickness],
  ];
  return spans.map((y): Tongue => ({ x: [0, L], y, z: [0, width] }));
}

/** The notches in either face that leave the tongue. */
function notchesOf(params: TeeSlotParams, { thickness, width }: Piece): Hollow[] {
  const { position: q, notchLength: l, tongueThickness: t } = params;
  const { wall } = derive(params);
  const spans: Span[] = [
    [0, wall],
    [wall + t, thickness],
  ];
  return spans.map((y): Hollow => ({ x: [q, q + l], y, depth: [0, width], ends: 'squared' }));
}

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
          tightens: c > 0,
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
      const inside = [x(L / 2), a + slot / 2, width / 2] as const;
      return {
        ...endShape(piece, spot, L, prongsOf(params, piece)),
        gauges: [
          bar('tenonThickness', 1, inside, 0, thickness, 'air'),
          bar('faceShoulder', 1, inside, 0, a + slot / 2, 'wood'),
          bar('tenonWidth', 2, [x(L / 2), a / 2, 0], 0, width, 'wood'),
          bar('tenonLength', 0, inside, x(0), x(Math.min(2 * L, piece.length)), 'air'),
        ],
      };
    }
    const middle = [x(q + l / 2), wall + t / 2, width / 2] as const;
    const shallow = [x(q + l / 2), Math.min(wall / 2, 0.5), width / 2] as const;
    return {
      ...hollowShape(piece, spot, notchesOf(params, piece)),
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
    const { tongueThickness: t, nearProng: a, tenonLength: L, setBack: r } = params;
    const { notchLength: l, position: q } = params;
    const { slot, wall } = derive(params);
    const { tenoned, mortised } = members;
    const { thickness: T, width: W } = tenoned;
    const sheet = sheetOf({
      members,
      setBack: r,
      along: q + (l - W) / 2,
      reach: L,
      tongues: prongsOf(params, tenoned),
      hollows: notchesOf(params, mortised),
    });
    return {
      views: sheet.views,
      dimensions: [
        sheet.length('tenonLength', 'length of the prongs', 0, L),
        sheet.through('nearProng', 'near prong', 0, a),
        sheet.through('slotWidth', 'slot width', a, a + slot),
        sheet.through('farProng', 'far prong', a + slot, T),
        sheet.throughMate('tongueThickness', 'tongue', wall, wall + t),
        sheet.setBack,
        sheet.along('notchLength', 'length of the notches', q, q + l),
        sheet.fromEndBeyond('position', 'position from layout end', q),
        aside('faceClearance', 'clearance, slot less tongue', params.faceClearance),
      ],
    };
  },
  moves: { slotWidth: 'faceClearance', farProng: 'nearProng' },
  withChoice: (params) => params,
};
