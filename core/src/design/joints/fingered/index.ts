import Joi from 'joi';
import type { Piece } from '../../../shop/index.ts';
import { roundTo, say, type Mm } from '../../../ground/index.ts';
import {
  blind,
  blindDimensions,
  blindSchemaWith,
  CORNERS,
  derive,
  hollowOf,
  mortiseGauges,
  roundingOf,
  tenonGauges,
  tongueOf,
  withCorners,
  type BlindParams,
  BLIND_MOVES,
} from '../blind/index.ts';
import type { Advice, Feature, JointKind } from '../kind.ts';
import {
  alongOf,
  aside,
  atMost,
  bar,
  dimension,
  endShape,
  failing,
  hollowShape,
  notNegative,
  positive,
  type Hollow,
  type Tongue,
  sheetOf,
} from '../shape/index.ts';

/** Two or more tenons in the width, each with a mortise; between them a clear gap, or a haunch. */
export interface FingeredParams extends BlindParams {
  count: number;
  /** Between two tenons; each of them is as wide as the tenon width says. */
  gap: Mm;
  /** How far the wood between them stands out of the shoulder; 0 for a clear gap. */
  haunchLength: Mm;
  /** Gap at the end of those haunches. */
  haunchClearance: Mm;
}

const mm = () => Joi.number().min(-10_000).max(10_000).required();
const schema = blindSchemaWith<FingeredParams>({
  count: Joi.number().integer().min(2).max(6).required(),
  gap: mm(),
  haunchLength: mm(),
  haunchClearance: mm(),
});

/** One of the tenons, or its mortise, as a joint of its own. */
const nth = (params: FingeredParams, i: number): FingeredParams => {
  const by = i * (params.tenonWidth + params.gap);
  return { ...params, edgeShoulder: params.edgeShoulder + by, position: params.position + by };
};

/** Every tenon as a joint of its own, from the reference edge on. */
export const everyFinger = (params: FingeredParams): FingeredParams[] =>
  Array.from({ length: params.count }, (_, i) => nth(params, i));
const totalOf = ({ count, tenonWidth, gap }: FingeredParams): Mm =>
  count * tenonWidth + (count - 1) * gap;

/** The shallow pockets between two mortises, where the wood between the tenons stands out. */
const pocketsOf = (params: FingeredParams): Hollow[] => {
  const { wall, mortiseLength } = derive(params);
  const { mortiseWidth: m, haunchLength, tenonWidth, gap } = params;
  if (haunchLength <= 0) return [];
  return everyFinger(params)
    .slice(1)
    .map(({ position }) => ({
      x: [position - tenonWidth - gap + mortiseLength - m / 2, position + m / 2],
      y: [wall, wall + m],
      depth: [0, pocketDepth(params)],
      ends: 'squared',
    }));
};

/** How deep the pockets between two mortises are; 0 where there are none. */
export const pocketDepth = ({ haunchLength: h, haunchClearance }: FingeredParams): Mm =>
  h > 0 ? h + haunchClearance : 0;

/**
 * Tenons, and the haunches between them: their wood covers the rounding of the edges beside them.
 */
function tonguesOf(params: FingeredParams): Tongue[] {
  const {
    faceShoulder: a,
    edgeShoulder: b,
    tenonWidth: w,
    tenonLength: L,
    haunchLength: h,
  } = params;
  const whole = everyFinger(params).map(tongueOf);
  if (h <= 0) return whole;
  const radius = whole[0]!.radius!;
  const [y, x, far] = [whole[0]!.y, [L - h, L] as const, b + totalOf(params)];
  const t = derive(params).tenonThickness;
  return [
    ...whole.map((tongue) => ({ ...tongue, x: [0, L - h] as const })),
    { x, y: [a, a + t], z: [b + radius, far - radius] },
    ...(radius
      ? [
          { x, y, z: [b, b + w] as const, radius },
          { x, y, z: [far - w, far] as const, radius },
        ]
      : []),
  ];
}

/** A place where the shoulder can be seen from the tip: a face, an edge, or a clear gap. */
function shoulderOf(params: FingeredParams, { thickness: T, width: W }: Piece): [Mm, Mm] {
  const { faceShoulder: a, edgeShoulder: b, tenonWidth: w, gap } = params;
  const t = derive(params).tenonThickness;
  const far = b + totalOf(params);
  const [middle, across] = [a + t / 2, b + w / 2];
  if (a > 0.1) return [a / 2, across];
  if (T - a - t > 0.1) return [(a + t + T) / 2, across];
  if (b > 0.1) return [middle, b / 2];
  return W - far > 0.1 ? [middle, (far + W) / 2] : [middle, b + w + gap / 2];
}

