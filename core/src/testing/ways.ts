import * as fc from 'fast-check';
import { JOINT_KINDS } from '../joints/index.ts';
import { planJob } from '../plan.ts';
import { cases } from './generate.ts';

/** Work at the bench that follows from corners, wedges or mitred ends asked for, not from a choice of route. */
export const FOLLOWS: ReadonlySet<string> = new Set(['square-ends', 'round-edges', 'hand-kerf', 'flare-ends', 'mitre-tips', 'slope-haunch', 'slope-pocket']); // prettier-ignore

export interface Way {
  readonly kind: string;
  readonly methods: readonly string[];
}

/**
 * Ways of cutting a kind that the test shop accepts for some joint, so that each method of either half is in one of
 * them: not every combination of them, for a method's figures don't depend on what cuts the other stages.
 */
export function waysOf(kind: string): Way[] {
  const found = { tenoned: new Map<string, Seen>(), mortised: new Map<string, Seen>() };
  for (const { job, shop } of fc.sample(cases({ kind }), { numRuns: 25, seed: 5 })) {
    const { routes } = planJob(job, shop).joints[0]!;
    for (const member of ['tenoned', 'mortised'] as const)
      for (const { methods, refusals } of routes[member]) {
        if (refusals.length) continue;
        const own = methods.filter((m) => !FOLLOWS.has(m));
        const seen = found[member].get(own.join('+')) ?? { methods: own, often: 0 };
        found[member].set(own.join('+'), { ...seen, often: seen.often + 1 });
      }
  }
  /** The commonest of one half with the second, third of the other, so that two rare ones never meet. */
  const usual = (routes: Map<string, Seen>) => covering([...routes.values()].filter((r) => r.often >= SELDOM));
  const [tenoned, mortised] = [usual(found.tenoned), usual(found.mortised)];
  return Array.from({ length: Math.max(tenoned.length, mortised.length) }, (_, i) => ({
    kind,
    methods: [...new Set([...(tenoned[i] ?? tenoned[0]!), ...(mortised[i] ?? mortised[0]!)])],
  }));
}

/** A route that fewer of the sampled joints than this can go by is too rare to prove in every test. */
const SELDOM = 3;

interface Seen {
  readonly methods: readonly string[];
  /** For how many of the sampled joints it is accepted. */
  readonly often: number;
}

/** The commonest of all, then whichever adds the most methods that none before it has, the commoner of equals. */
function covering(routes: readonly Seen[]): (readonly string[])[] {
  const left = [...routes].sort((a, b) => b.often - a.often);
  const missing = new Set(left.flatMap((r) => r.methods));
  const chosen: (readonly string[])[] = [];
  const adds = (r: Seen) => r.methods.filter((m) => missing.has(m)).length;
  while (missing.size) {
    const next = chosen.length ? left.reduce((a, b) => (adds(b) > adds(a) ? b : a)) : left[0]!;
    chosen.push(next.methods);
    next.methods.forEach((m) => missing.delete(m));
  }
  return chosen;
}

export const everyWay = (): Way[] => JOINT_KINDS.flatMap(({ id }) => waysOf(id));
