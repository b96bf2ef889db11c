import { angleOf, type Piece } from '../../../shop/index.ts';
import { roundTo, say, type Mm } from '../../../ground/index.ts';
import { blind, CORNERS, derive, roundingOf, withCorners, BLIND_MOVES } from '../blind/index.ts';
import type { Advice, Feature, JointKind, Members, MortiseFeature, TenonFeature } from '../kind.ts';
import { failing, sizesAcross, type Check } from '../shape/index.ts';
import { angledDrawing } from './drawing.ts';
import { angledGeometry } from './geometry.ts';
import {
  angledSchema,
  excessOf,
  leanOf,
  off,
  own,
  PLANE,
  seenMembers,
  shoulderLine,
  SLANT,
  type AngledParams,
} from './params.ts';

/** Past this slope across a tenon its grain runs out too soon, degrees (common practice). */
const RUN_OUT = 8;
/** Off square by less than this a joint is a straight one, degrees. */
const LEAST = 0.25;
/** Wood that stays behind a leaning mortise at the least, mm. */
const BEHIND: Mm = 1;

const NOT_WHOLE =
  'the shoulder there is {value}: a corner would be missing. Shorten it, or let the mortise slant.';

/** Where a tenon lies the way the slant runs: before it, its own size, and what there is. */
function across(
  params: AngledParams,
  { tenoned }: Members,
): { near: Mm; size: Mm; stock: Mm; path: string } {
  const { plane, faceShoulder, edgeShoulder, tenonWidth } = params;
  return plane === 'width'
    ? { near: edgeShoulder, size: tenonWidth, stock: tenoned.width, path: 'edgeShoulder' }
    : {
        near: faceShoulder,
        size: derive(params).tenonThickness,
        stock: tenoned.thickness,
        path: 'faceShoulder',
      };
}

/**
 * Towards the tip of a tenon that goes in square the wood runs away to one side: the shoulder there
 * must cover how far.
 */
export function wholeTenon(params: AngledParams, members: Members): Check[] {
  const { degrees, tenonLength } = params;
  const { tan } = angleOf(degrees);
  const { near, size, stock, path } = across(params, seenMembers(params, members));
  const shift = tenonLength * Math.abs(tan);
  const room = tan < 0 ? near : stock - near - size;
  return [
    {
      wrong: room < shift - 1e-6,
      member: 'tenoned',
      path,
      dimension: 'shoulder',
      value: room,
      bound: shift,
      text: `over its length the wood runs ${off(degrees)} to the side, {bound}, and ${NOT_WHOLE}`,
    },
  ];
}

/** What only a slant can make impossible. */
function checks(params: AngledParams, members: Members): Check[] {
  const { degrees, slant, plane, faceShoulder: a } = params;
  const { cos } = angleOf(degrees);
  const none = {
    wrong: Math.abs(degrees) < LEAST,
    member: 'tenoned' as const,
    path: 'degrees',
    dimension: 'angle',
    value: Math.abs(degrees),
    bound: LEAST,
    text: `its end is ${off(degrees)} off square; for less than ${LEAST} make a straight joint.`,
  };
  if (slant === 'tenon') return [none, ...wholeTenon(params, members)];
  const line = shoulderLine(params, members.tenoned);
  const shortest = Math.min(line(0), line(sizesAcross(members.tenoned, plane).v));
  const { wall, mortiseDepth: D, mortiseLength: l } = derive(own(params));
  const { mortiseWidth: m } = params;
  const [S, V] = [members.mortised.thickness, members.mortised.width];
  /**
   * The floor, seen in the piece's own axes: it lies deeper or shallower by its size along the
   * slant.
   */
  const { sin } = angleOf(degrees);
  const spread = plane === 'width' ? l : m;
  const deepest = D * cos + spread * Math.abs(sin);
  const sideways = D * Math.abs(sin);
  const thin = plane === 'thickness' ? Math.min(wall * cos, S - (wall + m) / cos) - sideways : 1;
  const shoulders = Math.max(a, members.tenoned.thickness - a - derive(params).tenonThickness);
  return [
    none,
    {
      wrong: shortest < 1 - 1e-6,
      member: 'tenoned',
      path: 'tenonLength',
      dimension: 'tenon length',
      value: shortest,
      bound: 1,
      text: 'on its short side the tenon would be {value} long; make it longer by {over} at least.',
    },
    {
      wrong: shoulders < 0.1,
      member: 'tenoned',
      path: 'faceShoulder',
      dimension: 'face shoulder',
      value: shoulders,
      bound: 0.1,
      text: 'a slanted shoulder must lie on one face at least; {value} is left for it.',
    },
    {
      wrong: deepest > V - BEHIND + 1e-6,
      member: 'mortised',
      path: 'mortiseDepth',
      dimension: 'depth of the slanting mortise',
      value: deepest,
      bound: V - BEHIND,
      text: 'askew, the mortise reaches {value} into a piece {bound} deep at the most.',
    },
    {
      wrong: thin < 0.5 - 1e-6,
      member: 'mortised',
      path: 'setBack',
      dimension: 'wall of the slanting mortise',
      value: thin,
      bound: 0.5,
      text: 'the mortise leans towards a face and leaves {value} of wall there; it needs {bound} at least.',
    },
  ];
}

