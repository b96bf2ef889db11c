import { angleOf } from '../../../shop/index.ts';
import { roundTo, say, type Mm } from '../../../ground/index.ts';
import { PLANE } from '../angled/params.ts';
import type { Advice, Feature, JointKind, MemberName, Members } from '../kind.ts';
import { atMost, failing, notNegative, positive, sizesAcross, type Check } from '../shape/index.ts';
import { splineDrawing } from './drawing.ts';
import { splineGeometry, splineTongue } from './geometry.ts';
import {
  derived,
  isSloped,
  RUN,
  splineExcess,
  splineLean,
  splineSchema,
  wallOf,
  type SplineParams,
} from './params.ts';

/**
 * Wood that must stay beside a slot, mm, at the mitre and, where a face slopes towards it, at its
 * floor.
 */
const LEAST_WALL: Mm = 1;
/** Less than this beside a slot is weak, mm (common practice). */
const THIN: Mm = 3;

const MEMBERS = ['tenoned', 'mortised'] as const;

/**
 * Wood between a slot and the two faces, at its weaker place: on a box the outer face slopes
 * towards the floor.
 */
function walls(
  params: SplineParams,
  members: Members,
  member: MemberName,
): { wall: Mm; near: Mm; far: Mm } {
  const { run, mortiseWidth: m } = params;
  const { square } = splineLean(params, member, members[member]);
  const wall = wallOf(params, square);
  const slope = isSloped(params) ? derived(params).depth[member] * angleOf(params.degrees).tan : 0;
  return {
    wall,
    near: wall - slope,
    far: (run === 'edges' ? square.thickness : square.width) - wall - m,
  };
}

const WORDS = { tenoned: 'this piece', mortised: 'the other piece' } as const;

function checks(params: SplineParams, members: Members): Check[] {
  const { mortiseWidth: m, tenonLength, ownLength, bottomClearance } = params;
  const { splineThickness, depth } = derived(params);
  const outside = walls(params, members, 'tenoned').wall;
  const lengths = { tenoned: ownLength, mortised: tenonLength };
  return [
    positive('tenoned', 'mortiseWidth', 'slot width', m),
    positive('tenoned', 'tenonThickness', 'spline thickness', splineThickness),
    notNegative('tenoned', 'bottomClearance', 'clearance at the slot’s floor', bottomClearance),
    {
      wrong: outside < LEAST_WALL - 1e-6,
      member: 'tenoned',
      path: 'faceShoulder',
      dimension: 'wall outside the slot',
      value: outside,
      bound: LEAST_WALL,
      text: 'outside the slot {value} would be left along the mitre; it must be {bound} at least.',
    },
    ...MEMBERS.flatMap((member): Check[] => {
      const { wall, near, far } = walls(params, members, member);
      const path = member === 'tenoned' ? 'ownLength' : 'tenonLength';
      const half = members[member].length / 2;
      return [
        positive(member, path, `spline in ${WORDS[member]}`, lengths[member]),
        {
          wrong: far < LEAST_WALL - 1e-6,
          member,
          path: 'faceShoulder',
          dimension: 'wall inside the slot',
          value: far,
          bound: LEAST_WALL,
          text: 'inside the slot {value} would be left along the mitre; it must be {bound} at least.',
        },
        ...(isSloped(params)
          ? [
              {
                wrong: wall >= LEAST_WALL - 1e-6 && near < LEAST_WALL - 1e-6,
                member,
                path,
                dimension: 'wood behind the slot’s floor',
                value: near,
                bound: LEAST_WALL,
                text: 'the slot’s floor comes within {value} of the outer face; {bound} must be left. Move the spline inwards, or let it go less deep.',
              },
            ]
          : []),
        atMost(
          member,
          path,
          'depth of the slot',
          depth[member],
          half,
          'the slot is {value} deep, more than half the piece, {bound}.',
        ),
      ];
    }),
  ];
}

/** A mitred end, then its slot. */
function featuresOf(params: SplineParams, member: MemberName, members: Members): Feature[] {
  const piece = members[member];
  const lean = splineLean(params, member, piece);
  const { depth } = derived(params);
  return [
    { form: 'end', stock: lean.square, excess: splineExcess(params, piece), lean },
    {
      form: 'slot',
      stock: lean.square,
      across: params.run === 'edges' ? 'thickness' : 'width',
      wall: wallOf(params, lean.square),
      width: params.mortiseWidth,
      depth: depth[member],
      lean,
      follows: { feature: 0, words: 'The mitre is cut first: the slot’s depth counts from it.' },
    },
  ];
}

