import {
  IDENTITY,
  add,
  anticlockwise,
  box,
  circle,
  difference,
  prismAlong,
  roundedRectangle,
  scale,
  union,
  type Solid,
  type Vec2,
  type Vec3,
} from '../../ground/index.ts';
import { figureOf, type Setup } from '../setups/index.ts';
import { type Piece, toolById, type Shop } from '../../shop/index.ts';
import type { Datum, MachineModel } from '../machine/model.ts';

/**
 * Hand work at the bench: chisel and file, guided by what the machines have left. Machine axes are
 * the piece's own; lengths count from the layout end, depths from the entry edge.
 */
export const bench: MachineModel = {
  id: 'bench',
  works: 'by-hand',
  datums: {
    'layout-end': 'layout end',
    'near-end': 'near end of the mortise',
    'far-end': 'far end of the mortise',
    'reference-face': '{reference face}',
    'other-face': '{other face}',
    'near-wall': 'near wall',
    'far-wall': 'far wall',
    'entry-edge': '{edge the tenon enters}',
    floor: 'floor',
    'round-start': 'where the round end starts',
    tip: 'end of the tenon',
    'tongue-end': 'end of the tenon, along the tenon',
    shoulder: 'shoulder',
    haunch: 'end of the haunch',
    'near-cheek': 'near cheek',
    'far-cheek': 'far cheek',
    'reference-edge': '{reference edge}',
    'near-edge': 'near edge of the tenon',
    'far-edge': 'far edge of the tenon',
    'end-of-round': 'where the rounding ends',
    'hole-along': 'centre of the hole',
    'hole-across': 'centre of the hole',
    'last-hole': 'centre of the last hole',
    'hole-floor': 'where the bit has its full diameter',
    'axis-face': 'axis of the tenon',
    'axis-edge': 'axis of the tenon',
    'tenon-side': 'side of the tenon',
    'mitre-foot': 'foot of the mitre',
    'exit-edge': 'edge it comes out of',
    'near-flare': 'near end at the exit',
    'far-flare': 'far end at the exit',
    'slope-start': 'where the slope begins',
    'slope-end': 'where the slope ends',
    'end-line': 'line the end is cut to',
  },
  views: [
    { id: 'face', title: 'On the edge', right: [1, 0, 0], up: [0, 1, 0] },
    { id: 'end', title: 'From the end', right: [0, 1, 0], up: [0, 0, 1] },
  ],
  place(setup, _pass, occurrence, piece, asIs) {
    const x = (fromEnd: number) => (occurrence.end === 'a' ? fromEnd : piece.length - fromEnd);
    const z = (depth: number) => (occurrence.edge === 'reference' ? depth : piece.width - depth);
    const inward = occurrence.end === 'a' ? 1 : -1;
    const datums: Record<string, Datum> = {
      'layout-end': { at: [x(0), 0, 0], normal: [inward, 0, 0] },
      tip: { at: [x(0), 0, 0], normal: [inward, 0, 0] },
      'tongue-end': { at: [x(0), 0, 0], normal: [inward, 0, 0] },
      'reference-face': { at: [0, 0, 0], normal: [0, 1, 0] },
      'other-face': { at: [0, piece.thickness, 0], normal: [0, -1, 0] },
      'reference-edge': { at: [0, 0, 0], normal: [0, 0, 1] },
      'entry-edge': { at: [0, 0, z(0)], normal: [0, 0, occurrence.edge === 'reference' ? 1 : -1] },
      'exit-edge': {
        at: [0, 0, z(piece.width)],
        normal: [0, 0, occurrence.edge === 'reference' ? -1 : 1],
      },
    };
    for (const f of setup.figures) {
      const from = datums[f.from];
      if (!from) throw new Error(`Bench work has no feature “${f.from}” to measure from.`);
      datums[f.to] = { at: add(from.at, scale(from.normal, f.set.value)), normal: from.normal };
    }
    return {
      piece,
      rigid: IDENTITY,
      datums,
      bodies: [],
      sweep: SWEEPS[setup.carrier]!(setup, x, z, piece, asIs),
      feed: [0, 0, 0],
      feeds: 'tool',
    };
  },
};

type Along = (value: number) => number;

/** What each hand tool takes away. */
const SWEEPS: Readonly<
  Record<
    string,
    (setup: Setup, x: Along, z: Along, piece: Piece, asIs: Pick<Shop, 'tools'>) => Solid
  >
