import Joi from 'joi';
import {
  roundTo,
  say,
  type Mm,
  anticlockwise,
  difference,
  prismAlong,
  union,
  type Solid,
  type Vec2,
} from '../../../ground/index.ts';
import {
  blind,
  blindDimensions,
  blindSchemaWith,
  CORNERS,
  derive,
  hollowOf,
  mortiseGauges,
  tenonGauges,
  withCorners,
  type BlindParams,
  tongueOf,
  BLIND_MOVES,
} from '../blind/index.ts';
import type { Piece } from '../../../shop/index.ts';
import type {
  Advice,
  Choice,
  Feature,
  JointKind,
  JointView,
  Problem,
  SlopeFeature,
} from '../kind.ts';
import {
  aside,
  atMost,
  bar,
  dimension,
  endShape,
  failing,
  hollowShape,
  alongOf,
  intoOf,
  notNegative,
  positive,
  type Hollow,
  type Tongue,
  sheetOf,
} from '../shape/index.ts';

/**
 * A blind joint near the end of its stile: beside the tenon, part of the width is only as long as
 * the haunch.
 */
export interface HaunchedParams extends BlindParams {
  /**
   * How far it reaches from the tenon toward the reference edge; the edge shoulder counts to the
   * tenon itself.
   */
  haunchWidth: Mm;
  /** h: from the shoulder. */
  haunchLength: Mm;
  /** Gap at the end of the haunch, so that the shoulder closes first. */
  haunchClearance: Mm;
  /**
   * Sloped, it is as long as that only at the tenon, and nothing at its other side. Square where
   * nobody says.
   */
  haunch?: 'square' | 'sloped';
}

const mm = () => Joi.number().min(-10_000).max(10_000).required();
const schema = blindSchemaWith<HaunchedParams>({
  haunchWidth: mm(),
  haunchLength: mm(),
  haunchClearance: mm(),
  haunch: Joi.string().valid('square', 'sloped'),
});

const HAUNCH: Choice = {
  id: 'haunch',
  label: 'Haunch',
  options: [
    { value: 'square', label: 'Square' },
    { value: 'sloped', label: 'Sloped' },
  ],
};

/**
 * A sloped pocket along the piece: where it is nothing, and where the tenon begins; the gap is the
 * same all along.
 */
function slopedPocket(params: HaunchedParams): { from: Mm; to: Mm; depth: Mm; wall: Mm } {
  const { haunchWidth, haunchLength: h, haunchClearance: c, edgeShoulder } = params;
  const { along, wall } = derive(params);
  const to = along + edgeShoulder;
  return { from: to - (haunchWidth * (h + c)) / h, to, depth: h + c, wall };
}

/** Wood, mm, that the pocket's round end needs past the haunch, in the horn. */
const PAST: Mm = 0.5;

/**
 * The pocket for the haunch: along the stile from inside the horn into the mortise, and how much of
 * it is needed.
 */
function pocketOf(params: HaunchedParams): Hollow & { readonly needed: readonly [Mm, Mm] } {
  const {
    position: q,
    mortiseWidth: m,
    haunchWidth,
    haunchLength,
    haunchClearance,
    edgeShoulder,
  } = params;
  const { along, wall } = derive(params);
  const from = along + edgeShoulder - haunchWidth;
  return {
    x: [from - m / 2 - PAST, q + m / 2],
    needed: [from, q + m / 2],
    y: [wall, wall + m],
    depth: [0, haunchLength + haunchClearance],
    ends: 'squared',
  };
}

/** The haunch, and the tenon past it; the haunch's wood covers the rounding of the near edge. */
function tonguesOf(params: HaunchedParams): Tongue[] {
  const {
    faceShoulder: a,
    edgeShoulder: b,
    tenonWidth: w,
    tenonLength: L,
    haunchWidth,
    haunchLength: h,
  } = params;
  const t = derive(params).tenonThickness;
  const y = [a, a + t] as const;
  const x = [L - h, L] as const;
  const radius = params.corners === 'rounded' ? t / 2 : 0;
  return [
    { x: [0, L - h], y, z: [b, b + w], radius },
    { x, y, z: [b - haunchWidth, b + w - radius] },
    ...(radius ? [{ x, y, z: [b + w - t, b + w] as const, radius }] : []),
  ];
}

/** A solid through the thickness, its outline across the piece and along it. */
const through = (outline: Vec2[], from: Mm, to: Mm): Solid =>
  prismAlong('y', anticlockwise(outline), from, to);

