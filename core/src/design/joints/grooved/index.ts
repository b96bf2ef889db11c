import Joi from 'joi';
import { difference, union, roundTo, say, type Mm } from '../../../ground/index.ts';
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
  tongueOf,
  BLIND_MOVES,
} from '../blind/index.ts';
import { haunched, type HaunchedParams } from '../haunched/index.ts';
import type { Advice, Feature, JointKind, Members } from '../kind.ts';
import {
  aside,
  bar,
  alongOf,
  dimension,
  endShape,
  failing,
  grooveShape,
  hollowShape,
  notNegative,
  positive,
  sheetOf,
} from '../shape/index.ts';

/**
 * A frame whose parts are grooved for a panel all along their inside edges: the tenon, as thick as
 * the groove is wide, goes on into a mortise in the groove's floor; beside it, at the rail's
 * outside, a haunch fills the end of the groove. The tenon's inner edge lies at the floor of the
 * rail's own groove. Faces are flush. Lengths in mm.
 */
export interface GroovedParams {
  /** Of mortise and groove alike. */
  mortiseWidth: Mm;
  faceClearance: Mm;
  faceShoulder: Mm;
  tenonWidth: Mm;
  /** The haunch: from the rail's outside edge to the tenon. */
  edgeShoulder: Mm;
  /** From the shoulder. */
  tenonLength: Mm;
  endClearance: Mm;
  bottomClearance: Mm;
  position: Mm;
  corners: 'squared' | 'clear';
  grooveDepth: Mm;
  /** Gap between the haunch and the floor of the groove, so that the shoulder closes first. */
  haunchClearance: Mm;
}

const OF_BLIND = [
  'mortiseWidth',
  'faceClearance',
  'faceShoulder',
  'tenonWidth',
  'edgeShoulder',
  'tenonLength',
  'endClearance',
  'bottomClearance',
  'position',
] as const;
const mm = () => Joi.number().min(-10_000).max(10_000).required();
const schema = Joi.object<GroovedParams>({
  ...Object.fromEntries(OF_BLIND.map((name) => [name, mm()])),
  grooveDepth: mm(),
  haunchClearance: mm(),
  corners: Joi.string().valid('squared', 'clear').required(),
}).required();

/**
 * The haunch is as long as the groove is deep, less its gap, and as wide as the wood beside the
 * tenon.
 */
const asHaunched = ({ grooveDepth, ...params }: GroovedParams): HaunchedParams => ({
  ...params,
  setBack: 0,
  haunchWidth: params.edgeShoulder,
  haunchLength: grooveDepth - params.haunchClearance,
});

const asBlind = (params: GroovedParams): BlindParams => asHaunched(params);

/**
 * What is left of the rail beyond the tenon's inner edge: its groove, and more where the tenon is
 * narrower than it may be.
 */
const innerOf = (
  { edgeShoulder, tenonWidth }: GroovedParams,
  { tenoned }: Pick<Members, 'tenoned'>,
): Mm => tenoned.width - edgeShoulder - tenonWidth;

/** Advice on a haunch that the groove has decided, and on corners. */
const NOT_HERE: ReadonlySet<string> = new Set(['haunch', 'short-haunch', 'corners']);

/** Within this the tenon's inner edge is the groove's floor, mm. */
const SAME: Mm = 1e-6;

