import type { Piece } from '../../../shop/index.ts';
import type { Mm } from '../../../ground/index.ts';
import { tenonGauges, type BlindParams } from '../blind/index.ts';
import type { MemberGeometry, Members, NamedDimension, Spot, TenonFeature } from '../kind.ts';
import { aside, endShape, type Span, type Sheet, sheetOf } from '../shape/index.ts';

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

/** What typing over a dimension of any lap moves. */
export const LAP_MOVES = {
  farShoulder: 'tenonThickness',
  left: 'mortiseWidth',
  offFlush: 'tenonThickness',
  /** What is cut out of the one is left of the other. */
  mortiseWidth: (params: Lapping, value: Mm) => ({
    mortiseWidth: value,
    tenonThickness: params.tenonThickness + value - params.mortiseWidth,
  }),
} as const;

/**
 * The sheet of a lap, and the dimensions that every lap has.
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
): { sheet: Sheet; dimensions: NamedDimension[] } {
  const { tenonThickness: t, mortiseWidth: m, tenonLength: L } = params;
  const { thickness: T, width: W } = members.tenoned;
  const { thickness: S, width: V } = members.mortised;
  const setBack = m - t;
  const sheet = sheetOf({
    members,
    setBack,
    along,
    reach: L,
    tongues: [{ x: [0, L], y: [0, t], z: [0, W] }],
    hollows: [{ x: cut, y: [0, m], depth: [0, V], ends: 'squared' }],
  });
  return {
    sheet,
    dimensions: [
      sheet.length('tenonLength', 'lap length', 0, L),
      sheet.through('tenonThickness', 'lap thickness', 0, t),
      sheet.through('farShoulder', 'shoulder', t, T),
      sheet.throughMate('mortiseWidth', `depth of the ${word}`, 0, m),
      sheet.throughMate('left', 'what stays', m, S),
      aside('offFlush', 'lapping piece below the other’s face', setBack),
    ],
  };
}
