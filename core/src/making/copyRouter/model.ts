import {
  box,
  circle,
  difference,
  prismAlong,
  roundedRectangle,
  type Mm,
  type Vec2,
} from '../../ground/index.ts';
import { figureOf, type Carrier } from '../setups/index.ts';
import { toolById } from '../../shop/index.ts';
import { endSide } from '../machine/endSide.ts';
import { templateCorner, templateTongue, templateWork } from '../method/template.ts';
import type { MachineBody } from '../machine/machineBody.ts';
import type { Datum, MachineModel } from '../machine/model.ts';
import { seatPiece } from '../machine/seat.ts';

const FAR = 2000;
/** How a template's corners come out: full half rounds, as round as what runs in them, square. */
type Corners = 'round' | 'cutter' | 'square';

const CORNERS: Readonly<Partial<Record<Carrier, Corners>>> = {
  'copied-block': 'round',
  'copied-disc': 'round',
  'copied-hole': 'round',
  'copied-round-opening': 'round',
  'copied-square-block': 'square',
};

const OUTSIDE: ReadonlySet<Carrier> = new Set([
  'copied-block',
  'copied-square-block',
  'copied-disc',
]);

/** How far in front of the fence the template's centre is drawn, mm. */
const AWAY = 150;

/**
 * A machine that copies a template at a scale. The piece lies against the fence, y = 0, its
 * laid-out end at x = 0, its surface at z = 0; the template stands apart, the follower at its
 * centre when the cutter is over the machine's centre.
 *
 * opening, hole: the follower runs inside it
 * block, disc: the follower runs round it, all outside is cut
 */
export const copyRouter: MachineModel = {
  id: 'copy-router',
  works: 'routed',
  clamps: 'piece',
  cuttersAre: 'cutter',
  datums: {
    'template-fence': 'fence',
    'follower-side': 'follower',
    'follower-end': 'follower',
    'laid-out-from': 'end stop',
    'centre-across': 'centre of the machine',
    'centre-along': 'centre of the machine',
    'wood-surface': 'surface of the wood',
    'cutter-tip': 'tip of the cutter',
    'template-side': 'near side of the template',
    'template-far-side': 'far side of the template',
    'template-end': 'near end of the template',
    'template-far-end': 'far end of the template',
  },
  views: [
    { id: 'above', title: 'From above', right: [1, 0, 0], up: [0, 1, 0] },
    { id: 'side', title: 'From the side', right: [1, 0, 0], up: [0, 0, 1] },
  ],
  place(setup, pass, occurrence, piece, asIs) {
    const machine = toolById(asIs, 'copy-router', setup.machine!);
    const { diameter: d } = toolById(asIs, 'router-cutter', setup.cutter!);
    const { outside: G } = toolById(asIs, 'bearing', setup.guides[0]!);
    const s = endSide(pass, occurrence);
    const set = (role: string) => figureOf(setup, pass.figures[role]!).set.value;
    const [width, length] = [set('width'), set('length')];
    const depth = Math.min(set('depth'), pass.level ?? Infinity);
    const outside = OUTSIDE.has(setup.carrier);
    /**
     * What the cutter leaves of the template's size: inside it reaches as much more as it is wide,
     * outside as much less.
     */
    const leaves = outside ? templateTongue : templateWork;
    const worked = (template: number) => leaves(template, d, G, machine.ratio);
    /** Where the cutter touches a side, and so much is between follower and template. */
    const held = (role: string, size: Mm) =>
      figureOf(setup, pass.figures[role]!).from.startsWith('follower')
        ? set(role) / machine.ratio + worked(size) / 2
        : set(role);
    const [across, along] = [held('across', width), held('along', length)];
    const centre: Vec2 = [s * along, across];
    const template: Vec2 = [centre[0], -AWAY];
    const around = ([x, y]: Vec2, long: number, wide: number, radius: number) =>
      roundedRectangle([x - long / 2, y - wide / 2], [x + long / 2, y + wide / 2], radius);
    const corners: Record<Corners, readonly [work: Mm, template: Mm]> = {
      round: [worked(width) / 2, width / 2],
      cutter: [d / 2, G / 2],
      square: [templateCorner(d, G, machine.ratio), 0],
    };
    const [inWork, inTemplate] = corners[CORNERS[setup.carrier] ?? 'cutter'];
    const work = around(centre, worked(length), worked(width), inWork);
    const shape = around(template, length, width, inTemplate);
    /** The follower while the cutter touches the side that a gap is set from. */
    const touching = (place: Mm) => (place + d / 2) * machine.ratio - G / 2;
    const datums = {
      ...onMachine(s, centre, depth),
      ...onTemplate(s, template, [width, length]),
      'follower-side': {
        at: [template[0], -AWAY - touching(across), 0],
        normal: [0, 1, 0],
      },
      'follower-end': {
        at: [template[0] - s * touching(along), -AWAY, 0],
        normal: [s, 0, 0],
      },
    } satisfies Record<string, Datum>;
    /** How far cutter and follower go from the middle. */
    const reach = (outside ? worked(length) + d : worked(length) - d) / 2;
    const cutter = prismAlong('z', circle([centre[0] + s * reach, across], d / 2), -depth, 40);
    const followed: Vec2 = [template[0] + s * reach * machine.ratio, -AWAY];
    /** What goes round a piece goes over its fence, too. */
    const under = outside ? depth : 0;
    return {
      piece,
      rigid: seatPiece(pass.seat, datums, occurrence, piece, [0, 0, 0]),
      datums,
      bodies: [
        ...guides(s, along, under),
        { role: 'base', label: 'template', solid: prismAlong('z', shape, 0, 12) },
        { role: 'base', label: 'follower', solid: prismAlong('z', circle(followed, G / 2), 0, 20) },
        { role: 'cutter', label: 'cutter', solid: cutter },
      ],
      sweep: outside
        ? difference(
            box([-FAR, -FAR, -depth], [FAR, FAR, 60]),
            prismAlong('z', work, -depth - 1, 61),
          )
        : prismAlong('z', work, -depth, 60),
      feed: [s, 0, 0],
      feeds: 'tool',
      ...(outside && { nested: true }),
    };
  },
};

