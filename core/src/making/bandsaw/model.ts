import { box, type Vec3 } from '../../ground/index.ts';
import { figureOf, spacerIn } from '../setups/index.ts';
import { toolById } from '../../shop/index.ts';
import type { Datum, MachineModel } from '../machine/model.ts';
import { seatPiece } from '../machine/seat.ts';
import { standsAt } from '../machine/standsAt.ts';

const FAR = 2000;

/**
 * Bandsaw. The blade stands at x = 0 with its tooth tips at y = 0, the table is z = 0; the piece is
 * fed along +y, end first, until its end meets the stop behind the teeth.
 */
export const bandsaw: MachineModel = {
  id: 'bandsaw',
  works: 'sawn',
  cuttersAre: 'bandBlade',
  datums: {
    table: 'table',
    'fence-face': 'fence',
    'spacer-face': 'front of the spacer',
    'near-side': 'near side of the blade',
    'far-side': 'far side of the blade',
    'tooth-tips': 'tooth tips',
    'stop-face': 'stop behind the blade',
    'block-face': 'face of the gauge block',
  },
  views: [
    { id: 'above', title: 'From above', right: [1, 0, 0], up: [0, 1, 0] },
    { id: 'front', title: 'From the front of the bandsaw', right: [1, 0, 0], up: [0, 0, 1] },
  ],
  place(setup, pass, occurrence, piece, asIs) {
    const saw = toolById(asIs, 'bandsaw', setup.machine!);
    const blade = toolById(asIs, 'bandsaw-blade', setup.cutter!);
    const across = figureOf(setup, pass.figures['across']!);
    const depth = figureOf(setup, pass.figures['depth']!).set.value;
    const s = saw.fenceSide === 'right' ? 1 : -1;
    const half = blade.kerf / 2;
    const sides: Record<string, number> = { 'near-side': s * half, 'far-side': -s * half };
    /** The scale of the fence counts to the blade's near side. */
    const beyond = across.to === 'far-side' ? blade.kerf : 0;
    const fence = sides[across.to]! + s * standsAt(across, { scale: saw.fenceScale, beyond });
    const spacer = spacerIn(setup, pass);
    const block = asIs.tools.find((t) => t.kind === 'stop-block' && setup.guides.includes(t.id));
    const thick = block?.kind === 'stop-block' ? block.thickness : undefined;
    const plane = (x: number, normal: Vec3): Datum => ({ at: [x, 0, 0], normal });
    const datums: Record<string, Datum> = {
      table: { at: [0, 0, 0], normal: [0, 0, 1] },
      'fence-face': plane(fence, [-s, 0, 0]),
      ...(spacer && { 'spacer-face': plane(fence - s * spacer, [-s, 0, 0]) }),
      'near-side': plane(sides['near-side']!, [s, 0, 0]),
      'far-side': plane(sides['far-side']!, [s, 0, 0]),
      'tooth-tips': { at: [0, 0, 0], normal: [0, 1, 0] },
      'stop-face': { at: [0, depth, 0], normal: [0, -1, 0] },
      ...(thick === undefined ? {} : { 'block-face': plane(fence - s * thick, [-s, 0, 0]) }),
    };
    const onEdge = Object.values(pass.seat).some((face) => face.endsWith('-face'));
    const raised = (onEdge ? piece.width : piece.thickness) / 2;
    const meets = { ...datums, 'fence-face': plane(fence - s * spacer, [-s, 0, 0]) };
    const rigid = seatPiece(pass.seat, meets, occurrence, piece, [0, 0, raised]);
    /**
     * Beside the fence narrower than the figure, so that the waste never meets it; or beyond the
     * blade, away from both.
     */
    const [stopFrom, stopTo] =
      setup.carrier === 'fence-and-far-stop'
        ? [-s * (half + 4), -s * (half + 44)]
        : [fence, fence - s * Math.min(40, across.set.value - Math.min(2, across.set.value / 3))];
    const ahead = depth - (onEdge ? piece.thickness : piece.width) - 10;
    return {
      piece,
      rigid,
      datums,
      bodies: [
        { role: 'table', label: 'table', solid: box([-220, -220, -30], [220, 220, 0]) },
        { role: 'fence', label: 'fence', solid: box([fence, -220, 0], [fence + s * 30, 200, 75]) },
        ...(spacer
          ? [
              {
                role: 'fence' as const,
                label: 'spacer',
                solid: box([fence - s * spacer, -120, 0], [fence, depth, 60]),
              },
            ]
          : []),
        { role: 'stop', label: 'stop', solid: box([stopFrom, depth, 0], [stopTo, depth + 22, 45]) },
        ...(thick === undefined
          ? []
          : [
              {
                role: 'stop' as const,
                label: 'gauge block',
                solid: box([fence - s * thick, ahead - 50, 0], [fence, ahead, 50]),
              },
            ]),
        { role: 'cutter', label: 'blade', solid: box([-half, 0, -25], [half, blade.width, 190]) },
        {
          role: 'guard',
          label: 'guard and guides',
          solid: box(
            [-half - 8, -6, 2 * raised + 5],
            [half + 8, blade.width + 12, 2 * raised + 60],
          ),
        },
      ],
      sweep: box([-half, 0, -FAR], [half, FAR, FAR]),
      feed: [0, 1, 0],
      feeds: 'piece',
    };
  },
};
