import { roundedRectangle, type Vec2 } from '../../solids/index.ts';
import type { JointView, Members, NamedDimension, Outline, OutlineRole } from '../kind.ts';
import { derive, entryDepth, type BlindParams } from './params.ts';

const GAP = 46;

const rectangle = (role: OutlineRole, x0: number, y0: number, x1: number, y1: number): Outline => ({
  role,
  points: [[x0, y0], [x1, y0], [x1, y1], [x0, y1]], // prettier-ignore
});
const line = (role: OutlineRole, from: Vec2, to: Vec2): Outline => ({ role, points: [from, to], open: true });

/**
 * Four aligned views; x to the right, y up, mm.
 *
 *     mortise edge | face | tenon end          neighbours share their heights,
 *                  | section |                 face and section their widths
 */
export function blindDrawing(
  params: BlindParams,
  members: Members,
): { views: JointView[]; dimensions: NamedDimension[] } {
  const { tenonThickness: t, mortiseLength: l, mortiseDepth: D, wall: p, along } = derive(params);
  const { mortiseWidth: m, faceShoulder: a, edgeShoulder: b, tenonWidth: w, tenonLength: L, setBack: r } = params;
  const { thickness: T, width: W } = members.tenoned;
  const S = members.mortised.thickness;
  const V = entryDepth(members.mortised);
  const margin = Math.max(18, W * 0.25);
  const low = Math.max(-along, -margin);
  const high = Math.min(members.mortised.length - along, W + margin);
  const shown = Math.max(W * 0.9, L * 1.4);
  /** Face view: the rail's reference edge is y = 0, the shoulder line x = 0; the stile lies left of it. */
  const start = params.position - along;
  const face: JointView = {
    id: 'face',
    title: 'Reference face',
    at: [0, 0],
    outlines: [
      rectangle('mortised', -V, low, 0, high),
      rectangle('tenoned', 0, 0, shown, W),
      rectangle('hidden', -L, b, 0, b + w),
      rectangle('mortise', -D, start, 0, start + l),
    ],
  };
  const sectionY = low - GAP - Math.max(S, T + r);
  /** Section from above: reference faces up; the stile's reference face is y = S. */
  const section: JointView = {
    id: 'section',
    title: 'Section',
    at: [0, sectionY],
    outlines: [
      rectangle('mortised', -V, 0, 0, S),
      rectangle('mortise', -D, S - p - m, 0, S - p),
      { role: 'tenoned', points: [[shown, S - r], [0, S - r], [0, S - r - a], [-L, S - r - a], [-L, S - r - a - t], [0, S - r - a - t], [0, S - r - T], [shown, S - r - T]] }, // prettier-ignore
      line('reference', [-V, S], [0, S]),
      line('reference', [0, S - r], [shown, S - r]),
    ],
  };
  const radius = params.corners === 'rounded' ? t / 2 : 0;
  /** End of the tenoned piece: reference face left. */
  const end: JointView = {
    id: 'end',
    title: 'Tenon end',
    at: [shown + GAP, 0],
    outlines: [
      rectangle('tenoned', 0, 0, T, W),
      {
        role: 'tenon',
        points: radius
          ? roundedRectangle([a, b], [a + t, b + w], radius)
          : rectangle('tenon', a, b, a + t, b + w).points,
      },
      line('reference', [0, 0], [0, W]),
    ],
  };
  const round = params.corners === 'squared' ? 0 : m / 2;
  /** Edge of the mortised piece: reference face left. */
  const edge: JointView = {
    id: 'edge',
    title: 'Mortise edge',
    at: [-V - GAP - S, 0],
    outlines: [
      rectangle('mortised', 0, low, S, high),
      {
        role: 'mortise',
        points: round
          ? roundedRectangle([p, start], [p + m, start + l], round)
          : rectangle('mortise', p, start, p + m, start + l).points,
      },
      line('reference', [0, low], [0, high]),
      ...(along > -low + 1e-6 ? [] : [line('centre', [0, -along], [S, -along])]),
    ],
  };
  const dimension = (
    id: string,
    name: string,
    value: number,
    view: string,
    from: Vec2,
    to: Vec2,
    offset: number,
  ): NamedDimension => ({ id, name, value, view, from, to, offset });
  const dimensions = [
    dimension('tenonLength', 'tenon length', L, 'face', [-L, W], [0, W], high - W + 12),
    dimension('tenonWidth', 'tenon width', w, 'end', [T, b], [T, b + w], 12),
    dimension('edgeShoulder', 'edge shoulder', b, 'end', [T, 0], [T, b], 12),
    dimension('farEdgeShoulder', 'far edge shoulder', W - b - w, 'end', [T, b + w], [T, W], 12),
    dimension('faceShoulder', 'face shoulder', a, 'section', [shown, S - r], [shown, S - r - a], 12),
    dimension('tenonThickness', 'tenon thickness', t, 'section', [shown, S - r - a], [shown, S - r - a - t], 12),
    dimension('farShoulder', 'far shoulder', T - a - t, 'section', [shown, S - r - a - t], [shown, S - r - T], 12),
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
  ];
  return { views: [edge, face, end, section], dimensions };
}