/**
 * The tenon that a slanted cut across the faces makes, as wide as the piece; its end is not cut.
 */
function facesOf(params: AngledParams, tenoned: Piece): TenonFeature {
  const { degrees, faceShoulder, tenonLength: L } = params;
  const { cos, tan } = angleOf(degrees);
  const length = Math.max(L, L + tenoned.width * tan) * cos;
  const square = { ...tenoned, width: tenoned.width / cos };
  return {
    form: 'tenon',
    name: 'its faces',
    stock: square,
    faceShoulder,
    thickness: derive(params).tenonThickness,
    edgeShoulder: 0,
    width: square.width,
    length,
    edgesLeft: true,
    lean: { about: 'thickness', degrees, pivot: [L, 0, 0], at: [length, 0, 0], square },
  };
}

function tenonFeatures(params: AngledParams, members: Members): Feature[] {
  const { tenoned } = members;
  const {
    degrees,
    plane,
    slant,
    tenonWidth,
    edgeShoulder,
    faceShoulder,
    tenonLength: length,
    corners,
  } = params;
  const { tenonThickness: thickness } = derive(params);
  if (slant === 'tenon') {
    const lean = leanOf(params, 'tenoned', tenoned)!;
    const [straight] = blind.features(params, seenMembers(params, members)).tenoned;
    if (straight?.form !== 'tenon') return [];
    const { mate: _, ...tenon } = straight;
    return [
      { form: 'end', stock: lean.square, excess: excessOf(params, tenoned), lean },
      {
        ...tenon,
        stock: lean.square,
        lean,
        follows: {
          feature: 0,
          words: 'The end is cut to the angle first: the tenon’s length counts from it.',
        },
      },
    ];
  }
  const raked: Feature = {
    form: 'raked',
    stock: tenoned,
    across: plane,
    degrees,
    faceShoulder,
    thickness,
    edgeShoulder,
    width: tenonWidth,
    length,
    ...(corners === 'rounded' && { rounding: roundingOf(params) }),
  };
  if (plane === 'thickness') return [raked];
  const bare = tenonWidth > tenoned.width - 1e-6 && corners !== 'rounded';
  return bare
    ? [facesOf(params, tenoned)]
    : [
        facesOf(params, tenoned),
        {
          ...raked,
          name: 'its edges',
          follows: { feature: 0, words: 'The edges are sawn once the slanted cheeks are cut.' },
        },
      ];
}

