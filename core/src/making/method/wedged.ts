import type { Feature, TenonFeature } from '../../design/index.ts';
import {
  beforehand,
  calledFace,
  onSetting,
  type AngleFigure,
  type Occurrence,
  type Reminder,
  type Setup,
} from '../setups/index.ts';
import { type Vec3, INCH, say, type Mm } from '../../ground/index.ts';
import { angleOf, padded, riseOf, type Lean, type Shop } from '../../shop/index.ts';

/** Length of the wedge under or beside a leaning piece, from the shoulder on, mm. */
const WEDGE: Mm = 120;
/** What a slope is marked to: in inches what a rule shows. */
const marksOf = ({ style, graduation }: Pick<Shop, 'style' | 'graduation'>): Mm =>
  graduation && style.system === 'in' ? Math.max(graduation, INCH / 64) : graduation;

/** What a slope is told over: a length that can be marked. */
const runIn = ({ style }: Pick<Shop, 'style'>): Mm => (style.system === 'in' ? 5 * INCH : WEDGE);

/**
 * How a method can take a piece that lies askew: on wedges or in a cradle, with so much of the wood
 * about a mortise level (`room`, mm); by lines drawn with a bevel; or level, by a blade that is
 * tilted instead.
 */
export type TakesLean =
  { readonly by: 'wedge'; readonly room?: Mm } | { readonly by: 'bevel' } | { readonly by: 'tilt' };

type Sides = { readonly near: number; readonly far: number };

/** Wood before and behind a line that slopes by `tan` through 0 at `at`, over a span. */
const beside = (tan: number, at: Mm, from: Mm, to: Mm): Sides => {
  const ends = [(from - at) * tan, (to - at) * tan];
  return { near: Math.max(0, -Math.min(...ends)), far: Math.max(0, Math.max(...ends)) };
};

/**
 * How much wedge the square piece needs before and behind its faces, so that all of the piece lies
 * inside it.
 */
function paddingOf(
  feature: Feature,
  { about, degrees, pivot, at, square }: Lean,
  room: Mm,
): { near: Vec3; far: Vec3 } {
  const { sin, cos, tan } = angleOf(degrees);
  if (feature.form !== 'mortise' || feature.into === 'end') {
    /**
     * Worked at its end: the two faces that slope run past the shoulder by a wedge's length, and
     * out to the tip.
     */
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
  /**
   * The foremost corner of either face: that one meets fence or jig face, before the square piece’s
   * or behind it.
   */
  const inward = at[1] - cos * pivot[1];
  const face = Math.min(0, -sin * square.width) + inward;
  const other = Math.max(0, -sin * square.width) + inward + cos * square.thickness;
  const up = beside(tan, at[1], p - room, p + m + room).near;
  return { near: [0, -face, up], far: [0, other - square.thickness, 0] };
}

/**
 * Wood before a tenon's near cheek, at its shoulder and at its tip: a leaning piece slopes away
 * from the cut, mm.
 */
export function nearWood(
  { faceShoulder, edgeShoulder, length, lean }: TenonFeature,
  side: 'face' | 'edge',
): { shoulder: Mm; tip: Mm } {
  const near = side === 'face' ? faceShoulder : edgeShoulder;
  if (lean?.about !== (side === 'face' ? 'width' : 'thickness'))
    return { shoulder: near, tip: near };
  const shoulder = near - lean.at[side === 'face' ? 1 : 2];
  return { shoulder, tip: shoulder + length * angleOf(lean.degrees).tan };
}

/**
 * How far in from the square piece's sides there is no wood beside a leaning tenon, mm: it slopes
 * away from them.
 */
function besideTenon({ about, degrees, at, square }: Lean): NonNullable<TenonFeature['cleared']> {
  const { near, far } = beside(
    angleOf(degrees).tan,
    at[0],
    0,
    Math.min(at[0] + WEDGE, square.length),
  );
  const along = beside(angleOf(degrees).tan, at[0], 0, at[0]);
  const [low, high] = [near - along.near, far - along.far];
  return about === 'width'
    ? { 'reference-face': low, 'other-face': high }
    : { 'reference-edge': low, 'other-edge': high };
}

/**
 * A leaning feature as a machine finds it: wedges and piece together are the stock, and sizes count
 * from them.
 */
export function onWedges(feature: Feature, room: Mm): Feature {
  const { lean } = feature;
  if (!lean?.degrees) return feature;
  const { near, far } = paddingOf(feature, lean, room);
  const held = padded(lean, near, far);
  if (feature.form === 'tenon')
    return { ...within(feature, held, near), cleared: besideTenon(lean) };
  if (feature.form === 'end') {
    const out = padded(held, [feature.excess, 0, 0]);
    return { ...feature, lean: out, stock: out.square };
  }
  return within(feature, held, near);
}

/**
 * A feature inside the square piece it is held as, whose near faces lie so much further out, mm.
 */
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
    const { beside } = feature;
    return {
      ...feature,
      ...moved,
      ...(beside && {
        beside: { ...beside, start: beside.start + along, depth: beside.depth + into },
      }),
      wall: feature.wall + y,
      start: feature.start + along,
      depth: feature.depth + into,
    };
  }
  if (feature.form === 'slot')
    return { ...feature, ...moved, wall: feature.wall + (feature.across === 'thickness' ? y : z) };
  return { ...feature, ...moved };
}

