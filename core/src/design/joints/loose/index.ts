import Joi from 'joi';
import {
  box,
  difference,
  prismAlong,
  roundedRectangle,
  union,
  type Vec3,
  roundTo,
  say,
  type Mm,
  type Vec2,
} from '../../../ground/index.ts';
import { pieceSolid, type Piece } from '../../../shop/index.ts';
import {
  blind,
  blindDimensions,
  blindSchemaWith,
  CORNERS,
  derive,
  hollowOf,
  mortiseGauges,
  withCorners,
  type BlindParams,
  BLIND_MOVES,
} from '../blind/index.ts';
import type {
  Advice,
  JointKind,
  MemberGeometry,
  Spot,
  JointView,
  OutlineRole,
  Outline,
} from '../kind.ts';
import {
  alongOf,
  atMost,
  bar,
  dimension,
  failing,
  hollowShape,
  notNegative,
  positive,
  rectangle,
  rounded,
  sheetOf,
} from '../shape/index.ts';

/**
 * Two mortises and a tongue of its own between them: the letters of a blind joint are the tongue's.
 */
export interface LooseParams extends BlindParams {
  /**
   * How far the tongue goes into the end of the tenoned piece; its other half is the tenon length.
   */
  ownLength: Mm;
}

const schema = blindSchemaWith<LooseParams>({
  ownLength: Joi.number().min(-10_000).max(10_000).required(),
});

/** The mortise in the end: from the reference face and edge, and in from the end. */
function endMortise(params: LooseParams): { wall: Mm; start: Mm; length: Mm; depth: Mm } {
  const {
    faceShoulder: a,
    edgeShoulder: b,
    mortiseWidth: m,
    endClearance: e,
    ownLength,
    bottomClearance,
  } = params;
  const { tenonThickness: t, mortiseLength: length } = derive(params);
  return { wall: a + t / 2 - m / 2, start: b - e / 2, length, depth: ownLength + bottomClearance };
}

/** The tenoned piece with the mortise in its end. */
function endGeometry(params: LooseParams, piece: Piece, spot: Spot): MemberGeometry {
  const { wall, start, length, depth } = endMortise(params);
  const { mortiseWidth: m, corners } = params;
  const x = alongOf(piece, spot);
  const block = (from: Mm, to: Mm) => box([x(0), wall, from], [x(depth), wall + m, to]);
  const whole = block(start, start + length);
  const outline = roundedRectangle([wall, start], [wall + m, start + length], m / 2);
  const empty = {
    squared: whole,
    rounded: prismAlong('x', outline, x(0), x(depth)),
    clear: block(start + m / 2, start + length - m / 2),
  };
  const middle: Vec3 = [x(depth / 2), wall + m / 2, start + length / 2];
  return {
    mustRemain: difference(pieceSolid(piece), whole),
    mustBeEmpty: empty[corners],
    gauges: [
      bar('ownWidth', 1, middle, 0, piece.thickness, 'air'),
      bar('ownMortiseLength', 2, middle, 0, piece.width, 'air'),
      bar('ownDepth', 0, middle, x(0), x(depth + 20), 'air'),
      ...(wall > 1e-3 ? [bar('ownWall', 1, middle, 0, wall + m / 2, 'wood')] : []),
      ...(start > 1e-3 ? [bar('ownStart', 2, middle, 0, start + length / 2, 'wood')] : []),
    ],
  };
}

/** What a tenon's dimensions are called where a tongue of its own stands in its place. */
const OF_TONGUE: Readonly<Record<string, string>> = {
  tenonLength: 'tongue in the other piece',
  tenonWidth: 'tongue width',
  tenonThickness: 'tongue thickness',
  edgeShoulder: 'edge to tongue',
  faceShoulder: 'face to tongue',
  farEdgeShoulder: 'tongue to far edge',
  farShoulder: 'tongue to far face',
};

