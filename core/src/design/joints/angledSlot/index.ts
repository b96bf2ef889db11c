import { type Vec2, roundTo, say } from '../../../ground/index.ts';
import { angleOf } from '../../../shop/index.ts';
import type { Advice, JointKind, JointView, Members, Outline } from '../kind.ts';
import { openSlot } from '../openSlot/index.ts';
import { aside, failing, type Check } from '../shape/index.ts';
import { angledSlotGeometry } from './geometry.ts';
import {
  angledSlotSchema,
  floorLine,
  seenMembers,
  shoulderLine,
  slotLean,
  tenonLean,
  type AngledSlotParams,
} from './params.ts';

/** Off square by less than this a joint is a straight one, degrees. */
const LEAST = 0.25;
/** A steeper slant leaves short grain in the walls of the slot, degrees (common practice). */
const SHORT_GRAIN = 30;

function checks(params: AngledSlotParams, { tenoned, mortised }: Members): Check[] {
  const { degrees } = params;
  const [near, far] = [floorLine(params)(0), floorLine(params)(mortised.width)];
  const line = shoulderLine(params, tenoned);
  const longest = Math.max(line(0), line(tenoned.width));
  return [
    {
      wrong: Math.abs(degrees) < LEAST,
      member: 'tenoned',
      path: 'degrees',
      dimension: 'angle',
      value: Math.abs(degrees),
      bound: LEAST,
      text: `it is ${Math.abs(degrees).toFixed(1)} degrees off square; for less than ${LEAST} make a straight joint.`,
    },
    {
      wrong: Math.min(near, far) < 1 - 1e-6,
      member: 'mortised',
      path: 'slotDepth',
      dimension: 'shallow side of the slot',
      value: Math.min(near, far),
      bound: 1,
      text: 'at its shallow side the slot would be {value} deep; it must be {bound} at least.',
    },
    {
      wrong: Math.max(near, far) >= mortised.length - 1e-6,
      member: 'mortised',
      path: 'slotDepth',
      dimension: 'deep side of the slot',
      value: Math.max(near, far),
      bound: mortised.length,
      text: 'at its deep side the slot is {value} deep, the whole piece only {bound} long.',
    },
    {
      wrong: longest >= tenoned.length - 1e-6,
      member: 'tenoned',
      path: 'tenonLength',
      dimension: 'long side of the tenon',
      value: longest,
      bound: tenoned.length,
      text: 'on its long side the tenon is {value} long, the whole piece only {bound}.',
    },
  ];
}

export const angledSlot: JointKind<AngledSlotParams> = {
  id: 'angled-slot',
  title: 'Open slot at an angle',
  told: 'An open slot on a corner that is not square: shoulders and floor slant.',
  where: 'corner',
  picture: 'face',
  choices: [],
  schema: angledSlotSchema,
  own: [...openSlot.own, 'degrees'],
  propose(members, available) {
    const degrees = 10;
    const seen = seenMembers({ degrees } as AngledSlotParams, members);
    const { params, advice } = openSlot.propose(seen, available);
    return {
      params: { ...params, slotDepth: roundTo(params.slotDepth, available.step, 'up'), degrees },
      advice,
    };
  },
  problems: (params, members, available, names) => [
    ...openSlot.problems(params, seenMembers(params, members), available, names),
    ...failing(checks(params, members), names),
  ],
  advice(params, members, available): Advice[] {
    const off = Math.abs(params.degrees);
    const trim = Math.abs(members.mortised.width * angleOf(params.degrees).tan);
    return [
      ...openSlot.advice(params, seenMembers(params, members), available),
      {
        id: 'trim',
        dimension: 'slotDepth',
        level: 'reason',
        title: say('Trim the corner when it is glued'),
        reason: say(
          'Over the width of the slot the tenon runs {trim} away from the end of the other piece. Leave both long, then saw the corner along the edges.',
          { trim },
        ),
      },
      ...(off > SHORT_GRAIN
        ? [
            {
              id: 'short-grain',
              dimension: 'degrees',
              level: 'warning' as const,
              title: say('Short grain beside the slot'),
              reason: say(
                `At ${off.toFixed(1)} degrees off square the slot’s walls end in a point; past about ${SHORT_GRAIN} it breaks off.`,
              ),
            },
          ]
        : []),
    ];
  },
  geometry: angledSlotGeometry,
  features(params, members) {
    const { tenoned, mortised } = members;
    const lean = tenonLean(params, tenoned);
    const held = slotLean(params, mortised);
    const slot = openSlot.features(params, members).mortised;
    return {
      tenoned: [
        {
          form: 'tenon',
          stock: lean.square,
          faceShoulder: params.faceShoulder,
          thickness: params.mortiseWidth - params.faceClearance,
          edgeShoulder: 0,
          width: lean.square.width,
          length: lean.at[0],
          edgesLeft: true,
          lean,
        },
      ],
      mortised: slot.map((f) =>
        f.form === 'slot' ? { ...f, stock: held.square, depth: held.at[0], lean: held } : f,
      ),
    };
  },
  seat: (params) => ({ ...openSlot.seat(params), aslant: true }),
  lean: (params, member, piece) => (member === 'tenoned' ? tenonLean(params, piece) : undefined),
  fit: (params, members) => openSlot.fit(params, seenMembers(params, members)),
  drawing(params, members) {
    const { views, dimensions } = openSlot.drawing(params, seenMembers(params, members));
    return {
      views: views.map((view) => (view.id === 'face' ? slanted(view, params, members) : view)),
      dimensions: [
        ...dimensions,
        { ...aside('degrees', 'angle off square', params.degrees), angle: true },
      ],
    };
  },
  moves: openSlot.moves,
  withChoice: (params) => params,
};

/** The tenoned piece and the slot’s floor aslant on the reference face. */
function slanted(
  view: JointView,
  params: AngledSlotParams,
  { tenoned, mortised }: Members,
): JointView {
  const { sin, cos, tan } = angleOf(params.degrees);
  const line = shoulderLine(params, tenoned);
  const across = tenoned.width / cos;
  const tip = (v: number, at: number): Vec2 => [-line(v) * cos, at - line(v) * sin];
  const tongue: Vec2[] = [tip(0, 0), [0, 0], [0, across], tip(tenoned.width, across)];
  const floor = floorLine(params);
  const V = mortised.width;
  return {
    ...view,
    outlines: view.outlines.map((o): Outline => {
      if (o.role === 'tenoned')
        return { ...o, points: o.points.map(([x, y]): Vec2 => [x, y + x * tan]) };
      if (o.role === 'hidden') return { ...o, points: tongue };
      if (o.role !== 'mortise') return o;
      const low = Math.min(...o.points.map((p) => p[1]));
      return {
        ...o,
        points: [
          [-V, low],
          [0, low],
          [0, floor(0)],
          [-V, floor(V)],
        ],
      };
    }),
  };
}
