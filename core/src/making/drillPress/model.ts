import { box, circle, prismAlong } from '../../ground/index.ts';
import { toolById } from '../../shop/index.ts';
import { atFenceAndStop, spacerBody } from '../machine/fenceAndStop.ts';
import type { MachineModel } from '../machine/model.ts';
import { faceOf } from '../machine/seat.ts';

/**
 * Drill press with a fence. The fence's face is y = 0 with the piece in front of it, the wood's
 * surface z = 0; the bit comes down at x = 0. Its point goes ahead of what is drawn and swept: the
 * depth is that of the full diameter.
 *
 * end stop |<---- figure ---->( bit )
 */
export const drillPress: MachineModel = {
  id: 'drill-press',
  works: 'plunged',
  clamps: 'piece',
  cuttersAre: 'bit',
  datums: {
    'fence-face': 'fence',
    'spacer-face': 'front of the spacer',
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
    const { s, stop, y, spacer, depth, datums, rigid } = atFenceAndStop(
      setup,
      pass,
      occurrence,
      piece,
      {
        across: 'across',
        acrossTo: 'bit-centre',
        alongTo: 'centre-of-bit',
        tip: 'full-diameter',
      },
    );
    const flat = faceOf(pass.seat['wood-surface']!, occurrence).endsWith('face');
    const [high, deep] = flat ? [piece.thickness, piece.width] : [piece.width, piece.thickness];
    const round = circle([0, y], diameter / 2);
    return {
      piece,
      rigid,
      datums,
      bodies: [
        { role: 'table', label: 'table', solid: box([-220, -170, -high - 25], [220, 60, -high]) },
        {
          role: 'fence',
          label: 'fence',
          solid: box([-220, 0, -high], [220, 25, -high + Math.min(50, high)]),
        },
        ...spacerBody(spacer, -high),
        {
          role: 'stop',
          label: 'end stop',
          solid: box([stop, -deep, -high], [stop + s * 18, 0, -2]),
        },
        { role: 'cutter', label: 'bit', solid: prismAlong('z', round, -depth, 70) },
      ],
      sweep: prismAlong('z', round, -depth, 200),
      feed: [0, 0, -1],
      feeds: 'tool',
    };
  },
};
