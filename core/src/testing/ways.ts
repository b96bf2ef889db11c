import * as fc from 'fast-check';
import type { MemberName } from '../design/joints/index.ts';
import { routesOf } from '../day/plan/index.ts';
import { cases } from './generate.ts';
import { remembered } from './sources.ts';

/**
 * Work at the bench that follows from corners, wedges or mitred ends asked for, not from a choice
 * of route.
 */
export const FOLLOWS: ReadonlySet<string> = new Set([
  'square-ends',
  'round-edges',
  'hand-kerf',
  'flare-ends',
  'mitre-tips',
  'slope-haunch',
  'slope-pocket',
]);

export interface Way {
  readonly kind: string;
  readonly methods: readonly string[];
}

/**
 * Ways of cutting a kind that the test shop accepts for some joint, so that each method of either
 * half is in one of them: not every combination of them, for a method's figures don't depend on
 * what cuts the other stages. Both halves of a way were accepted for the same joints, so that there
 * are joints to prove it with. Looked for once, however many tests ask.
 */
export const waysOf = (kind: string): Way[] => remembered(`ways-${kind}`, () => waysFound(kind));

function waysFound(kind: string): Way[] {
  const usual = covering(seenIn(kind, USUAL));
  const known = new Set(usual.flat());
  const rare = covering(
    seenIn(kind, SAMPLED).filter(({ methods }) => methods.some((m) => !known.has(m))),
    known,
  );
  return [...usual, ...rare].map((methods) => ({ kind, methods }));
}

/** Joints looked at for the ways that are usual, and for those that few joints can go by. */
const USUAL = 25;
export const SAMPLED = 75;

/**
 * Every way that enough of so many generated joints can go by, and for how many of them it is
 * accepted.
 */
function seenIn(kind: string, joints: number): Seen[] {
  const seen = new Map<string, Seen>();
  for (const { job, shop } of fc.sample(cases({ kind }), { numRuns: joints, seed: 5 })) {
    const routes = routesOf(job.joints[0]!, job, shop);
    const accepted = (member: MemberName) =>
      routes[member]
        .filter((r) => !r.refusals.length)
        .map((r) => r.methods.filter((m) => !FOLLOWS.has(m)));
    const mortised = accepted('mortised');
    const pairs = accepted('tenoned').flatMap((t) =>
      mortised.map((m) => [...new Set([...t, ...m])]),
    );
    for (const methods of new Map(pairs.map((pair) => [pair.join('+'), pair])).values()) {
      const key = methods.join('+');
      seen.set(key, { methods, often: (seen.get(key)?.often ?? 0) + 1 });
    }
  }
  return [...seen.values()].filter(({ often }) => often >= SELDOM);
}

/** Hollows with flat sides all round: cut and compared in half the time. */
const QUICK: ReadonlySet<string> = new Set(['hollow-chisel', 'hand-slot', 'hand-notch']);

/**
 * A way that fewer of the sampled joints than this can go by is too rare to prove in every test.
 */
const SELDOM = 3;

interface Seen {
  readonly methods: readonly string[];
  /** For how many of the sampled joints it is accepted. */
  readonly often: number;
}

/**
 * The commonest of all, unless some methods are known, then whichever adds the most methods that
 * none before it has; of equals one that is quick to prove, then the commoner.
 */
function covering(
  ways: readonly Seen[],
  known: ReadonlySet<string> = new Set(),
): (readonly string[])[] {
  const quick = (way: Seen) => Number(way.methods.some((id) => QUICK.has(id)));
  const commonest = [...ways].sort((a, b) => b.often - a.often);
  const left = [...commonest].sort((a, b) => quick(b) - quick(a));
  const missing = new Set(left.flatMap((r) => r.methods).filter((m) => !known.has(m)));
  const chosen: (readonly string[])[] = [];
  const adds = (r: Seen) => r.methods.filter((m) => missing.has(m)).length;
  while (missing.size) {
    const next =
      chosen.length || known.size
        ? left.reduce((a, b) => (adds(b) > adds(a) ? b : a))
        : commonest[0]!;
    chosen.push(next.methods);
    next.methods.forEach((m) => missing.delete(m));
  }
  return chosen;
}
