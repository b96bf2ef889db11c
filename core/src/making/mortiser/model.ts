import { box } from '../../ground/index.ts';
import { toolById } from '../../shop/index.ts';
import { atFenceAndStop, spacerBody } from '../machine/fenceAndStop.ts';
import type { MachineModel } from '../machine/model.ts';

/**
 * Hollow chisel mortiser. The fence's face is y = 0 with the piece in front of it, the wood's
 * surface z = 0; the chisel comes down beside x = 0, on the side away from the end stop.
 *
 * end stop |<---- figure ---->[chisel]
 */
export const mortiser: MachineModel = {
  id: 'mortiser',
  works: 'plunged',
  clamps: 'piece',
  cuttersAre: 'chisel',
  datums: {
    'fence-face': 'fence',
    'spacer-face': 'front of the spacer',
    'near-side': 'near side of the chisel',
    'left-end-stop': 'left end stop',
    'right-end-stop': 'right end stop',
    'stop-side': 'side of the chisel towards the stop',
    'wood-surface': 'surface of the wood',
    'chisel-tip': 'tip of the chisel',
  },
  views: [
    { id: 'front', title: 'From the front of the mortiser', right: [1, 0, 0], up: [0, 0, 1] },
    { id: 'above', title: 'From above', right: [1, 0, 0], up: [0, 1, 0] },
  ],
  place(setup, pass, occurrence, piece, asIs) {
    const { size } = toolById(asIs, 'hollow-chisel', setup.cutter!);
    const {
      s,
      stop,
      y: near,
      spacer,
      depth,
      datums,
      rigid,
    } = atFenceAndStop(setup, pass, occurrence, piece, {
      across: 'face',
      acrossTo: 'near-side',
      alongTo: 'stop-side',
      tip: 'chisel-tip',
    });
    const [x0, x1] = s < 0 ? [0, size] : [-size, 0];
    const under = -piece.width;
    return {
      piece,
      rigid,
      datums,
      bodies: [
        { role: 'table', label: 'table', solid: box([-260, -150, under - 30], [260, 40, under]) },
        {
          role: 'fence',
          label: 'fence',
          solid: box([-240, 0, under], [240, 28, under + Math.min(60, piece.width)]),
        },
        ...spacerBody(spacer, under),
        {
          role: 'stop',
          label: 'end stop',
          solid: box([stop, -piece.thickness, under], [stop + s * 18, 0, -2]),
        },
        { role: 'cutter', label: 'chisel', solid: box([x0, near - size, -depth], [x1, near, 60]) },
      ],
      sweep: box([x0, near - size, -depth], [x1, near, 200]),
      feed: [0, 0, -1],
      feeds: 'tool',
    };
  },
};
