import { faceOf } from '../machine/seat.ts';
import { modelOf } from '../machines.ts';
import type { Placement } from '../machine/model.ts';
import {
  compose,
  invert,
  union,
  type Body,
  type Modeller,
  type Rigid,
  type Solid,
  type Vec3,
  say,
  type Mm,
  type Sentence,
} from '../../ground/index.ts';
import { pieceSolid, turnedPiece, type Lean, type Piece, type Shop } from '../../shop/index.ts';
import { roundedBy, sidesOf, type Occurrence, type Pass, type Setup } from '../setups/index.ts';

/** An off-cut that came loose where it can touch both the cutter and a fence, stop or jig. */
export interface Trapped {
  readonly setup: string;
  readonly pass: string;
  readonly between: string;
}

/**
 * A set-up or pass that no maker would make so: it takes no wood, or its piece doesn't touch what
 * it should stand against.
 */
export interface Fault {
  readonly sort: 'idle' | 'unseated';
  readonly setup: string;
  readonly pass: string;
  readonly words: Sentence;
}

export interface Cut {
  readonly body: Body;
  readonly faults: readonly Fault[];
  readonly trapped: readonly Trapped[];
  readonly offcuts: number;
}

/**
 * Cuts a virtual piece with exactly the figures of the set-ups, in their order, with the tools as
 * they are. What is no longer joined to the piece falls away after each pass. Runs inside a scope
 * of the modeller.
 * @param asIs the shop's tools as they truly are; the figures were computed from what the shop
 *   believes
 */
export const virtualCut = (
  modeller: Modeller,
  setups: readonly Setup[],
  place: Occurrence,
  piece: Piece,
  asIs: Pick<Shop, 'tools'>,
): Cut =>
  cutInTurn(
    modeller,
    setups.map((setup) => ({ setup, at: place })),
    piece,
    asIs,
  );

/**
 * What is left when the last pass is done, where nobody asks what happened on the way there.
 * @param from what set-ups before these have left; by default the whole piece
 */
export function leftBy(
  modeller: Modeller,
  setups: readonly Setup[],
  place: Occurrence,
  piece: Piece,
  asIs: Pick<Shop, 'tools'>,
  from = modeller.solid(pieceSolid(piece)),
): Body {
  const sweeps = setups.flatMap((setup) =>
    deepestOf(
      setup.passes.map((pass) => modelOf(setup.model).place(setup, pass, place, piece, asIs)),
    ),
  );
  const taken = sweeps.reduce(
    (body, placement) => body.minus(modeller.solid(sweptBy(placement))),
    from,
  );
  return largest(taken.parts());
}

const largest = (parts: readonly Body[]): Body => {
  const volumes = parts.map((part) => part.volume());
  return parts[volumes.indexOf(Math.max(...volumes))]!;
};

/** What a pass takes wherever there is wood, in the piece's axes. */
const sweptBy = ({ rigid, sweep }: Placement): Solid => ({
  shape: 'placed',
  rigid: invert(rigid),
  solid: sweep,
});

/**
 * A set-up at one place of a piece; for what is entered at a face, from the piece’s axes into those
 * it is reckoned in.
 */
export interface Step {
  readonly setup: Setup;
  readonly at: Occurrence;
  readonly turned?: Rigid;
}