> = {
  chisel: chiselled,
  file: rounded,
  'saw-and-chisel': slotted,
  'chisel-between': slotted,
  'two-kerfs': (setup, x) => kerfsOf(setup, x),
  'hand-saw': sawn,
  across: notched,
  bit: bored,
  bits: (setup, x, z, piece, asIs) => boredRow(setup, x, z, piece, asIs),
  'bits-from-both-sides': (setup, x, z, piece, asIs) =>
    union(
      boredRow(setup, x, z, piece, asIs),
      boredRow(setup, x, (depth) => z(piece.width - depth), piece, asIs),
    ),
  'round-plane': turned,
  flare: flared,
  'slope-haunch': slopedHaunch,
  'slope-pocket': slopedPocket,
  'end-off': cutOff,
  'raked-width': (setup, x, _z, piece) => raked(setup, x, piece, 'width'),
  'raked-thickness': (setup, x, _z, piece) => raked(setup, x, piece, 'thickness'),
  'mitre-near': (setup, x, _z, piece) => mitred(setup, x, piece, 'near'),
  'mitre-far': (setup, x, _z, piece) => mitred(setup, x, piece, 'far'),
};

const FAR = 2000;

/** All that lies before the line. */
function cutOff(setup: Setup, x: Along): Solid {
  return box([x(-FAR), -FAR, -FAR], [x(figureOf(setup, 'line').set.value), FAR, FAR]);
}

/**
 * All that lies outside the gauge lines, as far as the line that the bevel strikes from its knife
 * mark.
 */
function raked(
  setup: Setup,
  x: Along,
  { thickness, width }: Piece,
  across: 'width' | 'thickness',
): Solid {
  const at = (id: string, otherwise: number) =>
    setup.figures.find((f) => f.id === id)?.set.value ?? otherwise;
  const [bevel] = setup.angles ?? [];
  if (!bevel) throw new Error('The set-up names no bevel.');
  const line = figureOf(setup, 'shoulder').set.value;
  const far =
    line + Math.tan((bevel.set * Math.PI) / 180) * (across === 'width' ? width : thickness);
  const [v, u] = across === 'width' ? [width, thickness] : [thickness, width];
  /** From well outside to well outside, along the struck line. */
  const past = 5;
  const slope = (far - line) / v;
  const corners: Vec2[] = [
    [x(-1), -past],
    [x(line - slope * past), -past],
    [x(far + slope * past), v + past],
    [x(-1), v + past],
  ];
  const wood =
    across === 'width'
      ? prismAlong('y', anticlockwise(corners.map(([a, b]): Vec2 => [b, a])), -past, u + past)
      : prismAlong('z', anticlockwise(corners), -past, u + past);
  const radius = at('radius', 0);
  /** Sides that keep the stock’s are not sawn; where its edges are rounded they begin there. */
  const beyond = radius ? 0 : 2 * past;
  const [y0, y1] = [at('near-cheek', -beyond), at('far-cheek', thickness + beyond)];
  const [z0, z1] = [at('near-edge', -beyond), at('far-edge', width + beyond)];
  const out = Math.max(line, far) + v;
  const tongue = radius
    ? prismAlong('x', roundedRectangle([y0, z0], [y1, z1], radius), x(-2), x(out))
    : box([x(-2), y0, z0], [x(out), y1, z1]);
  return difference(wood, tongue);
}

/** Round the centre where the lines cross, from the marked face or edge. */
function bored(setup: Setup, x: Along, z: Along, _piece: Piece, asIs: Pick<Shop, 'tools'>): Solid {
  const { diameter } = toolById(asIs, 'boring-bit', setup.cutter!);
  const [along, across, depth] = ['along', 'across', 'depth'].map((id) => figureOf(setup, id));
  const [at, deep] = [x(along!.set.value), depth!.set.value];
  if (depth!.from === 'entry-edge')
    return prismAlong('z', circle([at, across!.set.value], diameter / 2), z(-1), z(deep));
  const height = across!.from === 'entry-edge' ? z(across!.set.value) : across!.set.value;
  return prismAlong('y', circle([height, at], diameter / 2), -1, deep);
}

/**
 * Holes from the first centre to the last, as many as hands bore from this side, into the edge the
 * tenon enters.
 */
