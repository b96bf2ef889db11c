import { minutesAPiece, type Plan } from '../plan/index.ts';
import type { Setup } from '../../making/index.ts';
import { LIMITS } from '../../ground/index.ts';
import { knowing, type MachineKnown, type Observation, type Shop } from '../../shop/index.ts';

/** How long changing over at a machine, or a piece there, took, and what is reckoned, min. */
export interface Pace {
  /** By its id. */
  readonly machine: string;
  readonly of: 'changing' | 'cutting';
  /** Of how many changes, or pieces. */
  readonly count: number;
  readonly took: number;
  readonly reckoned: number;
}

/** Fewer say nothing of a machine, and nearer than this its minutes are right. */
const FEWEST = { changing: 3, cutting: 10 };
const RIGHT = 0.1;

/**
 * The pace of each machine where enough was timed and what the shop reckons with is off; of cards
 * that are gone nothing is known.
 */
export const pacesOf = (
  plan: Pick<Plan, 'cards' | 'basis'>,
  holds: readonly Observation[],
): readonly Pace[] =>
  [...changingPaces(plan, holds), ...cuttingPaces(plan, holds)].filter(
    ({ of, count, took, reckoned }) => count >= FEWEST[of] && Math.abs(took / reckoned - 1) > RIGHT,
  );

/** Changing over, as its clock timed it; all of a machine together. */
function changingPaces({ cards }: Pick<Plan, 'cards'>, holds: readonly Observation[]): Pace[] {
  const paces = new Map<string, Pace>();
  const cardOf = new Map(cards.map((card) => [card.id, card]));
  for (const line of holds) {
    const card = line.kind === 'took' ? cardOf.get(line.card) : undefined;
    const machine = card?.setups[0]!.machine;
    if (line.kind !== 'took' || !machine || !card.change.minutes) continue;
    const { count, took, reckoned } = paces.get(machine) ?? { count: 0, took: 0, reckoned: 0 };
    paces.set(machine, {
      machine,
      of: 'changing',
      count: count + 1,
      took: took + line.minutes,
      reckoned: reckoned + card.change.minutes,
    });
  }
  return [...paces.values()];
}

/** Pieces that were said one after the other, what each took and should have taken, min. */
interface Cut {
  readonly pieces: number;
  readonly took: number;
  readonly reckoned: number;
}

/** So many times as long is a pause, so many times as short was said afterwards. */
const MOST = 10;

/** A piece, by how long after the one before it was said; of a machine the middle one. */
function cuttingPaces(plan: Pick<Plan, 'cards' | 'basis'>, holds: readonly Observation[]): Pace[] {
  return [...cutsOf(plan, holds)].map(([machine, cuts]): Pace => {
    const count = cuts.reduce((sum, { pieces }) => sum + pieces, 0);
    const reckoned = cuts.reduce((sum, cut) => sum + cut.pieces * cut.reckoned, 0) / count;
    const times = cuts.map((cut) => cut.took / cut.reckoned).sort((a, b) => a - b);
    const took = reckoned * times[Math.floor(times.length / 2)]!;
    return { machine, of: 'cutting', count, took, reckoned };
  });
}

/** What one press said: of a set-up, or of all that a piece goes through before the next. */
interface Press {
  readonly setups: readonly string[];
  readonly pieces: number;
  readonly seen: string;
}

/** What was said within so much of the same pieces was one press, ms. */
const AT_ONCE = 1000;

const isAtOnce = (line: Observation, before: Observation | undefined): boolean =>
  line.kind === 'done' &&
  before?.kind === 'done' &&
  before.pieces.join() === line.pieces.join() &&
  Date.parse(line.seen) - Date.parse(before.seen) < AT_ONCE;

/** Presses in turn; nothing where something else was seen or done. */
function pressesOf(holds: readonly Observation[]): (Press | undefined)[] {
  const presses: (Press | undefined)[] = [];
  for (const [i, line] of holds.entries()) {
    const press = presses.at(-1);
    if (line.kind !== 'done') presses.push(undefined);
    else if (press && isAtOnce(line, holds[i - 1]) && !press.setups.includes(line.setup))
      presses[presses.length - 1] = { ...press, setups: [...press.setups, line.setup] };
    else presses.push({ setups: [line.setup], pieces: line.pieces.length, seen: line.seen });
  }
  return presses;
}

/** By machine, what was said of one set-up with nothing else seen or done in between. */
function cutsOf(
  { cards, basis: { job, shop } }: Pick<Plan, 'cards' | 'basis'>,
  holds: readonly Observation[],
): Map<string, Cut[]> {
  const setupOf = new Map(cards.flatMap(({ setups }) => setups.map((setup) => [setup.id, setup])));
  const cuts = new Map<string, Cut[]>();
  const each = new Map<Setup, number>();
  const reckonedOf = (setup: Setup): number => {
    const minutes = each.get(setup) ?? minutesAPiece(setup, job, shop);
    each.set(setup, minutes);
    return minutes;
  };
  const presses = pressesOf(holds);
  presses.forEach((press, i) => {
    const before = presses[i - 1];
    if (!press || before?.setups.join() !== press.setups.join()) return;
    const setups = press.setups.flatMap((id) => setupOf.get(id) ?? []);
    const [first] = setups;
    if (!first?.machine) return;
    const took = minutesBetween(before, press) / press.pieces;
    const reckoned = setups.reduce((sum, setup) => sum + reckonedOf(setup), 0);
    if (!(took < reckoned * MOST && took > reckoned / MOST)) return;
    const cut = { pieces: press.pieces, took, reckoned };
    cuts.set(first.machine, [...(cuts.get(first.machine) ?? []), cut]);
  });
  return cuts;
}

const minutesBetween = (before: Press, { seen }: Press): number =>
  (Date.parse(seen) - Date.parse(before.seen)) / 60_000;

/** What is known of a machine by its pace. */
const KNOWN = { changing: 'pace', cutting: 'cutting' } as const satisfies Record<
  Pace['of'],
  keyof MachineKnown
>;

/** The shop in which changing over, or cutting, at that machine takes as long as it was seen to. */
export function paced(shop: Shop, { machine, of, took, reckoned }: Pace): Shop {
  const pace = ((shop.known?.[machine]?.[KNOWN[of]] ?? 1) * took) / reckoned;
  const { least, most } = LIMITS.pace;
  return knowing(shop, machine, {
    [KNOWN[of]]: Math.min(most, Math.max(least, Math.round(pace * 100) / 100)),
  });
}
