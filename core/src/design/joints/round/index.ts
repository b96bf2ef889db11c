import Joi from 'joi';
import {
  box,
  circle,
  difference,
  prismAlong,
  union,
  roundTo,
  say,
  type Mm,
} from '../../../ground/index.ts';
import { nearestBore } from '../../../shop/index.ts';
import type { Advice, JointKind, Members } from '../kind.ts';
import {
  alongOf,
  aside,
  atMost,
  bar,
  failing,
  intoOf,
  notNegative,
  positive,
  sheetOf,
} from '../shape/index.ts';

/** A round tenon in a bored mortise. Lengths in mm; the bit decides the bore, the tenon follows. */
export interface RoundParams {
  readonly bore: Mm;
  /** Bore less tenon, across. */
  readonly roundClearance: Mm;
  readonly tenonLength: Mm;
  readonly bottomClearance: Mm;
  /** The tenon's axis, from the reference face and edge of its piece. */
  readonly axisFromFace: Mm;
  readonly axisFromEdge: Mm;
  readonly setBack: Mm;
  /** Layout end to the centre of the bore. */
  readonly centre: Mm;
}

const mm = () => Joi.number().min(-10_000).max(10_000).required();
const schema = Joi.object<RoundParams>({
  bore: mm(),
  roundClearance: mm(),
  tenonLength: mm(),
  bottomClearance: mm(),
  axisFromFace: mm(),
  axisFromEdge: mm(),
  setBack: mm(),
  centre: mm(),
}).required();

/**
 * Diameter of the tenon, depth of the bore, its centre from the reference face, and the place of
 * the other piece.
 */
const derive = (p: RoundParams) => ({
  diameter: p.bore - p.roundClearance,
  depth: p.tenonLength + p.bottomClearance,
  boreFromFace: p.axisFromFace + p.setBack,
  along: p.centre - p.axisFromEdge,
});

/** The shoulder all round a round tenon in the middle of square stock, (stock - diameter)/2, mm. */
export const roundShoulder = (stock: Mm, diameter: Mm): Mm => (stock - diameter) / 2;

