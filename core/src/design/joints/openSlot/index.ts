import Joi from 'joi';
import type { Piece } from '../../../shop/index.ts';
import { roundTo, say, type Mm } from '../../../ground/index.ts';
import {
  blind,
  blindDimensions,
  derive,
  mortiseGauges,
  tenonGauges,
  tongueOf,
  type BlindParams,
  BLIND_MOVES,
} from '../blind/index.ts';
import type { Advice, JointKind } from '../kind.ts';
import {
  atMost,
  endShape,
  failing,
  hollowShape,
  notNegative,
  positive,
  sheetOf,
} from '../shape/index.ts';

/**
 * A corner joint whose mortise is open at the end: sawn, so that the tenon comes first. Lengths in
 * mm.
 */
export interface OpenSlotParams {
  mortiseWidth: Mm;
  faceClearance: Mm;
  faceShoulder: Mm;
  setBack: Mm;
  tenonLength: Mm;
  /** From the end to the slot's floor: as deep as the mate is wide. */
  slotDepth: Mm;
}

const mm = () => Joi.number().min(-10_000).max(10_000).required();
export const openSlotSchema = Joi.object<OpenSlotParams>({
  mortiseWidth: mm(),
  faceClearance: mm(),
  faceShoulder: mm(),
  setBack: mm(),
  tenonLength: mm(),
  slotDepth: mm(),
}).required();

/**
 * The same as if it were a closed mortise at the very end: what both have in common is reckoned
 * there.
 */
const asBlind = (params: OpenSlotParams, width: Mm, depth: Mm): BlindParams => ({
  ...params,
  tenonWidth: width,
  edgeShoulder: 0,
  endClearance: params.slotDepth - width,
  bottomClearance: depth - params.tenonLength,
  position: 0,
  corners: 'squared',
});
const ofTenon = (params: OpenSlotParams, piece: Piece) =>
  asBlind(params, piece.width, params.tenonLength);
const ofSlot = (params: OpenSlotParams, piece: Piece) =>
  asBlind(params, params.slotDepth, piece.width);