/** The tongue on both sides of the shoulder line, and the mortise in the end that it stands in. */
function withOwnTongue(view: JointView, params: LooseParams, top: Mm): JointView {
  const { wall, start, length, depth } = endMortise(params);
  const { mortiseWidth: m, ownLength, tenonLength: L, faceShoulder: a, corners } = params;
  const { edgeShoulder: b, tenonWidth: w } = params;
  const t = derive(params).tenonThickness;
  const round = corners === 'squared' ? 0 : m / 2;
  const instead: Record<string, Partial<Record<OutlineRole, Vec2[][]>>> = {
    face: {
      hidden: [rectangle(-L, b, ownLength, b + w), rectangle(0, start, depth, start + length)],
    },
    end: { tenon: [rounded([wall, start], [wall + m, start + length], round)] },
  };
  const inSection: Outline[] = [
    { role: 'mortise', points: rectangle(0, top - wall - m, depth, top - wall) },
    { role: 'tongue', points: rectangle(-L, top - a - t, ownLength, top - a) },
  ];
  const outlines = view.outlines.flatMap((o): Outline[] => {
    const shapes = instead[view.id]?.[o.role];
    return shapes ? shapes.map((points) => ({ role: o.role, points })) : [o];
  });
  return { ...view, outlines: view.id === 'section' ? [...outlines, ...inSection] : outlines };
}

