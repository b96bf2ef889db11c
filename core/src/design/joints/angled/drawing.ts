import type { Vec2 } from '../../../ground/index.ts';
import { angleOf } from '../../../shop/index.ts';
import { blindDimensions, derive, hollowOf, tongueOf } from '../blind/index.ts';
import type { JointView, Members, NamedDimension, Outline } from '../kind.ts';
import { aside, rectangle, sheetOf } from '../shape/index.ts';
import { own, seenMembers, type AngledParams } from './params.ts';

/**
 * Where the drawn tenon is square the other piece, or its own body, stands askew: in the view the
 * angle is seen in.
 */
export function angledDrawing(
  params: AngledParams,
  members: Members,
): { views: JointView[]; dimensions: NamedDimension[] } {
  const { degrees, plane, slant, faceShoulder: a, tenonLength: L, setBack: r } = params;
  const blind = own(params);
  const met = seenMembers(params, members);
  const { tenonThickness: t, mortiseDepth: D, along } = derive(blind);
  const { thickness: S } = met.mortised;
  const sheet = sheetOf({
    members: met,
    setBack: r,
    along,
    reach: L,
    shows: D,
    tongues: [tongueOf(blind)],
    hollows: [hollowOf(blind)],
  });
  const { tan, sin, cos } = angleOf(degrees);
  const askew = plane === 'width' ? 'face' : 'section';
  /**
   * How far along the drawing the slant has come, by how far across: x counts from the shoulder, v
   * from the reference side.
   */
  const v = (y: number) => (plane === 'width' ? y : S - r - y);
  const lean = ([x, y]: Vec2): Vec2 =>
    slant === 'tenon'
      ? plane === 'width'
        ? [x * cos, y + x * sin]
        : [x * cos, y - x * sin]
      : [x + v(y) * tan, y];
  const leaning = (o: Outline): boolean =>
    slant === 'tenon'
      ? o.role === 'tenoned' || o.role === 'reference'
      : o.role === 'mortised' || o.role === 'mortise' || o.role === 'reference';
  const views = sheet.views.map((view): JointView => {
    if (view.id !== askew) return view;
    return { ...view, outlines: view.outlines.flatMap((o): Outline[] => askewOutline(o)) };
  });
  function askewOutline(o: Outline): Outline[] {
    if (!leaning(o)) return [o];
    if (slant === 'tenon') {
      /** Body and tenon apart: only the body leans. */
      const tongue = o.points.filter(([x]) => x < 0);
      if (o.role === 'reference' && o.points.some(([x]) => x < -1e-6)) return [o];
      if (!tongue.length) return [{ ...o, points: o.points.map(lean) }];
      const body = o.points.map(([x, y]): Vec2 => lean([Math.max(x, 0), y]));
      return [
        { ...o, points: body },
        { role: 'tenoned', points: rectangle(-L, S - r - a - t, 0, S - r - a) },
      ];
    }
    if (o.role === 'mortise')
      return [
        { ...o, points: o.points.map(([x, y]): Vec2 => (x > -1e-6 ? lean([x, y]) : [x, y])) },
      ];
    if (o.role === 'reference' && o.points.some(([x]) => x > 1e-6)) return [o];
    return [{ ...o, points: o.points.map(lean) }];
  }
  const skipped = new Set(['position']);
  return {
    views:
      slant === 'mortise' ? views.map((view) => withSlantedShoulder(view, askew, v, tan)) : views,
    dimensions: [
      ...blindDimensions(blind, met, sheet).filter((d) => !skipped.has(d.id)),
      aside('position', 'position from layout end', params.position),
      { ...aside('degrees', 'angle off square', degrees), angle: true },
    ],
  };
}

/** The straight-running piece ends at a shoulder that follows the other’s slanted side. */
function withSlantedShoulder(
  view: JointView,
  askew: string,
  v: (y: number) => number,
  tan: number,
): JointView {
  if (view.id !== askew) return view;
  const moved = ([x, y]: Vec2): Vec2 => (Math.abs(x) < 1e-6 ? [v(y) * tan, y] : [x, y]);
  return {
    ...view,
    outlines: view.outlines.map((o) =>
      o.role === 'tenoned' || o.role === 'hidden' ? { ...o, points: o.points.map(moved) } : o,
    ),
  };
}
