import { sameCutter, type Setup } from '../setups/index.ts';
import type { Minutes, Shop } from '../tooling/index.ts';
import { operationsOf, type HardRule, type Operation } from './operations.ts';

const NOTHING: Standing = new Map();

/** What a set-up leaves standing on its machine: each distance by its two features. */
type Standing = ReadonlyMap<string, number>;

function standing(setup: Setup): Standing {
  const known = STOOD.get(setup);
  if (known) return known;
  /** Tilted, the guide may stand on the other side and the teeth stand elsewhere: every distance counts anew. */
  const tilt = setup.tilt?.set ?? 0;
  const made = new Map(
    setup.model === 'bench' ? [] : setup.figures.map((f) => [`${f.from}>${f.to} ${tilt}`, f.set.value]),
  );
  if (tilt) made.set('tilt', tilt);
  STOOD.set(setup, made);
  return made;
}

/** Reckoned once for each set-up: the order asks for it again and again. */
const STOOD = new WeakMap<Setup, Standing>();

/** Minutes from one set-up to the next, by what changes; every machine set-up also costs a test cut. */
export function changeOver(from: Setup | undefined, to: Setup, cost: Minutes): number {
  return minutesBetween(from, from ? standing(from) : new Map(), to, standing(to), cost);
}

function minutesBetween(from: Setup | undefined, stands: Standing, to: Setup, wanted: Standing, cost: Minutes): number {
  let minutes = to.model === 'bench' ? 0 : cost.testCut;
  const moved = from?.machine !== to.machine;
  if (moved) minutes += cost.machine;
  if (to.cutter && !(from && sameCutter(from, to))) minutes += to.between ? cost.stack : cost.cutter;
  if (to.guides.some((g) => !from?.guides.includes(g))) minutes += cost.jig;
  for (const [distance, value] of wanted) {
    const before = moved ? undefined : stands.get(distance);
    if (before === undefined || Math.abs(before - value) > 1e-6) minutes += cost.figure;
  }
  return minutes;
}

/**
 * A run order: always the ready set-up that is quickest to change to, ties in the order of the job. Every hard rule
 * holds, and the same job gives the same order.
 */
export function runOrder(operations: readonly Operation[], cost: Minutes): number[] {
  const waiting = operations.map((o) => o.after.size);
  const followers = operations.map((): number[] => []);
  operations.forEach((o, i) => o.after.forEach((_, before) => followers[before]!.push(i)));
  const ready = operations.flatMap((_, i) => (waiting[i] === 0 ? [i] : []));
  const order: number[] = [];
  const stand = operations.map((o) => standing(o.setup));
  let last: number | undefined;
  while (ready.length) {
    let best = 0;
    let least = Infinity;
    ready.forEach((i, at) => {
      const minutes = minutesBetween(
        last === undefined ? undefined : operations[last]!.setup,
        last === undefined ? NOTHING : stand[last]!,
        operations[i]!.setup,
        stand[i]!,
        cost,
      );
      if (minutes < least - 1e-9 || (Math.abs(minutes - least) < 1e-9 && i < ready[best]!))
        [best, least] = [at, minutes];
    });
    const [next] = ready.splice(best, 1) as [number];
    order.push(next);
    last = next;
    for (const follower of followers[next]!) if (--waiting[follower]! === 0) ready.push(follower);
  }
  return order;
}

/** Change-over minutes of an order. */
export const minutesOf = (operations: readonly Operation[], order: readonly number[], cost: Minutes): number =>
  order.reduce(
    (sum, i, at) => sum + changeOver(at ? operations[order[at - 1]!]!.setup : undefined, operations[i]!.setup, cost),
    0,
  );

/** Minutes it takes to set up for these alone, in their best order. */
export function minutesAlone(
  setups: readonly Setup[],
  { minutes, schools }: Pick<Shop, 'minutes' | 'schools'>,
): number {
  const operations = operationsOf([{ joint: '', setups, shouldersFirst: true, half: schools.half }]);
  return minutesOf(operations, runOrder(operations, minutes), minutes);
}

/** The first hard rule an order breaks, if any. */
export function brokenRule(operations: readonly Operation[], order: readonly number[]): HardRule | undefined {
  const done = new Set<number>();
  for (const i of order) {
    for (const [before, rule] of operations[i]!.after) if (!done.has(before)) return rule;
    done.add(i);
  }
  return undefined;
}
