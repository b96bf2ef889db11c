import {
  anticlockwise,
  box,
  circle,
  difference,
  prismAlong,
  type Vec2,
  say,
  type Mm,
} from '../../../ground/index.ts';
import { toolsOf } from '../../../shop/index.ts';
import {
  byRule,
  numberOf,
  OUT,
  RULE,
  type ShapedPart,
  type ShapeKind,
  type ShapeParams,
  type ShapeProblem,
} from '../kind.ts';

/**
 * Farther than this no pivot is set up: the curve is drawn along a lath (common practice, value
 * from memory).
 */
const LONGEST_ARM: Mm = 1200;
/** A blade turns no tighter than some five of its widths (common practice, value from memory). */
const TURNS = 5;

const isHollow = (params: ShapeParams): boolean => params['curve'] === 'hollow';

/** A crown runs from end to end; a hollow lies where it is wanted. */
const chordOf = (params: ShapeParams, { length }: ShapedPart): { from: Mm; chord: Mm } =>
  isHollow(params)
    ? { from: numberOf(params, 'from'), chord: numberOf(params, 'chord') }
    : { from: 0, chord: length };

/** Of the circle through both ends of a chord and the point that rises over its middle. */
const radiusOf = (chord: Mm, rise: Mm): Mm => (chord * chord) / 4 / (2 * rise) + rise / 2;

const byLath = (params: ShapeParams, part: ShapedPart): boolean =>
  radiusOf(chordOf(params, part).chord, numberOf(params, 'rise')) > LONGEST_ARM;

/**
 * Where the wood turns about: along the part and in from its edge; a hollow’s pin stands outside.
 * By marks, where the line through all three does.
 */
function pinOf(
  set: ReadonlyMap<string, Mm>,
  params: ShapeParams,
): { along: Mm; inward: Mm; arm: Mm } {
  const arm = set.get('arm');
  if (arm !== undefined) {
    const off = set.get('pivot-off')!;
    return { along: set.get('pivot-along')!, inward: isHollow(params) ? -off : off, arm };
  }
  const [begin, end, ends, middle] = ['begin', 'end', 'ends-in', 'middle-in'].map((id) =>
    set.get(id)!,
  ) as [Mm, Mm, Mm, Mm];
  /** As far from the middle’s mark as from one of the ends. */
  const half = (end - begin) / 2;
  const inward = (half * half + ends * ends - middle * middle) / (2 * (ends - middle));
  return { along: begin + half, inward, arm: Math.abs(inward - middle) };
}

