import * as fc from 'fast-check';
import { JOINT_KINDS, type MemberName } from '../joints/index.ts';
import { planJob } from '../plan.ts';
import { cases } from './generate.ts';

/** Work at the bench that follows from corners, wedges or mitred ends asked for, not from a choice of route. */
export const FOLLOWS: ReadonlySet<string> = new Set(['square-ends', 'round-edges', 'hand-kerf', 'flare-ends', 'mitre-tips', 'slope-haunch', 'slope-pocket']); // prettier-ignore

export interface Way {
  readonly kind: string;
  readonly methods: readonly string[];
  /** The commonest of its kind. */
  readonly leading?: boolean;
}

/**
 * Ways of cutting a kind that the test shop accepts for some joint, so that each method of either half is in one of
 * them: not every combination of them, for a method's figures don't depend on what cuts the other stages.
 */
export function waysOf(kind: string): Way[] {
  const found = { tenoned: new Map<string, Seen>(), mortised: new Map<string, Seen>() };
  const together = new Map<string, number>();
  for (const { job, shop } of fc.sample(cases({ kind }), { numRuns: 25, seed: 5 })) {
    const { routes } = planJob(job, shop).joints[0]!;
    const accepted = (member: MemberName): string[][] => routes[member].filter((r) => !r.refusals.length).map((r) => r.methods.filter((m) => !FOLLOWS.has(m))); // prettier-ignore
    const here = { tenoned: accepted('tenoned'), mortised: accepted('mortised') };
    for (const member of ['tenoned', 'mortised'] as const)
      for (const methods of here[member]) {
        const seen = found[member].get(methods.join('+')) ?? { methods, often: 0 };
        found[member].set(methods.join('+'), { ...seen, often: seen.often + 1 });
      }
    for (const t of here.tenoned) for (const m of here.mortised) together.set(`${t.join('+')} ${m.join('+')}`, (together.get(`${t.join('+')} ${m.join('+')}`) ?? 0) + 1); // prettier-ignore
  }
  const usual = (routes: Map<string, Seen>) => covering([...routes.values()].filter((r) => r.often >= SELDOM));
  const [tenoned, mortised] = [usual(found.tenoned), usual(found.mortised)];
  /** Where all of one half have had their turn, the other's are proved with one that is quick to prove and goes with it. */
  const again = (t: readonly string[]) => mortised.find((m) => m.some((id) => QUICK.has(id)) && (together.get(`${t.join('+')} ${m.join('+')}`) ?? 0) >= SELDOM) ?? mortised[0]!; // prettier-ignore
  return Array.from({ length: Math.max(tenoned.length, mortised.length) }, (_, i) => {
    const tenon = tenoned[i] ?? tenoned[0]!;
    const methods = [...new Set([...tenon, ...(mortised[i] ?? again(tenon))])];
    return { kind, methods, ...(i === 0 && { leading: true }) };
  });
}

/** Hollows with flat sides all round: cut and compared in half the time. */
const QUICK: ReadonlySet<string> = new Set(['hollow-chisel', 'hand-slot', 'hand-notch']);

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