/** Which way a piece leans, in words of its own faces: they hold for either end. */
function wayOf(
  feature: Feature,
  { about, degrees, end }: Lean,
  by: TakesLean['by'],
  entered: Occurrence['edge'],
): string {
  if (feature.form === 'mortise' && feature.into !== 'end') {
    if (about === 'length')
      return `the ${calledFace(degrees > 0 ? 'reference-face' : 'other-face')}’s side raised`;
    return degrees > 0 ? 'the layout end raised' : 'the layout end lowered';
  }
  if (by === 'bevel' && feature.form !== 'end')
    return `from its mark on the ${sideOf({ about, degrees: -1 }, entered)} ${degrees > 0 ? 'away from' : 'towards'} the end`;
  const long = `its long corner at the ${sideOf({ about, degrees: -degrees }, entered)}`;
  if (by === 'bevel' || (feature.form !== 'end' && end === 'aslant')) return long;
  return `the end’s corner at the ${sideOf({ about, degrees }, entered)} foremost`;
}

/**
 * The side of a leaning piece that comes foremost where its end is still square, and meets the
 * stop. Leans count from the edge that is entered.
 */
export function sideOf(
  { about, degrees }: Pick<Lean, 'about' | 'degrees'>,
  entered: Occurrence['edge'],
): string {
  if (about === 'width') return degrees > 0 ? '{other face}' : '{reference face}';
  return degrees > 0 === (entered === 'reference') ? '{other edge}' : '{reference edge}';
}

/** The edge that lean and figures of these places count from. */
export const enteredAt = ([first]: readonly Occurrence[]): Occurrence['edge'] =>
  first?.member === 'mortised' ? first.edge : 'reference';

/** Which corner the figures count from where an end that is still square meets its stop askew. */
export const cornerWords = (
  { lean, form }: Feature,
  { passes, occurrences }: Pick<Setup, 'passes' | 'occurrences'>,
): Reminder[] =>
  lean?.degrees &&
  form !== 'mortise' &&
  (form === 'end' || lean.end !== 'aslant') &&
  passes.some(({ seat }) => Object.values(seat).includes('worked-end'))
    ? [
        onSetting(
          `Of the end only the corner at the ${sideOf(lean, enteredAt(occurrences))} meets the stop: figures from the end count from there, for either end of the piece.`,
        ),
      ]
    : [];

/**
 * A line across a leaning piece as it is marked: along the piece's own edge from that edge's
 * corner, where lengths of the square piece count along its axis.
 * @param coordinate in the square piece, from its end or from its reference face, mm
 */