/** The same at several places of one piece, whatever joint each is of. */
export function cutInTurn(
  modeller: Modeller,
  steps: readonly Step[],
  piece: Piece,
  asIs: Pick<Shop, 'tools'>,
): Cut {
  let body = modeller.solid(pieceSolid(piece));
  const trapped: Trapped[] = [];
  const faults: Fault[] = [];
  let offcuts = 0;
  let wood = body.volume();
  let ends = 0;
  /** Cut along the whole piece: what two joints share is there from the first on. */
  const along: Step[] = [];
  for (const { setup, at, turned } of steps) {
    const ownPiece = turned ? turnedPiece(piece) : piece;
    const placed = setup.passes.map((pass) => {
      const placement = modelOf(setup.model).place(setup, pass, at, ownPiece, asIs);
      return {
        pass,
        placement: turned ? { ...placement, rigid: compose(placement.rigid, turned) } : placement,
      };
    });
    /** A hand-held tool traps nothing: its passes are one cut. */
    /** By path, for the levels of one path are one cut. */
    const taken = new Map<string, number>();
    const cuts = placed.every(({ placement }) => placement.feeds === 'tool')
      ? [placed]
      : placed.map((p) => [p]);
    for (const passes of cuts) {
      const { pass, placement } = passes[0]!;
      const gap =
        setup.model === 'bench'
          ? gapAtBench(body, setup, placement)
          : gapAtEnd(body, setup, pass, placement, at);
      if (Math.abs(gap) > SEATED + offBy(setup) + ends)
        faults.push({
          sort: 'unseated',
          setup: setup.id,
          pass: pass.id,
          words: say('{gap} between the piece and what its figure counts from', { gap }),
        });
      const sweeps = deepestOf(passes.map(({ placement }) => placement)).map(sweptBy);
      const parts = body.minus(modeller.solid(union(...sweeps))).parts();
      const volumes = parts.map((part) => part.volume());
      const most = volumes.indexOf(Math.max(...volumes));
      const kept = parts[most]!;
      for (const part of parts) {
        if (part === kept || part.volume() < 1e-3) continue;
        offcuts++;
        const between = trappedBetween(modeller, part, placement);
        if (between) trapped.push({ setup: setup.id, pass: pass.id, between });
      }
      body = kept;
      const left = volumes.reduce((sum, volume) => sum + volume, 0);
      taken.set(pathOf(pass), Math.max(taken.get(pathOf(pass)) ?? 0, wood - left));
      wood = volumes[most]!;
    }
    /**
     * A sliver between kerf and shoulder is there or not by the rounding of the kerf before; so is
     * what a chisel follows up.
     */
    const whole = setup.stage === 'groove' || setup.stage === 'rebate';
    const sliver =
      (whole && along.some((s) => s.at.joint !== at.joint || s.setup.id === setup.id)) ||
      (setup.stage === 'shoulders' && setup.shouldersFirst === false) ||
      (setup.model === 'bench' && setup.follows !== undefined);
    for (const pass of setup.passes)
      if (!sliver && (taken.get(pathOf(pass)) ?? Infinity) < (pass.off ? LAST_OF_A_ROW : NOTHING)) {
        faults.push({ sort: 'idle', setup: setup.id, pass: pass.id, words: say('takes no wood') });
        taken.delete(pathOf(pass));
      }
    if (whole) along.push({ setup, at });
    if (setup.stage === 'end') ends += lengthOff(setup);
  }
  return { body, trapped, faults, offcuts };
}

/** Less than this is no cut, mm³. */
const NOTHING = 1e-3;
/** The last of a row may have no more left than the point of a slanted end, mm³. */
const LAST_OF_A_ROW = 1e-6;
/** Nearer than this an end lies against its stop, mm. */
const SEATED: Mm = 0.01;

const pathOf = ({ seat, figures, off }: Pass): string => JSON.stringify([seat, figures, off]);

/**
 * How far an end may lie off because of how its figures are set, mm: whatever lies against it then
 * lies off as much.
 */
const lengthOff = ({ figures }: Setup): Mm =>
  figures.reduce((sum, f) => sum + (f.acts === 'length' ? Math.abs(roundedBy(f)) : 0), 0);

/**
 * How far a leaning piece's end may come to lie off because its angle is set as the shop marks it,
 * mm.
 */
function offBy({ lean, leanSet = lean?.degrees ?? 0 }: Setup): Mm {
  if (!lean) return 0;
  const { length, thickness, width } = lean.square;
  const size = Math.max(
    thickness,
    width,
    length * Math.abs(Math.sin((lean.degrees * Math.PI) / 180)),
  );
  return (Math.abs(leanSet - lean.degrees) * Math.PI * size) / 180;
}

