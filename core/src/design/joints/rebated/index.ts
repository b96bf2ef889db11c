import Joi from 'joi';
import { difference, union, roundTo, say, type Mm } from '../../../ground/index.ts';
import type { Piece } from '../../../shop/index.ts';
import {
  blind,
  blindDimensions,
  derive,
  hollowOf,
  mortiseGauges,
  SQUARE_EDGES,
  tenonGauges,
  withCorners,
  type BlindParams,
  BLIND_MOVES,
} from '../blind/index.ts';
import { haunched, type HaunchedParams } from '../haunched/index.ts';
import type { Advice, JointKind } from '../kind.ts';
import {
  aside,
  atMost,
  bar,
  alongOf,
  dimension,
  endShape,
  failing,
  grooveShape,
  hollowShape,
  notNegative,
  positive,
  type Tongue,
  type Hollow,
  sheetOf,
} from '../shape/index.ts';

/**
 * A frame with a rebate round its inside: the rail's shoulder is longer on the rebated side, by the
 * rebate's width. The rebate goes down to the far wall of the mortise, so that tenon and rebate
 * share one datum, the reference face; the tenon is as wide as the rail. Lengths in mm.
 */
export interface RebatedParams {
  mortiseWidth: Mm;
  faceClearance: Mm;
  faceShoulder: Mm;
  /** From the short shoulder, on the reference face. */
  tenonLength: Mm;
  endClearance: Mm;
  bottomClearance: Mm;
  position: Mm;
  corners: 'squared' | 'clear';
  /** Into the width of either part. */
  rebateWidth: Mm;
  /** Width of the rail that the mortise is as long as, less its haunch. */
  mateWidth: Mm;
  /**
   * Whether part of the width, at the rail’s outside, is cut back to the long shoulder; not where
   * nobody says.
   */
  cutBack?: 'none' | 'haunched';
  haunchWidth?: Mm;
  /** Gap behind the haunch, so that the shoulders close first. */
  haunchClearance?: Mm;
}

const NAMES = [
  'mortiseWidth',
  'faceClearance',
  'faceShoulder',
  'tenonLength',
  'endClearance',
  'bottomClearance',
  'position',
  'mateWidth',
] as const;
const mm = () => Joi.number().min(-10_000).max(10_000).required();
const schema = Joi.object<RebatedParams>({
  ...Object.fromEntries(NAMES.map((name) => [name, mm()])),
  rebateWidth: mm(),
  cutBack: Joi.string().valid('none', 'haunched'),
  haunchWidth: mm().optional(),
  haunchClearance: mm().optional(),
  corners: Joi.string().valid('squared', 'clear').required(),
}).required();

const asBlind = (params: RebatedParams, width: Mm = params.mateWidth): BlindParams => ({
  ...params,
  tenonWidth: width - haunchOf(params),
  edgeShoulder: haunchOf(params),
  setBack: 0,
});

const haunchOf = ({ cutBack, haunchWidth = 0 }: RebatedParams): Mm =>
  cutBack === 'haunched' ? haunchWidth : 0;

/** With a haunch as long as the long shoulder stands before the short one. */
const asHaunched = (params: RebatedParams): HaunchedParams => ({
  ...asBlind(params),
  haunchWidth: haunchOf(params),
  haunchLength: params.rebateWidth,
  haunchClearance: params.haunchClearance ?? 0,
});

/** From the reference face to the rebate's floor: the far wall of the mortise. */
const floorOf = (params: RebatedParams): Mm => derive(asBlind(params)).wall + params.mortiseWidth;

/** The tenon, its haunch, and the long shoulder that reaches over the other piece's rebate. */
function tonguesOf(params: RebatedParams, { thickness, width }: Piece): Tongue[] {
  const { faceShoulder: a, tenonLength: L, rebateWidth: rw } = params;
  const cheek = a + derive(asBlind(params, width)).tenonThickness;
  const hw = haunchOf(params);
  const haunch: Tongue = { x: [L - rw, L], y: [a, cheek], z: [0, hw] };
  return [
    { x: [0, L], y: [a, cheek], z: [hw, width] },
    ...(hw ? [haunch] : []),
    { x: [L - rw, L], y: [cheek, thickness], z: [0, width] },
  ];
}

