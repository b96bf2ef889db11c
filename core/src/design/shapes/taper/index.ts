import {
  anticlockwise,
  prismAlong,
  union,
  type Solid,
  type Vec2,
  say,
  type Mm,
} from '../../../ground/index.ts';
import { toolsOf } from '../../../shop/index.ts';
import {
  BY_HAND,
  byRule,
  inHand,
  numberOf,
  OUT,
  RULE,
  type ShapedPart,
  type ShapeKind,
  type ShapeParams,
  type ShapeProblem,
} from '../kind.ts';

/** Teeth stand so far above the wood. */
const ABOVE: Mm = 5;
/**
 * Steeper than this, mm a mm, a piece is sawn to the line: a jig holds it badly (common practice,
 * value from memory).
 */
const STEEPEST = 0.25;

/** What comes off at the foot, and over which length. */
const slopeOf = (params: ShapeParams, { length, width }: ShapedPart): { fall: Mm; over: Mm } => ({
  fall: width - numberOf(params, 'foot'),
  over: length - numberOf(params, 'straight'),
});

const isTwo = (params: ShapeParams): boolean => params['sides'] === 'edge-and-face';

/**
 * A shape that lies along the part, given from its straight end, in the piece: across its width, or
 * its thickness.
 */
function lying(
  outline: readonly Vec2[],
  side: 'edge' | 'face',
  params: ShapeParams,
  { length, thickness, width }: ShapedPart,
): Solid {
  const { end } = inHand(params, 'left');
  const placed = outline.map(([u, v]): Vec2 => [end === 'b' ? u : length - u, v]);
  return side === 'edge'
    ? prismAlong('y', anticlockwise(placed.map(([x, z]): Vec2 => [z, x])), -OUT, thickness + OUT)
    : prismAlong('z', anticlockwise(placed), -OUT, width + OUT);
}

/**
 * A side that falls in a straight line from full size to its foot; on two sides that meet, by as
 * much on both.
 */