/** What the piece lies against, as deep as the cutter goes round it. */
const guides = (s: 1 | -1, along: Mm, under: Mm): MachineBody[] => [
  {
    role: 'fence',
    label: 'fence',
    solid: box(
      [Math.min(0, s * (along + 150)), -24, -40 - under],
      [Math.max(0, s * (along + 150)), 0, -2 - under],
    ),
  },
  {
    role: 'stop',
    label: 'end stop',
    solid: box([Math.min(0, -s * 20), 0, -30 - under], [Math.max(0, -s * 20), 30, -2 - under]),
  },
];

const onMachine = (s: 1 | -1, [along, across]: Vec2, depth: Mm): Record<string, Datum> => ({
  'template-fence': { at: [along, 0, 0], normal: [0, 1, 0] },
  'laid-out-from': { at: [0, across, 0], normal: [s, 0, 0] },
  'centre-across': { at: [along, across, 0], normal: [0, 1, 0] },
  'centre-along': { at: [along, across, 0], normal: [s, 0, 0] },
  'wood-surface': { at: [along, 0, 0], normal: [0, 0, -1] },
  'cutter-tip': { at: [along, 0, -depth], normal: [0, 0, 1] },
});

const onTemplate = (
  s: 1 | -1,
  [along, across]: Vec2,
  [width, length]: readonly [Mm, Mm],
): Record<string, Datum> => ({
  'template-side': { at: [along, across - width / 2, 0], normal: [0, 1, 0] },
  'template-far-side': { at: [along, across + width / 2, 0], normal: [0, 1, 0] },
  'template-end': { at: [along - (s * length) / 2, across, 0], normal: [s, 0, 0] },
  'template-far-end': { at: [along + (s * length) / 2, across, 0], normal: [s, 0, 0] },
});
