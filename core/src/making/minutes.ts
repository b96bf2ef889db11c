import { boundsOf, overlapOf, type Mm, type Vec3 } from '../ground/index.ts';
import {
  minutesIn,
  pieceSolid,
  SPECIES,
  type Minutes,
  type Piece,
  type Shop,
} from '../shop/index.ts';
import { templateOf } from './templates.ts';
import { modelOf } from './machines.ts';
import type { Placement } from './machine/model.ts';
import {
  bushingChanges,
  GUIDE_PUT_ON,
  isHeld,
  type HandWork,
  type Pass,
  type Setup,
} from './setups/index.ts';

/** The piece as its set-ups know it, and what else its ways are weighed by. */
export interface Stock extends Piece {
  /** Id of its species. */
  readonly species?: string;
  /** How far pieces that share figures differ in thickness, mm, where that would spoil the fit. */
  readonly uneven?: Mm;
}

/**
 * How often a piece is laid out or clamped in a set-up: once for each way it lies, on end for each
 * pass, and for each row, as all pieces go through one before the next; a bundle once for each edge
 * it stands on; a guide without a jig is marked out and clamped, both.
 */
function clampings({ model, carrier, passes, onOneTemplate }: Setup): number {
  if (onOneTemplate === 'next') return 0;
  if (carrier === 'upright-jig') return passes.length;
  const bundles = passes.filter(({ bundle }) => bundle);
  if (bundles.length) return waysItLies(bundles) / bundles[0]!.bundle!;
  const { clamps, works } = modelOf(model);
  if (works === 'by-hand') return 1;
  if (clamps === 'guide') return GUIDE_PUT_ON * waysItLies(passes);
  return clamps ? waysItLies(passes) * turnsOf(passes) : 0;
}

/**
 * How often all pieces go round: once where what they go by is held, row by row where it is moved.
 */
const turnsOf = (passes: readonly Pass[]): number =>
  passes.some(({ figures }) => figures['spacer']) ? 1 : new Set(passes.map(({ row }) => row)).size;

const waysItLies = (passes: readonly Pass[]): number =>
  new Set(passes.map(({ seat }) => JSON.stringify(seat))).size;

/**
 * How far a cutter is in the wood in one pass, along its feed and into it, and what it clears, mm.
 */
interface Engaged {
  readonly along: number;
  readonly deep: number;
  readonly plan: number;
  /** All round what stays, where it goes round something. */
  readonly round: number;
}

/** Reckoned by the boxes round what it sweeps and round the piece, in the machine’s own axes. */
function engagedBy({ sweep, rigid, piece, feed, nested }: Placement): Engaged {
  const wood = boundsOf({ shape: 'placed', rigid, solid: pieceSolid(piece) });
  const [x, y, z] = overlapOf(boundsOf(sweep), wood);
  const along = Math.abs(feed[0]) > Math.abs(feed[1]) ? x : y;
  const kept = nested && sweep.shape === 'difference' ? sweep.take[0] : undefined;
  const [keptX, keptY]: Vec3 = kept ? overlapOf(boundsOf(kept), wood) : [0, 0, 0];
  return { along, deep: z, plan: x * y, round: 2 * (keptX + keptY) };
}

/** A metre of a saw’s cut is reckoned so deep, a plunge so deep, mm. */
const [INCH_DEEP, PLUNGE] = [25, 40];

/** What one pass takes of a piece: a router’s way is as long as what it clears asks. */
function passMinutes(
  setup: Setup,
  { along, deep, plan, round }: Engaged,
  stock: Stock,
  shop: Shop,
): number {
  const { works, clamps } = modelOf(setup.model);
  const { sawn, routed, fed, led, pared, plunged } = minutesIn(shop);
  const hard = hardness(stock);
  if (works === 'plunged') return plunged * hard * Math.max(1, deep / PLUNGE);
  if (works === 'routed') {
    const way = round || Math.max(along, plan / diameterOf(setup, shop));
    /** Past a cutter it is handled as past a blade; onto one it is lowered. */
    const start = clamps || setup.stage === 'mortise' ? routed : sawn;
    return start + (hard * led * way) / 1000;
  }
  const rough = setup.model === 'bandsaw' && setup.stage === 'shoulders';
  return (
    sawn +
    (hard * fed * along * Math.max(1, deep / INCH_DEEP)) / 1000 +
    (rough ? (hard * pared * along * deep) / 1000 : 0)
  );
}

const diameterOf = ({ cutter }: Setup, { tools }: Shop): number => {
  const tool = tools.find(({ id }) => id === cutter);
  return tool && 'diameter' in tool ? tool.diameter : 10;
};

