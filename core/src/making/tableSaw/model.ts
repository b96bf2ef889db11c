import {
  add,
  box,
  compose,
  scale,
  subtract,
  turn,
  type Rigid,
  type Solid,
  type Vec3,
} from '../../ground/index.ts';
import { figureOf, spacerIn, type Setup } from '../setups/index.ts';
import {
  type Piece,
  type PieceFace,
  toolById,
  type Shop,
  type TableSaw,
} from '../../shop/index.ts';
import type { Datum, MachineModel, Placement } from '../machine/model.ts';
import type { MachineBody } from '../machine/machineBody.ts';
import { faceOf, seatPiece } from '../machine/seat.ts';
import { standsAt } from '../machine/standsAt.ts';
import { BACK, uprightBodies } from './uprightBodies.ts';

const FAR = 2000;

/**
 * Table saw. The blade stands at x = 0, the table top is z = 0, the piece is fed along +y.
 *
 *        fence side = right                    near side: the blade's face nearer to fence or jig
 *        |blade|    jig face                   far side: the other
 *       -k/2 +k/2   |            fence
 *         |  |      |piece|         |
 *      ---+--+------+-----+---------+--- table
 */
export const tableSaw: MachineModel = {
  id: 'table-saw',
  works: 'sawn',
  cuttersAre: 'blade',
  datums: {
    table: 'table',
    'highest-tooth': 'highest tooth',
    'jig-face': 'jig face',
    'spacer-face': 'front of the spacer',
    'fence-face': 'fence',
    'stop-face': 'face of the stop block',
    'end-stop': 'end stop of the sled',
    'near-side': 'near side of the blade',
    'far-side': 'far side of the blade',
  },
  views: [
    { id: 'front', title: 'From the front of the saw', right: [1, 0, 0], up: [0, 0, 1] },
    { id: 'above', title: 'From above', right: [1, 0, 0], up: [0, 1, 0] },
  ],
  place(setup, pass, occurrence, piece, asIs) {
    const saw = toolById(asIs, 'table-saw', setup.machine!);
    const blade = bladeOf(setup, asIs);
    const whole = standsAt(figureOf(setup, pass.figures['height']!), { scale: saw.heightScale });
    const height = Math.min(whole, pass.level ?? Infinity);
    const across = figureOf(setup, pass.figures['across']!);
    const { s, lean } = standing(saw, setup);
    const half = blade.kerf / 2;
    const atTable = half / Math.cos(lean);
    const sides: Record<string, number> = { 'near-side': s * atTable, 'far-side': -s * atTable };
    const jig = setup.guides
      .map((id) => asIs.tools.find((t) => t.id === id))
      .find((t) => t?.kind === 'upright-jig');
    const guide =
      sides[across.to]! +
      s *
        standsAt(across, {
          scale: saw.fenceScale,
          beyond: (across.to === 'far-side' ? 2 * atTable : 0) - (jig?.body ?? 0),
          screw: jig?.screw,
        });
    const toBlade: Vec3 = [-s, 0, 0];
    const plane = (x: number, normal: Vec3): Datum => ({ at: [x, 0, 0], normal });
    const upright = setup.carrier === 'upright-jig';
    const spacer = spacerIn(setup, pass);
    const front = plane(guide - s * spacer, toBlade);
    const sled = setup.carrier === 'sled';
    const block = asIs.tools.find((t) => t.kind === 'stop-block' && setup.guides.includes(t.id));
    const thick = block?.kind === 'stop-block' ? block.thickness : undefined;
    const datums: Record<string, Datum> = {
      table: { at: [0, 0, 0], normal: [0, 0, 1] },
      'highest-tooth': { at: [0, 0, height], normal: [0, 0, 1] },
      'near-side': plane(sides['near-side']!, [s, 0, 0]),
      'far-side': plane(sides['far-side']!, [s, 0, 0]),
      [upright ? 'jig-face' : sled ? 'end-stop' : 'fence-face']: plane(guide, toBlade),
      ...(spacer && { 'spacer-face': front }),
      ...(thick === undefined ? {} : { 'stop-face': plane(guide - s * thick, toBlade) }),
    };
    const meets = spacer ? { ...datums, 'jig-face': front } : datums;
    const seated = seatPiece(pass.seat, meets, occurrence, piece, [0, 0, 0]);
    const carried = { ...seated, shift: add(seated.shift, scale(toBlade, pass.off ?? 0)) };
    const back = -lying(piece, faceOf(pass.seat['table']!, occurrence)).across / 2;
    const rigid = sled
      ? outOfSquare(carried, saw, s, [guide, back, 0])
      : setup.carrier === 'mitre-gauge'
        ? outOfSquare(carried, saw, s, [
            guide - s * (thick ?? 0),
            (saw.outOfSquare ?? 0) > 0 ? -back : back,
            0,
          ])
        : carried;
    const radius = blade.diameter / 2;
    /**
     * Along the blade: tilted, the corner of its teeth that is the higher stands as high as was
     * set.
     */
    const tall = setup.tilt ? (height - half * Math.abs(Math.sin(lean))) / Math.cos(lean) : height;
    const bodies: MachineBody[] = [
      { role: 'table', label: 'table', solid: box([-320, -350, -30], [320, 350, 0]) },
      { role: 'cutter', label: 'blade', solid: leaning(bladeBox(half, tall, radius), lean) },
      /** On end there is no room for it: the card says what guards the cut then. */
      ...(upright
        ? []
        : [
            guardOver(
              half,
              radius,
              Math.max(height, lying(piece, faceOf(pass.seat['table']!, occurrence)).high),
              setup.tilt ? lean : 0,
            ),
          ]),
      ...(upright
        ? uprightBodies(guide, s, piece, faceOf(pass.seat['jig-face']!, occurrence), spacer)
        : sled
          ? sledBodies(
              guide,
              s,
              lying(piece, faceOf(pass.seat['table']!, occurrence)),
              stepped(setup) ? height + 1 : 0,
            )
          : thick === undefined
            ? fenceBodies(guide, s)
            : crosscutBodies(
                guide,
                s,
                thick,
                radius,
                lying(piece, faceOf(pass.seat['table']!, occurrence)),
              )),
    ];
    return {
      piece,
      rigid,
      datums,
      bodies,
      sweep: leaning(box([-half, -FAR, -10], [half, FAR, tall]), lean),
      feed: [0, 1, 0],
      feeds: 'piece',
    } satisfies Placement;
  },
};

