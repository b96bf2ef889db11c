import { sameCutter, type Setup } from '../setups/index.ts';
import type { Minutes, Shop } from '../tooling/index.ts';
import { operationsOf, type HardRule, type Operation } from './operations.ts';

/** What a set-up leaves standing on its machine, as changing from it or to it is reckoned. */
interface Standing {
  readonly setup: Setup;
  /** Each distance by its two features; the list is the same again, for those who go through it often. */
  readonly distances: ReadonlyMap<string, number>;
  readonly list: readonly (readonly [distance: string, value: number])[];
}

function standing(setup: Setup): Standing {
  const known = STOOD.get(setup);
  if (known) return known;
  /** Tilted, the guide may stand on the other side and the teeth stand elsewhere: every distance counts anew. */
  const tilt = setup.tilt?.set ?? 0;
  const figures = setup.model === 'bench' ? [] : setup.figures;
  const distances = new Map(figures.map((f) => [`${f.from}>${f.to} ${tilt}`, f.set.value]));
  if (tilt) distances.set('tilt', tilt);
  const made = { setup, distances, list: [...distances] };
  STOOD.set(setup, made);
  return made;
}

/** Reckoned once for each set-up: the order asks for it again and again. */
const STOOD = new WeakMap<Setup, Standing>();

/** Minutes from one set-up to the next, by what changes; every machine set-up also costs a test cut. */
export const changeOver = (from: Setup | undefined, to: Setup, cost: Minutes): number =>
  minutesBetween(from && standing(from), standing(to), cost);

/** @param most from where on it doesn't matter how many more they are: the rest is not counted */
function minutesBetween(from: Standing | undefined, to: Standing, cost: Minutes, most = Infinity): number {
  const moved = from?.setup.machine !== to.setup.machine;
  let minutes = moved ? cost.machine : 0;
  if (to.setup.model !== 'bench') minutes += cost.testCut;
  if (moved && minutes + to.list.length * cost.figure > most + SAME) return Infinity;
  if (to.setup.cutter && !(from && sameCutter(from.setup, to.setup)))
    minutes += to.setup.between ? cost.stack : cost.cutter;
  for (const guide of to.setup.guides)
    if (!from?.setup.guides.includes(guide)) {
      minutes += cost.jig;
      break;
    }
  for (const [distance, value] of to.list) {
    if (minutes > most + SAME) return Infinity;
    const before = moved ? undefined : from?.distances.get(distance);
    if (before === undefined || Math.abs(before - value) > 1e-6) minutes += cost.figure;
  }
  return minutes;
}

/** Minutes that count as the same. */
const SAME = 1e-9;

/**
 * A run order: always the ready set-up that is quickest to change to, ties in the order of the job. Every hard rule
 * holds, and the same job gives the same order.
 */
export function runOrder(operations: readonly Operation[], cost: Minutes): number[] {
  const waiting = operations.map((o) => o.after.size);
  const followers = operations.map((): number[] => []);
  operations.forEach((o, i) => o.after.forEach((_, before) => followers[before]!.push(i)));
  const stand = operations.map((o) => standing(o.setup));
  /** Those that could come next, by machine, with what going to that machine costs at least. */
  const ready = new Map<string | null, { readonly waiting: number[]; floor: number }>();
  const release = (i: number) => {
    const { setup } = operations[i]!;
    const list = ready.get(setup.machine) ?? { waiting: [], floor: Infinity };
    list.waiting.push(i);
    list.floor = Math.min(list.floor, minutesBetween(undefined, stand[i]!, { ...cost, cutter: 0, stack: 0, jig: 0 })); // prettier-ignore
    ready.set(setup.machine, list);
  };
  operations.forEach((_, i) => waiting[i] === 0 && release(i));
  const order: number[] = [];
  let last: number | undefined;
  for (;;) {
    let best = -1;
    let least = Infinity;
    const from = last === undefined ? undefined : stand[last]!;
    const look = ({ waiting }: { readonly waiting: readonly number[] }) => {
      for (const i of waiting) {
        const minutes = minutesBetween(from, stand[i]!, cost, least);
        if (minutes < least - SAME || (Math.abs(minutes - least) < SAME && i < best)) [best, least] = [i, minutes];
      }
    };
    /** Mostly what is quickest is on the machine one stands at, and no other need be looked at. */
    const here = from && ready.get(from.setup.machine);
    if (here) look(here);
    for (const list of ready.values()) if (list !== here && list.floor <= least + SAME) look(list);
    if (best < 0) return order;
    const { waiting: own } = ready.get(operations[best]!.setup.machine)!;
    own.splice(own.indexOf(best), 1);
    order.push(best);
    last = best;
    for (const follower of followers[best]!) if (--waiting[follower]! === 0) release(follower);
  }
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
  const operations = operationsOf([{ joint: '', setups, half: schools.half }]);
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
