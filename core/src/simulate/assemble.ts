import type { Body, Rigid, Vec2 } from '../solids/index.ts';
import type { Piece } from '../stock/index.ts';
import type { Occurrence } from '../setups/index.ts';
import type { SeatOfPair } from '../joints/index.ts';
import type { Mm } from '../units/index.ts';
import { deepest, SPECK } from './compare.ts';

/** The pair put together: how it closes. */
export interface Assembly {
  readonly clearance: Mm;
  /** Open shoulder, mm, because the tenon meets the bottom; 0 when it closes. */
  readonly shoulderGap: Mm;
  /** How far the faces are from where they should be, mm; positive: the tenoned piece lies deeper. */
  readonly flushError: Mm;
  /** Wood in the way of wood, mm³, and how deep it reaches into the other piece, mm. */
  readonly interference: { readonly volume: number; readonly depth: Mm };
}

interface Half {
  readonly body: Body;
  /** A loose tongue that stands in it. */
  readonly tongue?: Body;
  readonly sizes: Readonly<Record<string, Mm>>;
  readonly piece: Piece;
  readonly at: Occurrence;
}

/**
 * Whether a tenon and a mortise are of one hand: a part can be turned, never mirrored. With faces flush and reference
 * edges the same way, an a-end goes into a mortise laid out from end a, unless it enters the other edge.
 */
export const sameHand = (tenon: Pick<Occurrence, 'end'>, mortise: Pick<Occurrence, 'end' | 'edge'>): boolean =>
  (tenon.end === mortise.end) === (mortise.edge === 'reference');

/** Puts the cut tenon home in the cut mortise, centred in it as the wood would centre itself, shoulder to edge. */
export function assemble(
  tenon: Half,
  mortise: Half,
  { setBack, along: drawnAlong, sink = 0, pressed }: Omit<SeatOfPair, 'clearance'>,
): Assembly {
  const t = tenon.sizes;
  const m = mortise.sizes;
  const size = (sizes: Readonly<Record<string, Mm>>, id: string) => sizes[id] ?? 0;
  const length = size(t, 'tenonLength');
  /** A mortise without a depth comes out of the far side: nothing there stops the tenon. */
  const reach = t['protrusion'] ?? length;
  const shoulderGap = Math.max(0, reach + sink - (m['mortiseDepth'] ?? Infinity));
  const across =
    size(m, 'wall') +
    size(m, 'mortiseWidth') / (pressed ? 1 : 2) -
    size(t, 'faceShoulder') -
    size(t, 'tenonThickness') / (pressed ? 1 : 2);
  /** In a hollow without ends the maker puts it where it is drawn. */
  const along =
    m['mortiseLength'] === undefined
      ? drawnAlong
      : size(m, 'position') + m['mortiseLength'] / 2 - size(t, 'edgeShoulder') - size(t, 'tenonWidth') / 2;
  const { tongue } = tenon;
  const whole = tongue ? tenon.body.with(tongue) : tenon.body;
  const home = whole.placed(homeOf(tenon, mortise, length + sink - shoulderGap, across, along));
  const clashes = [clashOf(home, mortise.body), ...(tongue ? [clashOf(tongue, tenon.body)] : [])];
  const depth = Math.max(...clashes.map((c) => c.depth));
  return {
    clearance: size(m, 'mortiseWidth') - size(t, 'tenonThickness'),
    shoulderGap,
    flushError: across - setBack,
    interference: { volume: depth ? clashes.reduce((sum, c) => sum + c.volume, 0) : 0, depth },
  };
}

/** Wood of one body inside another, mm³, and how deep it reaches into it, mm. */
function clashOf(one: Body, other: Body): { volume: number; depth: Mm } {
  const clash = one.within(other);
  const volume = clash.volume();
  const lumps = volume < SPECK ? [] : clash.parts().filter((lump) => lump.volume() >= SPECK);
  const faces = lumps.length ? other.triangles() : [];
  return { volume, depth: Math.max(0, ...lumps.map((lump) => deepest(lump, faces).depth)) };
}

/** The tenoned piece's axes in the mortised piece's: length into depth, thickness along thickness, width along length. */
function homeOf(tenon: Half, mortise: Half, length: Mm, across: Mm, along: Mm): Rigid {
  const dx = tenon.at.end === 'a' ? -1 : 1;
  const into = mortise.at.edge === 'reference' ? 1 : -1;
  const on = mortise.at.end === 'a' ? 1 : -1;
  const tipX = tenon.at.end === 'a' ? 0 : tenon.piece.length;
  const surface = into > 0 ? 0 : mortise.piece.width;
  const layout = on > 0 ? 0 : mortise.piece.length;
  return {
    rotation: [[0, 0, on], [0, 1, 0], [dx * into, 0, 0]], // prettier-ignore
    shift: [layout + on * along, across, surface + into * (length - dx * tipX)],
  };
}

/** A section through both, as (depth into the mortised piece from the edge, distance from its reference face). */
export interface Section {
  readonly mortised: readonly Vec2[][];
  readonly tenoned: readonly Vec2[][];
}

/** The assembled pair cut through the middle of the joint, along the tenon and across its thickness. */
export function sectionOf(
  tenon: Half,
  mortise: Half,
  window: Mm,
  { along, sink = 0, pressed }: Omit<SeatOfPair, 'clearance' | 'setBack'>,
): Section {
  const t = tenon.sizes;
  const m = mortise.sizes;
  const z = (t['edgeShoulder'] ?? 0) + (t['tenonWidth'] ?? 0) / 2;
  const x = m['mortiseLength'] === undefined ? along + z : (m['position'] ?? 0) + m['mortiseLength'] / 2;
  const share = pressed ? 1 : 2;
  const across =
    (m['wall'] ?? 0) + (m['mortiseWidth'] ?? 0) / share - (t['faceShoulder'] ?? 0) - (t['tenonThickness'] ?? 0) / share;
  const length = Math.min((t['tenonLength'] ?? 0) + sink, m['mortiseDepth'] ?? Infinity);
  const fromTip = (px: number) => (tenon.at.end === 'a' ? px : tenon.piece.length - px);
  const depth = (pz: number) => (mortise.at.edge === 'reference' ? pz : mortise.piece.width - pz);
  const turned = mortise.body.placed({ rotation: [[0, 0, 1], [0, 1, 0], [-1, 0, 0]], shift: [0, 0, 0] }); // prettier-ignore
  const at = mortise.at.end === 'a' ? x : mortise.piece.length - x;
  return {
    mortised: turned.slice(-at).map((ring) => ring.map(([pz, py]): Vec2 => [depth(pz), py])),
    tenoned: (tenon.tongue ? tenon.body.with(tenon.tongue) : tenon.body)
      .slice(z)
      .map((ring) => ring.map(([px, py]): Vec2 => [Math.max(length - fromTip(px), -window), py + across])),
  };
}
