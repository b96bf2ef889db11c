import { roundedRectangle, type Vec2, type Mm } from '../../../ground/index.ts';
import type { JointView, Members, NamedDimension, Outline, OutlineRole } from '../kind.ts';
import type { Span } from './members.ts';

const GAP = 46;

/**
 * Part of an outline across the thickness: down to `until` from the reference face, the wood ends
 * at `x`.
 */
export interface Step {
  readonly until: Mm;
  /** Beyond the shoulder line, negative: into the mortised piece. */
  readonly x: Mm;
}

/** A hollow as drawn: from the layout end, through the thickness, and in from the edge. */
export interface DrawnHollow {
  readonly x: Span;
  readonly y: Span;
  readonly depth: Span;
  readonly radius?: Mm;
  /** Whether the section goes through it. */
  readonly cut?: boolean;
}

/** What is particular to a kind's drawing; the sheet puts it in its four aligned views. */
export interface SheetContent {
  readonly members: Members;
  readonly setBack: Mm;
  readonly along: Mm;
  /** The tenoned piece's end in section, from its reference face through its thickness. */
  readonly section: readonly Step[];
  /**
   * Tongues seen on the reference face, hidden in the other piece: x from the shoulder, y from the
   * reference edge.
   */
  readonly face: readonly (readonly Vec2[])[];
  /** Tongues seen on the end: x from the reference face, y from the reference edge. */
  readonly end: readonly (readonly Vec2[])[];
  readonly hollows: readonly DrawnHollow[];
  /** Farthest that anything goes beyond the shoulder line, mm. */
  readonly reach: Mm;
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

export function frameOf({
  members,
  along,
  reach,
}: Pick<SheetContent, 'members' | 'along' | 'reach'>): SheetFrame {
  const W = members.tenoned.width;
  const margin = Math.max(18, W * 0.25);
  return {
    shown: Math.max(W * 0.9, reach * 1.4),
    low: Math.max(-along, -margin),
    high: Math.min(members.mortised.length - along, W + margin),
  };
}

/**
 * Four aligned views; x to the right, y up, mm. The tenoned piece's reference edge is y = 0, its shoulder line x = 0;
 * the mortised piece lies left of it. In the section reference faces are up, the mortised one's at y = S.
 *
 *     mortise edge | face | tenon end          neighbours share their heights,
 *                  | section |                 face and section their widths
 */
export function sheetViews(content: SheetContent): JointView[] {
  const { members, setBack: r, along, hollows } = content;
  const { shown, low, high } = frameOf(content);
  const { thickness: T, width: W } = members.tenoned;
  const { thickness: S, width: V } = members.mortised;
  const onEdge = ({ x: [from, to] }: DrawnHollow): Span => [
    Math.max(from, 0, low + along) - along,
    Math.min(to - along, high),
  ];
  const face: JointView = {
    id: 'face',
    title: 'Reference face',
    at: [0, 0],
    outlines: [
      outline('mortised', rectangle(-V, low, 0, high)),
      outline('tenoned', rectangle(0, 0, shown, W)),
      ...content.face.map((points) => outline('hidden', points)),
      ...hollows.map((h) =>
        outline(
          'mortise',
          rectangle(-Math.min(h.depth[1], V), onEdge(h)[0], -h.depth[0], onEdge(h)[1]),
        ),
      ),
    ],
  };
  const section: JointView = {
    id: 'section',
    title: 'Section',
    at: [0, low - GAP - Math.max(S, T + r)],
    outlines: [
      outline('mortised', rectangle(-V, 0, 0, S)),
      ...hollows
        .filter((h) => h.cut !== false)
        .map((h) =>
          outline(
            'mortise',
            rectangle(-Math.min(h.depth[1], V), S - h.y[1], -h.depth[0], S - h.y[0]),
          ),
        ),
      outline('tenoned', combOf(content.section, shown, S - r)),
      line('reference', [-V, S], [0, S]),
      line('reference', [Math.min(0, content.section[0]!.x), S - r], [shown, S - r]),
    ],
  };
  const end: JointView = {
    id: 'end',
    title: 'Tenon end',
    at: [shown + GAP, 0],
    outlines: [
      outline('tenoned', rectangle(0, 0, T, W)),
      ...content.end.map((points) => outline('tenon', points)),
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
        outline('mortise', rounded([h.y[0], onEdge(h)[0]], [h.y[1], onEdge(h)[1]], h.radius ?? 0)),
      ),
      line('reference', [0, low], [0, high]),
      ...(along > -low + 1e-6 ? [] : [line('centre', [0, -along], [S, -along])]),
    ],
  };
  return [edge, face, end, section];
}

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
