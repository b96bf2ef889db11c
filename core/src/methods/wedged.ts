import type { Feature, TenonFeature } from '../joints/index.ts';
import type { AngleFigure, Setup } from '../setups/index.ts';
import type { Vec3 } from '../solids/index.ts';
import { angleOf, padded, riseOf, type Lean } from '../stock/index.ts';
import { say, type Mm } from '../units/index.ts';

/** Length of the wedge under or beside a leaning piece, from the shoulder on, mm. */
export const WEDGE: Mm = 120;

/**
 * How a method can take a piece that lies askew: on wedges or in a cradle, with so much of the wood about a mortise
 * level (`room`, mm); by lines drawn with a bevel; or level, by a blade that is tilted instead.
 */
export type TakesLean =
  { readonly by: 'wedge'; readonly room?: Mm } | { readonly by: 'bevel' } | { readonly by: 'tilt' };

type Sides = { readonly near: number; readonly far: number };

/** Wood before and behind a line that slopes by `tan` through 0 at `at`, over a span. */
const beside = (tan: number, at: Mm, from: Mm, to: Mm): Sides => {
  const ends = [(from - at) * tan, (to - at) * tan];
  return { near: Math.max(0, -Math.min(...ends)), far: Math.max(0, Math.max(...ends)) };
};

/** How much wedge the square piece needs before and behind its faces, so that all of the piece lies inside it. */
function paddingOf(feature: Feature, { about, degrees, pivot, at, square }: Lean, room: Mm): { near: Vec3; far: Vec3 } {
  const { sin, cos, tan } = angleOf(degrees);
  if (feature.form !== 'mortise' || feature.into === 'end') {
    /** Worked at its end: the two faces that slope run past the shoulder by a wedge's length, and out to the tip. */
    const { near, far } = beside(tan, at[0], 0, Math.min(at[0] + WEDGE, square.length));
    const axis = about === 'width' ? 1 : 2;
    const side = (v: number): Vec3 => (axis === 1 ? [0, v, 0] : [0, 0, v]);
    return { near: side(near), far: side(far) };
  }
  const { start: q, length: l, wall: p, width: m } = feature;
  if (about === 'thickness') {
    /** The surface slopes along the piece, its end through the depth. */
    const up = beside(tan, at[0], q - room, q + l + room).near;
    const end = Math.min(0, -sin * square.width) + at[0] - cos * pivot[0];
    return { near: [-end, 0, up], far: [0, 0, 0] };
  }
  const face = Math.min(0, -sin * square.width) + at[1] - cos * pivot[1];
  const up = beside(tan, at[1], p - room, p + m + room).near;
  return { near: [0, Math.max(0, -face), up], far: [0, Math.abs(sin) * square.width, 0] };
}

/** Wood before a tenon's near cheek, at its shoulder and at its tip: a leaning piece slopes away from the cut, mm. */
export function nearWood(
  { faceShoulder, edgeShoulder, length, lean }: TenonFeature,
  side: 'face' | 'edge',
): { shoulder: Mm; tip: Mm } {
  const near = side === 'face' ? faceShoulder : edgeShoulder;
  if (lean?.about !== (side === 'face' ? 'width' : 'thickness')) return { shoulder: near, tip: near };
  const shoulder = near - lean.at[side === 'face' ? 1 : 2];
  return { shoulder, tip: shoulder + length * angleOf(lean.degrees).tan };
}

/** How far in from the square piece's sides there is no wood beside a leaning tenon, mm: it slopes away from them. */
function besideTenon({ about, degrees, at, square }: Lean): NonNullable<TenonFeature['cleared']> {
  const { near, far } = beside(angleOf(degrees).tan, at[0], 0, Math.min(at[0] + WEDGE, square.length));
  const along = beside(angleOf(degrees).tan, at[0], 0, at[0]);
  const [low, high] = [near - along.near, far - along.far];
  return about === 'width'
    ? { 'reference-face': low, 'other-face': high }
    : { 'reference-edge': low, 'other-edge': high };
}

/** A leaning feature as a machine finds it: wedges and piece together are the stock, and sizes count from them. */
export function onWedges(feature: Feature, room: Mm): Feature {
  const { lean } = feature;
  if (!lean?.degrees) return feature;
  const { near, far } = paddingOf(feature, lean, room);
  const held = padded(lean, near, far);
  if (feature.form === 'tenon') return { ...within(feature, held, near), cleared: besideTenon(lean) };
  if (feature.form === 'end') {
    const out = padded(held, [feature.excess, 0, 0]);
    return { ...feature, lean: out, stock: out.square };
  }
  return within(feature, held, near);
}