export function alongPiece(lean: Lean | undefined, axis: 'along' | 'across', coordinate: Mm): Mm {
  if (!lean?.degrees || (axis === 'across') !== (lean.about === 'length')) return coordinate;
  const { sin, cos } = angleOf(lean.degrees);
  const { about, pivot, at, end } = lean;
  if (axis === 'across') return (coordinate - at[1] + cos * pivot[1] - sin * pivot[2]) / cos;
  const corner =
    end === 'aslant' ? 0 : at[0] - cos * pivot[0] + sin * pivot[about === 'thickness' ? 2 : 1];
  return (coordinate - corner) / cos;
}

/**
 * Where the wedges of a piece that is worked at its end begin and how thick they get; a mitre gauge
 * is turned instead.
 */
export function wedgeWords(
  { lean, form }: Feature,
  { passes, occurrences }: Pick<Setup, 'passes' | 'occurrences'>,
  shop: Pick<Shop, 'style'>,
): Reminder[] {
  if (!lean?.degrees || form === 'mortise') return [];
  const { about, degrees, at, square } = lean;
  const side = about === 'width' ? 'face' : 'edge';
  const carried = passes.some(({ seat }) =>
    Object.values(seat).some((face) => face.endsWith(`-${side}`)),
  );
  if (!carried) return [];
  const run = Math.max(0, Math.min(runIn(shop), square.length - at[0]));
  const rise = Math.abs(angleOf(degrees).tan);
  const rising = {
    where: 'nothing at the end, {thick} {run} behind the shoulder',
    thick: (at[0] + run) * rise,
  };
  const falling = {
    where: '{thick} at the end, nothing {run} behind the shoulder',
    thick: (at[0] + run) * rise,
  };
  const [near, far] = degrees > 0 ? [rising, falling] : [falling, rising];
  return [
    beforehand(
      `The wedge begins at one end with no thickness: under the ${sideOf({ about, degrees: -1 }, enteredAt(occurrences))} it is ${near.where}; under the ${sideOf({ about, degrees: 1 }, enteredAt(occurrences))} ${far.where.replace(/\{thick\}/, 'as thick')}.`,
      { thick: near.thick, run },
    ),
  ];
}

/** An angle as the shop can mark it: its rise over a run, mm, and the degrees that makes. */
function marked(degrees: number, graduation: Mm, run: Mm): { rise: Mm; run: Mm; set: number } {
  const exact = riseOf(degrees, run);
  const rise = graduation ? Math.round(exact / graduation) * graduation : exact;
  return { rise, run, set: (Math.atan2(rise, run) * 180) / Math.PI };
}

/** A blade tilted by as much, its top away from the guide or towards it. */
export function tilting(
  degrees: number,
  away: boolean,
  shop: Pick<Shop, 'style' | 'graduation'>,
): Pick<Setup, 'tilt' | 'angles'> {
  const steep = Math.abs(degrees);
  const { rise, run, set } = marked(steep, marksOf(shop), runIn(shop));
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
        run,
        set: sign * set,
        working: say('leans {rise} over {run} of its height', { rise, run }),
      },
    ],
  };
}

/** The angle of a lean as a figure of the card: its rise over a run, to the shop's own marks. */
export function angleFigure(
  feature: Feature,
  by: TakesLean['by'],
  shop: Pick<Shop, 'style' | 'graduation'>,
  entered: Occurrence['edge'],
): AngleFigure | undefined {
  const { lean } = feature;
  if (!lean?.degrees) return undefined;
  const degrees = Math.abs(lean.degrees);
  const {
    rise,
    run,
    set: steep,
  } = marked(degrees, by === 'bevel' ? 0 : marksOf(shop), runIn(shop));
  const set = Math.sign(lean.degrees) * steep;
  const seen = `off square, seen on ${lean.about === 'thickness' ? 'the face' : lean.about === 'width' ? 'the edge' : 'the end'}, ${wayOf(feature, lean, by, entered)}`;
  return {
    kind: 'angle',
    id: by,
    name: by === 'bevel' ? 'Bevel' : 'Wedge or gauge',
    degrees,
    between: by === 'bevel' ? seen : `piece to guide, ${seen}`,
    rise,
    run,
    set: by === 'bevel' ? lean.degrees : set,
    working: say('rises {rise} over {run}', { rise, run }),
  };
}
