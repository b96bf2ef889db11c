import { resolve, type Job } from '../../design/index.ts';
import {
  drawScene,
  faceOf,
  leaves,
  modelOf,
  type ScenePicture,
  type LengthFigure,
  type Occurrence,
  type Pass,
  type Setup,
} from '../../making/index.ts';
import { boundsOf, IDENTITY, invert, scale, type Mm, type Solid } from '../../ground/index.ts';
import {
  asBatch,
  OUTWARD,
  pieceOf,
  turnedPiece,
  type Part,
  type Piece,
  type Shop,
} from '../../shop/index.ts';
import { toldOf } from './cardView.ts';
import { shopFor } from './shopFor.ts';
import type { Card } from './card.ts';
import { setupsOf } from './lookup.ts';
import type { Plan } from './plan.ts';

/** One pass of a card, pictured from the machine model's own placement. */
export interface PassScene {
  readonly setup: string;
  readonly pass: string;
  readonly pictures: readonly ScenePicture[];
  readonly figures: readonly LengthFigure[];
}

/** One half of a joint at one end of its piece. */
interface Spot {
  readonly at: Occurrence;
  readonly piece: Piece;
}

/** The median piece at a place, as it is reckoned there. */
export function spotOf(place: Occurrence, job: Job): Spot {
  const { parts } = resolve(
    job.joints.find((j) => j.id === place.joint)!,
    job,
  );
  const asItLies = pieceOf(piecesOf(parts[place.member], place), 'median');
  return { at: place, piece: place.turned ? turnedPiece(asItLies) : asItLies };
}

/**
 * The pictures of a card, a set for each pass of each of its set-ups that looks different; from the
 * job and the chest the plan was made from.
 */
export function scenesOf(card: Card, plan: Plan): PassScene[] {
  const shop = shopFor(plan.basis.job, plan.basis.shop);
  const run = setupsOf(plan);
  return card.setups.flatMap((setup) =>
    scenesOfSetup(setup, run.slice(0, run.indexOf(setup)), plan.basis.job, shop),
  );
}

/**
 * A set-up as its machine stands for the first pass, from the side that shows most: what tells one
 * way from another at a glance.
 * @param shop as the job has it: see `shopFor`
 * @returns nothing where there is nothing to see
 */
export const pictureOf = (setup: Setup, job: Job, shop: Shop): ScenePicture | undefined =>
  scenesOfSetup(setup, [], job, shop)[0]?.pictures[0];

function scenesOfSetup(setup: Setup, before: readonly Setup[], job: Job, shop: Shop): PassScene[] {
  const place = setup.occurrences[0]!;
  const joint = job.joints.find((j) => j.id === place.joint)!;
  const { kind, params } = resolve(joint, job);
  const spot = spotOf(place, job);
  const model = modelOf(setup.model);
  const { mustBeEmpty } = kind.geometry(params, place.member, spot.piece, place);
  const waste = wasteOf(setup, mustBeEmpty, spot, shop);
  const gone = before.flatMap((other) => {
    const there = workedBy(other, place);
    return there ? takenBy(other, other.passes, { ...spot, at: there }, shop) : [];
  });
  const shown = setup.passes.filter((pass) => pass.level === undefined);
  return shown.map((pass, i) => {
    const placement = model.place(setup, pass, place, spot.piece, shop);
    /** What stands at other places of the guide has been cut by then. */
    const earlier = shown
      .slice(0, i)
      .filter((other) => other.figures['across'] !== pass.figures['across']);
    const taken = [...gone, ...takenBy(setup, earlier, spot, shop)];
    const figures = toldOf(setup);
    const isTold = ({ figure }: ScenePicture['dimensions'][number]) =>
      figures.some(({ id }) => id === figure);
    const pictures = drawScene(model, placement, setup, pass, waste, taken);
    return {
      setup: setup.id,
      pass: pass.id,
      pictures: pictures.map((picture) => ({
        ...picture,
        dimensions: picture.dimensions.filter(isTold),
      })),
      figures,
    };
  });
}

/** What is hatched: of several hollows of a half those that the set-up makes, else all of it. */
function wasteOf(setup: Setup, waste: Solid, spot: Spot, shop: Shop): Solid[] {
  if (setup.stage !== 'mortise') return [waste];
  const reach = boundsOf({
    shape: 'union',
    solids: takenBy(setup, setup.passes, spot, shop).flat(),
  });
  const made = leaves(waste).filter((hollow) => {
    const { min, max } = boundsOf(hollow);
    return [0, 1, 2].every(
      (axis) => min[axis]! > reach.min[axis]! - ROUNDED && max[axis]! < reach.max[axis]! + ROUNDED,
    );
  });
  return made.length ? made : [waste];
}

/** As far as a figure may be rounded a cut still makes its hollow, mm. */
const ROUNDED: Mm = 0.5;

/**
 * Where a set-up has worked on the half that is pictured: at the same place, else at its other end.
 */
function workedBy({ occurrences }: Setup, place: Occurrence): Occurrence | undefined {
  const half = occurrences.filter((o) => o.joint === place.joint && o.member === place.member);
  return half.find((o) => o.end === place.end && o.edge === place.edge) ?? half[0];
}

/**
 * The wood that each pass takes from a piece, in its own axes: between two solids where there are
 * two.
 */
const takenBy = (
  setup: Setup,
  passes: readonly Pass[],
  { at, piece }: Spot,
  shop: Shop,
): Solid[][] =>
  passes.map((pass): Solid[] => {
    const placement = modelOf(setup.model).place(setup, pass, at, piece, shop);
    const sweep: Solid = {
      shape: 'placed',
      rigid: invert(placement.rigid),
      solid: placement.sweep,
    };
    if (setup.stage !== 'end') return [sweep];
    /** What an end loses is all that is before the cut, not the kerf alone. */
    const off = scale(OUTWARD[faceOf('worked-end', at)], piece.length);
    return [sweep, { shape: 'placed', rigid: { ...IDENTITY, shift: off }, solid: sweep }];
  });

/** The part as the pieces an occurrence is about: all of them, or those of its batch. */
const piecesOf = (part: Part, { pieces, count }: Occurrence): Part =>
  pieces
    ? asBatch(part, { pieces, count, measured: pieces.map((n) => part.thickness.measured[n - 1]!) })
    : part;
