import { withoutNoise, roundedRectangle, type Vec2, type Mm } from '../../../ground/index.ts';
import type { JointView, Members, NamedDimension, Outline, OutlineRole } from '../kind.ts';
import type { Hollow, Span, Tongue } from './members.ts';

const GAP = 46;
/** Nearer than this two places are one, mm. */
const HAIR: Mm = 1e-6;

/**
 * Part of an outline across the thickness: down to `until` from the reference face, the wood ends
 * at `x`.
 */
export interface Step {
  readonly until: Mm;
  /** Beyond the shoulder line, negative: into the mortised piece. */
  readonly x: Mm;
}

/** What a drawing is made from: the wood that stays at the end, and the hollows it goes into. */
export interface Drawn {
  readonly members: Members;
  readonly setBack: Mm;
  /** Layout end to the tenoned piece's reference edge. */
  readonly along: Mm;
  readonly tongues: readonly Tongue[];
  readonly hollows: readonly Hollow[];
  /** Tip to shoulder: the farthest that a tongue goes beyond the shoulder line, mm. */
  readonly reach: Mm;
  /** How far the whole end sinks into the other piece before its shoulders meet, mm. */
  readonly sink?: Mm;
  /** Where more is shown than the tongues take, mm. */
  readonly shows?: Mm;
  /** The end in section, where its tongues don't tell it. */
  readonly section?: readonly Step[];
  /** A groove that runs along the tenoned piece: through its thickness, and across it. */
  readonly groove?: { readonly y: Span; readonly z: Span };
}

/** Where the views lie, for the anchors of dimensions. */
export interface SheetFrame {
  /** How much of the tenoned piece is shown. */
  readonly shown: Mm;
  /** The shown length of the mortised piece, from the tenoned piece's reference edge. */
  readonly low: Mm;
  readonly high: Mm;
}

export const rectangle = (x0: Mm, y0: Mm, x1: Mm, y1: Mm): Vec2[] => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
];
const outline = (role: OutlineRole, points: readonly Vec2[]): Outline => ({ role, points });
const line = (role: OutlineRole, from: Vec2, to: Vec2): Outline => ({
  role,
  points: [from, to],
  open: true,
});

/** A rectangle with round corners where a radius asks for them. */
export const rounded = (min: Vec2, max: Vec2, radius: Mm): Vec2[] =>
  radius ? roundedRectangle(min, max, radius) : rectangle(min[0], min[1], max[0], max[1]);

function frameOf({ members, along, reach, sink = 0, shows = 0 }: Drawn): SheetFrame {
  const W = members.tenoned.width;
  const margin = Math.max(18, W * 0.25);
  return {
    shown: Math.max(W * 0.9, Math.max(reach + sink, shows) * 1.4),
    low: Math.max(-along, -margin),
    high: Math.min(members.mortised.length - along, W + margin),
  };
}

const boxOf = ({ y, z }: Pick<Tongue, 'y' | 'z'>): Vec2[] => rectangle(y[0], z[0], y[1], z[1]);

/** How far a tongue goes beyond the shoulder line. */
const beyond = ({ x }: Tongue, { reach, sink = 0 }: Pick<Drawn, 'reach' | 'sink'>): Mm =>
  sink + reach - x[0];

/**
 * How far the tongues reach at each place across the end, as steps from 0 up to its size: those of
 * one reach together.
 */
function skyline(drawn: Drawn, axis: 'y' | 'z', size: Mm): Step[] {
  const { tongues, sink = 0 } = drawn;
  const inside = tongues.flatMap((t) => t[axis]).filter((v) => v > HAIR && v < size - HAIR);
  const edges = [0, ...inside, size].sort((a, b) => a - b);
  const steps: Step[] = [];
  for (const [i, until] of edges.slice(1).entries()) {
    const from = edges[i]!;
    if (until - from < HAIR) continue;
    const middle = (from + until) / 2;
    const there = tongues.filter((t) => t[axis][0] < middle && middle < t[axis][1]);
    const x = -Math.max(sink, ...there.map((t) => beyond(t, drawn)));
    if (steps.length && Math.abs(steps.at(-1)!.x - x) < HAIR) steps.pop();
    steps.push({ until, x });
  }
  return steps;
}