export const taper: ShapeKind = {
  id: 'taper',
  title: 'Taper',
  params: [
    {
      key: 'end',
      label: 'Foot at end',
      options: { a: 'A', b: 'B', [BY_HAND]: 'left B, right A' },
    },
    {
      key: 'sides',
      label: 'Tapered',
      options: { edge: 'the other edge', 'edge-and-face': 'the other edge and the other face' },
    },
    { key: 'straight', label: 'Straight from the other end', least: 0 },
    { key: 'foot', label: 'Width of the foot' },
    { key: 'jigLength', label: 'Length of the jig' },
    { key: 'jigWidth', label: 'Width of the jig at its heel' },
  ],
  propose: ({ length, width, isPaired }) => ({
    end: isPaired ? BY_HAND : 'b',
    sides: 'edge-and-face',
    straight: Math.round(length / 5),
    foot: Math.round((width * 2) / 3),
    jigLength: Math.ceil(length / 50) * 50,
    jigWidth: 100,
  }),
  problems: (params, part) => {
    const { fall, over } = slopeOf(params, part);
    const lengths = {
      straight: numberOf(params, 'straight'),
      foot: numberOf(params, 'foot'),
      ...{ length: part.length, width: part.width, thickness: part.thickness, fall },
    };
    const found = (param: string, text: string): ShapeProblem => ({
      param,
      message: say(`${part.name}: ${text}`, lengths),
    });
    if (params['end'] === BY_HAND && !part.isPaired)
      return [found('end', 'its pieces are all alike: their foot is at end A, or at end B.')];
    if (over <= 0)
      return [
        found(
          'straight',
          'the straight stretch of {straight} must be shorter than the part, {length}.',
        ),
      ];
    if (fall <= 0)
      return [found('foot', 'the foot of {foot} must be narrower than the part, {width}.')];
    if (isTwo(params) && fall >= part.thickness)
      return [
        found(
          'foot',
          'as much comes off the face, {fall}: more than the thickness of {thickness}.',
        ),
      ];
    return fall / over > STEEPEST
      ? [
          found(
            'foot',
            'it falls by {fall}, more than a quarter of its length: saw it to the line on the bandsaw.',
          ),
        ]
      : [];
  },
  gear: (_, part, shop) => {
    const saw = toolsOf(shop, 'table-saw').find(
      (tableSaw) => tableSaw.maxBladeHeight >= part.thickness + ABOVE,
    );
    return saw ? [saw.name, 'Taper jig'] : [];
  },
  within: RULE,
  figures: (params, part, shop) => {
    const { fall, over } = slopeOf(params, part);
    const angle = Math.atan(fall / over);
    const [jig, heel] = [numberOf(params, 'jigLength'), numberOf(params, 'jigWidth')];
    const fence = (foot: Mm) =>
      byRule(heel + part.length * Math.sin(angle) + foot * Math.cos(angle), shop);
    const foot = numberOf(params, 'foot');
    const edge = {
      id: 'fence-edge',
      name: isTwo(params) ? 'Fence to blade, for the edge' : 'Fence to blade',
      value: fence(foot),
    };
    const face = {
      id: 'fence-face',
      name: 'Fence to blade, for the face',
      value: fence(part.thickness - fall),
    };
    return [
      {
        id: 'offset',
        name: 'Offset of the jig at its far end',
        value: byRule((jig * fall) / over, shop),
      },
      edge,
      ...(isTwo(params) && Math.abs(face.value - edge.value) > 0.005 ? [face] : []),
      {
        id: 'height',
        name: 'Blade height',
        value: Math.max(part.thickness, isTwo(params) ? part.width : 0) + ABOVE,
      },
    ];
  },
  how: (params, part, shop) => [
    say(
      taper.gear(params, part, shop).length
        ? 'A jig runs along the fence. From the heel to its far end its side moves away from the fence by the offset; the straight end of the piece lies against the heel’s stop, its reference edge along that side. The foot goes through the blade first.'
        : 'No table saw of this chest cuts through it: saw to the line on the bandsaw, a hair outside, and plane.',
    ),
    ...(isTwo(params)
      ? [
          say(
            'The edge first. Then roll the piece a quarter on to its reference edge, so that its reference face lies along the jig: both that bear are still straight.',
          ),
        ]
      : []),
    ...(params['end'] === BY_HAND
      ? [
          say(
            'Left pieces lie with end A at the heel’s stop, right ones with end B and the other side up.',
          ),
        ]
      : []),
    say(
      'Held down by a clamp of the jig, hands behind its heel; riving knife on. The wedge that comes off lies free beyond the blade: leave it there until the blade stands.',
    ),
    say('Joints and everything that is measured from these sides come first.'),
  ],
  wanted: (params, part) => {
    const { fall, over } = slopeOf(params, part);
    const [from, to] = [part.length - over, part.length + OUT];
    const falling = (size: Mm): Vec2[] => [
      [from, size],
      [to, size - (fall * (to - from)) / over],
      [to, size + OUT],
      [from, size + OUT],
    ];
    const edge = lying(falling(part.width), 'edge', params, part);
    return isTwo(params) ? union(edge, lying(falling(part.thickness), 'face', params, part)) : edge;
  },
  cut: (set, params, part) => {
    /**
     * The jig turns the piece; the blade runs along the fence and takes all that lies beyond it.
     */
    const angle = Math.atan2(set.get('offset')!, numberOf(params, 'jigLength'));
    const beyond = (fence: Mm, size: Mm): Vec2[] => {
      const reach = fence - numberOf(params, 'jigWidth');
      const at = (u: Mm): Vec2 => [u, (reach - u * Math.sin(angle)) / Math.cos(angle)];
      const far = size + part.length;
      return [at(-OUT), at(part.length + OUT), [part.length + OUT, far], [-OUT, far]];
    };
    const edge = lying(beyond(set.get('fence-edge')!, part.width), 'edge', params, part);
    if (!isTwo(params)) return edge;
    return union(
      edge,
      lying(
        beyond(set.get('fence-face') ?? set.get('fence-edge')!, part.thickness),
        'face',
        params,
        part,
      ),
    );
  },
  setting: 15,
  minutes: (params) => (isTwo(params) ? 3 : 1.5),
};