/** An edge that is part of a circle: hollow, or crowned from end to end. */
export const arc: ShapeKind = {
  id: 'arc',
  title: 'Curved edge',
  params: [
    { key: 'curve', label: 'Curve', options: { hollow: 'hollow', crown: 'crowned, end to end' } },
    { key: 'edge', label: 'Edge', options: { reference: 'reference', other: 'other' } },
    { key: 'rise', label: 'Rise in the middle' },
    { key: 'from', label: 'Hollow begins, from end A', least: 0 },
    { key: 'chord', label: 'Length of the hollow' },
  ],
  propose: ({ length, width }) => ({
    curve: 'hollow',
    edge: 'other',
    rise: Math.max(1, Math.round(width / 4)),
    from: Math.round(length / 10),
    chord: length - 2 * Math.round(length / 10),
  }),
  problems: (params, part, shop) => {
    const { from, chord } = chordOf(params, part);
    const rise = numberOf(params, 'rise');
    const [blade] = toolsOf(shop, 'bandsaw-blade');
    const lengths = {
      rise,
      from,
      chord,
      length: part.length,
      width: part.width,
      half: chord / 2,
      radius: radiusOf(chord, rise),
      blade: blade?.width ?? 0,
    };
    const found: [boolean, string, string][] = [
      [
        from + chord > part.length + 1e-9,
        'chord',
        'a hollow of {chord} from {from} runs past end B; the part is {length} long.',
      ],
      [rise > chord / 2, 'rise', 'a rise of {rise} must be {half} or less, half of its length.'],
      [rise >= part.width, 'rise', 'a rise of {rise} leaves nothing of a width of {width}.'],
      [
        blade !== undefined && lengths.radius < TURNS * blade.width,
        'rise',
        'a radius of {radius} is tighter than a blade {blade} wide turns.',
      ],
    ];
    return found.flatMap(([is, param, text]): ShapeProblem[] =>
      is ? [{ param, message: say(`${part.name}: ${text}`, lengths) }] : [],
    );
  },
  gear: (params, part, shop) => [
    toolsOf(shop, 'bandsaw')[0]?.name ?? 'Bow saw',
    byLath(params, part) ? 'An even lath' : 'Pivot on an arm',
  ],
  within: RULE,
  figures: (params, part, shop) => {
    const { from, chord } = chordOf(params, part);
    const rise = numberOf(params, 'rise');
    const radius = radiusOf(chord, rise);
    if (byLath(params, part)) {
      const [ends, middle] = isHollow(params) ? [0, rise] : [rise, 0];
      return [
        { id: 'begin', name: 'The lath’s ends, from end A: one', value: from },
        { id: 'end', name: 'and the other', value: from + chord },
        { id: 'ends-in', name: 'Ends, in from the edge', value: ends },
        { id: 'middle-in', name: 'Middle, in from the edge', value: middle },
      ];
    }
    return [
      {
        id: 'arm',
        name: isHollow(params) ? 'Pivot to the blade, far side' : 'Pivot to the blade, near side',
        value: byRule(radius, shop),
      },
      {
        id: 'pivot-along',
        name: 'Pivot from end A, along the edge',
        value: byRule(from + chord / 2, shop),
      },
      {
        id: 'pivot-off',
        name: isHollow(params) ? 'Pivot outside the edge' : 'Pivot inside the edge',
        value: byRule(isHollow(params) ? radius - rise : radius, shop),
      },
    ];
  },
  how: (params, part) => [
    say(
      byLath(params, part)
        ? 'No arm is so long: bend an even lath through its ends and its middle, draw along it, and saw a hair outside the line.'
        : 'The piece on a board that turns about a pin level with the table and square beside the teeth; the pin as far from the blade as the arm says.',
    ),
    say(
      'From an end into the waste and round; guides set just above the wood, fingers out of the line of the blade.',
    ),
    say(
      'Two alike are sawn together, then trued to the line with spokeshave or drum: from the ends of a hollow down to its middle, from the middle of a crown down to its ends, so that the grain lies down.',
    ),
    say(
      'What comes off one goes under it as a pad when it is clamped. Joints are cut while both edges are straight.',
    ),
  ],
  wanted: (params, part) => {
    const { from, chord } = chordOf(params, part);
    const [rise, steps] = [numberOf(params, 'rise'), 256];
    const radius = radiusOf(chord, rise);
    /** How far the curve lies inside the edge. */
    const inside = (off: Mm): Mm => {
      const under = Math.sqrt(Math.max(0, radius * radius - off * off)) - (radius - rise);
      return isHollow(params) ? under : rise - under;
    };
    const curve = Array.from({ length: steps + 1 }, (_, i): Vec2 => {
      const off = -Math.cos((i / steps) * Math.PI) * (chord / 2);
      return [inside(off), from + chord / 2 + off];
    });
    const outline: Vec2[] = [[-OUT, from], ...curve, [-OUT, from + chord]];
    const placed = outline.map(([z, x]): Vec2 => [
      params['edge'] === 'other' ? part.width - z : z,
      x,
    ]);
    return prismAlong('y', anticlockwise(placed), -OUT, part.thickness + OUT);
  },
  cut: (set, params, part) => {
    const { along, inward, arm } = pinOf(set, params);
    const z = params['edge'] === 'other' ? part.width - inward : inward;
    const round = prismAlong('y', circle([z, along], arm), -OUT, part.thickness + OUT);
    if (isHollow(params)) return round;
    const half: readonly [Mm, Mm] =
      params['edge'] === 'other' ? [part.width / 2, part.width + OUT] : [-OUT, part.width / 2];
    return difference(
      box([-OUT, -OUT / 2, half[0]], [part.length + OUT, part.thickness + OUT / 2, half[1]]),
      round,
    );
  },
  setting: 8,
  minutes: (params, part) => 3 + chordOf(params, part).chord / 150,
};
