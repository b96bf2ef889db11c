import type { JointView, Members, NamedDimension } from '../kind.ts';
import {
  aside,
  dimension,
  frameOf,
  rectangle,
  rounded,
  sheetViews,
  type SheetFrame,
} from '../shape/index.ts';
import { derive, entryDepth, type BlindParams } from './params.ts';

export function blindDrawing(
  params: BlindParams,
  members: Members,
): { views: JointView[]; dimensions: NamedDimension[] } {
  const { tenonThickness: t, mortiseLength: l, mortiseDepth: D, wall: p, along } = derive(params);
  const {
    mortiseWidth: m,
    faceShoulder: a,
    edgeShoulder: b,
    tenonWidth: w,
    tenonLength: L,
    setBack,
  } = params;
  const { thickness: T } = members.tenoned;
  const content = {
    members,
    setBack,
    along,
    reach: L,
    section: [
      { until: a, x: 0 },
      { until: a + t, x: -L },
      { until: T, x: 0 },
    ],
    face: [rectangle(-L, b, 0, b + w)],
    end: [rounded([a, b], [a + t, b + w], params.corners === 'rounded' ? t / 2 : 0)],
    hollows: [
      {
        x: [params.position, params.position + l] as const,
        y: [p, p + m] as const,
        depth: [0, D] as const,
        radius: params.corners === 'squared' ? 0 : m / 2,
      },
    ],
  };
  return {
    views: sheetViews(content),
    dimensions: blindDimensions(params, members, frameOf(content)),
  };
}

/**
 * The dimensions of a tenon and its mortise, by their names on the sheet; other kinds take of them
 * what they have.
 */
export function blindDimensions(
  params: BlindParams,
  members: Members,
  { shown, low, high }: SheetFrame,
): NamedDimension[] {
  const { tenonThickness: t, mortiseLength: l, mortiseDepth: D, wall: p, along } = derive(params);
  const {
    mortiseWidth: m,
    faceShoulder: a,
    edgeShoulder: b,
    tenonWidth: w,
    tenonLength: L,
    setBack: r,
  } = params;
  const { thickness: T, width: W } = members.tenoned;
  const S = members.mortised.thickness;
  const V = entryDepth(members.mortised);
  const start = params.position - along;
  return [
    dimension('tenonLength', 'tenon length', L, 'face', [-L, W], [0, W], high - W + 12),
    dimension('tenonWidth', 'tenon width', w, 'end', [T, b], [T, b + w], 12),
    dimension('edgeShoulder', 'edge shoulder', b, 'end', [T, 0], [T, b], 12),
    dimension('farEdgeShoulder', 'far edge shoulder', W - b - w, 'end', [T, b + w], [T, W], 12),
    dimension(
      'faceShoulder',
      'face shoulder',
      a,
      'section',
      [shown, S - r],
      [shown, S - r - a],
      12,
    ),
    dimension(
      'tenonThickness',
      'tenon thickness',
      t,
      'section',
      [shown, S - r - a],
      [shown, S - r - a - t],
      12,
    ),
    dimension(
      'farShoulder',
      'far shoulder',
      T - a - t,
      'section',
      [shown, S - r - a - t],
      [shown, S - r - T],
      12,
    ),
    dimension('mortiseDepth', 'mortise depth', D, 'section', [-D, 0], [0, 0], -14),
    dimension('setBack', 'set-back', r, 'section', [shown, S], [shown, S - r], 30),
    dimension('wall', 'near wall', p, 'section', [-V, S], [-V, S - p], -12),
    dimension('mortiseWidth', 'mortise width', m, 'section', [-V, S - p], [-V, S - p - m], -12),
    dimension('mortiseLength', 'mortise length', l, 'edge', [0, start], [0, start + l], -12),
    dimension(
      'position',
      'position from layout end',
      params.position,
      'edge',
      [0, Math.max(low, -along)],
      [0, start],
      -12,
    ),
    aside('endClearance', 'end clearance', params.endClearance),
  ];
}