export const openSlot: JointKind<OpenSlotParams> = {
  id: 'open-slot',
  title: 'Open slot at a corner',
  told: 'The slot is open at the end: three layers show on the corner.',
  where: 'corner',
  picture: 'end',
  choices: [],
  schema: openSlotSchema,
  own: ['tenonLength', 'mortiseWidth', 'faceShoulder'],
  propose({ tenoned, mortised }, available) {
    /** True thirds: a saw makes any width. */
    const thinner = Math.min(tenoned.thickness, mortised.thickness);
    const third = thinner / 3;
    const c = available.targetClearance;
    const trim = roundTo(1, available.step, 'up');
    return {
      params: {
        mortiseWidth: third,
        faceClearance: c,
        faceShoulder: (thinner - (third - c)) / 2,
        setBack: 0,
        tenonLength: mortised.width + trim,
        slotDepth: tenoned.width + trim,
      },
      advice: [
        {
          id: 'true-thirds',
          dimension: 'mortiseWidth',
          level: 'reason',
          title: say('Slot {third}', { third }),
          reason: say(
            'True thirds of {thinner}: both halves are sawn, so no cutter decides the width. Each end stands {trim} proud, to be planed off.',
            { thinner, trim },
          ),
        },
      ],
    };
  },
  problems(params, { tenoned, mortised }, _available, names) {
    const { mortiseWidth: m, faceShoulder: a, tenonLength: L, slotDepth } = params;
    const { tenonThickness: t, wall: p } = derive(ofTenon(params, tenoned));
    return failing(
      [
        positive('mortised', 'mortiseWidth', 'slot width', m),
        positive('tenoned', 'tenonThickness', 'tenon thickness', t),
        positive('tenoned', 'tenonLength', 'tenon length', L),
        positive('mortised', 'slotDepth', 'slot depth', slotDepth),
        notNegative('tenoned', 'faceShoulder', 'face shoulder', a),
        {
          wrong: p <= 1e-6,
          member: 'mortised',
          path: 'setBack',
          dimension: 'near wall',
          value: p,
          bound: 0,
          text: 'the slot’s near wall would be {value} thick; it must be more than {bound}. For one cheek only, choose a lap.',
        },
        atMost(
          'tenoned',
          'tenonThickness',
          'tenon thickness and face shoulder',
          t + a,
          tenoned.thickness,
          'face shoulder and tenon thickness make {value}, but the piece is {bound} thick: {over} too much.',
        ),
        {
          wrong: p + m >= mortised.thickness - 1e-6,
          member: 'mortised',
          path: 'mortiseWidth',
          dimension: 'near wall and slot',
          value: p + m,
          bound: mortised.thickness,
          text: 'near wall and slot make {value}; of a piece {bound} thick a far wall must be left.',
        },
        {
          wrong: slotDepth >= mortised.length - 1e-6,
          member: 'mortised',
          path: 'slotDepth',
          dimension: 'slot depth',
          value: slotDepth,
          bound: mortised.length,
          text: 'the slot is {value} deep, the whole piece only {bound} long.',
        },
        {
          wrong: L >= tenoned.length - 1e-6,
          member: 'tenoned',
          path: 'tenonLength',
          dimension: 'tenon length',
          value: L,
          bound: tenoned.length,
          text: 'the tenon is {value} long, the whole piece only {bound}.',
        },
      ],
      names,
    );
  },
  advice(params, { tenoned, mortised }, available): Advice[] {
    const { mortiseWidth: m, tenonLength: L, slotDepth, faceClearance: c } = params;
    const { wall: p } = derive(ofTenon(params, tenoned));
    const S = mortised.thickness;
    const proposal = this.propose({ tenoned, mortised }, available);
    const wall = Math.min(p, S - p - m);
    const short = mortised.width - L;
    const shallow = tenoned.width - slotDepth;
    const warnings: [boolean, Omit<Advice, 'level'>][] = [
      [
        wall < S / 4 - 1e-6,
        {
          id: 'wall',
          dimension: 'mortiseWidth',
          title: say('A thin wall beside the slot'),
          reason: say('The thinner wall is {wall}; in true thirds it is {third}.', {
            wall,
            third: S / 3,
          }),
          propose: S / 3,
        },
      ],
      [
        short > 1e-6,
        {
          id: 'short',
          dimension: 'tenonLength',
          title: say('The tenon stays inside'),
          reason: say('Its end lies {short} behind the far edge: a hole shows at the corner.', {
            short,
          }),
          propose: proposal.params.tenonLength,
        },
      ],
      [
        shallow > 1e-6,
        {
          id: 'shallow',
          dimension: 'slotDepth',
          title: say('The slot is shallow'),
          reason: say('The mate is {width} wide and would stand {shallow} out of the slot.', {
            width: tenoned.width,
            shallow,
          }),
          propose: proposal.params.slotDepth,
        },
      ],
      [
        c > 0.15 + 1e-9 || c < -0.05 - 1e-9,
        {
          id: 'fit',
          dimension: 'tenonThickness',
          title: say(c > 0 ? 'A loose fit' : 'A tight fit'),
          reason: say(
            c > 0
              ? '{c} of clearance wobbles: the cheeks are all that holds this joint.'
              : 'The tenon is {over} thicker than the slot: it will spread the two walls.',
            { c, over: -c },
          ),
          tightens: c > 0,
          propose: m - available.targetClearance,
        },
      ],
    ];
    return [
      ...(Math.abs(m - proposal.params.mortiseWidth) < 1e-6 ? proposal.advice : []),
      ...warnings
        .filter(([wrong]) => wrong)
        .map(([, advice]) => ({ ...advice, level: 'warning' as const })),
      {
        id: 'clamp',
        dimension: 'slotDepth',
        level: 'reason',
        title: say('Clamp it three ways'),
        reason: say(
          'Along both pieces to close the shoulders, and across the cheeks: only glue on the cheeks holds it.',
        ),
      },
    ];
  },
  geometry(params, member, piece, spot) {
    if (member === 'tenoned') {
      const blindParams = ofTenon(params, piece);
      return {
        ...endShape(piece, spot, blindParams.tenonLength, [tongueOf(blindParams)]),
        gauges: tenonGauges(blindParams, piece, spot),
      };
    }
    const blindParams = ofSlot(params, piece);
    const { wall, mortiseWidth: m } = { ...blindParams, ...derive(blindParams) };
    return {
      ...hollowShape(piece, spot, [
        { x: [0, params.slotDepth], y: [wall, wall + m], depth: [0, piece.width], ends: 'squared' },
      ]),
      gauges: mortiseGauges(blindParams, piece, spot).filter((g) => g.dimension !== 'mortiseDepth'),
    };
  },
  features(params, members) {
    const blindParams = ofTenon(params, members.tenoned);
    const { wall } = derive(blindParams);
    return {
      tenoned: blind.features(blindParams, members).tenoned.map((f) => {
        if (f.form !== 'tenon' || !f.mate) return f;
        return { ...f, mate: { ...f.mate, isSlot: true as const } };
      }),
      mortised: [
        {
          form: 'slot',
          stock: members.mortised,
          across: 'thickness',
          wall,
          width: params.mortiseWidth,
          depth: params.slotDepth,
        },
      ],
    };
  },
  seat: ({ setBack, faceClearance }) => ({ setBack, along: 0, clearance: faceClearance }),
  fit: (params, { tenoned }) => ({
    tenon: params.mortiseWidth - params.faceClearance,
    mortise: params.mortiseWidth,
    tenonWidth: tenoned.width,
  }),
  drawing(params, members) {
    const blindParams = asBlind(params, members.tenoned.width, members.mortised.width);
    const { wall: p } = derive(blindParams);
    const { mortiseWidth: m, slotDepth, tenonLength } = params;
    const sheet = sheetOf({
      members,
      setBack: params.setBack,
      along: 0,
      reach: tenonLength,
      tongues: [tongueOf(blindParams)],
      hollows: [
        {
          x: [0, slotDepth],
          y: [p, p + m],
          depth: [0, members.mortised.width],
          ends: 'squared',
        },
      ],
    });
    const kept = new Set([
      'tenonLength',
      'faceShoulder',
      'tenonThickness',
      'farShoulder',
      'setBack',
      'wall',
      'mortiseWidth',
    ]);
    return {
      views: sheet.views,
      dimensions: [
        ...blindDimensions(blindParams, members, sheet)
          .filter((d) => kept.has(d.id))
          .map((d) => (d.id === 'mortiseWidth' ? { ...d, name: 'slot width' } : d)),
        sheet.along('slotDepth', 'slot depth', 0, slotDepth),
      ],
    };
  },
  moves: BLIND_MOVES,
  withChoice: (params) => params,
};
