import type { SeatFace, Setup } from '../setups/index.ts';
import {
  HIGHEST_BLADE,
  type Piece,
  TALLEST,
  TALLEST_ALONE,
  type LocalRules,
} from '../../shop/index.ts';
import { say, type Mm, type Sentence } from '../../ground/index.ts';
import { EDGES } from '../method/bundles.ts';
import { FIXED, HEAVY, kilosOf } from '../method/longPieces.ts';

/**
 * Wider than this, and than so many times its thickness, a piece doesn't stand on its edge: common
 * practice.
 */
const ON_EDGE: Mm = 150;
const ON_EDGE_RATIO = 6;

const ENDS: ReadonlySet<SeatFace> = new Set([
  'worked-end',
  'layout-end',
  'far-end',
  'end-a',
  'end-b',
]);
/** What the piece stands on, or what looks up when a tool is set on it. */
const LEVEL = ['table', 'wood-surface'] as const;

const GLUED_UP = say(
  'The part itself would be glued up from layers: that is decided before it is a piece.',
);

/** Its cutter lies level, and so does a piece whose end it works: common practice. */
const LIES_LEVEL: ReadonlySet<string> = new Set(['copy-router']);

const levelOn = (
  { passes, model }: Pick<Setup, 'passes' | 'model'>,
  faces: ReadonlySet<SeatFace>,
): boolean =>
  !LIES_LEVEL.has(model) &&
  passes.some(({ seat }) => LEVEL.some((datum) => faces.has(seat[datum]!)));

/** Of its passes those that no bundle goes through. */
const alone = ({ passes, model }: Setup) => ({ passes: passes.filter((p) => !p.bundle), model });

/** Whether the piece stands on its end at a set-up, so high that a second hand steadies it. */
export const needsSecondHand = (
  setup: Setup,
  { length }: Piece,
  { tallestAlone = TALLEST_ALONE }: LocalRules,
): boolean => levelOn(setup, ENDS) && length > tallestAlone;

/**
 * Why practice takes another way for this piece where there is one: none of these forbids it.
 * @param stock the piece as its set-ups know it: a quarter turned where the tenon enters a face
 */
export function awkwardness(
  setup: Setup,
  stock: Piece,
  { tallest = TALLEST, highestBlade = HIGHEST_BLADE }: LocalRules,
): Sentence[] {
  const { length, thickness, width } = stock;
  const kilos = kilosOf(stock);
  const blade = setup.figures.find((f) => f.to === 'highest-tooth')?.set.value ?? 0;
  return [
    ...(setup.traits?.includes('layered') ? [GLUED_UP] : []),
    ...(levelOn(setup, ENDS) && length > tallest
      ? [say('It would stand {length} tall; past {tallest} it is laid flat.', { length, tallest })]
      : []),
    ...(levelOn(alone(setup), EDGES) && width > ON_EDGE && width > ON_EDGE_RATIO * thickness
      ? [
          say(
            'It would stand on its edge, {width} high on {thickness}; so broad a piece is laid flat.',
            { width, thickness },
          ),
        ]
      : []),
    ...(FIXED.has(setup.model) && kilos > HEAVY
      ? [
          say(
            `About ${Math.round(kilos)} kg would be carried to a machine; the tool is better brought to it.`,
          ),
        ]
      : []),
    ...(setup.carrier === 'upright-jig' && blade > highestBlade
      ? [
          say(
            'The blade would stand {blade} high; past {highest} lay it flat, or use the bandsaw.',
            { blade, highest: highestBlade },
          ),
        ]
      : []),
  ];
}

/** What is as thick as the stock is, where both its sides are cut. */
const BOTH_SIDES: ReadonlySet<Setup['stage']> = new Set(['cheeks', 'mortise', 'slot', 'groove']);

/**
 * Why pieces of uneven thickness are better cut from one face: what is cut from both comes out as
 * uneven as they are.
 * @param uneven by how much pieces that share figures differ, mm, where that would spoil the fit
 */
export function unevenly(setups: readonly Setup[], uneven?: Mm): Sentence[] {
  const faces = new Set(
    setups
      .filter(({ stage, model }) => BOTH_SIDES.has(stage) && model !== 'bench')
      .flatMap(({ passes }) => passes.flatMap(({ seat }) => Object.values(seat))),
  );
  if (!uneven || !faces.has('reference-face') || !faces.has('other-face')) return [];
  return [
    say(
      'The pieces differ by {uneven}: cut it from one face, plane them alike, or cut them apart.',
      { uneven },
    ),
  ];
}
