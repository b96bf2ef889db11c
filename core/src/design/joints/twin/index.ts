import Joi from 'joi';
import { roundTo, say, type Mm } from '../../../ground/index.ts';
import { nearestWidth } from '../../../shop/index.ts';
import {
  blind,
  blindDimensions,
  blindSchemaWith,
  CORNERS,
  derive,
  hollowOf,
  mortiseGauges,
  reachOf,
  roundingOf,
  tenonGauges,
  tongueOf,
  withCorners,
  type BlindParams,
  BLIND_MOVES,
} from '../blind/index.ts';
import type { Advice, JointKind } from '../kind.ts';
import {
  atMost,
  bar,
  endShape,
  failing,
  hollowShape,
  alongOf,
  positive,
  sheetOf,
} from '../shape/index.ts';

/** Two tenons side by side in the thickness, each with a mortise of its own. */
export interface TwinParams extends BlindParams {
  /** Between the two tenons; centre to centre they are a tenon and a gap apart. */
  gap: Mm;
}

const schema = blindSchemaWith<TwinParams>({
  gap: Joi.number().min(-10_000).max(10_000).required(),
});

const pitchOf = (params: TwinParams): Mm => derive(params).tenonThickness + params.gap;

/** The second tenon or mortise as a joint of its own: a pitch farther from the reference face. */
const second = (params: TwinParams): TwinParams => ({
  ...params,
  faceShoulder: params.faceShoulder + pitchOf(params),
});

/** Both tenons as joints of their own, the farther one first, as their mortises are listed. */
export const bothTwins = (params: TwinParams): TwinParams[] => [second(params), params];

