import { box, prismAlong, roundedRectangle, type Vec3, type Scale } from '../../ground/index.ts';
import { figureOf } from '../setups/index.ts';
import { toolById } from '../../shop/index.ts';
import type { Datum, MachineModel } from '../machine/model.ts';
import { seatPiece } from '../machine/seat.ts';
import { standsAt } from '../machine/standsAt.ts';

/**
 * Hand-held router on a mortising jig. The jig's centre line is x = 0, its face y = 0, the wood's surface z = 0.
 *
 *      left stop |<-base->( cutter )<-base->| right stop      the router runs between the stops
 *                         |centre line
 */
export const jigRouter: MachineModel = {
  id: 'jig-router',
  works: 'routed',
  clamps: 'piece',
  cuttersAre: 'cutter',
  datums: {
    'jig-face': 'jig face',
    'near-side': 'near side of the cutter',
    'centre-line': 'centre line of the jig',
    'left-stop': 'left router stop',
    'right-stop': 'right router stop',
    'left-end-stop': 'left end stop',
    'right-end-stop': 'right end stop',
    'wood-surface': 'surface of the wood',
    'cutter-tip': 'tip of the cutter',
  },
  views: [
    { id: 'above', title: 'From above', right: [1, 0, 0], up: [0, 1, 0] },
    { id: 'side', title: 'From the right end of the jig', right: [0, 1, 0], up: [0, 0, 1] },
  ],
  place(setup, pass, occurrence, piece, asIs) {
    const router = toolById(asIs, 'router', setup.machine!);
    const cutter = toolById(asIs, 'router-cutter', setup.cutter!);
    const jig = asIs.tools.find((t) => t.kind === 'mortising-jig' && setup.guides.includes(t.id));
    if (jig?.kind !== 'mortising-jig') throw new Error('The set-up names no mortising jig.');
    const set = (role: string, scale: Scale | null = null) =>
      standsAt(figureOf(setup, pass.figures[role]!), { scale });
    /**
     * +1 when the piece lies beyond the jig's face, -1 when it lies between the face and the
     * operator.
     */
    const s = jig.faceSide === 'near' ? 1 : -1;
    const endSide = pass.seat['left-end-stop'] ? -1 : 1;
    const endStop = endSide * set('end-stop', jig.endScale);
    const depth = Math.min(set('depth', router.depthScale), pass.level ?? Infinity);
    const [leftStop, rightStop] = [
      -set('left-stop', jig.stopScale),
      set('right-stop', jig.stopScale),
    ];
    const from = leftStop + router.baseLeft;
    const to = rightStop - router.baseRight;
    const r = cutter.diameter / 2;
    const y = s * (set('face') + r);
    const x = (at: number, normal: Vec3 = [1, 0, 0]): Datum => ({ at: [at, 0, 0], normal });
    const datums: Record<string, Datum> = {
      'jig-face': { at: [0, 0, 0], normal: [0, s, 0] },
      'near-side': { at: [0, y - s * r, 0], normal: [0, -s, 0] },
      'centre-line': x(0),
      'left-stop': x(leftStop),
      'right-stop': x(rightStop),
      [endSide < 0 ? 'left-end-stop' : 'right-end-stop']: x(endStop, [-endSide, 0, 0]),
      'wood-surface': { at: [0, 0, 0], normal: [0, 0, -1] },
      'cutter-tip': { at: [0, 0, -depth], normal: [0, 0, 1] },
    };
    const rigid = seatPiece(pass.seat, datums, occurrence, piece, [0, 0, 0]);
    const outline = roundedRectangle(
      [Math.min(from, to) - r, y - r],
      [Math.max(from, to) + r, y + r],
      r,
    );
    const deep =
      pass.seat['wood-surface'] === 'worked-end' ? Math.min(piece.length, 320) : piece.width;
    const below = -deep - 12;
    return {
      piece,
      rigid,
      datums,
      bodies: [
        { role: 'jig', label: 'jig', solid: box([-260, 0, below], [260, -s * 38, 0]) },
        {
          role: 'stop',
          label: 'left stop',
          solid: box([leftStop - 20, -s * 38, 0], [leftStop, 0, 18]),
        },
        {
          role: 'stop',
          label: 'right stop',
          solid: box([rightStop, -s * 38, 0], [rightStop + 20, 0, 18]),
        },
        {
          role: 'stop',
          label: 'end stop',
          solid: box([endStop, 0, -30], [endStop + endSide * 14, s * 24, -2]),
        },
        {
          role: 'base',
          label: 'router base',
          solid: box(
            [-router.baseLeft, y - router.baseLeft, 4],
            [router.baseRight, y + router.baseRight, 12],
          ),
        },
        {
          role: 'cutter',
          label: 'cutter',
          solid: prismAlong('z', roundedRectangle([-r, y - r], [r, y + r], r), -depth, 26),
        },
      ],
      sweep: prismAlong('z', outline, -depth, 60),
      feed: [s, 0, 0],
      feeds: 'tool',
    };
  },
};
