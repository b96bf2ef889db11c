import {
  box,
  circle,
  difference,
  prismAlong,
  roundedRectangle,
  type Vec2,
} from '../../ground/index.ts';
import { figureOf } from '../setups/index.ts';
import { toolById } from '../../shop/index.ts';
import { endSide } from '../machine/endSide.ts';
import type { Datum, MachineModel } from '../machine/model.ts';
import { seatPiece } from '../machine/seat.ts';

const FAR = 2000;
/** How far in front of the fence the template's centre is drawn, mm. */
const AWAY = 150;

/**
 * A machine that copies a template at a scale. The piece lies against the fence, y = 0, its
 * laid-out end at x = 0, its surface at z = 0; the template stands apart, the follower at its
 * centre when the cutter is over the machine's centre.
 *
 * opening: the follower runs inside it       block: the follower runs round it, all outside is cut
 */
export const copyRouter: MachineModel = {
  id: 'copy-router',
  works: 'routed',
  clamps: 'piece',
  cuttersAre: 'cutter',
  datums: {
    'template-fence': 'fence',
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
    const [width, length, across, along] = [
      set('width'),
      set('length'),
      set('across'),
      set('along'),
    ];
    const depth = Math.min(set('depth'), pass.level ?? Infinity);
    const outside = setup.carrier === 'copied-block' || setup.carrier === 'copied-disc';
    const isRound = outside || setup.carrier === 'copied-round-opening';
    /**
     * What the cutter leaves of the template's size: inside it reaches as much more as it is wide,
     * outside as much less.
     */
    const worked = (template: number) =>
      outside ? (template + G) / machine.ratio - d : (template - G) / machine.ratio + d;
    const centre: Vec2 = [s * along, across];
    const template: Vec2 = [centre[0], -AWAY];
    const around = ([x, y]: Vec2, long: number, wide: number, radius: number) =>
      roundedRectangle([x - long / 2, y - wide / 2], [x + long / 2, y + wide / 2], radius);
    const work = around(centre, worked(length), worked(width), isRound ? worked(width) / 2 : d / 2);
    const shape = around(template, length, width, isRound ? width / 2 : G / 2);
    const datums: Record<string, Datum> = {
      'template-fence': { at: [centre[0], 0, 0], normal: [0, 1, 0] },
      'laid-out-from': { at: [0, across, 0], normal: [s, 0, 0] },
      'centre-across': { at: [centre[0], across, 0], normal: [0, 1, 0] },
      'centre-along': { at: [centre[0], across, 0], normal: [s, 0, 0] },
      'wood-surface': { at: [centre[0], 0, 0], normal: [0, 0, -1] },
      'cutter-tip': { at: [centre[0], 0, -depth], normal: [0, 0, 1] },
      'template-side': { at: [template[0], -AWAY - width / 2, 0], normal: [0, 1, 0] },
      'template-far-side': { at: [template[0], -AWAY + width / 2, 0], normal: [0, 1, 0] },
      'template-end': { at: [template[0] - (s * length) / 2, -AWAY, 0], normal: [s, 0, 0] },
      'template-far-end': { at: [template[0] + (s * length) / 2, -AWAY, 0], normal: [s, 0, 0] },
    };
    /** Cutter and follower at the far end of their ways. */
    const reach = (outside ? worked(length) + d : worked(length) - d) / 2;
    const point: Vec2 = [centre[0] + s * reach, across];
    const followed: Vec2 = [template[0] + s * reach * machine.ratio, -AWAY];
    return {
      piece,
      rigid: seatPiece(pass.seat, datums, occurrence, piece, [0, 0, 0]),
      datums,
      bodies: [
        {
          role: 'fence',
          label: 'fence',
          solid: box(
            [Math.min(0, s * (along + 150)), -24, -40],
            [Math.max(0, s * (along + 150)), 0, -2],
          ),
        },
        {
          role: 'stop',
          label: 'end stop',
          solid: box([Math.min(0, -s * 20), 0, -30], [Math.max(0, -s * 20), 30, -2]),
        },
        { role: 'base', label: 'template', solid: prismAlong('z', shape, 0, 12) },
        { role: 'base', label: 'follower', solid: prismAlong('z', circle(followed, G / 2), 0, 20) },
        {
          role: 'cutter',
          label: 'cutter',
          solid: prismAlong('z', circle(point, d / 2), -depth, 40),
        },
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
