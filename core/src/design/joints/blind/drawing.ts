import type { JointView, Members, NamedDimension } from '../kind.ts';
import { aside, sheetOf, type Sheet } from '../shape/index.ts';
import { hollowOf, tongueOf } from './geometry.ts';
import { derive, type BlindParams } from './params.ts';

export function blindDrawing(
  params: BlindParams,
  members: Members,
): { views: JointView[]; dimensions: NamedDimension[] } {
  const sheet = sheetOf({
    members,
    setBack: params.setBack,
    along: derive(params).along,
    reach: params.tenonLength,
    tongues: [tongueOf(params)],
    hollows: [hollowOf(params)],
  });
  return { views: sheet.views, dimensions: blindDimensions(params, members, sheet) };
}

/**
 * The dimensions of a tenon and its mortise, by their names on the sheet; other kinds take of them
 * what they have.
 */
export function blindDimensions(
  params: BlindParams,
  { tenoned: { thickness: T, width: W } }: Members,
  sheet: Sheet,
): NamedDimension[] {
  const { tenonThickness: t, mortiseLength: l, mortiseDepth: D, wall: p } = derive(params);
  const { mortiseWidth: m, faceShoulder: a, edgeShoulder: b, tenonWidth: w, position: q } = params;
  return [
    sheet.length('tenonLength', 'tenon length', 0, params.tenonLength),
    sheet.across('tenonWidth', 'tenon width', b, b + w),
    sheet.across('edgeShoulder', 'edge shoulder', 0, b),
    sheet.across('farEdgeShoulder', 'far edge shoulder', b + w, W),
    sheet.through('faceShoulder', 'face shoulder', 0, a),
    sheet.through('tenonThickness', 'tenon thickness', a, a + t),
    sheet.through('farShoulder', 'far shoulder', a + t, T),
    sheet.deep('mortiseDepth', 'mortise depth', 0, D),
    sheet.setBack,
    sheet.throughMate('wall', 'near wall', 0, p),
    sheet.throughMate('mortiseWidth', 'mortise width', p, p + m),
    sheet.along('mortiseLength', 'mortise length', q, q + l),
    sheet.fromEnd('position', 'position from layout end', q),
    aside('endClearance', 'end clearance', params.endClearance),
  ];
}
