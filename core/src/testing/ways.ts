import * as fc from 'fast-check';
import { JOINT_KINDS } from '../joints/index.ts';
import { planJob } from '../plan.ts';
import { cases } from './generate.ts';

/** Work at the bench that follows from the corners asked for, not from a choice of route. */
const FOLLOWS_FROM_CORNERS = new Set(['square-ends', 'round-edges']);

export interface Way {
  readonly kind: string;
  readonly methods: readonly string[];
}

/**
 * Every way of cutting a kind that the test shop accepts for some joint: each route of either half at least once, paired
 * with one of the other half.
 */
export function waysOf(kind: string): Way[] {
  const found = { tenoned: new Map<string, string[]>(), mortised: new Map<string, string[]>() };
  for (const { job, shop } of fc.sample(cases({ kind }), { numRuns: 25, seed: 5 })) {
    const { routes } = planJob(job, shop).joints[0]!;
    for (const member of ['tenoned', 'mortised'] as const)
      for (const { methods, refusals } of routes[member]) {
        const own = methods.filter((m) => !FOLLOWS_FROM_CORNERS.has(m));
        if (!refusals.length) found[member].set(own.join('+'), own);
      }
  }
  const [tenoned, mortised] = [[...found.tenoned.values()], [...found.mortised.values()]];
  return Array.from({ length: Math.max(tenoned.length, mortised.length) }, (_, i) => ({
    kind,
    methods: [...tenoned[i % tenoned.length]!, ...mortised[i % mortised.length]!],
  }));
}

export const everyWay = (): Way[] => JOINT_KINDS.flatMap(({ id }) => waysOf(id));
