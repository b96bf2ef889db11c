import { circle, prismAlong, union, say, type Mm } from '../../../ground/index.ts';
import { toolsOf, type Shop } from '../../../shop/index.ts';
import {
  numberOf,
  type ShapedPart,
  type ShapeKind,
  type ShapeParams,
  type ShapeProblem,
} from '../kind.ts';

/** A bit this near is the one, mm. */
const SAME: Mm = 0.05;
/** The bit goes so far into what lies under the piece. */
const THROUGH: Mm = 3;

const bitFor = (params: ShapeParams, shop: Shop) =>
  toolsOf(shop, 'boring-bit').find(
    ({ diameter }) => Math.abs(diameter - numberOf(params, 'diameter')) < SAME,
  );

const isThrough = (params: ShapeParams): boolean => numberOf(params, 'depth') === 0;

/** Places along the part, from end A. */
const alongOf = (params: ShapeParams): Mm[] =>
  Array.from(
    { length: numberOf(params, 'count') },
    (_, i) => numberOf(params, 'from') + i * numberOf(params, 'pitch'),
  );

/** Nearer of the two edges, which lies against the fence. */
const fromEdge = (params: ShapeParams, { width }: ShapedPart): { distance: Mm; other: boolean } => {
  const across = numberOf(params, 'across');
  return across > width / 2
    ? { distance: width - across, other: true }
    : { distance: across, other: false };
};

/** Holes in a row, in from a face. */
export const hole: ShapeKind = {
  id: 'hole',
  title: 'Holes',
  params: [
    {
      key: 'face',
      label: 'Into',
      options: { face: 'the reference face', 'other-face': 'the other face' },
    },
    { key: 'diameter', label: 'Diameter' },
    { key: 'depth', label: 'Depth, 0 for through', least: 0 },
    { key: 'from', label: 'Centre from end A' },
    { key: 'across', label: 'Centre from the reference edge' },
    { key: 'count', label: 'How many', count: true },
    { key: 'pitch', label: 'From one to the next', least: 0 },
  ],
  propose: ({ length, width }, shop) => ({
    face: 'face',
    diameter: toolsOf(shop, 'boring-bit')[0]?.diameter ?? 6,
    depth: 0,
    from: Math.round(length / 4),
    across: Math.round(width / 2),
    count: 1,
    pitch: Math.round(length / 8),
  }),
  problems: (params, part, shop) => {
    const r = numberOf(params, 'diameter') / 2;
    const [depth, across, last] = [
      numberOf(params, 'depth'),
      numberOf(params, 'across'),
      alongOf(params).at(-1)!,
    ];
    const bits = toolsOf(shop, 'boring-bit')
      .map((bit) => bit.diameter)
      .sort((a, b) => Math.abs(a - 2 * r) - Math.abs(b - 2 * r));
    const lengths = {
      diameter: 2 * r,
      depth,
      across,
      last,
      nearest: bits[0] ?? 0,
      thickness: part.thickness,
      width: part.width,
      length: part.length,
      pitch: numberOf(params, 'pitch'),
    };
    const [press] = toolsOf(shop, 'drill-press');
    const found: [boolean, string, string][] = [
      [
        !bitFor(params, shop),
        'diameter',
        bits.length
          ? 'the chest has no bit of {diameter}; the nearest is {nearest}.'
          : 'the chest has no boring bits.',
      ],
      [
        depth > part.thickness,
        'depth',
        'a depth of {depth} must be {thickness} or less; 0 bores through.',
      ],
      [
        across - r <= 0 || across + r >= part.width,
        'across',
        'a hole of {diameter} at {across} runs out of the edge; the part is {width} wide.',
      ],
      [numberOf(params, 'from') - r <= 0, 'from', 'a hole of {diameter} runs out of end A.'],
      [
        last + r >= part.length,
        numberOf(params, 'count') > 1 ? 'pitch' : 'from',
        'the last hole, at {last}, runs out of end B; the part is {length} long.',
      ],
      [
        numberOf(params, 'count') > 1 && lengths.pitch <= 2 * r,
        'pitch',
        'holes of {diameter} at {pitch} meet.',
      ],
      [
        press !== undefined && fromEdge(params, part).distance > press.throat,
        'across',
        'farther from both edges than the drill press reaches: bore it with a hand drill and a guide.',
      ],
      [
        press !== undefined && 2 * r > press.largestBit,
        'diameter',
        'the drill press takes no bit of {diameter}.',
      ],
    ];
    return found.flatMap(([is, param, text]): ShapeProblem[] =>
      is ? [{ param, message: say(`${part.name}: ${text}`, lengths) }] : [],
    );
  },
  gear: (params, _, shop) => [
    toolsOf(shop, 'drill-press')[0]?.name ?? 'Hand drill and a guide',
    bitFor(params, shop)?.name ?? 'Boring bit',
  ],
  figures: (params, part) => {
    const places = alongOf(params);
    return [
      { id: 'fence', name: 'Fence to the bit’s centre', value: fromEdge(params, part).distance },
      ...places.map((value, i) => ({
        id: `stop-${i}`,
        name:
          places.length > 1
            ? `End A to the bit’s centre, hole ${i + 1}`
            : 'End A to the bit’s centre',
        value,
      })),
      {
        id: 'depth',
        name: isThrough(params) ? 'Depth, into the board below' : 'Depth',
        value: isThrough(params) ? part.thickness + THROUGH : numberOf(params, 'depth'),
      },
    ];
  },
  how: (params, part) => [
    say(
      `${fromEdge(params, part).other ? 'The other edge' : 'The reference edge'} against the fence, ${params['face'] === 'face' ? 'the reference face' : 'the other face'} up; the bit’s point at the mark, before it turns.`,
    ),
    say(
      isThrough(params)
        ? 'A fresh piece of board under it, where the bit comes out; clamped, or held against a stop that it can’t turn away from.'
        : 'Depth is from the full diameter of the bit, not from its point: measure the first one on scrap.',
    ),
    ...(numberOf(params, 'count') > 1
      ? [
          say(
            'A stop for each place, or a pin in the hole before: a block of the pitch against one stop moves the piece on.',
          ),
        ]
      : []),
  ],
  wanted: (params, { thickness }) => {
    const deep = isThrough(params) ? thickness + THROUGH : numberOf(params, 'depth');
    const [from, to] =
      params['face'] === 'face' ? [-THROUGH, deep] : [thickness + THROUGH, thickness - deep];
    const r = numberOf(params, 'diameter') / 2;
    return union(
      ...alongOf(params).map((x) =>
        prismAlong('y', circle([numberOf(params, 'across'), x], r), from, to),
      ),
    );
  },
  cut: (set, params, part, shop) => {
    /**
     * The table with the piece on it: its fence lies under whichever edge is against it, its bit
     * comes from above.
     */
    const bit = bitFor(params, shop)!;
    const z = fromEdge(params, part).other ? part.width - set.get('fence')! : set.get('fence')!;
    const top = params['face'] === 'face' ? 0 : part.thickness;
    const down = params['face'] === 'face' ? 1 : -1;
    const stops = alongOf(params).map((_, i) => set.get(`stop-${i}`)!);
    return union(
      ...stops.map((x) =>
        prismAlong(
          'y',
          circle([z, x], bit.diameter / 2),
          top - down * THROUGH,
          top + down * set.get('depth')!,
        ),
      ),
    );
  },
  setting: 5,
  minutes: (params) => 0.3 + 0.4 * numberOf(params, 'count'),
};