/** A feature inside the square piece it is held as, whose near faces lie so much further out, mm. */
export function within<F extends Feature>(feature: F, held: Lean, near: Vec3): F;
export function within(feature: Feature, held: Lean, [x, y, z]: Vec3): Feature {
  const moved = { lean: held, stock: held.square };
  if (feature.form === 'tenon')
    return {
      ...feature,
      ...moved,
      faceShoulder: feature.faceShoulder + y,
      edgeShoulder: feature.edgesLeft ? 0 : feature.edgeShoulder + z,
      width: feature.edgesLeft ? held.square.width : feature.width,
    };
  if (feature.form === 'mortise') {
    const [along, into] = feature.into === 'end' ? [z, x] : [x, z];
    return { ...feature, ...moved, wall: feature.wall + y, start: feature.start + along, depth: feature.depth + into };
  }
  if (feature.form === 'slot')
    return { ...feature, ...moved, wall: feature.wall + (feature.across === 'thickness' ? y : z) };
  return { ...feature, ...moved };
}

/** Which way a piece leans, in words of its own faces: they hold for either end. */
function wayOf(feature: Feature, { about, degrees }: Lean): string {
  if (feature.form === 'mortise' && feature.into !== 'end') {
    if (about === 'length') return `the ${degrees > 0 ? 'reference' : 'other'} face’s side raised`;
    return degrees > 0 ? 'the layout end raised' : 'the layout end lowered';
  }
  const side = about === 'width' ? 'face' : 'edge';
  return `the end’s corner at the ${degrees > 0 ? 'reference' : 'other'} ${side} foremost`;
}

/** Whether a piece lies askew in the plane of a face that rests on the machine: then the two ends lean opposite ways. */
export const turnsOver = ({ about }: Lean, { passes }: Pick<Setup, 'passes'>): boolean =>
  passes.some(({ seat }) =>
    Object.values(seat).some((face) =>
      about === 'thickness' ? face.endsWith('-face') : about === 'width' && face.endsWith('-edge'),
    ),
  );

/** An angle as the shop can mark it: its rise over a wedge's length, mm, and the degrees that makes. */
function marked(degrees: number, graduation: Mm): { rise: Mm; set: number } {
  const exact = riseOf(degrees, WEDGE);
  const rise = graduation ? Math.round(exact / graduation) * graduation : exact;
  return { rise, set: (Math.atan2(rise, WEDGE) * 180) / Math.PI };
}

/** A blade tilted by as much, its top away from the guide or towards it. */
export function tilting(degrees: number, away: boolean, graduation: Mm): Pick<Setup, 'tilt' | 'angles'> {
  const steep = Math.abs(degrees);
  const { rise, set } = marked(steep, graduation);
  const sign = away ? 1 : -1;
  return {
    tilt: { degrees: sign * steep, set: sign * set },
    angles: [
      {
        kind: 'angle',
        id: 'tilt',
        name: 'Tilt of the blade',
        degrees: steep,
        between: `blade to upright, its top ${away ? 'away from' : 'towards'} the fence`,
        rise,
        run: WEDGE,
        set: sign * set,
        working: say('leans {rise} over {run} of its height', { rise, run: WEDGE }),
      },
    ],
  };
}

/** The angle of a lean as a figure of the card: its rise over the wedge's length, to the shop's own marks. */
export function angleFigure(feature: Feature, by: TakesLean['by'], graduation: Mm): AngleFigure | undefined {
  const { lean } = feature;
  if (!lean?.degrees) return undefined;
  const degrees = Math.abs(lean.degrees);
  const { rise, set: steep } = marked(degrees, by === 'bevel' ? 0 : graduation);
  const set = Math.sign(lean.degrees) * steep;
  const seen = `off square, seen on ${lean.about === 'thickness' ? 'the face' : lean.about === 'width' ? 'the edge' : 'the end'}, ${wayOf(feature, lean)}`; // prettier-ignore
  return {
    kind: 'angle',
    id: by,
    name: by === 'bevel' ? 'Bevel' : 'Wedge or gauge',
    degrees,
    between: by === 'bevel' ? seen : `piece to guide, ${seen}`,
    rise,
    run: WEDGE,
    set: by === 'bevel' ? lean.degrees : set,
    working: say('rises {rise} over {run}', { rise, run: WEDGE }),
  };
}
