import {
  box,
  circle,
  prismAlong,
  roundedRectangle,
  union,
  type Solid,
  type Vec3,
} from '../../ground/index.ts';
import { figureOf } from '../setups/index.ts';
import { toolById, type PairedCutters, type Shop } from '../../shop/index.ts';
import type { MachineBody } from '../machine/machineBody.ts';
import type { Datum, MachineModel } from '../machine/model.ts';
import { faceOf, seatPiece } from '../machine/seat.ts';
import { standsAt } from '../machine/standsAt.ts';

const FAR = 2000;

/**
 * Router table. The cutter stands up through the table at x = 0, y = 0, the table top is z = 0; the
 * fence stands beyond the cutter and the work goes from right to left, against the rotation.
 *
 * on a sled: the end of the piece against the fence     between stops: a face along the fence, one
 * end to each stop along the fence: a face or edge along it, the whole length
 */
export const routerTable: MachineModel = {
  id: 'router-table',
  works: 'routed',
  cuttersAre: 'cutter',
  datums: {
    table: 'table',
    'cutter-top': 'top of the cutter',
    'lower-top': 'top of the lower cutter',
    'upper-foot': 'underside of the upper cutter',
    'fence-face': 'fence',
    'near-side': 'near side of the cutter',
    'far-side': 'far side of the cutter',
    'centre-of-cutter': 'centre of the cutter',
    'centre-line': 'centre of the cutter',
    'left-stop': 'left stop',
    'right-stop': 'right stop',
  },
  views: [
    { id: 'above', title: 'From above', right: [1, 0, 0], up: [0, 1, 0] },
    { id: 'right', title: 'From the right', right: [0, 1, 0], up: [0, 0, 1] },
  ],
  place(setup, pass, occurrence, piece, asIs) {
    const table = toolById(asIs, 'router-table', setup.machine!);
    const figure = (role: string) => figureOf(setup, pass.figures[role]!);
    const pair = pass.figures['gap'] ? toolById(asIs, 'paired-cutters', setup.cutter!) : undefined;
    const gap = pair ? figure('gap').set.value : 0;
    const r = pair ? pair.diameter / 2 : alone(asIs, setup.cutter!) / 2;
    const height = Math.min(
      standsAt(figure('height'), { scale: table.heightScale }),
      pass.level ?? Infinity,
    );
    const to = figure('across').to;
    const before = to === 'near-side' ? r : to === 'far-side' ? -r : 0;
    const across = standsAt(figure('across'), { scale: table.fenceScale, beyond: -before });
    const sled = setup.carrier === 'router-sled';
    const stops = setup.carrier === 'between-stops';
    const fence = across + before;
    const [left, right] = stops ? [figure('left').set.value, figure('right').set.value] : [0, 0];
    const datums: Record<string, Datum> = {
      table: { at: [0, 0, 0], normal: [0, 0, 1] },
      'cutter-top': { at: [0, 0, height], normal: [0, 0, 1] },
      'lower-top': { at: [0, 0, height], normal: [0, 0, 1] },
      'upper-foot': { at: [0, 0, height + gap], normal: [0, 0, 1] },
      'fence-face': { at: [0, fence, 0], normal: [0, -1, 0] },
      'near-side': { at: [0, r, 0], normal: [0, -1, 0] },
      'far-side': { at: [0, -r, 0], normal: [0, -1, 0] },
      'centre-of-cutter': { at: [0, 0, 0], normal: [0, -1, 0] },
      'centre-line': { at: [0, 0, 0], normal: [1, 0, 0] },
      'left-stop': { at: [-left, 0, 0], normal: [1, 0, 0] },
      'right-stop': { at: [right, 0, 0], normal: [-1, 0, 0] },
    };
    const seated = seatPiece(pass.seat, datums, occurrence, piece, [0, 0, 0]);
    const shift: Vec3 = [seated.shift[0], seated.shift[1] - (pass.off ?? 0), seated.shift[2]];
    /**
     * The piece stands at the left stop; before, at the right one, it lay farther to the right by
     * its travel.
     */
    const travel = left + right - piece.length;
    const sweep: Solid = pair
      ? union(
          ...pairOf(pair, height, gap).map(({ low, high, radius }) =>
            box([-FAR, -radius, low], [FAR, radius, high]),
          ),
        )
      : stops
        ? prismAlong('z', roundedRectangle([-travel - r, -r], [r, r], r), -10, height)
        : box([-FAR, -r, -10], [FAR, r, height]);
    const down = faceOf(pass.seat['table']!, occurrence);
    const top = Math.max(
      height + gap + (pair?.height ?? 0),
      down.endsWith('face') ? piece.thickness : piece.width,
    );
    const wide = !sled ? piece.length : down.endsWith('face') ? piece.width : piece.thickness;
    const bodies: MachineBody[] = [
      { role: 'table', label: 'table', solid: box([-300, -260, -25], [300, 160, 0]) },
      { role: 'fence', label: 'fence', solid: box([-300, fence, 0], [300, fence + 40, 70]) },
      ...(sled
        ? [
            {
              role: 'gauge' as const,
              label: 'sled',
              travels: true,
              solid: box([wide / 2 + 12, fence - 190, 0], [wide / 2 + 60, fence - 4, 30]),
            },
            {
              role: 'backing' as const,
              label: 'spare back',
              travels: true,
              solid: box([wide / 2, fence - 190, 0], [wide / 2 + 12, fence, 30]),
            },
          ]
        : []),
      ...(stops
        ? [
            {
              role: 'stop' as const,
              label: 'left stop',
              solid: box([-left - 20, fence - 30, 0], [-left, fence, 30]),
            },
            {
              role: 'stop' as const,
              label: 'right stop',
              solid: box([right, fence - 30, 0], [right + 20, fence, 30]),
            },
          ]
        : []),
      ...(pair
        ? [
            turning('bearing', pair.bearing / 2, [height, height + gap]),
            ...pairOf(pair, height, gap).map(({ low, high, radius }, i) =>
              turning(i ? 'upper cutter' : 'lower cutter', radius, [low, high]),
            ),
          ]
        : [turning('cutter', r, [-10, height])]),
      {
        role: 'guard',
        label: 'guard',
        solid: box([-r - 16, -r - 16, top + 6], [r + 16, fence, top + 14]),
      },
    ];
    return {
      piece,
      rigid: { ...seated, shift },
      datums,
      bodies,
      sweep,
      feed: [-1, 0, 0],
      feeds: 'piece',
    };
  },
};

/**
 * Across a cutter that stands alone over the table, mm: a pair is lowered until only its upper one
 * does.
 */
function alone(asIs: Pick<Shop, 'tools'>, id: string): number {
  const pair = asIs.tools.find(
    (t): t is PairedCutters => t.id === id && t.kind === 'paired-cutters',
  );
  return pair ? pair.upper || pair.diameter : toolById(asIs, 'router-cutter', id).diameter;
}

/**
 * From where to where, mm over the table, the lower and the upper one of a pair cut, and how far
 * out.
 */
const pairOf = ({ height: tall, diameter, upper = 0 }: PairedCutters, top: number, gap: number) => [
  { low: top - tall, high: top, radius: diameter / 2 },
  { low: top + gap, high: top + gap + tall, radius: (upper || diameter) / 2 },
];

const turning = (
  label: string,
  radius: number,
  [low, high]: readonly [number, number],
): MachineBody => ({
  role: 'cutter',
  label,
  solid: prismAlong('z', circle([0, 0], radius), low, high),
});
