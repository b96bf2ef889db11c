import type { Setup, Stage } from '../../making/index.ts';
import { type Piece, minutesIn, type Shop, type WorkMinutes } from '../../shop/index.ts';

/** Machines that a piece is clamped to, or that are clamped to the piece, before they cut. */
const CLAMPED: ReadonlySet<string> = new Set([
  'hand-router',
  'jig-router',
  'copy-router',
  'drill-press',
  'mortiser',
]);
const PLUNGED: ReadonlySet<string> = new Set(['drill-press', 'mortiser']);
const ROUTED: ReadonlySet<string> = new Set([
  'hand-router',
  'jig-router',
  'copy-router',
  'router-table',
]);

/**
 * How often a piece is laid out or clamped in a set-up: once for each way it lies, on end for each
 * pass, as all pieces go through one before the next; a bundle once for each edge it stands on; a
 * guide without a jig is marked out and clamped, both.
 */
function clampings({ model, carrier, passes }: Setup): number {
  if (carrier === 'upright-jig') return passes.length;
  const bundles = passes.filter(({ bundle }) => bundle);
  if (bundles.length)
    return new Set(bundles.map(({ seat }) => JSON.stringify(seat))).size / bundles[0]!.bundle!;
  if (!CLAMPED.has(model)) return 0;
  const ways = new Set(passes.map(({ seat }) => JSON.stringify(seat))).size;
  return model === 'hand-router' ? 2 * ways : ways;
}

const aPass = (
  { model, cuts = 1 }: Setup,
  { byHand, plunged, routed, sawn }: WorkMinutes,
): number =>
  model === 'bench'
    ? cuts * byHand
    : PLUNGED.has(model)
      ? plunged
      : ROUTED.has(model)
        ? routed
        : sawn;

/** Run along the whole piece. */
const LONG: ReadonlySet<Stage> = new Set(['groove', 'rebate']);

/**
 * What a pass takes over and above: its way along the piece, and the line pared where a bandsaw
 * leaves it rough.
 */
function further({ stage, model }: Setup, { length }: Piece, { fed, pared }: WorkMinutes): number {
  const along = LONG.has(stage) ? fed * (length / 1000) : 0;
  return along + (model === 'bandsaw' && stage === 'shoulders' ? pared : 0);
}

/**
 * Every pass is made with every piece; a deeper level of a path that a clamped tool is on already
 * takes no more than a plunge.
 */
function cuttingOf(setup: Setup, stock: Piece, minutes: WorkMinutes): number {
  const { passes, model } = setup;
  const pieces = setup.occurrences.reduce((sum, { count }) => sum + count, 0);
  const paths = new Set(passes.map(({ seat, figures }) => JSON.stringify([seat, figures]))).size;
  const levels =
    CLAMPED.has(model) && passes.some(({ level }) => level !== undefined)
      ? passes.length - paths
      : 0;
  const through = passes.reduce((sum, { bundle }) => sum + 1 / (bundle ?? 1), 0);
  const passing =
    (through - levels) * (aPass(setup, minutes) + further(setup, stock, minutes)) +
    levels * minutes.plunged;
  return pieces * (clampings(setup) * minutes.clamped + passing);
}

/**
 * Minutes to cut every piece of a batch with machines that are set, and to make the templates they
 * go by; each set-up is reckoned once, whichever ways share it.
 * @param stock the piece as its set-ups know it
 * @param hands how many people a set-up needs: each one's time counts
 */
export function cuttingMinutes(
  stock: Piece,
  shop: Pick<Shop, 'minutes'>,
  hands: (setup: Setup) => number,
): (setups: readonly Setup[]) => number {
  const work = minutesIn(shop);
  const known = new Map<Setup, number>();
  const minutesOf = (setup: Setup): number => {
    const made = known.get(setup) ?? hands(setup) * cuttingOf(setup, stock, work);
    known.set(setup, made);
    return made;
  };
  return (setups) =>
    new Set(setups.flatMap(templateOf)).size * work.template +
    setups.reduce((sum, s) => sum + minutesOf(s), 0);
}

/**
 * A template for each size of opening, block or disc: it is made once, and serves whatever goes by
 * it after.
 */
export function templateOf({ carrier, figures }: Setup): string[] {
  const width = figures.find(({ from }) => from === 'template-side');
  const length = figures.find(({ from }) => from === 'template-end');
  return width ? [[carrier, width.set.value, length?.set.value].join()] : [];
}
