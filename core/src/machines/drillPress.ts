import { box, circle, prismAlong, type Vec3 } from '../solids/index.ts';
import { figureOf } from '../setups/index.ts';
import { toolById } from '../tooling/index.ts';
import type { Datum, MachineModel } from './model.ts';
import { faceOf, seatPiece } from './seat.ts';

/**
 * Drill press with a fence. The fence's face is y = 0 with the piece in front of it, the wood's surface z = 0; the bit
 * comes down at x = 0. Its point goes ahead of what is drawn and swept: the depth is that of the full diameter.
 *
 *      end stop |<---- figure ---->( bit )
 */
export const drillPress: MachineModel = {
  id: 'drill-press',
  datums: {
    'fence-face': 'fence',
    'bit-centre': 'centre of the bit',
    'left-end-stop': 'left end stop',
    'right-end-stop': 'right end stop',
    'centre-of-bit': 'centre of the bit',
    'wood-surface': 'surface of the wood',
    'full-diameter': 'where the bit has its full diameter',
  },
  views: [
    { id: 'front', title: 'From the front of the drill press', right: [1, 0, 0], up: [0, 0, 1] },
    { id: 'above', title: 'From above', right: [1, 0, 0], up: [0, 1, 0] },
  ],
  place(setup, pass, occurrence, piece, asIs) {
    const { diameter } = toolById(asIs, 'boring-bit', setup.cutter!);
    const set = (role: string) => figureOf(setup, pass.figures[role]!).set.value;
    const y = -set('across');
    const depth = set('depth');
    const side = pass.seat['left-end-stop'] ? 'left' : 'right';
    const s = side === 'left' ? -1 : 1;
    const stop = s * set('stop');
    const datums: Record<string, Datum> = {
      'fence-face': { at: [0, 0, 0], normal: [0, -1, 0] },
      'bit-centre': { at: [0, y, 0], normal: [0, 1, 0] },
      [`${side}-end-stop`]: { at: [stop, 0, 0], normal: [-s, 0, 0] },
      'centre-of-bit': { at: [0, 0, 0], normal: [s, 0, 0] },
      'wood-surface': { at: [0, 0, 0], normal: [0, 0, -1] },
      'full-diameter': { at: [0, 0, -depth], normal: [0, 0, 1] },
    };
    const seated = seatPiece(pass.seat, datums, occurrence, piece, [0, 0, 0]);
    const shift: Vec3 = [seated.shift[0] - s * (pass.off ?? 0), seated.shift[1], seated.shift[2]];
    const flat = faceOf(pass.seat['wood-surface']!, occurrence).endsWith('face');
    const [high, deep] = flat ? [piece.thickness, piece.width] : [piece.width, piece.thickness];
    const round = circle([0, y], diameter / 2);
    return {
      piece,
      rigid: { ...seated, shift },
      datums,
      bodies: [
        { role: 'table', label: 'table', solid: box([-220, -170, -high - 25], [220, 60, -high]) },
        { role: 'fence', label: 'fence', solid: box([-220, 0, -high], [220, 25, -high + Math.min(50, high)]) },
        { role: 'stop', label: 'end stop', solid: box([stop, -deep, -high], [stop + s * 18, 0, -2]) },
        { role: 'cutter', label: 'bit', solid: prismAlong('z', round, -depth, 70) },
      ],
      sweep: prismAlong('z', round, -depth, 200),
      feed: [0, 0, -1],
      feeds: 'tool',
    };
  },
};