export const round: JointKind<RoundParams> = {
  id: 'round',
  title: 'Round tenon in a bored mortise',
  told: 'A round tenon goes into a bored hole.',
  where: 'along',
  picture: 'end',
  choices: [],
  schema,
  placedBy: 'centre',
  own: ['tenonLength'],
  propose({ tenoned, mortised }, available) {
    const { thickness: T, width: W } = tenoned;
    const { thickness: S, width: V, length } = mortised;
    const wanted = Math.min(T, W, S) / 2;
    const bore = nearestBore(wanted, available);
    const tenonLength = Math.max(
      available.step,
      roundTo(Math.min((V * 2) / 3, V - 9), available.step, 'down'),
    );
    const axisFromFace = T / 2;
    return {
      params: {
        bore,
        roundClearance: 2 * available.targetClearance,
        tenonLength,
        bottomClearance: roundTo(2, available.step, 'up'),
        axisFromFace,
        axisFromEdge: W / 2,
        setBack: S / 2 - axisFromFace,
        centre: Math.min(length / 2, W / 2 + 60),
      },
      advice: [
        {
          id: 'bore',
          dimension: 'bore',
          level: 'reason',
          title: say('Bore {bore}', { bore }),
          reason: say(
            'Half of the thinnest, {wanted}, and of the bits in the chest {bore} is nearest; the tenon follows it.',
            { wanted, bore },
          ),
        },
      ],
    };
  },
  problems(params, { tenoned, mortised }, _available, names) {
    const { bore, tenonLength: L, axisFromFace, axisFromEdge, centre } = params;
    const { diameter: t, depth, boreFromFace, along } = derive(params);
    const r = t / 2;
    const R = bore / 2;
    return failing(
      [
        positive('mortised', 'bore', 'bore', bore),
        positive('tenoned', 'tenonDiameter', 'tenon diameter', t),
        positive('tenoned', 'tenonLength', 'tenon length', L),
        positive('mortised', 'boreDepth', 'depth of the bore', depth),
        notNegative(
          'tenoned',
          'axisFromFace',
          'wood between tenon and reference face',
          axisFromFace - r,
        ),
        notNegative(
          'tenoned',
          'axisFromEdge',
          'wood between tenon and reference edge',
          axisFromEdge - r,
        ),
        atMost(
          'tenoned',
          'axisFromFace',
          'far side of the tenon',
          axisFromFace + r,
          tenoned.thickness,
          'the tenon’s far side lies {value} from the reference face, but the piece is {bound} thick: {over} too much.',
        ),
        atMost(
          'tenoned',
          'axisFromEdge',
          'far side of the tenon',
          axisFromEdge + r,
          tenoned.width,
          'the tenon’s far side lies {value} from the reference edge, but the piece is {bound} wide: {over} too much.',
        ),
        atMost(
          'tenoned',
          'tenonLength',
          'tenon length',
          L,
          tenoned.length,
          'the tenon is {value} long, the whole piece only {bound}.',
        ),
        notNegative('mortised', 'setBack', 'wall before the bore', boreFromFace - R),
        atMost(
          'mortised',
          'bore',
          'far side of the bore',
          boreFromFace + R,
          mortised.thickness,
          'the bore’s far side lies {value} from the reference face, but the piece is {bound} thick: {over} too much.',
        ),
        atMost(
          'mortised',
          'boreDepth',
          'depth of the bore',
          depth,
          mortised.width - 1,
          'a bore {value} deep leaves no wood behind it; {bound} is the most here.',
        ),
        notNegative('mortised', 'centre', 'wood between layout end and bore', centre - R),
        atMost(
          'mortised',
          'centre',
          'far side of the bore',
          centre + R,
          mortised.length,
          'the bore’s far side lies {value} from the layout end, but the piece is {bound} long: {over} too much.',
        ),
        atMost(
          'mortised',
          'centre',
          'place of the other part',
          along + tenoned.width,
          mortised.length,
          `${names.tenoned} would reach {value} from the layout end, but the piece is {bound} long.`,
        ),
      ],
      names,
    );
  },
  advice(params, members, available): Advice[] {
    const { tenoned, mortised } = members;
    const { bore, roundClearance: c, axisFromFace } = params;
    const { diameter, depth, boreFromFace } = derive(params);
    const wall = Math.min(boreFromFace, mortised.thickness - boreFromFace) - bore / 2;
    const least = Math.max(5, mortised.thickness / 4);
    const shoulder = Math.min(axisFromFace, tenoned.thickness - axisFromFace) - diameter / 2;
    const nearest = nearestBore(bore, available);
    const behind = mortised.width - depth;
    const warn = (
      wrong: boolean,
      id: string,
      dimension: string,
      title: string,
      reason: Advice['reason'],
      propose?: Mm,
    ): Advice[] =>
      wrong
        ? [
            {
              id,
              dimension,
              level: 'warning',
              title: say(title),
              reason,
              ...(propose !== undefined && { propose }),
            },
          ]
        : [];
    return [
      ...this.propose(members, available).advice.filter(() => Math.abs(nearest - bore) < 1e-6),
      {
        id: 'turns',
        dimension: 'tenonLength',
        level: 'reason',
        title: say('A round tenon can turn'),
        reason: say(
          'Half of its wall glues to end grain, and nothing but glue keeps it from turning: two side by side, or a pin, hold it.',
        ),
      },
      ...warn(
        Math.abs(nearest - bore) > 1e-6,
        'bit',
        'bore',
        'No bit of this size',
        say('The bore is {bore}; the nearest bit is {nearest}.', { bore, nearest }),
        nearest,
      ),
      ...warn(
        wall < least - 1e-6,
        'wall',
        'setBack',
        'A thin wall beside the bore',
        say(
          'The thinner wall is {wall}; less than {least}, a quarter of the piece or 5 mm, may split.',
          { wall, least },
        ),
      ),
      ...warn(
        shoulder < 2 - 1e-6,
        'shoulder',
        'bore',
        'Little shoulder',
        say('The shoulder is {shoulder} at its narrowest; under {least} it closes badly.', {
          shoulder,
          least: 2,
        }),
      ),
      ...warn(
        behind < 6 - 1e-6,
        'behind',
        'tenonLength',
        'Little wood behind the bore',
        say('{behind} is left behind it; {least} at least keeps the bit’s point inside.', {
          behind,
          least: 6,
        }),
        roundTo(params.tenonLength - (6 - behind), available.step, 'down'),
      ),
      ...warn(
        c > 0.2 + 1e-9,
        'loose',
        'roundClearance',
        'A loose round tenon',
        say('{c} of clearance all told: glue doesn’t fill that.', { c }),
        2 * available.targetClearance,
      ),
      ...warn(
        c < -1e-9,
        'tight',
        'roundClearance',
        'A tight round tenon',
        say('The tenon is {over} thicker than its bore: it would split the piece.', { over: -c }),
        2 * available.targetClearance,
      ),
    ];
  },
  geometry(params, member, piece, spot) {
    const { bore, tenonLength: L, axisFromFace: y, axisFromEdge: z, centre } = params;
    const { diameter: t, depth, boreFromFace } = derive(params);
    const x = alongOf(piece, spot);
    if (member === 'tenoned') {
      const tenon = prismAlong('x', circle([y, z], t / 2), x(0), x(L));
      const end = box([x(0), 0, 0], [x(L), piece.thickness, piece.width]);
      const half = x(L / 2);
      return {
        mustRemain: union(
          box([x(L), 0, 0], [x(piece.length), piece.thickness, piece.width]),
          tenon,
        ),
        mustBeEmpty: difference(end, tenon),
        gauges: [
          bar('tenonThickness', 1, [half, y, z], -1, piece.thickness + 1, 'wood'),
          bar('tenonWidth', 2, [half, y, z], -1, piece.width + 1, 'wood'),
          ...(y - t / 2 > 1e-3 ? [bar('faceShoulder', 1, [half, y, z], 0, y, 'air')] : []),
          ...(z - t / 2 > 1e-3 ? [bar('edgeShoulder', 2, [half, y, z], 0, z, 'air')] : []),
          /** In a corner of the stock there is always a shoulder. */
          bar('tenonLength', 0, [0, 0.1, 0.1], x(0), x(Math.min(L * 2, piece.length)), 'air'),
        ],
      };
    }
    const into = intoOf(piece, spot);
    const hole = prismAlong('z', circle([x(centre), boreFromFace], bore / 2), into(0), into(depth));
    const middle = [x(centre), boreFromFace, into(depth / 2)] as const;
    return {
      mustRemain: difference(box([0, 0, 0], [piece.length, piece.thickness, piece.width]), hole),
      mustBeEmpty: hole,
      gauges: [
        bar('mortiseWidth', 1, middle, 0, piece.thickness, 'air'),
        bar('mortiseLength', 0, middle, x(Math.max(0, centre - bore)), x(centre + bore), 'air'),
        bar('mortiseDepth', 2, middle, into(0), into(piece.width), 'air'),
        ...(boreFromFace - bore / 2 > 1e-3
          ? [bar('wall', 1, middle, 0, boreFromFace, 'wood')]
          : []),
        ...(centre - bore / 2 > 1e-3 ? [bar('position', 0, middle, x(0), x(centre), 'wood')] : []),
      ],
    };
  },
  features(params, { tenoned, mortised }) {
    const { diameter, depth, boreFromFace } = derive(params);
    return {
      tenoned: [
        {
          form: 'round-tenon',
          stock: tenoned,
          fromFace: params.axisFromFace,
          fromEdge: params.axisFromEdge,
          diameter,
          length: params.tenonLength,
        },
      ],
      mortised: [
        {
          form: 'bore',
          stock: mortised,
          into: 'entry-edge',
          guide: 'reference-face',
          along: params.centre,
          across: boreFromFace,
          diameter: params.bore,
          depth,
        },
      ],
    };
  },
  seat: (params) => ({
    setBack: params.setBack,
    along: derive(params).along,
    clearance: params.roundClearance,
  }),
  fit: (params) => {
    const { diameter } = derive(params);
    return {
      tenon: diameter,
      mortise: params.bore,
      tenonWidth: diameter,
      mortiseLength: params.bore,
    };
  },
  drawing(params, members: Members) {
    const { bore, tenonLength: L, axisFromFace: y, axisFromEdge: z, centre, setBack } = params;
    const { diameter: t, depth, boreFromFace, along } = derive(params);
    const [r, R] = [t / 2, bore / 2];
    const sheet = sheetOf({
      members,
      setBack,
      along,
      reach: L,
      tongues: [{ x: [0, L], y: [y - r, y + r], z: [z - r, z + r], radius: r }],
      hollows: [
        {
          x: [centre - R, centre + R],
          y: [boreFromFace - R, boreFromFace + R],
          depth: [0, depth],
          ends: 'rounded',
        },
      ],
    });
    return {
      views: sheet.views,
      dimensions: [
        sheet.length('tenonLength', 'tenon length', 0, L),
        sheet.across('tenonDiameter', 'tenon diameter', z - r, z + r),
        sheet.through('axisFromFace', 'axis from the face', 0, y),
        sheet.acrossNear('axisFromEdge', 'axis from the edge', 0, z),
        sheet.deep('boreDepth', 'depth of the bore', 0, depth),
        sheet.throughMate('bore', 'bore', boreFromFace - R, boreFromFace + R),
        sheet.setBack,
        sheet.fromEndBeyond('centre', 'layout end to the bore’s centre', centre),
        aside('roundClearance', 'clearance, bore less tenon', params.roundClearance),
      ],
    };
  },
  moves: { tenonDiameter: 'roundClearance', boreDepth: 'bottomClearance' },
  withChoice: (params) => params,
};