export const fingered: JointKind<FingeredParams> = {
  id: 'fingered',
  title: 'Double or fingered tenon',
  told: 'Two or more tenons across a wide piece.',
  where: 'along',
  picture: 'face',
  choices: [
    CORNERS,
    {
      id: 'count',
      label: 'Tenons',
      options: ['2', '3', '4', '5', '6'].map((value) => ({ value, label: value })),
    },
  ],
  schema,
  own: ['tenonWidth', 'edgeShoulder'],
  propose(members, available) {
    const { params, advice } = blind.propose(members, available);
    const { step } = available;
    const W = members.tenoned.width;
    const t = params.mortiseWidth - params.faceClearance;
    const edge = Math.min(roundTo(10, step, 'nearest'), roundTo(W / 8, step, 'nearest'));
    /**
     * As few tenons as keep each within six times its thickness, with gaps as wide as the thinnest
     * of them needs.
     */
    const gap = roundTo(
      Math.max(2 * t, available.corners === 'clear' ? 2 * params.mortiseWidth : 0),
      step,
      'up',
    );
    const room = W - 2 * edge;
    const fits = [2, 3, 4, 5, 6].find((n) => (room - (n - 1) * gap) / n <= 6 * t) ?? 6;
    const tenonWidth = Math.max(roundTo((room - (fits - 1) * gap) / fits, step, 'down'), step);
    const edgeShoulder = (W - fits * tenonWidth - (fits - 1) * gap) / 2;
    return {
      params: {
        ...params,
        count: fits,
        tenonWidth,
        gap,
        edgeShoulder,
        haunchLength: 0,
        haunchClearance: roundTo(0.5, step / 2, 'up'),
        position: params.position - params.edgeShoulder + edgeShoulder,
      },
      advice: [
        ...advice,
        {
          id: 'fingers',
          dimension: 'tenonWidth',
          level: 'reason',
          title: say(`${fits} tenons of {tenonWidth}`, { tenonWidth }),
          reason: say(
            'One tenon across {W} would be wider than six times its thickness: it would move with the seasons, and its long mortise be weak.',
            { W },
          ),
        },
      ],
    };
  },
  problems(params, members, available, names) {
    const { mortiseLength, mortiseDepth } = derive(params);
    const {
      gap,
      tenonWidth: w,
      edgeShoulder: b,
      tenonLength: L,
      haunchLength: h,
      haunchClearance,
    } = params;
    return [
      ...blind.problems(params, members, available, names),
      ...failing(
        [
          positive('tenoned', 'gap', 'gap between the tenons', gap),
          positive('mortised', 'gap', 'wood between the mortises', w + gap - mortiseLength),
          notNegative('tenoned', 'haunchLength', 'haunch length', h),
          notNegative('mortised', 'haunchClearance', 'gap behind the haunch', haunchClearance),
          atMost(
            'tenoned',
            'gap',
            'tenons and gaps',
            b + totalOf(params),
            members.tenoned.width,
            'edge shoulder, tenons and gaps make {value}, but the piece is {bound} wide: {over} too much.',
          ),
          atMost(
            'mortised',
            'position',
            'row of mortises',
            params.position + totalOf(params) - w + mortiseLength,
            members.mortised.length,
            'the row of mortises would end {value} from the layout end, but the piece is {bound} long.',
          ),
          {
            wrong: h >= L - 1e-6,
            member: 'tenoned',
            path: 'haunchLength',
            dimension: 'haunch length',
            value: h,
            bound: L,
            text: 'the wood between the tenons would stand out {value}, the tenons {bound}; it must be the shorter.',
          },
          {
            wrong: h > 0 && h + haunchClearance >= mortiseDepth - 1e-6,
            member: 'mortised',
            path: 'haunchClearance',
            dimension: 'pocket between the mortises',
            value: h + haunchClearance,
            bound: mortiseDepth,
            text: 'the pocket between the mortises is {value} deep and they are {bound}; it must be the shallower.',
          },
        ],
        names,
      ),
    ];
  },
  advice(params, members, available): Advice[] {
    const { tenonWidth: w, gap } = params;
    const { tenonThickness: t, mortiseLength } = derive(params);
    const W = members.tenoned.width;
    const proposal = this.propose(members, available);
    const between = w + gap - mortiseLength;
    return [
      ...blind.advice(params, members, available),
      ...(params.count === proposal.params.count && W > 6 * t
        ? proposal.advice.filter(
            (a) => a.id === 'fingers' && Math.abs(w - proposal.params.tenonWidth) < 1e-6,
          )
        : []),
      ...(between < t - 1e-6
        ? [
            {
              id: 'between',
              dimension: 'gap',
              level: 'warning' as const,
              title: say('Little wood between the mortises'),
              reason: say(
                '{between} is left between them; less than the tenon is thick, {t}, is short grain.',
                {
                  between,
                  t,
                },
              ),
              propose: gap + t - between,
            },
          ]
        : []),
      ...(w < t - 1e-6
        ? [
            {
              id: 'slender',
              dimension: 'tenonWidth',
              level: 'warning' as const,
              title: say('Slender tenons'),
              reason: say(
                'Each is {w} wide and {t} thick: narrower than thick. Fewer, wider ones are stronger.',
                {
                  w,
                  t,
                },
              ),
            },
          ]
        : []),
    ];
  },
  geometry(params, member, piece, spot) {
    const {
      edgeShoulder: b,
      tenonWidth: w,
      gap,
      tenonLength: L,
      faceShoulder: a,
      haunchLength: h,
    } = params;
    const { tenonThickness: t, mortiseLength, mortiseDepth } = derive(params);
    if (member === 'tenoned') {
      const x = alongOf(piece, spot);
      const depth = (L - h) / 2;
      return {
        ...endShape(piece, spot, L, tonguesOf(params)),
        gauges: [
          ...tenonGauges(params, piece, spot, {
            depth,
            alongTo: b + w + gap / 2,
            shoulder: shoulderOf(params, piece),
          }),
          bar('gap', 2, [x(depth), a + t / 2, 0], b + w - w / 8, b + w + gap + w / 8, 'air'),
        ],
      };
    }
    const pockets = pocketsOf(params);
    const depth = ((pockets[0]?.depth[1] ?? 0) + mortiseDepth) / 2;
    return {
      ...hollowShape(piece, spot, [...everyFinger(params).map(hollowOf), ...pockets]),
      gauges: mortiseGauges(params, piece, spot, {
        depth,
        alongTo: params.position + (mortiseLength + w + gap) / 2,
      }),
    };
  },
  features(params, members) {
    const { edgeShoulder: b, tenonWidth: w, gap, tenonLength: L, haunchLength: h } = params;
    const { tenoned } = blind.features(params, members);
    const fingers = everyFinger(params);
    const last = fingers.length - 1;
    return {
      tenoned: [
        ...tenoned.map((f) =>
          f.form === 'tenon'
            ? {
                ...f,
                width: totalOf(params),
                ...(f.rounding && {
                  rounding: fingers.map((fingeredParams, i) => ({
                    ...roundingOf(fingeredParams),
                    nearLength: i === 0 ? L : L - h,
                    farLength: i === last ? L : L - h,
                  })),
                }),
              }
            : f,
        ),
        ...fingers.slice(1).map((fingeredParams, i): Feature => ({
          form: 'slot',
          name: last === 1 ? 'between the tenons' : `gap ${i + 1}`,
          stock: members.tenoned,
          across: 'width',
          wall: b + w + i * (w + gap),
          width: fingeredParams.gap,
          depth: L - h,
          between: true as const,
          pitch: w + fingeredParams.gap,
          ...(h > 0 && { tongue: h }),
        })),
      ],
      mortised: [
        ...fingers.flatMap((fingeredParams, i) =>
          blind.features(fingeredParams, members).mortised.map((f) => ({
            ...f,
            name: 'mortise',
            nth: { at: i + 1, of: fingers.length },
          })),
        ),
        ...pocketsOf(params).map(({ x, y, depth }, i): Feature => ({
          form: 'mortise',
          name: `pocket ${i + 1}`,
          pocket: true,
          stock: members.mortised,
          wall: y[0],
          width: params.mortiseWidth,
          start: x[0] - params.mortiseWidth / 2,
          length: x[1] - x[0] + params.mortiseWidth,
          depth: depth[1],
          ends: 'clear',
        })),
      ],
    };
  },
  seat: (params) => blind.seat(params),
  fit: (params, members) => blind.fit(params, members),
  drawing(params, members) {
    const { faceShoulder: a, edgeShoulder: b, tenonWidth: w, tenonLength: L } = params;
    const { gap, haunchLength: h } = params;
    const { tenonThickness: t, along } = derive(params);
    const fingers = everyFinger(params);
    const far = b + totalOf(params);
    const haunches = fingers.slice(1).map(({ edgeShoulder }): Tongue => ({
      x: [L - h, L],
      y: [a, a + t],
      z: [edgeShoulder - gap, edgeShoulder],
    }));
    const sheet = sheetOf({
      members,
      setBack: params.setBack,
      along,
      reach: L,
      tongues: [...fingers.map(tongueOf), ...(h > 0 ? haunches : [])],
      hollows: [...pocketsOf(params), ...fingers.map(hollowOf)],
    });
    return {
      views: sheet.views,
      dimensions: [
        ...blindDimensions(params, members, sheet).filter((d) => d.id !== 'farEdgeShoulder'),
        sheet.across('gap', 'gap between the tenons', b + w, b + w + gap),
        sheet.across('farEdgeShoulder', 'far edge shoulder', far, members.tenoned.width),
        ...(h > 0
          ? [
              dimension(
                'haunchLength',
                'haunch between the tenons',
                h,
                'face',
                [-h, b + w],
                [0, b + w],
                -14,
              ),
              aside('haunchClearance', 'gap behind the haunch', params.haunchClearance),
            ]
          : [aside('haunchLength', 'haunch between the tenons', 0)]),
      ],
    };
  },
  moves: BLIND_MOVES,
  withChoice: (params, choice, value) =>
    choice === 'count' ? { ...params, count: Number(value) } : withCorners(params, choice, value),
};