export const grooved: JointKind<GroovedParams> = {
  id: 'grooved',
  title: 'Haunched tenon in a grooved frame',
  told: 'A tenon in the floor of the panel groove; its haunch fills the groove’s end.',
  where: 'frame',
  picture: 'face',
  choices: [SQUARE_EDGES],
  schema,
  own: [
    'corners',
    'endClearance',
    'faceShoulder',
    'tenonLength',
    'tenonWidth',
    'edgeShoulder',
    'position',
  ],
  propose({ tenoned, mortised }, available) {
    const { step } = available;
    const nearest = (value: Mm) => roundTo(value, step, 'nearest');
    const inside = blind.propose({ tenoned, mortised }, { ...available, corners: 'squared' });
    const {
      mortiseWidth,
      faceClearance,
      faceShoulder,
      tenonLength,
      endClearance,
      bottomClearance,
    } = inside.params;
    const { width: W } = tenoned;
    /** Not by the rail's width: the groove is as deep at every rail of a frame. */
    const grooveDepth = nearest(
      Math.min(Math.max(8, mortiseWidth), mortised.width / 4, tenonLength / 2),
    );
    const edgeShoulder = nearest((W - grooveDepth) / 3);
    const horn = nearest(20);
    return {
      params: {
        mortiseWidth,
        faceClearance,
        faceShoulder,
        tenonWidth: W - grooveDepth - edgeShoulder,
        edgeShoulder,
        tenonLength,
        endClearance,
        bottomClearance,
        position: horn + edgeShoulder - endClearance / 2,
        corners: 'squared',
        grooveDepth,
        haunchClearance: roundTo(0.5, step / 2, 'up'),
      },
      advice: [
        ...inside.advice,
        {
          id: 'groove',
          dimension: 'grooveDepth',
          level: 'reason',
          title: say('Groove {mortiseWidth} by {grooveDepth}', { mortiseWidth, grooveDepth }),
          reason: say(
            'As wide as the mortise and in its line, so that one setting grooves both parts; the haunch fills it at the end, and the tenon’s inner edge lies at its floor.',
          ),
        },
      ],
    };
  },
  problems(params, members, available, names) {
    const { tenoned, mortised } = members;
    const {
      mortiseWidth: m,
      grooveDepth: g,
      haunchClearance,
      edgeShoulder,
      tenonLength: L,
    } = params;
    const { wall: p, mortiseDepth: D } = derive(asBlind(params));
    const inner = innerOf(params, members);
    return [
      ...blind.problems(asBlind(params), members, available, names),
      ...failing(
        [
          positive('mortised', 'grooveDepth', 'groove depth', g),
          positive('tenoned', 'edgeShoulder', 'haunch width', edgeShoulder),
          notNegative('mortised', 'haunchClearance', 'gap behind the haunch', haunchClearance),
          {
            wrong: haunchClearance >= g - SAME,
            member: 'mortised',
            path: 'haunchClearance',
            dimension: 'gap behind the haunch',
            value: haunchClearance,
            bound: g,
            text: 'the gap behind the haunch is {value}, the groove {bound} deep: no haunch is left.',
          },
          {
            wrong: g >= Math.min(L, D) - SAME,
            member: 'mortised',
            path: 'grooveDepth',
            dimension: 'groove depth',
            value: g,
            bound: Math.min(L, D),
            text: 'the groove is {value} deep and the tenon {bound} long: it would end in the groove. Take the stub tenon for that.',
          },
          {
            wrong: inner < g - SAME,
            member: 'tenoned',
            path: 'tenonWidth',
            dimension: 'tenon width',
            value: inner,
            bound: g,
            text: 'beyond the tenon {value} of the rail are left; its groove is {bound} deep and would cut into the tenon.',
          },
          {
            wrong: p + m >= tenoned.thickness - SAME,
            member: 'tenoned',
            path: 'mortiseWidth',
            dimension: 'near wall and groove',
            value: p + m,
            bound: tenoned.thickness,
            text: 'near wall and groove make {value}; of a piece {bound} thick a far wall must be left.',
          },
          {
            wrong: g >= mortised.width / 2,
            member: 'mortised',
            path: 'grooveDepth',
            dimension: 'groove depth',
            value: g,
            bound: mortised.width / 2,
            text: 'a groove {value} deep takes more than half of the piece; {bound} is half.',
          },
        ],
        names,
      ),
    ];
  },
  advice(params, members, available): Advice[] {
    const { tenonWidth, grooveDepth: g } = params;
    const inner = innerOf(params, members);
    return [
      ...haunched
        .advice(asHaunched(params), members, available)
        .filter(({ id }) => !NOT_HERE.has(id))
        /** The haunch is all that stands beside the tenon. */
        .map((a) => (a.dimension === 'haunchWidth' ? { ...a, dimension: 'edgeShoulder' } : a)),
      ...(inner > g + 0.5
        ? [
            {
              id: 'inner-edge',
              dimension: 'tenonWidth',
              level: 'warning' as const,
              title: say('The tenon is narrower than it may be'),
              reason: say(
                'Its inner edge lies {over} short of the groove’s floor, and has a cheek of its own to cut there.',
                { over: inner - g },
              ),
              propose: tenonWidth + inner - g,
            },
          ]
        : []),
      {
        id: 'panel',
        dimension: 'grooveDepth',
        level: 'reason',
        title: say('The panel in the groove'),
        reason: say(
          'It may go {g} deep on every side, less the room it needs to move across its grain: the quick figures say how much.',
          { g },
        ),
      },
    ];
  },
  geometry(params, member, piece, spot) {
    const {
      grooveDepth: g,
      mortiseWidth: m,
      tenonLength: L,
      faceShoulder: a,
      edgeShoulder: b,
      tenonWidth: w,
    } = params;
    const blindParams = asBlind(params);
    const { wall: p, tenonThickness: t, mortiseDepth } = derive(blindParams);
    if (member === 'mortised') {
      const groove = grooveShape(piece, spot.edge, [p, p + m], g);
      const { mustRemain, mustBeEmpty } = hollowShape(piece, spot, [hollowOf(blindParams)]);
      return {
        mustRemain: difference(mustRemain, groove),
        mustBeEmpty: union(mustBeEmpty, groove),
        gauges: mortiseGauges(blindParams, piece, spot, { depth: (g + mortiseDepth) / 2 }),
      };
    }
    const h = asHaunched(params).haunchLength;
    const y = [a, a + t] as const;
    const groove = grooveShape(piece, 'other', [p, p + m], g);
    const { mustRemain, mustBeEmpty } = endShape(piece, spot, L, [
      { x: [0, L - h], y, z: [b, b + w] },
      { x: [L - h, L], y, z: [0, b + w] },
    ]);
    const x = alongOf(piece, spot);
    return {
      mustRemain: difference(mustRemain, groove),
      mustBeEmpty: union(mustBeEmpty, groove),
      gauges: [
        /** Measured past the haunch, where the tenon stands alone. */
        ...tenonGauges(blindParams, piece, spot, { depth: (L - h) / 2 }),
        bar('tipToHaunch', 0, [0, a + t / 2, b / 2], x(0), x(L + 1), 'air'),
      ],
    };
  },
  features(params, members) {
    const { grooveDepth, mortiseWidth } = params;
    const { wall } = derive(asBlind(params));
    const groove = { form: 'groove', wall, width: mortiseWidth, depth: grooveDepth } as const;
    const { tenoned, mortised } = haunched.features(asHaunched(params), members);
    /** The groove has taken the inner edge already: there is no edge cheek to cut. */
    const whole = innerOf(params, members) < grooveDepth + SAME;
    const [tenon] = tenoned;
    return {
      tenoned: [
        { ...groove, stock: members.tenoned, edge: 'other-edge' },
        ...tenoned.map((f): Feature => {
          const after = f.follows && { follows: { ...f.follows, feature: f.follows.feature + 1 } };
          const full =
            whole && f === tenon && f.form === 'tenon' ? { width: members.tenoned.width } : {};
          return { ...f, ...full, ...after };
        }),
      ],
      mortised: [
        { ...groove, stock: members.mortised, edge: 'entry-edge' },
        ...mortised.slice(0, 1).map((f): Feature => ({
          ...f,
          ...(f.form === 'mortise' && { sunk: grooveDepth }),
          follows: {
            feature: 0,
            words: 'The mortise is cut in the floor of the groove: the groove comes first.',
          },
        })),
      ],
    };
  },
  seat: (params) => blind.seat(asBlind(params)),
  fit: (params, members) => blind.fit(asBlind(params), members),
  drawing(params, members) {
    const blindParams = asBlind(params);
    const { tenonThickness: t, wall: p, along } = derive(blindParams);
    const { faceShoulder: a, edgeShoulder: b, tenonLength: L, mortiseWidth: m } = params;
    const { grooveDepth: g } = params;
    const h = asHaunched(params).haunchLength;
    const { width: W } = members.tenoned;
    const y = [p, p + m] as const;
    const sheet = sheetOf({
      members,
      setBack: 0,
      along,
      reach: L,
      tongues: [{ x: [L - h, L], y: [a, a + t], z: [0, b] }, tongueOf(blindParams)],
      hollows: [
        { x: [0, members.mortised.length], y, depth: [0, g], ends: 'squared' },
        hollowOf(blindParams),
      ],
      groove: { y, z: [W - g, W] },
    });
    const { shown } = sheet.frame;
    return {
      views: sheet.views,
      dimensions: [
        ...blindDimensions(blindParams, members, sheet)
          .filter((d) => d.id !== 'setBack')
          .map((d) => (d.id === 'edgeShoulder' ? { ...d, name: 'haunch width' } : d)),
        dimension('grooveDepth', 'groove depth', g, 'face', [shown, W - g], [shown, W], 12),
        aside('haunchClearance', 'gap behind the haunch', params.haunchClearance),
      ],
    };
  },
  moves: {
    ...BLIND_MOVES,
    /** Faces stay flush: where the mortise goes, the tenon goes. */
    wall: 'faceShoulder',
  },
  withChoice: withCorners,
};
