import { IDENTITY, type Body, type Rigid, type Vec2, type Mm } from '../../ground/index.ts';
import type { Piece } from '../../shop/index.ts';
import type { Occurrence } from '../setups/index.ts';
import type { SeatOfPair } from '../../design/index.ts';
import { deepest, SPECK, TOLERANCE } from './compare.ts';

/** The pair put together: how it closes. */
export interface ClosedPair {
  readonly clearance: Mm;
  /** Open shoulder, mm, because the tenon meets the bottom; 0 when it closes. */
  readonly shoulderGap: Mm;
  /**
   * How far the faces are from where they should be, mm; positive: the tenoned piece lies deeper.
   */
  readonly flushError: Mm;
  /** Wood in the way of wood, mm³, and how deep it reaches into the other piece, mm. */
  readonly interference: { readonly volume: number; readonly depth: Mm };
}

export interface Half {
  readonly body: Body;
  /** A loose tongue that stands in it. */
  readonly tongue?: Body;
  readonly sizes: Readonly<Record<string, Mm>>;
  readonly piece: Piece;
  readonly at: Occurrence;
}

/**
 * Whether a tenon and a mortise are of one hand: a part can be turned, never mirrored. With faces
 * flush and reference edges the same way, an a-end goes into a mortise laid out from end a, unless
 * it enters the other edge.
 */
export const sameHand = (
  tenon: Pick<Occurrence, 'end'>,
  mortise: Pick<Occurrence, 'end' | 'edge'>,
): boolean => (tenon.end === mortise.end) === (mortise.edge === 'reference');

/** Where the tenoned piece comes to lie in the other, mm, and how far its shoulder stays open. */
export interface Place {
  /**
   * Depth its tip reaches, how far its reference face lies behind the other's, and along it from
   * the layout end.
   */
  readonly depth: Mm;
  readonly across: Mm;
  readonly along: Mm;
  readonly shoulderGap: Mm;
}

/**
 * Home: centred in the hollow as the wood would centre itself, shoulder to edge, or as far as the
 * bottom lets it.
 */
export function placeOf(
  { sizes: t }: Pick<Half, 'sizes'>,
  { sizes: m }: Pick<Half, 'sizes'>,
  { along, sink = 0, pressed, endToEnd }: Omit<SeatOfPair, 'clearance' | 'setBack'>,
): Place {
  const size = (sizes: Readonly<Record<string, Mm>>, id: string) => sizes[id] ?? 0;
  const length = size(t, 'tenonLength');
  /** A mortise without a depth comes out of the far side: nothing there stops the tenon. */
  const reach = t['protrusion'] ?? length;
  const shoulderGap = Math.max(0, reach + sink - (m['mortiseDepth'] ?? Infinity));
  const share = pressed ? 1 : 2;
  const depth = length + sink - shoulderGap;
  const centred =
    size(m, 'wall') +
    size(m, 'mortiseWidth') / share -
    size(t, 'faceShoulder') -
    size(t, 'tenonThickness') / share;
  if (endToEnd === 'faces') return { depth, across: 0, along: centred, shoulderGap };
  return {
    depth,
    across: centred,
    /** In a hollow without ends the maker puts it where it is drawn. */
    along:
      m['mortiseLength'] === undefined
        ? along
        : size(m, 'position') +
          m['mortiseLength'] / 2 -
          size(t, 'edgeShoulder') -
          size(t, 'tenonWidth') / 2,
    shoulderGap,
  };
}

/** Puts the cut tenon home in the cut mortise. */
export function closePair(
  tenon: Half,
  mortise: Half,
  seat: Omit<SeatOfPair, 'clearance'>,
): ClosedPair {
  const middle = placeOf(tenon, mortise, seat);
  const play = (mortise.sizes['mortiseWidth'] ?? 0) - (tenon.sizes['tenonThickness'] ?? 0);
  const clearance = seat.astride ? -play : play;
  const lies = (gives: Gives): Lying => {
    const { across, along, slid } = gives;
    const tongue = slid ? tenon.tongue?.placed(alongWidth(slid)) : tenon.tongue;
    const whole = tongue ? tenon.body.with(tongue) : tenon.body;
    const { across: y, along: x } = middle;
    const place = { ...middle, across: y + across, along: x + along - slid };
    const home = whole.placed(homeOf(tenon, mortise, place, seat));
    const clashes = [clashOf(home, mortise.body), ...(tongue ? [clashOf(tongue, tenon.body)] : [])];
    const depth = Math.max(...clashes.map((c) => c.depth));
    const volume = depth ? clashes.reduce((sum, c) => sum + c.volume, 0) : 0;
    return { gives, across: place.across, depth, volume };
  };
  const { across, depth, volume } = seat.pressed
    ? lies(CENTRED)
    : given(lies, roomOf(tenon, mortise, clearance));
  return {
    clearance,
    shoulderGap: middle.shoulderGap,
    flushError: across - seat.setBack,
    interference: { volume, depth },
  };
}

/**
 * How far a tenon, or a loose tongue, lies off the middle of its hollow, across and along; and the
 * tongue off the middle of its own mortise.
 */
interface Gives {
  readonly across: Mm;
  readonly along: Mm;
  readonly slid: Mm;
}

const CENTRED: Gives = { across: 0, along: 0, slid: 0 };

/** A tenon as it lies: how deep wood is in its way, mm, and how much of it, mm³. */
interface Lying {
  readonly gives: Gives;
  readonly across: Mm;
  readonly depth: Mm;
  readonly volume: number;
}

/**
 * How far it can give either way: by what the clearance leaves it, along a mortise that is longer
 * than it needs, and a loose tongue in its own mortise.
 */
