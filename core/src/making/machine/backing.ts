import type { Setup } from '../setups/index.ts';

/**
 * By what carries a piece across a blade or cutter: what the edge that it comes out of is backed
 * with.
 */
const BACKS: Readonly<Record<string, string>> = {
  'upright-jig': 'a spare back in the jig',
  sled: 'a spare back on the sled',
  'mitre-gauge': 'a spare back on the mitre gauge',
  'router-sled': 'a spare back on the sled',
};

/** By machine, where nothing else carries the piece. */
const MACHINES: Readonly<Record<string, string>> = {
  'overhead-saw': 'a spare back on the fence',
  'hand-router': 'a strip clamped flush where the cutter comes out',
};

/** Stages that cut across the grain, and tear where they come out. */
const ACROSS: ReadonlySet<Setup['stage']> = new Set([
  'shoulders',
  'cheeks',
  'edges',
  'notch',
  'end',
]);

/**
 * What is fitted behind the exit of the cut, so that it does not tear there; nothing where it comes
 * out of no edge.
 */
export function backingOf({ model, carrier, stage }: Setup): string | undefined {
  if (model === 'bandsaw') return stage === 'shoulders' ? 'a stick behind the piece' : undefined;
  if (!ACROSS.has(stage) && carrier !== 'upright-jig') return undefined;
  return BACKS[carrier] ?? MACHINES[model];
}
