import type { Setup } from '../setups/index.ts';
import type { HardRule, Operation } from './operations.ts';

/** Minutes a change costs, by what changes (values from memory of shop practice). Every set-up also costs a test cut. */
const MINUTES = { figure: 2, jig: 5, cutter: 6, machine: 1, testCut: 2 };

/** Minutes from one set-up to the next. */
export function changeOver(from: Setup | undefined, to: Setup): number {
  let minutes = to.model === 'bench' ? 0 : MINUTES.testCut;
  if (from?.machine !== to.machine) minutes += MINUTES.machine;
  if (to.cutter && from?.cutter !== to.cutter) minutes += MINUTES.cutter;
  if (to.guides.some((g) => !from?.guides.includes(g))) minutes += MINUTES.jig;
  const stood = new Map(
    from?.machine === to.machine ? from?.figures.map((f) => [`${f.from}>${f.to}`, f.set.value]) : [],
  );
  for (const f of to.figures) {
    const before = stood.get(`${f.from}>${f.to}`);
    if (to.model !== 'bench' && (before === undefined || Math.abs(before - f.set.value) > 1e-6))
      minutes += MINUTES.figure;
  }
  return minutes;
}

/**
 * A run order: always the ready set-up that is quickest to change to, ties in the order of the job. Every hard rule
 * holds, and the same job gives the same order.
 */
export function runOrder(operations: readonly Operation[]): number[] {
  const waiting = operations.map((o) => o.after.size);
  const followers = operations.map((): number[] => []);
  operations.forEach((o, i) => o.after.forEach((_, before) => followers[before]!.push(i)));
  const ready = operations.flatMap((_, i) => (waiting[i] === 0 ? [i] : []));
  const order: number[] = [];
  let last: Setup | undefined;
  while (ready.length) {
    let best = 0;
    let least = Infinity;
    ready.forEach((i, at) => {
      const cost = changeOver(last, operations[i]!.setup);
      if (cost < least - 1e-9 || (Math.abs(cost - least) < 1e-9 && i < ready[best]!)) [best, least] = [at, cost];
    });
    const [next] = ready.splice(best, 1) as [number];
    order.push(next);
    last = operations[next]!.setup;
    for (const follower of followers[next]!) if (--waiting[follower]! === 0) ready.push(follower);
  }
  return order;
}

/** Change-over minutes of an order. */
export const minutesOf = (operations: readonly Operation[], order: readonly number[]): number =>
  order.reduce(
    (sum, i, at) => sum + changeOver(at ? operations[order[at - 1]!]!.setup : undefined, operations[i]!.setup),
    0,
  );

/** The first hard rule an order breaks, if any. */
export function brokenRule(operations: readonly Operation[], order: readonly number[]): HardRule | undefined {
  const done = new Set<number>();
  for (const i of order) {
    for (const [before, rule] of operations[i]!.after) if (!done.has(before)) return rule;
    done.add(i);
  }
  return undefined;
}