function boredRow(
  setup: Setup,
  x: Along,
  z: Along,
  _piece: Piece,
  asIs: Pick<Shop, 'tools'>,
): Solid {
  const { diameter } = toolById(asIs, 'boring-bit', setup.cutter!);
  const [first, last, across, deep] = ['first', 'last', 'across', 'depth'].map(
    (id) => figureOf(setup, id).set.value,
  ) as [number, number, number, number];
  const count = (setup.holes ?? 1) / (setup.carrier === 'bits' ? 1 : 2);
  const at = (i: number) => first + (count > 1 ? (i * (last - first)) / (count - 1) : 0);
  return union(
    ...Array.from({ length: count }, (_, i) =>
      prismAlong('z', circle([x(at(i)), across], diameter / 2), z(-1), z(deep)),
    ),
  );
}

/** Both ends, from their lines on the exit edge down to where the slope begins. */
function flared(setup: Setup, x: Along, z: Along, { width }: Piece): Solid {
  const at = (id: string) => figureOf(setup, id).set.value;
  const from = z(width - at('slope'));
  const [exit, inner] = [z(width), Math.sign(z(width) - from)];
  /**
   * Past the exit by as much again as the slope goes on: the chisel leaves nothing standing there.
   */
  const slope = (end: number, out: number): Solid => {
    const beyond = end + ((out - end) * (at('slope') + 1)) / at('slope');
    const outline: Vec2[] = [
      [from, x(end)],
      [exit + inner, x(end)],
      [exit + inner, x(beyond)],
    ];
    return prismAlong('y', anticlockwise(outline), at('near-wall'), at('far-wall'));
  };
  return union(slope(at('near-end'), at('near-flare')), slope(at('far-end'), at('far-flare')));
}

/**
 * Off the tip, from the corner of the long cheek to the foot on the short one, and as far again
 * past it.
 */
function mitred(setup: Setup, x: Along, { width }: Piece, long: 'near' | 'far'): Solid {
  const at = (id: string) => figureOf(setup, id).set.value;
  const [from, to] =
    long === 'near' ? [at('near-cheek'), at('far-cheek')] : [at('far-cheek'), at('near-cheek')];
  const past = to + Math.sign(to - from);
  const slope = at('foot') / Math.abs(to - from);
  const outline: Vec2[] = [
    [x(0), from],
    [x(slope * Math.abs(past - from)), past],
    [x(-1), past],
    [x(-1), from],
  ];
  return prismAlong('z', anticlockwise(outline), -1, width + 1);
}

/** All that lies outside the circle, from the tip to the knife line. */
function turned(setup: Setup, x: Along, _z: Along, { thickness, width }: Piece): Solid {
  const at = (id: string) => figureOf(setup, id).set.value;
  const [tip, shoulder] = [x(-1), x(at('shoulder'))];
  return difference(
    box([tip, -1, -1], [shoulder, thickness + 1, width + 1]),
    prismAlong(
      'x',
      circle([at('axis-face'), at('axis-edge')], at('radius')),
      x(-2),
      x(at('shoulder') + 1),
    ),
  );
}

/** Between the two knife lines, from a face to the floor, right across the piece. */
function notched(setup: Setup, x: Along, _z: Along, { thickness, width }: Piece): Solid {
  const [near, far, floor] = ['near-wall', 'far-wall', 'floor'].map((id) => figureOf(setup, id));
  const depth = floor!.set.value;
  const [from, to] =
    floor!.from === 'reference-face' ? [-1, depth] : [thickness - depth, thickness + 1];
  return box([x(near!.set.value), from, -1], [x(far!.set.value), to, width + 1]);
}

/** All that lies outside the gauge lines, from the tip to the knife line. */
function sawn(setup: Setup, x: Along): Solid {
  const at = (id: string, otherwise: number) =>
    setup.figures.find((f) => f.id === id)?.set.value ?? otherwise;
  const line = figureOf(setup, 'shoulder').set.value;
  /** Where there is no line the tenon keeps the face of the stock, and nothing is sawn there. */
  return difference(
    box([x(-1), -FAR, -FAR], [x(line), FAR, FAR]),
    box(
      [x(-2), at('near-cheek', -2 * FAR), at('near-edge', -2 * FAR)],
      /** Past the line, so that no film is cut where the tenon joins the body. */
      [x(line + 1), at('far-cheek', 2 * FAR), at('far-edge', 2 * FAR)],
    ),
  );
}

/**
 * Off a square haunch, what stands above the line from its end at the tenon to the shoulder at the
 * edge.
 */
