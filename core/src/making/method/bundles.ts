import {
  beforehand,
  onCutting,
  type Occurrence,
  type Pass,
  type Reminder,
  type SeatFace,
  type Setup,
} from '../setups/index.ts';
import type { Piece } from '../../shop/index.ts';
import { pluralOf, type Mm, type Sentence } from '../../ground/index.ts';
import { HEAVY, kilosOf } from './longPieces.ts';

/** Taller than so many times its base nothing stands on its edge by itself: common practice. */
const STANDS = 4;
/** Widest bundle that a sled's fence backs and two clamps hold, mm (common practice). */
const WIDEST_BUNDLE: Mm = 300;

/** Faces it stands on its edge with. */
export const EDGES: ReadonlySet<SeatFace> = new Set([
  'entry-edge',
  'far-edge',
  'reference-edge',
  'other-edge',
]);
/** What carries pieces across a blade or cutter, clamped to it or held. */
const CARRIERS: ReadonlySet<string> = new Set(['sled', 'mitre-gauge', 'router-sled']);

/** Whether the piece stands on its edge at a pass. */
const isOnEdge = ({ seat }: Pass): boolean => EDGES.has(seat['table']!);

/**
 * How many pieces have to be side by side so that they stand on their edges; 1 where one does
 * alone.
 */
const sideBySide = ({ thickness, width }: Piece): number =>
  Math.ceil(width / (STANDS * thickness) - 1e-9);

/** Whether equal pieces of these can be clamped to a bundle that stands where one does not. */
function bundleOf({ occurrences }: Setup, stock: Piece): number {
  const side = sideBySide(stock);
  const held = side * stock.thickness <= WIDEST_BUNDLE && side * kilosOf(stock) <= HEAVY;
  return side > 1 && held && occurrences.some(({ count }) => count >= side) ? side : 1;
}

/**
 * A set-up that carries pieces across, with those passes in bundles where one piece would not stand
 * on its edge. One that has too few pieces, or too heavy ones, says what holds a piece then.
 * @param stock the piece as its set-ups know it
 */
export function bundled(setup: Setup, stock: Piece): Setup {
  const { carrier, passes, lean, reminders } = setup;
  if (!CARRIERS.has(carrier) || lean || !passes.some(isOnEdge) || sideBySide(stock) < 2)
    return setup;
  const bundle = bundleOf(setup, stock);
  if (bundle < 2) return { ...setup, reminders: [...reminders, tallFence(stock)] };
  const side = (words: Sentence): Sentence => ({
    ...words,
    text: `${words.text}, ${bundle} side by side`,
  });
  return {
    ...setup,
    passes: passes.map((pass) =>
      isOnEdge(pass) ? { ...pass, bundle, words: side(pass.words) } : pass,
    ),
    reminders: [...reminders, bundleWords(bundle, stock)],
  };
}

const bundleWords = (bundle: number, { thickness, width }: Piece): Reminder =>
  onCutting(
    `On edge ${bundle} of one thickness stand side by side, clamped with their ends flush: {base} under {width}, where one alone would tip. Each backs the next one’s exit; an odd one goes with scrap as thick.`,
    { base: bundle * thickness, width },
  );

const tallFence = ({ thickness, width }: Piece): Reminder =>
  beforehand(
    'On edge it is {width} high on {thickness}, and would tip: a tall fence on the gauge or sled, and the piece clamped to it.',
    { width, thickness },
  );

/**
 * How many pieces of one thickness go through side by side, and how many bundles that makes;
 * nothing where each goes alone.
 */
export function flatBundleWords(
  width: Mm,
  occurrences: readonly Pick<Occurrence, 'count'>[],
): Reminder[] {
  const pieces = occurrences.reduce((sum, o) => sum + o.count, 0);
  const side = Math.min(pieces, Math.floor(WIDEST_BUNDLE / width));
  if (side < 2) return [];
  const bundles = Math.ceil(pieces / side);
  return [
    onCutting(
      `Pieces of one thickness can be clamped side by side and cut as one, ${side} at a time: ${pluralOf(bundles, 'one bundle', `${bundles} bundles`)} for the ${pieces}. Each backs the next one’s exit.`,
    ),
  ];
}