export const angled: JointKind<AngledParams> = {
  id: 'angled',
  title: 'Angled mortise and tenon',
  told: 'The pieces meet at other than a right angle.',
  where: 'along',
  picture: 'face',
  choices: [CORNERS, PLANE, SLANT],
  schema: angledSchema,
  own: ['tenonLength', 'degrees', 'plane', 'slant'],
  propose(members, available) {
    const angle = { degrees: 5, plane: 'width', slant: 'tenon' } as const;
    const { params, advice } = blind.propose(
      seenMembers({ ...angle } as AngledParams, members),
      available,
    );
    return { params: fitted({ ...params, ...angle }, members, available.step), advice };
  },
  problems(params, members, available, names) {
    const met = seenMembers(params, members);
    return [
      ...blind.problems(own(params), met, available, names),
      ...failing(checks(params, members), names),
    ];
  },
  advice(params, members, available): Advice[] {
    const { degrees, slant, plane } = params;
    const { tan } = angleOf(degrees);
    const { near, size, stock } = across(params, seenMembers(params, members));
    const steep = Math.abs(degrees) > RUN_OUT;
    const room = tan < 0 ? near : stock - near - size;
    const longest = Math.abs(tan) > 1e-9 ? room / Math.abs(tan) : Infinity;
    const told: Advice[] = [
      {
        id: 'angle',
        dimension: 'degrees',
        level: slant === 'tenon' && steep ? 'warning' : 'reason',
        title: say(
          slant === 'tenon'
            ? steep
              ? 'The grain runs out of the tenon'
              : 'The grain runs at a slant through the tenon'
            : 'The grain runs straight into the tenon',
        ),
        reason:
          slant === 'tenon'
            ? say(
                `It crosses the tenon at ${off(degrees)}; past about ${RUN_OUT} it is short, and the tenon may break along it. With the mortise askew instead the grain runs on.`,
              )
            : say(
                'The mortise is askew instead, so it must be cut on a wedge or by a bevel; the tenon keeps its strength.',
              ),
      },
      ...(slant === 'tenon'
        ? [
            {
              id: 'whole',
              dimension: 'tenonLength',
              level: 'reason' as const,
              title: say('Whole up to {longest}', { longest: Math.min(longest, 999) }),
              reason: say(
                'Towards its tip the wood runs away to one side; a longer tenon would lose a corner there.',
              ),
            },
          ]
        : []),
      {
        id: 'mirror',
        dimension: 'degrees',
        level: 'reason',
        title: say('Left and right mirror each other'),
        reason: say(
          `The two ends of a piece lean the other way about, as seen on the ${plane === 'width' ? 'face' : 'edge'}: wedges in pairs, and never one for the other.`,
        ),
      },
    ];
    return [...blind.advice(own(params), seenMembers(params, members), available), ...told];
  },
  geometry: angledGeometry,
  features(params, members) {
    const lean = leanOf(params, 'mortised', members.mortised);
    const straight = blind.features(own(params), seenMembers(params, members))
      .mortised as MortiseFeature[];
    return {
      tenoned: tenonFeatures(params, members),
      mortised: straight.map((f) => (lean ? { ...f, stock: lean.square, lean } : f)),
    };
  },
  seat: (params) => blind.seat(own(params)),
  lean: leanOf,
  fit: (params, members) => blind.fit(own(params), members),
  drawing: angledDrawing,
  moves: BLIND_MOVES,
  withChoice(params, choice, value, members, available) {
    if (choice === 'corners') return withCorners(params, choice, value);
    const { params: base } = blind.propose(
      seenMembers({ ...params, [choice]: value }, members),
      available,
    );
    const next = {
      ...params,
      ...base,
      corners: params.corners,
      endClearance: params.endClearance,
      position: params.position,
      [choice]: value,
    };
    return fitted(next, members, available.step);
  },
};

/** A proposed tenon no longer than it is whole. */
function fitted(params: AngledParams, members: Members, step: Mm): AngledParams {
  const { slant, tenonLength } = params;
  const tan = Math.abs(angleOf(params.degrees).tan);
  const { near, size, stock } = across(params, seenMembers(params, members));
  const room = params.degrees < 0 ? near : stock - near - size;
  if (slant === 'mortise' || tenonLength * tan <= room) return params;
  return { ...params, tenonLength: Math.max(step, roundTo(room / tan, step, 'down')) };
}