export const rebated: JointKind<RebatedParams> = {
  id: 'rebated',
  title: 'Rebated frame',
  told: 'One shoulder is longer: it fills the rebate of the other piece.',
  where: 'frame',
  picture: 'section',
  choices: [
    SQUARE_EDGES,
    {
      id: 'cutBack',
      label: 'Haunch',
      options: [
        { value: 'none', label: 'None' },
        { value: 'haunched', label: 'To the long shoulder' },
      ],
    },
  ],
  schema,
  own: ['corners', 'endClearance', 'tenonLength', 'position', 'faceShoulder'],
  optional: ['cutBack', 'haunchWidth', 'haunchClearance'],
  propose({ tenoned, mortised }, available) {
    const inside = blind.propose({ tenoned, mortised }, { ...available, corners: 'squared' });
    const {
      mortiseWidth,
      faceClearance,
      faceShoulder,
      tenonLength,
      endClearance,
      bottomClearance,
    } = inside.params;
    const rebateWidth = roundTo(
      Math.min(Math.max(6, mortised.width / 6), tenonLength / 2),
      available.step,
      'nearest',
    );
    return {
      params: {
        mortiseWidth,
        faceClearance,
        faceShoulder,
        tenonLength,
        endClearance,
        bottomClearance,
        position: roundTo(20, available.step, 'nearest'),
        mateWidth: tenoned.width,
        corners: 'squared',
        rebateWidth,
      },
      advice: [
        ...inside.advice,
        {
          id: 'rebate',
          dimension: 'rebateWidth',
          level: 'reason',
          title: say('Rebate {rebateWidth} wide', { rebateWidth }),
          reason: say(
            'Down to the far wall of the mortise: so the far cheek, the rebate’s floor and the fence all count from the reference face.',
          ),
        },
      ],
    };
  },
  problems(params, members, available, names) {
    const { tenoned, mortised } = members;
    const { rebateWidth: rw, tenonLength: L } = params;
    const floor = floorOf(params);
    return [
      ...blind.problems(asBlind(params), members, available, names),
      ...failing(
        [
          positive('mortised', 'rebateWidth', 'rebate width', rw),
          positive('tenoned', 'rebateWidth', 'rebate depth', tenoned.thickness - floor),
          positive('mortised', 'mortiseWidth', 'rebate depth', mortised.thickness - floor),
          {
            wrong: rw >= L - 1e-6,
            member: 'tenoned',
            path: 'rebateWidth',
            dimension: 'rebate width',
            value: rw,
            bound: L,
            text: 'the rebate is {value} wide and the tenon {bound} long: nothing of the tenon would be left past the long shoulder.',
          },
          atMost(
            'mortised',
            'rebateWidth',
            'rebate width',
            rw,
            mortised.width / 2,
            'a rebate {value} wide takes more than half of a piece {bound} short of its other side.',
          ),
          notNegative('tenoned', 'haunchWidth', 'haunch width', haunchOf(params)),
          atMost(
            'tenoned',
            'haunchWidth',
            'haunch width',
            haunchOf(params),
            tenoned.width / 2,
            'a haunch {value} wide leaves less than half of the tenon; {bound} is half.',
          ),
          notNegative(
            'mortised',
            'haunchClearance',
            'gap behind the haunch',
            params.haunchClearance ?? 0,
          ),
          {
            wrong:
              haunchOf(params) > 0 &&
              rw + (params.haunchClearance ?? 0) >= derive(asBlind(params)).mortiseDepth - 1e-6,
            member: 'mortised',
            path: 'haunchClearance',
            dimension: 'haunch pocket',
            value: rw + (params.haunchClearance ?? 0),
            bound: derive(asBlind(params)).mortiseDepth,
            text: 'the pocket for the haunch is {value} deep and the mortise {bound}; it must be the shallower.',
          },
          atMost(
            'tenoned',
            'rebateWidth',
            'rebate width',
            rw,
            tenoned.width / 2,
            'a rebate {value} wide takes more than half of the piece; {bound} is half.',
          ),
        ],
        names,
      ),
    ];
  },
  advice(params, members, available): Advice[] {
    const { tenoned, mortised } = members;
    const { rebateWidth: rw, tenonLength: L } = params;
    const ownAdvice = blind
      .advice(asBlind(params), members, available)
      .filter((a) => a.id !== 'corners');
    const deep = mortised.thickness - floorOf(params);
    return [
      ...ownAdvice,
      {
        id: 'shoulders',
        dimension: 'rebateWidth',
        level: 'reason',
        title: say('Long and short shoulder'),
        reason: say(
          'From the end: {L} to the short one on the reference face, {long} to the long one; they differ by the rebate, {rw}.',
          { L, long: L - rw, rw },
        ),
      },
      ...(deep < 5 - 1e-6
        ? [
            {
              id: 'shallow-rebate',
              dimension: 'rebateWidth',
              level: 'warning' as const,
              title: say('A shallow rebate'),
              reason: say(
                'It is {deep} deep; glass or a panel with its beading wants {least} or more.',
                {
                  deep,
                  least: 5,
                },
              ),
            },
          ]
        : []),
      ...(Math.abs(params.mateWidth - tenoned.width) > 0.05
        ? [
            {
              id: 'mate',
              dimension: 'mateWidth',
              level: 'warning' as const,
              title: say('The mortise is for another rail'),
              reason: say('It was drawn for a width of {mateWidth}; the piece measures {W}.', {
                mateWidth: params.mateWidth,
                W: tenoned.width,
              }),
              propose: tenoned.width,
            },
          ]
        : []),
      ...(!haunchOf(params) && params.position < 15 - 1e-6
        ? [
            {
              id: 'horn',
              dimension: 'position',
              level: 'warning' as const,
              title: say('A short horn'),
              reason: say(
                'The tenon is as wide as the rail, so only {horn} keeps the mortise from opening at the end; {least} to {most} is usual until the glue has set.',
                { horn: Math.max(0, params.position), least: 15, most: 25 },
              ),
            },
          ]
        : []),
    ];
  },
  geometry(params, member, piece, spot) {
    const { tenonLength: L, rebateWidth: rw, faceShoulder: a } = params;
    const floor = floorOf(params);
    if (member === 'tenoned') {
      const blindParams = asBlind(params, piece.width);
      const t = derive(blindParams).tenonThickness;
      const rebate = grooveShape(piece, 'other', [floor, piece.thickness], rw);
      const hw = haunchOf(params);
      const { mustRemain, mustBeEmpty } = endShape(piece, spot, L, tonguesOf(params, piece));
      const x = alongOf(piece, spot);
      return {
        mustRemain: difference(mustRemain, rebate),
        mustBeEmpty: union(mustBeEmpty, rebate),
        gauges: [
          ...tenonGauges(blindParams, piece, spot, { depth: (L - rw) / 2 }),
          bar(
            'longShoulder',
            0,
            [0, (a + t + piece.thickness) / 2, (hw + piece.width - rw) / 2],
            x(0),
            x(L + 1),
            'air',
          ),
          ...(hw ? [bar('tipToHaunch', 0, [0, a + t / 2, hw / 2], x(0), x(L + 1), 'air')] : []),
        ],
      };
    }
    const blindParams = asBlind(params);
    const rebate = grooveShape(piece, spot.edge, [floor, piece.thickness], rw);
    const { mustRemain, mustBeEmpty } = haunchOf(params)
      ? haunched.geometry(asHaunched(params), member, piece, spot)
      : hollowShape(piece, spot, [hollowOf(blindParams)]);
    const below = rw + (params.haunchClearance ?? 0);
    return {
      mustRemain: difference(mustRemain, rebate),
      mustBeEmpty: union(mustBeEmpty, rebate),
      gauges: mortiseGauges(blindParams, piece, spot, {
        depth: (below + derive(blindParams).mortiseDepth) / 2,
      }),
    };
  },
  features(params, members) {
    const { tenoned, mortised } = members;
    const { faceShoulder: a, tenonLength: L, rebateWidth } = params;
    const blindParams = asBlind(params);
    const { tenonThickness: t } = derive(blindParams);
    const rebate = { form: 'rebate', floor: floorOf(params), width: rebateWidth } as const;
    const half = { form: 'tenon', stock: tenoned, edgeShoulder: 0, width: tenoned.width } as const;
    const hw = haunchOf(params);
    return {
      tenoned: [
        {
          ...half,
          name: 'short shoulder',
          faceShoulder: a,
          thickness: tenoned.thickness - a,
          length: L,
          unlike: { thickness: t, length: L - rebateWidth },
        },
        {
          ...half,
          name: 'long shoulder',
          faceShoulder: 0,
          thickness: a + t,
          length: L - rebateWidth,
          unlikeOf: true,
        },
        ...(hw
          ? [
              {
                ...half,
                name: 'the haunch',
                faceShoulder: 0,
                thickness: tenoned.thickness,
                edgeShoulder: hw,
                width: tenoned.width - hw,
                length: L - rebateWidth,
                follows: {
                  feature: 0,
                  words: 'The corner is cut to the long shoulder once the cheeks are.',
                },
              },
            ]
          : []),
        {
          ...rebate,
          stock: tenoned,
          edge: 'other-edge',
          follows: {
            feature: 1,
            words: 'The rebate comes after the tenon: until then the piece lies square on the saw.',
          },
        },
      ],
      mortised: [
        ...(hw
          ? haunched.features(asHaunched(params), members)
          : blind.features(blindParams, members)
        ).mortised,
        {
          ...rebate,
          stock: mortised,
          edge: 'entry-edge',
          follows: {
            feature: 0,
            words:
              'The rebate comes after the mortise: until then the edge is whole for the router to ride on.',
          },
        },
      ],
    };
  },
  seat: (params) => blind.seat(asBlind(params)),
  fit: (params, members) => blind.fit(asBlind(params), members),
  drawing(params, members) {
    const blindParams = asBlind(params, members.tenoned.width);
    const { wall: p, along } = derive(blindParams);
    const { mortiseWidth: m, rebateWidth: rw } = params;
    const { thickness: T, width: W } = members.tenoned;
    const { thickness: S, length } = members.mortised;
    const floor = floorOf(params);
    const hw = haunchOf(params);
    const clearance = params.haunchClearance ?? 0;
    const pocket: Hollow = {
      x: [along, params.position],
      y: [p, p + m],
      depth: [0, rw + clearance],
      ends: 'squared',
    };
    const sheet = sheetOf({
      members,
      setBack: 0,
      along,
      reach: params.tenonLength,
      tongues: tonguesOf(params, members.tenoned),
      hollows: [
        { x: [0, length], y: [floor, S], depth: [0, rw], ends: 'squared' },
        ...(hw ? [pocket] : []),
        hollowOf(blindParams),
      ],
      groove: { y: [floor, T], z: [W - rw, W] },
    });
    const gone = new Set(['tenonWidth', 'edgeShoulder', 'farEdgeShoulder', 'setBack']);
    return {
      views: sheet.views,
      dimensions: [
        ...blindDimensions(blindParams, members, sheet).filter((d) => !gone.has(d.id)),
        aside('mateWidth', 'mortise drawn for a width of', params.mateWidth),
        dimension('rebateWidth', 'rebate width', rw, 'section', [-rw, 0], [0, 0], -34),
        ...(hw
          ? [
              sheet.acrossNear('haunchWidth', 'haunch width', 0, hw),
              aside('haunchClearance', 'gap behind the haunch', clearance),
            ]
          : []),
      ],
    };
  },
  moves: {
    ...BLIND_MOVES,
    /** Faces stay flush: where the mortise goes, the tenon goes. */
    wall: 'faceShoulder',
  },
  withChoice(params, choice, value, { tenoned }, { step }) {
    if (choice === 'cutBack') return haunchedOr(params, value === 'haunched', tenoned.width, step);
    return withCorners(params, choice, value);
  },
};

/**
 * The same frame with a haunch of a third of the width, or without: the rail stays where it is
 * along the stile.
 */
function haunchedOr(params: RebatedParams, wanted: boolean, width: Mm, step: Mm): RebatedParams {
  const { haunchWidth: _, haunchClearance: __, ...plain } = params;
  const position = plain.position - haunchOf(params);
  if (!wanted) return { ...plain, cutBack: 'none', position };
  const own = roundTo(width / 3, step, 'nearest');
  return {
    ...plain,
    cutBack: 'haunched',
    position: position + own,
    haunchWidth: own,
    haunchClearance: roundTo(0.5, step / 2, 'up'),
  };
}