/**
 * The side of the blade that fence or jig stand on, and how far the blade's top leans to the right,
 * radians: by its own lean, and tilted to the one side it tilts to. Towards the guide or away from
 * it then says on which side that stands.
 */
function standing(
  { fenceSide, tiltSide, bladeLean }: TableSaw,
  { tilt }: Setup,
): { s: 1 | -1; lean: number } {
  const usual = fenceSide === 'right' ? 1 : -1;
  const s = !tilt ? usual : (tiltSide === 'left') === tilt.set > 0 ? 1 : -1;
  return { s, lean: -((bladeLean * usual + (tilt?.set ?? 0) * s) * Math.PI) / 180 };
}

/**
 * A piece that lies along a gauge that is out of square, turned about the corner of its end that
 * meets the stop.
 */
function outOfSquare(
  rigid: Rigid,
  { outOfSquare: degrees = 0 }: TableSaw,
  s: number,
  about: Vec3,
): Rigid {
  if (degrees === 0) return rigid;
  const angle = (-s * degrees * Math.PI) / 180;
  const [c, n] = [Math.cos(angle), Math.sin(angle)];
  const rotation: Rigid['rotation'] = [
    [c, -n, 0],
    [n, c, 0],
    [0, 0, 1],
  ];
  return compose({ rotation, shift: subtract(about, turn(rotation, about)) }, rigid);
}

/** The blade, or the stack with what stands between its outer blades, as the tools are. */
function bladeOf(
  { cutter, between }: Setup,
  asIs: Pick<Shop, 'tools'>,
): { kerf: number; diameter: number } {
  if (!between) return toolById(asIs, 'saw-blade', cutter!);
  const { outer, diameter } = toolById(asIs, 'stack', cutter!);
  return { kerf: between.reduce((sum, i) => sum + i, outer), diameter };
}