function slopedHaunch(setup: Setup, x: Along, _z: Along, { thickness }: Piece): Solid {
  const at = (id: string) => figureOf(setup, id).set.value;
  const [start, end, haunch, shoulder] = [at('start'), at('end'), at('haunch'), at('shoulder')];
  const past = haunch - 1;
  const outline: Vec2[] = [
    [start, x(shoulder)],
    [end, x(haunch)],
    [end, x(past)],
    [start - 1, x(past)],
    [start - 1, x(shoulder)],
  ];
  return prismAlong('y', anticlockwise(outline), -1, thickness + 1);
}

/**
 * Between the walls, from nothing down to full depth at the mortise, and on into it as far as its
 * end is round.
 */
function slopedPocket(setup: Setup, x: Along, z: Along): Solid {
  const at = (id: string) => figureOf(setup, id).set.value;
  const [start, end, depth, near, far] = [
    at('start'),
    at('end'),
    at('depth'),
    at('near-wall'),
    at('far-wall'),
  ];
  const into = end + (far - near) / 2;
  const outline: Vec2[] = [
    [z(0), x(start)],
    [z(depth), x(end)],
    [z(depth), x(into)],
    [z(-1), x(into)],
    [z(-1), x(start)],
  ];
  return prismAlong('y', anticlockwise(outline), near, far);
}

/** How wide a hand saw cuts, mm (common practice). */
export const HAND_KERF = 1;

/** A saw cut inside either wall, from the tip to the floor. */
function kerfsOf(setup: Setup, x: Along): Solid {
  const [near, far] = [figureOf(setup, 'near').set.value, figureOf(setup, 'far').set.value];
  const [tip, floor] = [x(-1), x(figureOf(setup, 'floor').set.value)];
  return union(
    box([tip, -FAR, near], [floor, FAR, near + HAND_KERF]),
    box([tip, -FAR, far - HAND_KERF], [floor, FAR, far]),
  );
}

/** Between the two walls from the tip to the floor, right through the piece. */
function slotted(setup: Setup, x: Along): Solid {
  /** In a tenon whose piece leans the walls are told from its own edge. */
  const edge = setup.figures.find((f) => f.id === 'tenon-edge')?.set.value ?? 0;
  const wallAt = (id: 'near' | 'far') => edge + figureOf(setup, id).set.value;
  const [near, far] = [wallAt('near'), wallAt('far')];
  const [tip, floor] = [x(-1), x(figureOf(setup, 'floor').set.value)];
  return figureOf(setup, 'near').from === 'reference-face'
    ? box([tip, near, -FAR], [floor, far, FAR])
    : box([tip, -FAR, near], [floor, FAR, far]);
}

/**
 * So far out of the mouth of a mortise the chisel takes all, for the mouth of a slanting one
 * slopes, mm.
 */
const OUT = 200;

/**
 * Both ends of the mortise, from the round's start to the end line, or all of it, pared square
 * between the walls.
 */
function chiselled(setup: Setup, x: Along, z: Along): Solid {
  const at = (id: string) => figureOf(setup, id).set.value;
  const inEnd = figureOf(setup, 'depth').from === 'tip';
  const corner = (along: number, across: number, depth: number): Vec3 =>
    inEnd ? [x(depth), across, along] : [x(along), across, z(depth)];
  const ends: [number, number][] = setup.figures.some((f) => f.id === 'radius')
    ? [
        [at('near-end'), at('near-end') + at('radius')],
        [at('far-end') - at('radius'), at('far-end')],
      ]
    : [[at('near-end'), at('far-end')]];
  return union(
    ...ends.map(([from, to]) =>
      box(corner(from, at('near-wall'), -OUT), corner(to, at('far-wall'), at('depth'))),
    ),
  );
}

/**
 * What lies outside the rounded profile, within a radius of either edge: the cheeks between are
 * left alone.
 */
function rounded(setup: Setup, x: Along): Solid {
  const at = (id: string) => figureOf(setup, id).set.value;
  const [y0, y1, z0, z1] = [at('near-cheek'), at('far-cheek'), at('near-edge'), at('far-edge')];
  const far = at('length');
  const near = setup.figures.some((f) => f.id === 'near-length') ? at('near-length') : far;
  const r = at('radius');
  const tip = x(0);
  const edges = [
    box([tip, y0 - 1, z0 - 1], [x(near), y1 + 1, z0 + r]),
    box([tip, y0 - 1, z1 - r], [x(far), y1 + 1, z1 + 1]),
  ];
  return difference(
    union(...edges),
    prismAlong('x', roundedRectangle([y0, z0], [y1, z1], r), tip, x(Math.max(near, far))),
  );
}
