import { box, type Vec3 } from '../../ground/index.ts';
import { figureOf } from '../setups/index.ts';
import { toolById } from '../../shop/index.ts';
import type { Datum, MachineModel } from '../machine/model.ts';
import { seatPiece } from '../machine/seat.ts';
import { standsAt } from '../machine/standsAt.ts';

const FAR = 2000;

/**
 * A saw whose stack comes down from above and is drawn across the piece. The stack stands at x = 0,
 * the table is z = 0, the piece lies along x against the fence behind it, its end to a stop.
 */
export const overheadSaw: MachineModel = {
  id: 'overhead-saw',
  works: 'sawn',
  cuttersAre: 'blade',
  datums: {
    table: 'table',
    'lowest-tooth': 'lowest tooth',
    'end-stop': 'end stop on the fence',
    'near-side': 'near side of the blade',
    'far-side': 'far side of the blade',
  },
  views: [
    { id: 'front', title: 'From the front of the saw', right: [1, 0, 0], up: [0, 0, 1] },
    { id: 'above', title: 'From above', right: [1, 0, 0], up: [0, 1, 0] },
  ],
  place(setup, pass, occurrence, piece, asIs) {
    const saw = toolById(asIs, 'overhead-saw', setup.machine!);
    const stack = toolById(asIs, 'stack', setup.cutter!);
    const kerf = (setup.between ?? []).reduce((sum, i) => sum + i, stack.outer);
    const whole = standsAt(figureOf(setup, pass.figures['height']!), { scale: saw.depthScale });
    const height = Math.max(whole, pass.level ?? -Infinity);
    const across = figureOf(setup, pass.figures['across']!);
    const half = kerf / 2;
    const sides: Record<string, number> = { 'near-side': half, 'far-side': -half };
    const stop = sides[across.to]! + across.set.value;
    const plane = (x: number): Datum => ({ at: [x, 0, 0], normal: [-1, 0, 0] });
    const datums: Record<string, Datum> = {
      table: { at: [0, 0, 0], normal: [0, 0, 1] },
      'lowest-tooth': { at: [0, 0, height], normal: [0, 0, 1] },
      'near-side': { at: [half, 0, 0], normal: [1, 0, 0] },
      'far-side': { at: [-half, 0, 0], normal: [1, 0, 0] },
      'end-stop': plane(stop),
    };
    const seated = seatPiece(pass.seat, datums, occurrence, piece, [0, 0, 0]);
    const shift: Vec3 = [seated.shift[0] - (pass.off ?? 0), seated.shift[1], seated.shift[2]];
    const deep = Math.max(piece.width, piece.thickness) / 2;
    const radius = stack.diameter / 2;
    return {
      piece,
      rigid: { ...seated, shift },
      datums,
      bodies: [
        { role: 'table', label: 'table', solid: box([-320, -260, -30], [320, 260, 0]) },
        { role: 'fence', label: 'fence', solid: box([-300, deep, 0], [stop + 30, deep + 22, 45]) },
        {
          role: 'stop',
          label: 'end stop',
          solid: box([stop, deep - 20, 0], [stop + 26, deep, 40]),
        },
        {
          role: 'cutter',
          label: 'stack',
          solid: box([-half, -radius, height], [half, radius, height + 2 * radius]),
        },
      ],
      sweep: box([-half, -FAR, height], [half, FAR, FAR]),
      feed: [0, 1, 0],
      feeds: 'tool',
    };
  },
};
