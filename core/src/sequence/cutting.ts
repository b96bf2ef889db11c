import type { Setup } from '../setups/index.ts';
import { minutesIn, type Shop, type WorkMinutes } from '../tooling/index.ts';

/** Machines that a piece is clamped to, or that are clamped to the piece, before they cut. */
const CLAMPED: ReadonlySet<string> = new Set(['hand-router', 'jig-router', 'copy-router', 'drill-press', 'mortiser']);
const PLUNGED: ReadonlySet<string> = new Set(['drill-press', 'mortiser']);
const ROUTED: ReadonlySet<string> = new Set(['hand-router', 'jig-router', 'copy-router', 'router-table']);

/** How often a piece is laid out or clamped in a set-up: a guide without a jig is marked out and clamped, both. */
function clampings({ model, carrier, passes }: Setup): number {
  if (carrier === 'upright-jig') return passes.length;
  if (!CLAMPED.has(model)) return 0;
  return model === 'hand-router' ? 2 : 1;
}

const aPass = ({ model }: Setup, { byHand, plunged, routed, sawn }: WorkMinutes): number =>
  model === 'bench' ? byHand : PLUNGED.has(model) ? plunged : ROUTED.has(model) ? routed : sawn;

/** Every pass is made with every piece; a deeper level of a path one is on already takes no more than a plunge. */
function cuttingOf(setup: Setup, minutes: WorkMinutes): number {
  const pieces = setup.occurrences.reduce((sum, { count }) => sum + count, 0);
  const paths = new Set(setup.passes.map(({ seat, figures }) => JSON.stringify([seat, figures]))).size;
  const levels = setup.passes.some(({ level }) => level !== undefined) ? setup.passes.length - paths : 0;
  const passing = (setup.passes.length - levels) * aPass(setup, minutes) + levels * minutes.plunged;
  return pieces * (clampings(setup) * minutes.clamped + passing);
}

/**
 * Minutes to cut every piece of a batch with machines that are set, and to make the template it goes by.
 * @param hands how many people a set-up needs: each one's time counts
 */
export function cuttingMinutes(
  setups: readonly Setup[],
  shop: Pick<Shop, 'minutes'>,
  hands: (setup: Setup) => number,
): number {
  const work = minutesIn(shop);
  const template = setups.some((s) => s.traits?.includes('template')) ? work.template : 0;
  return template + setups.reduce((sum, setup) => sum + hands(setup) * cuttingOf(setup, work), 0);
}