/** The sloped pocket, pared once its mortise is cut. */
/** Layout end to where the pocket for the haunch begins, mm. */
const pocketStart = (params: HaunchedParams): Mm =>
  params.haunch === 'sloped' ? slopedPocket(params).from : pocketOf(params).x[0];

const slopeIn = (params: HaunchedParams, stock: Piece): SlopeFeature => ({
  form: 'slope',
  of: 'pocket',
  stock,
  width: params.mortiseWidth,
  length: 0,
  ...slopedPocket(params),
  follows: { feature: 0, words: 'The pocket is pared into a mortise that is there.' },
});

export const haunched: JointKind<HaunchedParams> = {
  id: 'haunched',
  title: 'Haunched mortise and tenon',
  told: 'At a stile’s end: part of the tenon is short, so that the end stays closed.',
  where: 'end',
  picture: 'face',
  choices: [CORNERS, HAUNCH],
  schema,
  own: ['tenonWidth', 'edgeShoulder', 'position'],
  optional: ['haunch'],
  propose(members, available) {
    const { params, advice } = blind.propose(members, available);
    const { step } = available;
    const nearest = (value: Mm) => roundTo(value, step, 'nearest');
    const W = members.tenoned.width;
    const far = params.edgeShoulder;
    const horn = nearest(Math.max(20, params.mortiseWidth / 2 + 3));
    const haunchWidth = nearest((W - far) / 3);
    const t = params.mortiseWidth - params.faceClearance;
    const tenonWidth = roundTo(Math.min(W - far - haunchWidth, 100, 6 * t), step, 'down');
    const edgeShoulder = haunchWidth;
    const haunchLength = Math.min(nearest(Math.max(t, 6)), nearest(params.tenonLength / 2));
    return {
      params: {
        ...params,
        tenonWidth,
        edgeShoulder,
        haunchWidth,
        haunchLength,
        haunchClearance: roundTo(0.5, step / 2, 'up'),
        position: horn + edgeShoulder - params.endClearance / 2,
      },
      advice: [
        ...advice,
        {
          id: 'haunch',
          dimension: 'haunchWidth',
          level: 'reason',
          title: say('Haunch {haunchWidth} wide', { haunchWidth }),
          reason: say(
            'A third of the width stays short, so that the mortise does not open at the end; a horn of {horn} holds the end together until the glue has set.',
            { horn },
          ),
        },
      ],
    };
  },
  problems(params, members, available, names): Problem[] {
    const {
      haunchWidth,
      haunchLength: h,
      haunchClearance,
      edgeShoulder: b,
      tenonLength: L,
    } = params;
    return [
      ...blind.problems(params, members, available, names),
      ...failing(
        [
          positive('tenoned', 'haunchWidth', 'haunch width', haunchWidth),
          positive('tenoned', 'haunchLength', 'haunch length', h),
          notNegative('mortised', 'haunchClearance', 'gap behind the haunch', haunchClearance),
          atMost(
            'tenoned',
            'haunchWidth',
            'haunch width',
            haunchWidth,
            b,
            'the haunch is {value} wide, but beside the tenon there is {bound}: {over} too much.',
          ),
          {
            wrong: h >= L - 1e-6,
            member: 'tenoned',
            path: 'haunchLength',
            dimension: 'haunch length',
            value: h,
            bound: L,
            text: 'the haunch is {value} long and the tenon {bound}; a haunch is the shorter of the two.',
          },
          {
            wrong: h + haunchClearance >= derive(params).mortiseDepth - 1e-6,
            member: 'mortised',
            path: 'haunchClearance',
            dimension: 'haunch pocket',
            value: h + haunchClearance,
            bound: derive(params).mortiseDepth,
            text: 'the pocket for the haunch is {value} deep and the mortise {bound}; it must be the shallower.',
          },
        ],
        names,
      ),
    ];
  },
  advice(params, members, available): Advice[] {
    const { along } = derive(params);
    const { haunchWidth, tenonWidth, haunchClearance, haunchLength } = params;
    const proposal = this.propose(members, available);
    const ownAdvice: Advice[] = [];
    const warn = (wrong: boolean, advice: Omit<Advice, 'level'>) => {
      if (wrong) ownAdvice.push({ ...advice, level: 'warning' });
    };
    if (Math.abs(haunchWidth - proposal.params.haunchWidth) < 1e-6)
      ownAdvice.push(proposal.advice.at(-1)!);
    warn(along < 15 - 1e-6, {
      id: 'horn',
      dimension: 'position',
      title: say('A short horn'),
      reason: say(
        '{along} stands past the tenoned piece; {least} to {most} keep the end from splitting until the glue has set, and are cut off then.',
        { along: Math.max(0, along), least: 15, most: 25 },
      ),
    });
    warn(haunchWidth > (haunchWidth + tenonWidth) / 2 + 1e-6, {
      id: 'wide-haunch',
      dimension: 'haunchWidth',
      title: say('A wide haunch'),
      reason: say(
        'It takes {haunch} of {whole}; about a third is usual, and more leaves a weak tenon.',
        {
          haunch: haunchWidth,
          whole: haunchWidth + tenonWidth,
        },
      ),
      propose: roundTo((haunchWidth + tenonWidth) / 3, available.step, 'nearest'),
    });
    warn(haunchClearance < 0.5 - 1e-6, {
      id: 'haunch-bottoms',
      dimension: 'haunchClearance',
      title: say('The haunch may bottom'),
      reason: say(
        '{gap} is left behind it; {least} to {most} where it can’t be seen lets the shoulder close first.',
        {
          gap: haunchClearance,
          least: 0.5,
          most: 1,
        },
      ),
      propose: 0.5,
    });
    warn(haunchLength < derive(params).tenonThickness / 2 - 1e-6, {
      id: 'short-haunch',
      dimension: 'haunchLength',
      title: say('A short haunch'),
      reason: say(
        '{haunchLength} does little against twisting; about the tenon’s thickness is usual.',
        {
          haunchLength,
        },
      ),
      propose: roundTo(derive(params).tenonThickness, available.step, 'nearest'),
    });
    return [...blind.advice(params, members, available), ...ownAdvice];
  },
  geometry(params, member, piece, spot) {
    const {
      haunchWidth,
      haunchLength: h,
      tenonLength: L,
      edgeShoulder: b,
      faceShoulder: a,
    } = params;
    const { tenonThickness: t } = derive(params);
    const z = b - haunchWidth / 2;
    if (member === 'tenoned') {
      const x = alongOf(piece, spot);
      const square = endShape(piece, spot, L, tonguesOf(params));
      /** Measured past the haunch, where the tenon stands alone. */
      const gauges = tenonGauges(params, piece, spot, { depth: (L - h) / 2 });
      if (params.haunch === 'sloped') {
        const above = through(
          [
            [b - haunchWidth, x(L)],
            [b, x(L - h)],
            [b - haunchWidth, x(L - h)],
          ],
          a,
          a + t,
        );
        return {
          mustRemain: difference(square.mustRemain, above),
          mustBeEmpty: union(square.mustBeEmpty, above),
          gauges,
        };
      }
      return {
        ...square,
        gauges: [...gauges, bar('tipToHaunch', 0, [0, a + t / 2, z], x(0), x(L + 1), 'air')],
      };
    }
    if (params.haunch === 'sloped') {
      const { from, to, depth, wall } = slopedPocket(params);
      const m = params.mortiseWidth;
      const [x, z] = [alongOf(piece, spot), intoOf(piece, spot)];
      const shape = hollowShape(piece, spot, [hollowOf(params)]);
      const slope = through(
        [
          [z(0), x(from)],
          [z(depth), x(to)],
          [z(depth), x(to + m / 2)],
          [z(0), x(to + m / 2)],
        ],
        wall,
        wall + m,
      );
      return {
        mustRemain: difference(shape.mustRemain, slope),
        mustBeEmpty: union(shape.mustBeEmpty, slope),
        gauges: mortiseGauges(params, piece, spot, {
          depth: (depth + derive(params).mortiseDepth) / 2,
        }),
      };
    }
    const pocket = pocketOf(params);
    return {
      ...hollowShape(piece, spot, [hollowOf(params), pocket]),
      /** Measured below the pocket. */
      gauges: mortiseGauges(params, piece, spot, {
        depth: (pocket.depth[1] + derive(params).mortiseDepth) / 2,
      }),
    };
  },
  features(params, members) {
    const { tenoned, mortised } = blind.features(params, members);
    const { edgeShoulder: b, tenonWidth: w, tenonLength: L, haunchWidth, haunchLength: h } = params;
    const { width: W, thickness: T } = members.tenoned;
    const pocket = pocketOf(params);
    const { wall, mortiseLength } = derive(params);
    const sloped = params.haunch === 'sloped';
    const deep = mortised.find((f) => f.form === 'mortise');
    return {
      tenoned: tenoned.flatMap((f): Feature[] => {
        if (f.form !== 'tenon') return [];
        const { rounding, ...whole } = f;
        return [
          { ...whole, edgeShoulder: b - haunchWidth, width: w + haunchWidth },
          {
            form: 'tenon' as const,
            name: 'the haunch',
            stock: members.tenoned,
            faceShoulder: 0,
            thickness: T,
            edgeShoulder: b,
            width: W - b,
            length: L - h,
            cleared: { 'reference-edge': b - haunchWidth },
            ...(rounding && { rounding: rounding.map((r) => ({ ...r, nearLength: L - h })) }),
            follows: { feature: 0, words: 'The haunch is cut once the full-length cheeks are.' },
          },
          ...(sloped
            ? [
                {
                  form: 'slope' as const,
                  of: 'haunch' as const,
                  stock: members.tenoned,
                  wall: f.faceShoulder,
                  width: f.thickness,
                  from: b - haunchWidth,
                  to: b,
                  depth: h,
                  length: L,
                  follows: {
                    feature: 1,
                    words: 'The haunch is sawn aslant once it is cut square.',
                  },
                },
              ]
            : []),
        ];
      }),
      mortised: [
        ...mortised,
        /**
         * A mortise that is longer than its tenon may reach over all of the pocket already, its
         * round end and all.
         */
        ...(pocketStart(params) > params.position + params.mortiseWidth / 2 - 1e-6
          ? []
          : sloped
            ? [slopeIn(params, members.mortised)]
            : [
                {
                  form: 'mortise' as const,
                  name: 'pocket for the haunch',
                  pocket: true as const,
                  stock: members.mortised,
                  wall,
                  width: params.mortiseWidth,
                  start: pocket.x[0],
                  ...(deep && {
                    beside: { start: deep.start, length: deep.length, depth: deep.depth },
                  }),
                  length:
                    params.position + Math.min(params.mortiseWidth, mortiseLength) - pocket.x[0],
                  depth: pocket.depth[1],
                  ends: 'clear' as const,
                },
              ]),
      ],
    };
  },
  seat: (params) => blind.seat(params),
  fit: (params, members) => blind.fit(params, members),
  drawing(params, members) {
    const { faceShoulder: a, edgeShoulder: b, tenonLength: L } = params;
    const { haunchWidth, haunchLength: h } = params;
    const { tenonThickness: t, along } = derive(params);
    const sheet = sheetOf({
      members,
      setBack: params.setBack,
      along,
      reach: L,
      tongues: [{ x: [L - h, L], y: [a, a + t], z: [b - haunchWidth, b] }, tongueOf(params)],
      hollows: [{ ...pocketOf(params), ends: 'rounded' }, hollowOf(params)],
    });
    const { views } = sheet;
    return {
      views: params.haunch === 'sloped' ? views.map((view) => slopedView(view, params)) : views,
      dimensions: [
        ...blindDimensions(params, members, sheet),
        sheet.acrossNear('haunchWidth', 'haunch width', b - haunchWidth, b),
        dimension(
          'haunchLength',
          'haunch length',
          h,
          'face',
          [-h, b - haunchWidth],
          [0, b - haunchWidth],
          -14,
        ),
        aside('haunchClearance', 'gap behind the haunch', params.haunchClearance),
      ],
    };
  },
  moves: BLIND_MOVES,
  withChoice: (params, choice, value) =>
    choice === 'haunch'
      ? { ...params, haunch: value as 'square' | 'sloped' }
      : withCorners(params, choice, value),
};

/** On the face haunch and pocket, the first of the hollows drawn, run out to nothing. */
function slopedView(view: JointView, params: HaunchedParams): JointView {
  if (view.id !== 'face') return view;
  const { from, to, depth } = slopedPocket(params);
  const { along: shift } = derive(params);
  const { edgeShoulder: b, haunchWidth, haunchLength: h } = params;
  const pocket = view.outlines.findIndex((o) => o.role === 'mortise');
  const points: Vec2[] = [
    [0, from - shift],
    [-depth, to - shift],
    [0, to - shift],
  ];
  const isCorner = ([x, y]: Vec2) => near(x, -h) && near(y, b - haunchWidth);
  return {
    ...view,
    outlines: view.outlines.map((o, i) => {
      if (i === pocket) return { ...o, points };
      return o.role === 'hidden' ? { ...o, points: o.points.filter((p) => !isCorner(p)) } : o;
    }),
  };
}

const near = (a: Mm, b: Mm): boolean => Math.abs(a - b) < 1e-6;
