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
 * Ways of cutting a kind that the test shop accepts for some joint, so that each method of either half is in one of
 * them: not every combination of them, for a method's figures don't depend on what cuts the other stages.
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
  const [tenoned, mortised] = [covering([...found.tenoned.values()]), covering([...found.mortised.values()])];
  return Array.from({ length: Math.max(tenoned.length, mortised.length) }, (_, i) => ({
    kind,
    methods: [...new Set([...tenoned[i % tenoned.length]!, ...mortised[i % mortised.length]!])],
  }));
}

/** As few of the routes as hold every method of them all. */
function covering(routes: readonly string[][]): string[][] {
  const left = new Set(routes.flat());
  const chosen: string[][] = [];
  while (left.size) {
    const gain = (route: readonly string[]) => route.filter((m) => left.has(m)).length;
    const best = routes.reduce((a, b) => (gain(b) > gain(a) ? b : a));
    best.forEach((m) => left.delete(m));
    chosen.push(best);
  }
  return chosen;
}

export const everyWay = (): Way[] => JOINT_KINDS.flatMap(({ id }) => waysOf(id));
