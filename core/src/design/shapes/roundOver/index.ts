import {
  anticlockwise,
  difference,
  prismAlong,
  circle,
  union,
  type Solid,
  type Vec2,
  say,
} from '../../../ground/index.ts';
import { toolsOf } from '../../../shop/index.ts';
import { numberOf, OUT, type ShapedPart, type ShapeKind, type ShapeParams } from '../kind.ts';

/** Long edges as a corner of the section, y and z: 0 at the reference side, 1 at the other. */
const CORNERS: Readonly<Record<string, readonly (readonly [0 | 1, 0 | 1])[]>> = {
  all: [
    [0, 0],
    [0, 1],
    [1, 0],
    [1, 1],
  ],
  face: [
    [0, 0],
    [0, 1],
  ],
  'other-face': [
    [1, 0],
    [1, 1],
  ],
};

const cornersOf = (params: ShapeParams) => CORNERS[String(params['edges'])] ?? [];

/**
 * What comes off along the part, the same at every edge.
 * @param waste its section at the corner of the reference face and edge, and what of that stays, in
 *   (Y, Z) from the corner in
 */
function along(
  waste: readonly Vec2[],
  params: ShapeParams,
  part: ShapedPart,
  stays?: readonly Vec2[],
): Solid {
  const { length, thickness, width } = part;
  return union(
    ...cornersOf(params).map(([face, edge]) => {
      const at = (points: readonly Vec2[]) =>
        anticlockwise(
          points.map(([y, z]): Vec2 => [face ? thickness - y : y, edge ? width - z : z]),
        );
      const solid = prismAlong('x', at(waste), -OUT, length + OUT);
      return stays
        ? difference(solid, prismAlong('x', at(stays), -2 * OUT, length + 2 * OUT))
        : solid;
    }),
  );
}

/** Long edges rounded to a quarter of a circle. */
export const roundOver: ShapeKind = {
  id: 'round-over',
  title: 'Rounded edges',
  params: [
    {
      key: 'edges',
      label: 'Edges',
      options: {
        all: 'all four',
        face: 'both of the reference face',
        'other-face': 'both of the other face',
      },
    },
    { key: 'radius', label: 'Radius' },
  ],
  propose: () => ({ edges: 'all', radius: 3 }),
  problems: (params, part) => {
    const radius = numberOf(params, 'radius');
    const across =
      params['edges'] === 'all'
        ? Math.min(part.thickness, part.width)
        : Math.min(2 * part.thickness, part.width);
    return 2 * radius > across + 1e-9
      ? [
          {
            param: 'radius',
            message: say(
              `${part.name}: a radius of {radius} must be {most} or less, so that the roundings don’t meet.`,
              { radius, most: across / 2 },
            ),
          },
        ]
      : [];
  },
  gear: (_, __, shop) => [
    toolsOf(shop, 'router-table')[0]?.name ?? toolsOf(shop, 'router')[0]?.name ?? 'Plane',
    'Rounding cutter with a bearing',
  ],
  figures: (params) => [
    {
      id: 'height',
      name: 'Height of the bearing’s lower rim over the table',
      value: numberOf(params, 'radius'),
    },
  ],
  how: () => [
    say(
      'Lower the cutter until its arc just meets the table: a finger drawn along scrap feels no step. The bearing runs on the edge of the piece, the fence flush with it.',
    ),
    say(
      'Feed against the turning of the cutter: on a table from right to left, round a frame by hand anticlockwise. A start pin or the fence holds the first moment; guard over the cutter; long grain after end grain.',
    ),
    say('More than {most} in radius: two passes, the second one light.', { most: 6 }),
    say(
      'No edge that is the shoulder or the cheek of a joint is rounded, and none that another part lies flush with.',
    ),
  ],
  wanted: (params, part) => {
    const r = numberOf(params, 'radius');
    const corner: Vec2[] = [
      [-OUT, -OUT],
      [r, -OUT],
      [r, r],
      [-OUT, r],
    ];
    return along(corner, params, part, circle([r, r], r));
  },
  cut: (set, params, part) => {
    /**
     * Over the table the cutter is as wide as its arc leaves it, up to the bearing; below its flat
     * nothing is left of it.
     */
    const [r, rim] = [numberOf(params, 'radius'), set.get('height')!];
    const arc = Array.from({ length: 91 }, (_, i): Vec2 => {
      const turn = (i / 180) * Math.PI;
      return [rim - r * Math.sin(turn), r - r * Math.cos(turn)];
    });
    return along(
      [[rim, -OUT], [rim, 0], ...arc, [rim - r, r], [-OUT, r], [-OUT, -OUT]],
      params,
      part,
    );
  },
  setting: 6,
  minutes: (params, { length }) => cornersOf(params).length * (0.3 + length / 2000),
};