export const twin: JointKind<TwinParams> = {
  id: 'twin',
  title: 'Twin mortise and tenon',
  told: 'Two tenons side by side, for thick stock.',
  where: 'along',
  picture: 'section',
  choices: [CORNERS],
  schema,
  own: ['mortiseWidth', 'faceShoulder'],
  propose(members, available) {
    const { params, advice } = blind.propose(members, available);
    const { tenoned, mortised } = members;
    const thinner = Math.min(tenoned.thickness, mortised.thickness);
    /** Two shoulders, two tenons and the gap between them: five alike. */
    const fifth = thinner / 5;
    const mortiseWidth = nearestWidth(fifth, available) ?? fifth;
    const t = mortiseWidth - params.faceClearance;
    const faceShoulder = Math.max(0, (thinner - 3 * t) / 2);
    return {
      params: {
        ...params,
        mortiseWidth,
        faceShoulder,
        gap: t,
        tenonWidth: roundTo(Math.min(params.tenonWidth, 6 * t), available.step, 'down'),
        tenonLength: Math.min(
          params.tenonLength,
          reachOf(mortiseWidth, available) - params.bottomClearance,
        ),
        endClearance:
          available.corners === 'clear'
            ? roundTo(mortiseWidth, available.step, 'up')
            : params.endClearance,
      },
      advice: [
        ...advice.filter((a) => a.id !== 'thirds'),
        {
          id: 'fifths',
          dimension: 'mortiseWidth',
          level: 'reason',
          title: say('Mortises {mortiseWidth}', { mortiseWidth }),
          reason: say(
            'Two shoulders, two tenons and a gap as wide as a tenon: a fifth of {thinner} is {fifth}, and of the widths your cutters make {mortiseWidth} is nearest.',
            { thinner, fifth, mortiseWidth },
          ),
        },
      ],
    };
  },
  problems(params, members, available, names) {
    const { tenonThickness: t, wall: p } = derive(params);
    const { faceShoulder: a, gap, mortiseWidth: m } = params;
    const pitch = pitchOf(params);
    return [
      ...blind.problems(params, members, available, names),
      ...failing(
        [
          positive('tenoned', 'gap', 'gap between the tenons', gap),
          positive('mortised', 'gap', 'wall between the mortises', pitch - m),
          atMost(
            'tenoned',
            'gap',
            'two tenons and their gap',
            a + pitch + t,
            members.tenoned.thickness,
            'face shoulder, two tenons and their gap make {value}, but the piece is {bound} thick: {over} too much.',
          ),
          atMost(
            'mortised',
            'gap',
            'two mortises and the wall between',
            p + pitch + m,
            members.mortised.thickness,
            'near wall, two mortises and the wall between make {value}, but the piece is {bound} thick: {over} too much.',
          ),
        ],
        names,
      ),
    ];
  },
  advice(params, members, available): Advice[] {
    const { mortiseWidth: m } = params;
    const t = derive(params).tenonThickness;
    const pitch = pitchOf(params);
    const T = members.tenoned.thickness;
    const proposal = this.propose(members, available);
    const wall = Math.min(
      derive(params).wall,
      members.mortised.thickness - derive(params).wall - pitch - m,
    );
    /**
     * A thin tenon is the point of a pair; what one thirds-joint would be told does not hold here.
     */
    const ofOne = blind
      .advice(params, members, available)
      .filter((a) => !['thirds', 'thin-tenon', 'wall'].includes(a.id));
    return [
      ...(Math.abs(m - proposal.params.mortiseWidth) < 1e-6
        ? proposal.advice.filter((a) => a.id === 'fifths')
        : []),
      ...ofOne,
      ...(pitch - m < t / 2 - 1e-6
        ? [
            {
              id: 'gap',
              dimension: 'gap',
              level: 'warning' as const,
              title: say('A thin wall between the mortises'),
              reason: say('{wall} is left between them; a gap as wide as a tenon, {t}, is usual.', {
                wall: pitch - m,
                t,
              }),
              propose: t,
            },
          ]
        : []),
      ...(wall < 5 - 1e-6
        ? [
            {
              id: 'wall',
              dimension: 'setBack',
              level: 'warning' as const,
              title: say('A thin mortise wall'),
              reason: say('The thinner outer wall is {wall}; less than {least} may split.', {
                wall,
                least: 5,
              }),
            },
          ]
        : []),
      ...(T < 30
        ? [
            {
              id: 'thin-stock',
              dimension: 'mortiseWidth',
              level: 'reason' as const,
              title: say('Thin stock for a pair'),
              reason: say('In {T} one tenon of a third is usual; a pair pays in thicker wood.', {
                T,
              }),
            },
          ]
        : []),
    ];
  },
  geometry(params, member, piece, spot) {
    const {
      faceShoulder: a,
      gap,
      edgeShoulder: b,
      tenonWidth: w,
      tenonLength: L,
      mortiseWidth: m,
    } = params;
    const { tenonThickness: t, wall } = derive(params);
    if (member === 'tenoned') {
      const x = alongOf(piece, spot);
      const middle = b + w / 2;
      return {
        ...endShape(piece, spot, L, [tongueOf(params), tongueOf(second(params))]),
        gauges: [
          ...tenonGauges(params, piece, spot, {
            thicknessTo: a + t + gap / 2,
            shoulder: [a + t + gap / 2, middle],
          }),
          bar('gap', 1, [x(L / 2), 0, middle], a + t / 2, a + t + gap + t / 2, 'air'),
          bar(
            'secondTenon',
            1,
            [x(L / 2), 0, middle],
            a + t + gap / 2,
            piece.thickness + 1,
            'wood',
          ),
        ],
      };
    }
    const between = wall + m + (pitchOf(params) - m) / 2;
    const [{ bar: first }] = mortiseGauges(params, piece, spot) as [ReturnType<typeof bar>];
    return {
      ...hollowShape(piece, spot, [hollowOf(params), hollowOf(second(params))]),
      gauges: [
        ...mortiseGauges(params, piece, spot, { thicknessTo: between }),
        bar('secondMortise', 1, [first.min[0], 0, first.min[2]], between, piece.thickness, 'air'),
      ],
    };
  },
  features(params, members) {
    const { faceShoulder: a, gap, tenonLength: L } = params;
    const t = derive(params).tenonThickness;
    const { tenoned, mortised } = blind.features(params, members);
    const other = blind.features(second(params), members).mortised;
    return {
      tenoned: [
        ...tenoned.map((f) =>
          f.form === 'tenon'
            ? {
                ...f,
                thickness: 2 * t + gap,
                ...(f.rounding && { rounding: [roundingOf(params), roundingOf(second(params))] }),
              }
            : f,
        ),
        {
          form: 'slot',
          name: 'between the tenons',
          stock: members.tenoned,
          across: 'thickness',
          wall: a + t,
          width: gap,
          depth: L,
          between: true,
          pitch: pitchOf(params),
        },
      ],
      mortised: [
        ...other.map((f) => ({ ...f, name: 'the farther one' })),
        ...mortised.map((f) => ({
          ...f,
          name: 'the nearer one',
          ...(f.form === 'mortise' && { pitch: pitchOf(params) }),
        })),
      ],
    };
  },
  seat: (params) => blind.seat(params),
  fit: (params, members) => blind.fit(params, members),
  drawing(params, members) {
    const { tenonThickness: t, along } = derive(params);
    const T = members.tenoned.thickness;
    const [nearFar, far] = [params.faceShoulder + t, params.faceShoulder + pitchOf(params)];
    const sheet = sheetOf({
      members,
      setBack: params.setBack,
      along,
      reach: params.tenonLength,
      tongues: [tongueOf(params), tongueOf(second(params))],
      hollows: [hollowOf(params), hollowOf(second(params))],
    });
    return {
      views: sheet.views,
      dimensions: [
        ...blindDimensions(params, members, sheet).filter((d) => d.id !== 'farShoulder'),
        sheet.through('gap', 'gap between the tenons', nearFar, far),
        sheet.through('farShoulder', 'far shoulder', far + t, T),
      ],
    };
  },
  moves: BLIND_MOVES,
  withChoice: withCorners,
};