export const loose: JointKind<LooseParams> = {
  id: 'loose',
  title: 'Loose tenon',
  told: 'A mortise in both, and a tongue of its own between them.',
  where: 'along',
  picture: 'section',
  choices: [CORNERS],
  schema,
  own: ['tenonLength', 'tenonWidth', 'edgeShoulder', 'position'],
  propose(members, available) {
    const { params, advice } = blind.propose(members, available);
    const { step } = available;
    const W = members.tenoned.width;
    const tenonWidth = roundTo(Math.min(params.tenonWidth, W * 0.6), step, 'down');
    const edgeShoulder = (W - tenonWidth) / 2;
    const ownLength = params.tenonLength;
    return {
      params: {
        ...params,
        tenonWidth,
        edgeShoulder,
        ownLength,
        position: params.position - params.edgeShoulder + edgeShoulder,
      },
      advice: [
        ...advice,
        {
          id: 'tongue',
          dimension: 'ownLength',
          level: 'reason',
          title: say('As deep in both'),
          reason: say(
            'The tongue goes {ownLength} into either piece: one setting of the depth stop serves both.',
            {
              ownLength,
            },
          ),
        },
      ],
    };
  },
  problems(params, members, available, names) {
    const { tenoned } = members;
    const { wall, start, length, depth } = endMortise(params);
    const { mortiseWidth: m, ownLength } = params;
    return [
      ...blind.problems(params, members, available, names),
      ...failing(
        [
          positive('tenoned', 'ownLength', 'tongue in this piece', ownLength),
          positive('tenoned', 'ownLength', 'mortise depth', depth),
          notNegative('tenoned', 'faceShoulder', 'near wall', wall),
          atMost(
            'tenoned',
            'mortiseWidth',
            'near wall and mortise',
            wall + m,
            tenoned.thickness,
            'near wall and mortise make {value}, but the piece is {bound} thick: {over} too much.',
          ),
          notNegative('tenoned', 'edgeShoulder', 'wood before the mortise', start),
          atMost(
            'tenoned',
            'tenonWidth',
            'end of the mortise',
            start + length,
            tenoned.width,
            'the mortise would end {value} from the reference edge, but the piece is {bound} wide: {over} too much.',
          ),
          {
            wrong: depth >= tenoned.length / 2,
            member: 'tenoned',
            path: 'ownLength',
            dimension: 'mortise depth',
            value: depth,
            bound: tenoned.length / 2,
            text: 'a mortise {value} deep in each end would meet the other in the middle, at {bound}.',
          },
        ],
        names,
      ),
    ];
  },
  advice(params, members, available): Advice[] {
    const { tenoned } = members;
    const { wall, start, length } = endMortise(params);
    const { mortiseWidth: m, tenonWidth, tenonLength, ownLength, corners } = params;
    const t = derive(params).tenonThickness;
    const T = tenoned.thickness;
    const least = Math.max(T / 4, 5);
    const thin = Math.min(wall, T - wall - m);
    const edge = Math.min(start, tenoned.width - start - length);
    const round = corners === 'rounded' ? ', its long edges rounded to {r}' : '';
    return [
      ...blind.advice(params, members, available).filter((a) => a.id !== 'corners'),
      ...(thin < least - 1e-6
        ? [
            {
              id: 'own-wall',
              dimension: 'faceShoulder',
              level: 'warning' as const,
              title: say('A thin wall in the end'),
              reason: say(
                'Beside the mortise in the end only {thin} is left; less than {least} may split.',
                {
                  thin,
                  least,
                },
              ),
            },
          ]
        : []),
      ...(edge < 5 - 1e-6
        ? [
            {
              id: 'own-edge',
              dimension: 'edgeShoulder',
              level: 'warning' as const,
              title: say('Little wood at the edge'),
              reason: say(
                'Between the mortise in the end and the edge {edge} is left; {least} or more is usual.',
                {
                  edge,
                  least: 5,
                },
              ),
            },
          ]
        : []),
      ...(ownLength < tenonLength / 2 - 1e-6
        ? [
            {
              id: 'own-short',
              dimension: 'ownLength',
              level: 'warning' as const,
              title: say('The tongue holds on one side'),
              reason: say(
                'It goes {tenonLength} into one piece and {ownLength} into the other; alike is usual.',
                {
                  tenonLength,
                  ownLength,
                },
              ),
              propose: tenonLength,
            },
          ]
        : []),
      {
        id: 'tongue-stock',
        dimension: 'tenonThickness',
        level: 'reason',
        title: say('Tongue {t} by {tenonWidth}, {length} long', {
          t,
          tenonWidth,
          length: tenonLength + ownLength,
        }),
        reason: say(
          `Plane a long strip to {t}${round}, the grain along it, and cut the tongues off it.`,
          {
            t,
            r: t / 2,
          },
        ),
      },
    ];
  },
  geometry(params, member, piece, spot) {
    if (member === 'tenoned') return endGeometry(params, piece, spot);
    return {
      ...hollowShape(piece, spot, [hollowOf(params)]),
      gauges: mortiseGauges(params, piece, spot),
    };
  },
  features(params, members) {
    const { mortised } = blind.features(params, members);
    const { wall, start, length, depth } = endMortise(params);
    return {
      tenoned: [
        {
          form: 'mortise',
          into: 'end',
          stock: members.tenoned,
          wall,
          width: params.mortiseWidth,
          start,
          length,
          depth,
          ends: params.corners === 'rounded' ? 'fitted' : params.corners,
        },
      ],
      mortised,
    };
  },
  loose(params, piece, { end }, measured) {
    const { tenonWidth: w, tenonLength: L, ownLength, corners } = params;
    const t = derive(params).tenonThickness;
    const size = (id: string) => measured[id] ?? 0;
    /** It centres itself in the mortise in the end, as it was really cut. */
    const a = size('ownWall') + (size('ownWidth') - t) / 2;
    const b = size('ownStart') + (size('ownMortiseLength') - w) / 2;
    const into = Math.min(ownLength, size('ownDepth'));
    const x = alongOf(piece, { end });
    const outline = roundedRectangle([a, b], [a + t, b + w], corners === 'rounded' ? t / 2 : 0);
    const protrusion = L + ownLength - into;
    return {
      solid:
        corners === 'rounded'
          ? prismAlong('x', outline, x(-protrusion), x(into))
          : union(box([x(-protrusion), a, b], [x(into), a + t, b + w])),
      sizes: { tenonThickness: t, tenonWidth: w, faceShoulder: a, edgeShoulder: b, protrusion },
    };
  },
  seat: (params) => blind.seat(params),
  fit: (params, members) => blind.fit(params, members),
  drawing(params, members) {
    const { tenonThickness: t, along } = derive(params);
    const { faceShoulder: a, edgeShoulder: b, tenonWidth: w, tenonLength: L } = params;
    const own = endMortise(params);
    const { thickness: T, width: W } = members.tenoned;
    const sheet = sheetOf({
      members,
      setBack: params.setBack,
      along,
      reach: L,
      shows: own.depth + 10,
      tongues: [{ x: [0, L], y: [a, a + t], z: [b, b + w] }],
      hollows: [hollowOf(params)],
      /** The end is cut away to the floor of its own mortise, where the tongue stands. */
      section: [{ until: T, x: 0 }],
    });
    const top = members.mortised.thickness - params.setBack;
    const ownLine = dimension(
      'ownLength',
      'tongue in this piece',
      params.ownLength,
      'face',
      [0, W],
      [params.ownLength, W],
      sheet.frame.high - W + 12,
    );
    return {
      views: sheet.views.map((view) => withOwnTongue(view, params, top)),
      dimensions: [
        ...blindDimensions(params, members, sheet).map((d) => ({
          ...d,
          name: OF_TONGUE[d.id] ?? d.name,
        })),
        ownLine,
      ],
    };
  },
  moves: BLIND_MOVES,
  withChoice: withCorners,
};
