import type { MemberName, SlotFeature, TenonFeature } from '../../design/index.ts';
import type { Mm } from '../../ground/index.ts';
import { angleOf, type Lean } from '../../shop/index.ts';
import { line, type Line } from './line.ts';

/** Where a line of the square piece comes out on the surface of the true one, mm along it. */
export const atMouth = (lean: Lean | undefined, about: Lean['about'], axis: 0 | 1) => (v: Mm) =>
  lean?.about === about ? lean.pivot[axis] + (v - lean.at[axis]) / angleOf(lean.degrees).cos : v;

/** The lines of a tenon that leans: those across and along it go with the bevel. */
export function slanted(
  f: TenonFeature,
  { about }: Lean,
  pieces: Line['pieces'],
  why: string,
): Line[] {
  const onFace = about === 'thickness';
  const [faces, edges] = onFace ? ['faces', 'edges'] : ['edges', 'faces'];
  const corner = (side: string) => `corner at the ${side}, along the end`;
  return [
    line(
      `shoulder line, with bevel and knife`,
      'all round',
      'slanted end',
      [f.length],
      pieces,
      `With the bevel across the ${faces}, squared across the ${edges}.`,
    ),
    ...cheeks(
      f.faceShoulder,
      f.thickness,
      f.stock.thickness,
      onFace ? 'cheeks, with the gauge' : 'cheeks, square to the end',
      'the end and both edges',
      onFace ? '{reference face}' : corner('{reference face}'),
      pieces,
      why,
    ),
    ...cheeks(
      f.edgeShoulder,
      f.width,
      f.stock.width,
      onFace ? 'edge cheeks, square to the end' : 'edge cheeks, with the gauge',
      'the end and both faces',
      onFace ? corner('{reference edge}') : '{reference edge}',
      pieces,
      why,
    ),
  ];
}

/** The lines of a slot whose floor slants: from where it meets the side that lengths count from. */
export function slantedSlot(
  f: SlotFeature,
  { about, pivot, at, degrees }: Lean,
  pieces: Line['pieces'],
  member: MemberName,
): Line[] {
  const onFace = about === 'thickness';
  const side = onFace
    ? member === 'tenoned'
      ? '{reference edge}'
      : '{edge the tenon enters}'
    : '{reference face}';
  const floor = pivot[0] + (f.depth - at[0]) / angleOf(degrees).cos;
  const across = f.across === 'thickness' ? '{reference face}' : '{reference edge}';
  const slopes = onFace === (f.across === 'width');
  return [
    line(
      'floor, with bevel and knife',
      `both ${onFace ? 'faces' : 'edges'}`,
      `worked end, at the ${side}`,
      [floor],
      pieces,
      'The bevel strikes it from there.',
    ),
    line(
      slopes ? 'walls, square to the end' : 'walls, with the gauge',
      f.across === 'thickness' ? 'the end and both edges' : 'the end and both faces',
      slopes ? `corner at the ${across}, along the end` : across,
      [f.wall, f.wall + f.width],
      pieces,
      'The saw leaves these lines whole.',
    ),
  ];
}

/** The cheek lines that a saw or plane really leaves; a bare face has none. */
export function cheeks(
  near: Mm,
  size: Mm,
  stock: Mm,
  what: string,
  on: string,
  from: string,
  pieces: Line['pieces'],
  why: string,
): Line[] {
  const values = [near, near + size].filter((v) => v > 1e-6 && v < stock - 1e-6);
  return values.length ? [line(what, on, from, values, pieces, why)] : [];
}