/**
 * From the stop that a leaning piece's end should meet to the piece as it stands, mm; wedges reach
 * no end.
 */
function gapAtEnd(
  body: Body,
  { lean, model }: Setup,
  { seat, off = 0 }: Pass,
  { rigid, datums }: Placement,
  place: Occurrence,
): Mm {
  if (!lean?.degrees) return 0;
  const stop = sidesOf(seat).find(([, face]) => faceOf(face, place).startsWith('end-'))?.[0];
  /** A mark on the wood itself is no stop: the line goes by it wherever the end lies. */
  if (!stop || modelOf(model).marks?.includes(stop)) return 0;
  const { at: point, normal } = datums[stop]!;
  return gapTo(body.placed(rigid).bounds(), point, normal) - off;
}

/** From a plane square to one of the axes to the wood on the side its normal points to, mm. */
function gapTo({ min, max }: { min: Vec3; max: Vec3 }, point: Vec3, normal: Vec3): Mm {
  const axis = normal.findIndex((n) => Math.abs(n) > 0.5);
  return normal[axis]! > 0 ? min[axis]! - point[axis]! : point[axis]! - max[axis]!;
}

/** The axis of the square piece that stays one of the leaning piece's own. */
const STAYS: Readonly<Record<Lean['about'], number>> = { length: 0, thickness: 1, width: 2 };
/**
 * What bench lines are marked from: the wood itself, wherever a machine's wedge or cradle would be.
 */
const OWN_SIDES: ReadonlySet<string> = new Set([
  'reference-face',
  'other-face',
  'reference-edge',
  'entry-edge',
  'exit-edge',
  'layout-end',
  'tip',
]);

/** The greatest distance from a side that a line at the bench is marked from to the wood, mm. */
function gapAtBench(body: Body, { lean, figures }: Setup, { rigid, datums }: Placement): Mm {
  if (!lean) return 0;
  const bounds = body.placed(rigid).bounds();
  const gaps = figures.flatMap(({ from }) => {
    const { at, normal } = datums[from]!;
    const axis = normal.findIndex((n) => Math.abs(n) > 1 - 1e-9);
    if (!OWN_SIDES.has(from) || axis < 0 || (lean.degrees && axis !== STAYS[lean.about])) return [];
    return [gapTo(bounds, at, normal)];
  });
  return gaps.reduce((worst, gap) => (Math.abs(gap) > Math.abs(worst) ? gap : worst), 0);
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
 * What an off-cut is caught against, if it can touch the cutter and a fence, stop or jig at once.
 * It may be anywhere along the feed that the cutter reaches, so bodies that stand on the table are
 * felt for over that whole way.
 */
function trappedBetween(
  modeller: Modeller,
  offcut: Body,
  placement: Placement,
): string | undefined {
  if (placement.feeds === 'tool') return undefined;
  const loose = offcut.placed(placement.rigid).bounds();
  const bodies = placement.bodies.map((b) => ({ ...b, bounds: modeller.solid(b.solid).bounds() }));
  const cutters = bodies.filter((b) => b.role === 'cutter').map(({ bounds }) => bounds);
  const along = (min: Vec3, max: Vec3, by: number): { min: Vec3; max: Vec3 } => ({
    min: [min[0], min[1] - by, min[2]],
    max: [max[0], max[1] + by, max[2]],
  });
  const passing = along(
    loose.min,
    loose.max,
    Math.max(...cutters.map(({ min, max }) => (max[1] - min[1]) / 2)),
  );
  if (!cutters.some((bounds) => meets(passing, bounds))) return undefined;
  return bodies.find(
    (b) =>
      ['fence', 'stop', 'jig'].includes(b.role) && meets(b.travels ? loose : passing, b.bounds),
  )?.label;
}

const meets = (a: { min: Vec3; max: Vec3 }, b: { min: Vec3; max: Vec3 }): boolean =>
  a.min.every((low, i) => low <= b.max[i]! + TOUCH && b.min[i]! <= a.max[i]! + TOUCH);