/**
 * Where a blade at this height breaks through the table, as a box: tall as it stands, long as its
 * chord.
 */
function bladeBox(half: number, height: number, radius: number): Solid {
  const chord = Math.sqrt(Math.max(radius ** 2 - (radius - height) ** 2, 1));
  return box([-half, -chord, -12], [half, chord, height]);
}

/** Turned about the line where the blade meets the table top. */
function leaning(solid: Solid, angle: number): Solid {
  if (angle === 0) return solid;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const rotation: Rigid['rotation'] = [
    [c, 0, s],
    [0, 1, 0],
    [-s, 0, c],
  ];
  return { shape: 'placed', rigid: { rotation, shift: [0, 0, 0] }, solid };
}

/** A guard over the blade, just clear of the wood. */
const guardOver = (half: number, radius: number, top: number, lean: number): MachineBody => ({
  role: 'guard',
  label: 'guard',
  solid: leaning(
    box(
      [-half - 9, -radius * 0.8, clearOf(top, half, lean)],
      [half + 9, radius * 0.8, clearOf(top, half, lean) + 16],
    ),
    lean,
  ),
});

/**
 * How far up a leaning blade its guard begins, so that its lower corner is clear of the wood too,
 * mm.
 */
const clearOf = (top: number, half: number, lean: number): number =>
  (top + 5 + (half + 9) * Math.abs(Math.sin(lean))) / Math.cos(lean);

/** How far a piece that lies or stands across the blade reaches along the feed, and up. */
interface Lying {
  readonly across: number;
  readonly high: number;
}

const lying = ({ width, thickness }: Piece, down: PieceFace): Lying =>
  down.endsWith('face') ? { across: width, high: thickness } : { across: thickness, high: width };

const fenceBodies = (fence: number, s: number): MachineBody[] => [
  { role: 'fence', label: 'fence', solid: box([fence, -350, 0], [fence + s * 45, 350, 70]) },
];

function crosscutBodies(
  fence: number,
  s: number,
  block: number,
  radius: number,
  { across, high }: Lying,
): MachineBody[] {
  const ahead = -(radius + across + 30);
  return [
    { role: 'fence', label: 'fence', solid: box([fence, -350, 0], [fence + s * 45, 350, 70]) },
    {
      role: 'stop',
      label: 'stop block',
      solid: box([fence - s * block, ahead - 60, 0], [fence, ahead, 50]),
    },
    {
      role: 'gauge',
      label: 'mitre gauge',
      travels: true,
      solid: box([-s * 12, -across / 2 - BACK - 22, 0], [-s * 260, -across / 2 - BACK, 45]),
    },
    spareBack(s * 30, s, across, high),
  ];
}

/** What the blade comes out into, between the piece and what carries it. */
const spareBack = (end: number, s: number, across: number, high: number): MachineBody => ({
  role: 'backing',
  label: 'spare back',
  travels: true,
  solid: box([end, -across / 2 - BACK, 0], [-s * 260, -across / 2, high]),
});

/**
 * Cheeks that are cut already leave the waste of a shoulder loose: the stop is cut away over it.
 */
const stepped = ({ stage, shouldersFirst }: Setup): boolean =>
  stage === 'shoulders' && shouldersFirst === false;

/**
 * A sled with its end stop: both travel with the piece. Cut away at its foot, the stop begins so
 * high over the bed.
 */
function sledBodies(stop: number, s: number, { across, high }: Lying, foot: number): MachineBody[] {
  return [
    {
      role: 'gauge',
      label: 'sled',
      travels: true,
      solid: box([stop, -across / 2 - BACK - 22, 0], [-s * 260, -across / 2 - BACK, 45]),
    },
    spareBack(stop, s, across, high),
    {
      role: 'stop',
      label: 'end stop',
      travels: true,
      solid: box(
        [stop, -across / 2 - 22, foot],
        [stop + s * 30, across / 2, Math.max(45, foot + 20)],
      ),
    },
  ];
}