/** Hardwood as dense as this is what the minutes are of, kg/m³; how far wood may be off it. */
const [HARDWOOD, SOFTEST, HARDEST] = [700, 0.6, 1.3];

function hardness({ species }: Stock): number {
  const known = SPECIES.find(({ id }) => id === species);
  return known ? Math.min(HARDEST, Math.max(SOFTEST, known.density / HARDWOOD)) : 1;
}

/** While hands saw 60 cm² they would pare a third of that, or chop 6 cm³ (common practice). */
const [SAWN, PARED, CHOPPED] = [6000, 2000, 6000];

const handMinutes = (
  { sawn = 0, pared = 0, chopped = 0, bored = 0 }: HandWork,
  { byHand, plunged }: Required<Minutes>,
): number =>
  byHand * (sawn / SAWN + pared / PARED + chopped / CHOPPED) + (plunged * bored) / PLUNGE;

/**
 * Every pass is made with every piece; a deeper level of a path that a clamped tool is on already
 * takes no more than a plunge and its way.
 */
function setupMinutes(setup: Setup, stock: Stock, shop: Shop): number {
  const minutes = minutesIn(shop);
  const { model, machine, hand, figures } = setup;
  const { works, marks = [] } = modelOf(model);
  const pieces = setup.occurrences.reduce((sum, { count }) => sum + count, 0);
  const working =
    works === 'by-hand'
      ? hardness(stock) * handMinutes(hand ?? {}, minutes)
      : passing(setup, stock, shop);
  const lines = figures.filter(({ from }) => works === 'by-hand' || marks.includes(from)).length;
  const { cutting = 1 } = (machine !== null && shop.known?.[machine]) || {};
  const inAndOut = figures.filter(isHeld).length * minutes.held;
  const handled = clampings(setup) * minutes.clamped + lines * minutes.marked + inAndOut;
  return cutting * (pieces * (handled + working) + changing(setup, pieces, minutes));
}

/** From one bushing to the other and back, at every piece, where its template stays on for both. */
function changing(
  { onOneTemplate, figures }: Setup,
  pieces: number,
  { bushing, held, figure }: Required<Minutes>,
): number {
  if (onOneTemplate !== 'next') return 0;
  const isBlock = figures.some(({ set }) => set.by === 'held');
  return bushingChanges(pieces) * (bushing + (isBlock ? held : figure));
}

/** All passes over one piece; where tool or piece is clamped a deeper level is no new start. */
function passing(setup: Setup, stock: Stock, shop: Shop): number {
  const { routed, plunged } = minutesIn(shop);
  const model = modelOf(setup.model);
  const { clamps, works } = model;
  const begun = new Set<string>();
  const inLevels = setup.passes.some(({ level }) => level !== undefined);
  /** One saw goes through alike however its fence stands; a router along each of its paths. */
  const alike = new Map<string, number>();
  return setup.passes.reduce((sum, pass) => {
    const path = JSON.stringify([pass.seat, pass.figures]);
    const key = works === 'routed' ? path : JSON.stringify([pass.seat, pass.level]);
    const engaged = () => engagedBy(model.place(setup, pass, setup.occurrences[0]!, stock, shop));
    const each = alike.get(key) ?? passMinutes(setup, engaged(), stock, shop);
    alike.set(key, each);
    const deeper = works === 'routed' && clamps && inLevels && begun.has(path);
    begun.add(path);
    return sum + (deeper ? each - routed + plunged : each) / (pass.bundle ?? 1);
  }, 0);
}

/** Spacers that no blocks make, by how thick they are: one serves whatever asks for it. */
const spacersToMake = ({ figures }: Setup): string[] =>
  figures.filter((f) => isHeld(f) && f.set.by !== 'blocks').map(({ set }) => set.value.toFixed(3));

/**
 * Minutes to cut every piece of a batch with machines that are set, and to make the templates they
 * go by; each set-up is reckoned once, whichever ways share it.
 * @param hands how many people a set-up needs: each one's time counts
 */
export function cuttingMinutes(
  stock: Stock,
  shop: Shop,
  hands: (setup: Setup) => number,
): (setups: readonly Setup[]) => number {
  const known = new Map<Setup, number>();
  const minutesOf = (setup: Setup): number => {
    const made = known.get(setup) ?? hands(setup) * setupMinutes(setup, stock, shop);
    known.set(setup, made);
    return made;
  };
  return (setups) =>
    new Set(setups.flatMap((setup) => templateOf(setup, shop))).size * minutesIn(shop).template +
    new Set(setups.flatMap(spacersToMake)).size * minutesIn(shop).spacer +
    setups.reduce((sum, s) => sum + minutesOf(s), 0);
}