function roomOf(
  { sizes: t }: Pick<Half, 'sizes'>,
  { sizes: m }: Pick<Half, 'sizes'>,
  clearance: Mm,
): Gives {
  const half = (length: Mm | undefined): Mm =>
    Math.max(0, ((length ?? 0) - (t['tenonWidth'] ?? Infinity)) / 2);
  return {
    across: Math.max(0, clearance / 2),
    along: half(m['mortiseLength']),
    slid: half(t['ownMortiseLength']),
  };
}

/** A pair is put right so often: across, along, and its tongue. */
const MOVES = 3;

/** As far as there is room either way. */
const within = (by: Mm, room: Mm): Mm => Math.max(-room, Math.min(room, by));

/** Less deep in its way; or as deep at one place of two, and less of it. */
const liesBetter = (a: Lying, b: Lying): boolean =>
  Math.abs(a.depth - b.depth) > 1e-4 ? a.depth < b.depth : a.volume < b.volume;

/** Where wood is in its way a tenon gives, one way after the other, as far as there is room. */
function given(lies: (gives: Gives) => Lying, room: Gives): Lying {
  let best = lies(CENTRED);
  for (let i = 0; i < MOVES && best.depth > TOLERANCE; i++) {
    const { gives, depth } = best;
    const tried = (['across', 'along', 'slid'] as const).flatMap((way) =>
      (room[way] > 0 ? [-depth, depth] : []).map((by) => ({
        ...gives,
        [way]: within(gives[way] + by, room[way]),
      })),
    );
    best = tried.map(lies).reduce((a, b) => (liesBetter(b, a) ? b : a), best);
  }
  return best;
}

/** Moved across the tenoned piece's width. */
const alongWidth = (by: Mm): Rigid => ({ ...IDENTITY, shift: [0, 0, by] });

/** Wood of one body inside another, mm³, and how deep it reaches into it, mm. */
export function clashOf(one: Body, other: Body): { volume: number; depth: Mm } {
  const clash = one.within(other);
  const volume = clash.volume();
  const lumps = volume < SPECK ? [] : clash.parts().filter((lump) => lump.volume() >= SPECK);
  const faces = lumps.length ? other.triangles() : [];
  return { volume, depth: Math.max(0, ...lumps.map((lump) => deepest(lump, faces).depth)) };
}

/**
 * The tenoned piece's axes in the mortised piece's: length into depth, thickness along thickness,
 * width along length; or length against length where the two meet end to end.
 */
export function homeOf(
  tenon: Pick<Half, 'piece' | 'at'>,
  mortise: Pick<Half, 'piece' | 'at'>,
  { depth, across, along }: Place,
  { endToEnd }: Pick<SeatOfPair, 'endToEnd'>,
): Rigid {
  const dx = tenon.at.end === 'a' ? -1 : 1;
  const into = mortise.at.edge === 'reference' ? 1 : -1;
  const on = mortise.at.end === 'a' ? 1 : -1;
  const tipX = tenon.at.end === 'a' ? 0 : tenon.piece.length;
  const surface = into > 0 ? 0 : mortise.piece.width;
  const layout = on > 0 ? 0 : mortise.piece.length;
  if (endToEnd)
    return {
      rotation: [
        [dx * on, 0, 0],
        [0, 1, 0],
        [0, 0, -into],
      ],
      shift: [
        layout + on * (depth - dx * tipX),
        across,
        mortise.piece.width - surface - into * along,
      ],
    };
  return {
    rotation: [
      [0, 0, on],
      [0, 1, 0],
      [dx * into, 0, 0],
    ],
    shift: [layout + on * along, across, surface + into * (depth - dx * tipX)],
  };
}

/**
 * A section through both, as (depth into the mortised piece from the edge, distance from its
 * reference face).
 */
export interface Section {
  readonly mortised: readonly Vec2[][];
  readonly tenoned: readonly Vec2[][];
}

/**
 * The assembled pair cut through the middle of the joint, along the tenon and across its thickness.
 */
export function sectionOf(
  tenon: Half,
  mortise: Half,
  window: Mm,
  seat: Omit<SeatOfPair, 'clearance' | 'setBack'>,
): Section {
  const { depth: tip, across, along } = placeOf(tenon, mortise, seat);
  const z = (tenon.sizes['edgeShoulder'] ?? 0) + (tenon.sizes['tenonWidth'] ?? 0) / 2;
  const fromTip = (px: number) => (tenon.at.end === 'a' ? px : tenon.piece.length - px);
  const depth = (pz: number) => (mortise.at.edge === 'reference' ? pz : mortise.piece.width - pz);
  const face =
    mortise.at.end === 'a' ? (px: number) => px : (px: number) => mortise.piece.length - px;
  const far = mortise.at.edge === 'reference' ? mortise.piece.width - along - z : along + z;
  const turned = mortise.body.placed({
    rotation: [
      [0, 0, 1],
      [0, 1, 0],
      [-1, 0, 0],
    ],
    shift: [0, 0, 0],
  });
  const at = mortise.at.end === 'a' ? along + z : mortise.piece.length - along - z;
  return {
    mortised: seat.endToEnd
      ? mortise.body
          .slice(far)
          .map((ring) => ring.map(([px, py]): Vec2 => [Math.min(face(px), window), py]))
      : turned.slice(-at).map((ring) => ring.map(([pz, py]): Vec2 => [depth(pz), py])),
    tenoned: (tenon.tongue ? tenon.body.with(tenon.tongue) : tenon.body)
      .slice(z)
      .map((ring) =>
        ring.map(([px, py]): Vec2 => [Math.max(tip - fromTip(px), -window), py + across]),
      ),
  };
}