/** Tongues as seen on the reference face: each group that hangs together as one outline. */
function outlinesOnFace(steps: readonly Step[]): Vec2[][] {
  const outlines: Vec2[][] = [];
  let points: Vec2[] = [];
  let from = 0;
  for (const { until, x } of [...steps, { until: 0, x: 0 }]) {
    if (Math.abs(x) < HAIR && points.length) {
      outlines.push([...points, [0, from]]);
      points = [];
    } else if (Math.abs(x) >= HAIR) {
      points = [...(points.length ? points : [[0, from] as Vec2]), [x, from], [x, until]];
    }
    from = until;
  }
  return outlines;
}

/** Whether the section, through the middle of the longest tongue, goes through a hollow. */
function isCut({ x: [from, to] }: Hollow, drawn: Drawn): boolean {
  const [longest] = [...drawn.tongues].sort((a, b) => beyond(b, drawn) - beyond(a, drawn));
  const middle = drawn.along + (longest!.z[0] + longest!.z[1]) / 2;
  return from < middle && middle < to;
}

/** Of a hollow's ends as they are drawn. */
const radiusOf = ({ ends, y }: Hollow): Mm => (ends === 'squared' ? 0 : (y[1] - y[0]) / 2);

/**
 * Four aligned views; x to the right, y up, mm. The tenoned piece's reference edge is y = 0, its shoulder line x = 0;
 * the mortised piece lies left of it. In the section reference faces are up, the mortised one's at y = S.
 *
 *     mortise edge | face | tenon end          neighbours share their heights,
 *                  | section |                 face and section their widths
 */
function sheetViews(drawn: Drawn, { shown, low, high }: SheetFrame): JointView[] {
  const { members, setBack: r, along, hollows, tongues, groove } = drawn;
  const { thickness: T, width: W } = members.tenoned;
  const { thickness: S, width: V } = members.mortised;
  const across = drawn.section ?? skyline(drawn, 'y', T);
  const onEdge = ({ x: [from, to] }: Hollow): Span => [
    Math.max(from, 0, low + along) - along,
    Math.min(to - along, high),
  ];
  const deep = (h: Hollow, span: Span): Vec2[] =>
    rectangle(-Math.min(h.depth[1], V), span[0], -h.depth[0], span[1]);
  const face: JointView = {
    id: 'face',
    title: 'Reference face',
    at: [0, 0],
    outlines: [
      outline('mortised', rectangle(-V, low, 0, high)),
      outline('tenoned', rectangle(0, 0, shown, W)),
      ...outlinesOnFace(skyline(drawn, 'z', W)).map((points) => outline('hidden', points)),
      ...(groove ? [outline('hidden', rectangle(0, groove.z[0], shown, groove.z[1]))] : []),
      ...hollows.map((h) => outline('mortise', deep(h, onEdge(h)))),
    ],
  };
  const section: JointView = {
    id: 'section',
    title: 'Section',
    at: [0, low - GAP - Math.max(S, T + r)],
    outlines: [
      outline('mortised', rectangle(-V, 0, 0, S)),
      ...hollows
        .filter((h) => isCut(h, drawn))
        .map((h) => outline('mortise', deep(h, [S - h.y[1], S - h.y[0]]))),
      outline('tenoned', combOf(across, shown, S - r)),
      line('reference', [-V, S], [0, S]),
      line('reference', [Math.min(0, across[0]!.x), S - r], [shown, S - r]),
    ],
  };
  const end: JointView = {
    id: 'end',
    title: 'Tenon end',
    at: [shown + GAP, 0],
    outlines: [
      outline('tenoned', rectangle(0, 0, T, W)),
      ...tongues.map((t) =>
        outline('tenon', rounded([t.y[0], t.z[0]], [t.y[1], t.z[1]], t.radius ?? 0)),
      ),
      ...(groove ? [outline('tenon', boxOf(groove))] : []),
      line('reference', [0, 0], [0, W]),
    ],
  };
  const edge: JointView = {
    id: 'edge',
    title: 'Mortise edge',
    at: [-V - GAP - S, 0],
    outlines: [
      outline('mortised', rectangle(0, low, S, high)),
      ...hollows.map((h) =>
        outline('mortise', rounded([h.y[0], onEdge(h)[0]], [h.y[1], onEdge(h)[1]], radiusOf(h))),
      ),
      line('reference', [0, low], [0, high]),
      ...(along > -low + 1e-6 ? [] : [line('centre', [0, -along], [S, -along])]),
    ],
  };
  return [edge, face, end, section];
}

