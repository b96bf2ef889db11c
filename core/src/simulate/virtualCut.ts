import { modelOf, type Placement } from '../machines/index.ts';
import { invert, union, type Body, type Modeller, type Solid, type Vec3 } from '../solids/index.ts';
import { pieceSolid, type Piece } from '../stock/index.ts';
import type { Occurrence, Setup } from '../setups/index.ts';
import type { Shop } from '../tooling/index.ts';

/** An off-cut that came loose where it can touch both the cutter and a fence, stop or jig. */
export interface Trapped {
  readonly setup: string;
  readonly pass: string;
  readonly between: string;
}

export interface Cut {
  readonly body: Body;
  readonly trapped: readonly Trapped[];
  readonly offcuts: number;
}

/**
 * Cuts a virtual piece with exactly the figures of the set-ups, in their order, with the tools as they are. What is no
 * longer joined to the piece falls away after each pass. Runs inside a scope of the modeller.
 * @param asIs the shop's tools as they truly are; the figures were computed from what the shop believes
 */
export function virtualCut(
  modeller: Modeller,
  setups: readonly Setup[],
  occurrence: Occurrence,
  piece: Piece,
  asIs: Shop,
): Cut {
  let body = modeller.solid(pieceSolid(piece));
  const trapped: Trapped[] = [];
  let offcuts = 0;
  for (const setup of setups) {
    const placed = setup.passes.map((pass) => ({
      pass,
      placement: modelOf(setup.model).place(setup, pass, occurrence, piece, asIs),
    }));
    /** A hand-held tool traps nothing: its passes are one cut. */
    const cuts = placed.every(({ placement }) => placement.feeds === 'tool') ? [placed] : placed.map((p) => [p]);
    for (const passes of cuts) {
      const { pass, placement } = passes[0]!;
      const sweeps = deepestOf(passes.map(({ placement }) => placement)).map(({ rigid, sweep }): Solid => ({
        shape: 'placed',
        rigid: invert(rigid),
        solid: sweep,
      }));
      const parts = body.minus(modeller.solid(union(...sweeps))).parts();
      const kept = parts.reduce((a, b) => (b.volume() > a.volume() ? b : a));
      for (const part of parts) {
        if (part === kept || part.volume() < 1e-3) continue;
        offcuts++;
        const between = trappedBetween(modeller, part, placement);
        if (between) trapped.push({ setup: setup.id, pass: pass.id, between });
      }
      body = kept;
    }
  }
  return { body, trapped, offcuts };
}

/** Of levels that follow one path the deepest: it takes all that the others took. */
function deepestOf(placements: readonly Placement[]): Placement[] {
  if (placements.every(({ nested }) => nested)) return placements.slice(-1);
  const paths = new Map<unknown, Placement>();
  for (const placement of placements) {
    const { rigid, sweep } = placement;
    if (sweep.shape !== 'prism') return [...placements];
    const path = JSON.stringify([rigid, sweep.rigid, sweep.outline, sweep.to]);
    const known = paths.get(path)?.sweep;
    if (known?.shape !== 'prism' || sweep.from < known.from) paths.set(path, placement);
  }
  return [...paths.values()];
}

const TOUCH = 1;

/**
 * What an off-cut is caught against, if it can touch the cutter and a fence, stop or jig at once. It may be anywhere
 * along the feed that the cutter reaches, so bodies that stand on the table are felt for over that whole way.
 */
function trappedBetween(modeller: Modeller, offcut: Body, placement: Placement): string | undefined {
  if (placement.feeds === 'tool') return undefined;
  const loose = offcut.placed(placement.rigid).bounds();
  const bodies = placement.bodies.map((b) => ({ ...b, bounds: modeller.solid(b.solid).bounds() }));
  const cutters = bodies.filter((b) => b.role === 'cutter').map(({ bounds }) => bounds);
  const along = (min: Vec3, max: Vec3, by: number): { min: Vec3; max: Vec3 } => ({
    min: [min[0], min[1] - by, min[2]],
    max: [max[0], max[1] + by, max[2]],
  });
  const passing = along(loose.min, loose.max, Math.max(...cutters.map(({ min, max }) => (max[1] - min[1]) / 2)));
  if (!cutters.some((bounds) => meets(passing, bounds))) return undefined;
  return bodies.find((b) => ['fence', 'stop', 'jig'].includes(b.role) && meets(b.travels ? loose : passing, b.bounds))
    ?.label;
}

const meets = (a: { min: Vec3; max: Vec3 }, b: { min: Vec3; max: Vec3 }): boolean =>
  a.min.every((low, i) => low <= b.max[i]! + TOUCH && b.min[i]! <= a.max[i]! + TOUCH);
