import type { Piece } from '../../../shop/index.ts';
import type { Mm } from '../../../ground/index.ts';
import { tenonGauges, type BlindParams } from '../blind/index.ts';
import type {
  JointView,
  MemberGeometry,
  Members,
  NamedDimension,
  Spot,
  TenonFeature,
} from '../kind.ts';
import {
  aside,
  dimension,
  endShape,
  frameOf,
  rectangle,
  sheetViews,
  type SheetFrame,
  type Span,
} from '../shape/index.ts';

/** What laps have in common, at a corner or across the other piece. Lengths in mm. */
export interface Lapping {
  /** What stays of the lapping end, from its reference face. */
  readonly tenonThickness: Mm;
  /** How deep the other is cut away, from its reference face. */
  readonly mortiseWidth: Mm;
  readonly tenonLength: Mm;
}

/** The lapping end as a tenon with one face shoulder. */
const asTenon = ({ tenonThickness, tenonLength }: Lapping, piece: Piece): BlindParams => ({
  mortiseWidth: tenonThickness,
  faceClearance: 0,
  faceShoulder: 0,
  tenonWidth: piece.width,
  edgeShoulder: 0,
  tenonLength,
  endClearance: 0,
  bottomClearance: 0,
  setBack: 0,
  position: 0,
  corners: 'squared',
});

/** The wanted wood of the lapping end. */
export function lappingEnd(params: Lapping, piece: Piece, spot: Spot): MemberGeometry {
  const { tenonLength: L, tenonThickness: t } = params;
  const tongue = { x: [0, L], y: [0, t], z: [0, piece.width] } as const;
  return {
    ...endShape(piece, spot, L, [tongue]),
    gauges: tenonGauges(asTenon(params, piece), piece, spot),
  };
}

/** What the lapping end has to have cut. */
export const lappingFeature = (
  { tenonThickness, tenonLength }: Lapping,
  stock: Piece,
): TenonFeature => ({
  form: 'tenon',
  stock,
  faceShoulder: 0,
  thickness: tenonThickness,
  edgeShoulder: 0,
  width: stock.width,
  length: tenonLength,
});

/**
 * The sheet of a lap: its views, and the dimensions that every lap has.
 * @param cut where along the other piece it is cut away, from the layout end
 * @param along layout end to the lapping piece's reference edge
 * @param word what the place cut away is called
 */
export function lapSheet(
  params: Lapping,
  members: Members,
  cut: Span,
  along: Mm,
  word: string,
): { views: JointView[]; dimensions: NamedDimension[]; frame: SheetFrame } {
  const { tenonThickness: t, mortiseWidth: m, tenonLength: L } = params;
  const { thickness: T, width: W } = members.tenoned;
  const { thickness: S, width: V } = members.mortised;
  const setBack = m - t;
  const content = {
    members,
    setBack,
    along,
    reach: L,
    section: [
      { until: t, x: -L },
      { until: T, x: 0 },
    ],
    face: [rectangle(-L, 0, 0, W)],
    end: [rectangle(0, 0, t, W)],
    hollows: [{ x: cut, y: [0, m] as const, depth: [0, V] as const }],
  };
  const frame = frameOf(content);
  const { shown, high } = frame;
  const top = S - setBack;
  return {
    frame,
    views: sheetViews(content),
    dimensions: [
      dimension('tenonLength', 'lap length', L, 'face', [-L, W], [0, W], high - W + 12),
      dimension(
        'tenonThickness',
        'lap thickness',
        t,
        'section',
        [shown, top],
        [shown, top - t],
        12,
      ),
      dimension(
        'farShoulder',
        'shoulder',
        T - t,
        'section',
        [shown, top - t],
        [shown, top - T],
        12,
      ),
      dimension('mortiseWidth', `depth of the ${word}`, m, 'section', [-V, S], [-V, S - m], -12),
      dimension('left', 'what stays', S - m, 'section', [-V, S - m], [-V, 0], -12),
      aside('offFlush', 'lapping piece below the other’s face', setBack),
    ],
  };
}