/** A dimension between two places: how far they lie apart is what it says. */
type Line = (id: string, name: string, from: Mm, to: Mm) => NamedDimension;

/** The lines of a sheet, each along what it measures, and its views. */
export interface Sheet {
  readonly views: JointView[];
  readonly frame: SheetFrame;
  /** Beyond the shoulder line, over the tenoned piece’s far edge. */
  readonly length: Line;
  /** Through the tenoned piece, from its reference face. */
  readonly through: Line;
  /** Across the tenoned piece, from its reference edge; `Near` on the other side of the view. */
  readonly across: Line;
  readonly acrossNear: Line;
  /** Into the mortised piece, from the edge the tenon enters. */
  readonly deep: Line;
  /** Through the mortised piece, from its reference face. */
  readonly throughMate: Line;
  /** Along the mortised piece, from its layout end. */
  readonly along: Line;
  /** From the layout end, as far as the view shows it; `Beyond` on the other side of the view. */
  readonly fromEnd: (id: string, name: string, value: Mm) => NamedDimension;
  readonly fromEndBeyond: (id: string, name: string, value: Mm) => NamedDimension;
  readonly setBack: NamedDimension;
}

/** A joint's sheet from its solids. */
export function sheetOf(drawn: Drawn): Sheet {
  const frame = frameOf(drawn);
  const { members, setBack: r, along } = drawn;
  const { thickness: T, width: W } = members.tenoned;
  const { thickness: S, width: V } = members.mortised;
  const { shown, low, high } = frame;
  const lineIn =
    (view: string, place: (value: Mm) => Vec2, offset: number): Line =>
    (id, name, from, to) =>
      dimension(id, name, apart(from, to), view, place(from), place(to), offset);
  /** Drawn from left to right, though what it measures runs the other way. */
  const backwards =
    (line: Line): Line =>
    (...measured) => {
      const { from, to, ...rest } = line(...measured);
      return { ...rest, from: to, to: from };
    };
  const fromEndAt = (x: Mm, offset: number) => (id: string, name: string, value: Mm) =>
    dimension(id, name, value, 'edge', [x, Math.max(low, -along)], [x, value - along], offset);
  return {
    views: sheetViews(drawn, frame),
    frame,
    length: backwards(lineIn('face', (v) => [-v, W], high - W + 12)),
    through: lineIn('section', (v) => [shown, S - r - v], 12),
    across: lineIn('end', (v) => [T, v], 12),
    acrossNear: lineIn('end', (v) => [0, v], -12),
    deep: backwards(lineIn('section', (v) => [-v, 0], -14)),
    throughMate: lineIn('section', (v) => [-V, S - v], -12),
    along: lineIn('edge', (v) => [0, v - along], -12),
    fromEnd: fromEndAt(0, -12),
    fromEndBeyond: fromEndAt(S, 12),
    setBack: dimension('setBack', 'set-back', r, 'section', [shown, S], [shown, S - r], 30),
  };
}

/** How far two places lie apart, without what sums of doubles leave over. */
const apart = (from: Mm, to: Mm): Mm => withoutNoise(to - from);

/**
 * The tenoned piece in section: from the far end along the reference face, down its steps, and
 * back.
 */
function combOf(steps: readonly Step[], shown: Mm, top: Mm): Vec2[] {
  const points: Vec2[] = [[shown, top]];
  let y = top;
  for (const { until, x } of steps) {
    points.push([x, y], [x, top - until]);
    y = top - until;
  }
  return [...points, [shown, y]];
}

/** A dimension no view shows: it stands in the margin. */
export const aside = (id: string, name: string, value: Mm): NamedDimension => ({
  id,
  name,
  value,
  view: 'margin',
  from: [0, 0],
  to: [0, 0],
  offset: 0,
});

export const dimension = (
  id: string,
  name: string,
  value: Mm,
  view: string,
  from: Vec2,
  to: Vec2,
  offset: number,
): NamedDimension => ({ id, name, value, view, from, to, offset });