export const spline: JointKind<SplineParams> = {
  id: 'spline',
  title: 'Mitre with a spline',
  told: 'Both ends are mitred; a spline lies across the mitre.',
  where: 'corner',
  picture: 'face',
  choices: [PLANE, RUN],
  schema: splineSchema,
  own: [
    'tenonLength',
    'ownLength',
    'mortiseWidth',
    'faceShoulder',
    'bottomClearance',
    'degrees',
    'plane',
    'run',
  ],
  propose: (members, available) =>
    proposed(members, available.step, available.targetClearance, {
      plane: 'width',
      run: 'edges',
      degrees: 45,
    }),
  problems: (params, members, _available, names) => failing(checks(params, members), names),
  advice(params, members): Advice[] {
    const { plane, degrees, tenonLength, ownLength } = params;
    const { splineThickness: t } = derived(params);
    const sizes = MEMBERS.map((member) => sizesAcross(members[member], plane).v);
    const thin = Math.min(
      ...MEMBERS.flatMap((member) => [
        walls(params, members, member).near,
        walls(params, members, member).far,
      ]),
    );
    const unlike = Math.abs(sizes[0]! - sizes[1]!);
    const told: (Advice | false)[] = [
      unlike > 0.1 && {
        id: 'unlike',
        dimension: 'degrees',
        level: 'warning',
        title: say('The two mitres differ in length'),
        reason: say(
          `One piece is {more} ${plane === 'width' ? 'wider' : 'thicker'}: cut alike, the mitres meet at one corner only.`,
          { more: unlike },
        ),
      },
      thin < THIN - 1e-6 && {
        id: 'wall',
        dimension: 'faceShoulder',
        level: 'warning',
        title: say('Little wood beside the slot'),
        reason: say('Where it is thinnest {thin} is left; less than {least} breaks out.', {
          thin,
          least: THIN,
        }),
      },
      {
        id: 'corner',
        dimension: 'degrees',
        level: 'reason',
        title: say(`The corner closes at ${Number((180 - 2 * degrees).toFixed(2))} degrees`),
        reason: say(
          'An error of either cut counts twice in the corner, and eight times round a frame: try the gauge on two scraps against a square.',
        ),
      },
      {
        id: 'spline-stock',
        dimension: 'tenonThickness',
        level: 'reason',
        title: say('Spline {t} thick, {across} across the mitre', {
          t,
          across: tenonLength + ownLength,
        }),
        reason: say(
          'Its grain runs across the mitre, not along it: a long-grain strip would split where the joint opens. Leave it long, and trim it flush once the glue has set.',
        ),
      },
    ];
    return told.filter((advice) => advice !== false);
  },
  geometry: splineGeometry,
  features: (params, members) => ({
    tenoned: featuresOf(params, 'tenoned', members),
    mortised: featuresOf(params, 'mortised', members),
  }),
  seat: ({ faceClearance, run }) => ({
    setBack: 0,
    along: 0,
    clearance: faceClearance,
    endToEnd: run,
  }),
  lean: splineLean,
  loose: splineTongue,
  fit(params, { tenoned }) {
    const { square } = splineLean(params, 'tenoned', tenoned);
    const tenonWidth = params.run === 'edges' ? square.width : square.thickness;
    return { tenon: derived(params).splineThickness, mortise: params.mortiseWidth, tenonWidth };
  },
  drawing: splineDrawing,
  moves: { tenonThickness: 'faceClearance' },
  withChoice: (params, choice, value, members, { step }) =>
    proposed(members, step, params.faceClearance, { ...params, [choice]: value }).params,
};

/**
 * A third of a frame's thickness, in its middle; where the wood slopes away less, and where the
 * slot can go deep.
 */
function proposed(
  { tenoned, mortised }: Members,
  step: Mm,
  faceClearance: Mm,
  { plane, run, degrees }: Pick<SplineParams, 'plane' | 'run' | 'degrees'>,
): { params: SplineParams; advice: Advice[] } {
  const thickness = Math.min(tenoned.thickness, mortised.thickness);
  const width = Math.min(tenoned.width, mortised.width);
  const { cos, tan } = angleOf(degrees);
  const sloped = isSloped({ plane, run } as SplineParams);
  const inBox = plane === 'thickness' && run === 'edges';
  const mortiseWidth = Math.max(step, roundTo(thickness / (sloped ? 5 : 3), step, 'nearest'));
  const along =
    run === 'edges'
      ? inBox
        ? thickness / cos
        : thickness
      : plane === 'width'
        ? width / cos
        : width;
  const wall = inBox
    ? roundTo(along * 0.72 - mortiseWidth, step, 'nearest')
    : (along - mortiseWidth) / 2;
  const bottomClearance = roundTo(0.5, step / 2, 'up');
  const most = sloped ? (wall - THIN) / tan - bottomClearance : width / 3;
  const deep = Math.max(step, roundTo(Math.min(most, thickness * 0.6), step, 'down'));
  return {
    params: {
      mortiseWidth,
      faceClearance,
      faceShoulder: wall + faceClearance / 2,
      tenonLength: deep,
      ownLength: deep,
      bottomClearance,
      degrees,
      plane,
      run,
    },
    advice: [
      {
        id: 'spline',
        dimension: 'mortiseWidth',
        level: 'reason',
        title: say('Slot {mortiseWidth}', { mortiseWidth }),
        reason: say(
          sloped
            ? 'About a fifth of {thickness}: the wood slopes away beside the slot.'
            : 'About a third of {thickness}, in the middle.',
          { thickness },
        ),
      },
    ],
  };
}
