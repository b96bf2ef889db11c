import type { Vec2 } from '../../../ground/index.ts';
import { angleOf } from '../../../shop/index.ts';
import type { JointView, Members, NamedDimension, Outline, OutlineRole } from '../kind.ts';
import { aside, dimension, rectangle, sizesAcross } from '../shape/index.ts';
import { derived, isSloped, splineLean, wallOf, type SplineParams } from './params.ts';

const GAP = 46;

const shape = (role: OutlineRole, points: readonly Vec2[], open?: true): Outline => ({
  role,
  points,
  ...(open && { open }),
});

/**
 * The corner as it is seen, a section square to the mitre, and the mitred end of the tenoned piece.
 */
export function splineDrawing(
  params: SplineParams,
  { tenoned, mortised }: Members,
): { views: JointView[]; dimensions: NamedDimension[] } {
  const {
    mortiseWidth: m,
    tenonLength: L,
    ownLength,
    bottomClearance,
    degrees,
    plane,
    run,
  } = params;
  const { splineThickness: t, depth } = derived(params);
  const sloped = isSloped(params);
  const p = wallOf(params, splineLean(params, 'tenoned', tenoned).square);
  const a = p + (m - t) / 2;
  const { sin, cos, tan } = angleOf(degrees);
  const { v, u } = sizesAcross(tenoned, plane);
  const arm = (plane === 'thickness' ? 3.4 : 2.1) * Math.max(v, sizesAcross(mortised, plane).v);
  /**
   * From along the mitre and into the tenoned piece square to it, to the sheet; the outer corner is
   * where both are 0.
   */
  const at = (into: number, along: number): Vec2 => [
    along * sin + into * cos,
    along * cos - into * sin,
  ];
  /**
   * The mortised piece is the mirror image of a tenoned one of its size, the mitre being the
   * mirror.
   */
  const mirrored = ([x, y]: Vec2): Vec2 => {
    const along = 2 * (x * sin + y * cos);
    return [along * sin - x, along * cos - y];
  };
  const armOf = (size: number): Vec2[] => [
    [0, 0],
    [arm, 0],
    [arm, size],
    [size * tan, size],
  ];
  const onEdge = plane === 'thickness';
  const slotAt = (from: number, to: number, low: number, high: number): Vec2[] => [
    at(from, low),
    at(to, low),
    at(to, high),
    at(from, high),
  ];
  const long = v / cos;
  const corner: JointView = {
    id: 'face',
    title: onEdge ? 'Seen on the edge' : 'Reference face',
    at: [0, 0],
    outlines: [
      shape('mortised', armOf(sizesAcross(mortised, plane).v).map(mirrored)),
      shape('tenoned', armOf(v)),
      ...(sloped
        ? [
            shape('mortise', slotAt(-depth.mortised, depth.tenoned, p, p + m)),
            shape('tongue', slotAt(-L, ownLength, a, a + t)),
          ]
        : [shape('hidden', slotAt(-L, ownLength, 0, long))]),
      shape(
        'reference',
        [
          [0, 0],
          [arm, 0],
        ],
        true,
      ),
      ...(onEdge ? [shape('reference', [[0, 0], mirrored([arm, 0])], true)] : []),
    ],
  };
  /** Square to the mitre: the piece across its slot, reference face up. */
  const across = sloped ? long : run === 'edges' ? tenoned.thickness : tenoned.width;
  const shown = Math.max(2.4 * Math.max(depth.tenoned, depth.mortised), across);
  const slope = sloped ? tan : 0;
  const body = (to: number): Vec2[] => [
    [0, 0],
    [to, -Math.abs(to) * slope],
    [to, -across - Math.abs(to) * slope],
    [0, -across],
  ];
  const section: JointView = {
    id: 'section',
    title: 'Square to the mitre',
    at: [shown, -GAP - (sloped ? 20 : 0)],
    outlines: [
      shape('mortised', body(-shown)),
      shape('tenoned', body(shown)),
      shape('mortise', rectangle(-depth.mortised, -p - m, depth.tenoned, -p)),
      shape('tongue', rectangle(-L, -a - t, ownLength, -a)),
      shape(
        'reference',
        [
          [-shown, -shown * slope],
          [0, 0],
          [shown, -shown * slope],
        ],
        true,
      ),
    ],
  };
  const [deep, wide] = onEdge ? [long, u] : [u, long];
  const end: JointView = {
    id: 'end',
    title: 'Mitred end',
    at: [arm + GAP, 0],
    outlines: [
      shape('tenoned', rectangle(0, 0, deep, wide)),
      shape(
        'mortise',
        run === 'edges' ? rectangle(p, 0, p + m, wide) : rectangle(0, p, deep, p + m),
      ),
      shape(
        'reference',
        [
          [0, 0],
          [0, wide],
        ],
        true,
      ),
    ],
  };
  return {
    views: [corner, section, end],
    dimensions: [
      ...(run === 'edges'
        ? [
            dimension(
              'faceShoulder',
              'reference face to spline',
              a,
              'section',
              [shown, -a],
              [shown, 0],
              12,
            ),
          ]
        : []),
      dimension(
        'tenonThickness',
        'spline thickness',
        t,
        'section',
        [shown, -a - t],
        [shown, -a],
        12,
      ),
      dimension('mortiseWidth', 'slot width', m, 'section', [-shown, -p - m], [-shown, -p], -12),
      dimension(
        'tenonLength',
        'spline in the other piece',
        L,
        'section',
        [-L, -across],
        [0, -across],
        -14,
      ),
      dimension(
        'ownLength',
        'spline in this piece',
        ownLength,
        'section',
        [0, -across],
        [ownLength, -across],
        -14,
      ),
      aside('bottomClearance', 'slot deeper than the spline', bottomClearance),
      { ...aside('degrees', 'angle of either cut', degrees), angle: true },
    ],
  };
}
