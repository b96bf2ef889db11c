import { numbers } from '../../ground/index.ts';
import type { Card } from './card.ts';

/** A card, or a share of its pieces, in a run on several machines at once. */
export interface Timed {
  readonly card: string;
  /** Who does it, from 0. */
  readonly person: number;
  /** When it is begun and how long it takes, min. */
  readonly start: number;
  readonly minutes: number;
  /** A tool that is at another machine until it begins, and how long it is waited for, min. */
  readonly waits?: { readonly tool: string; readonly minutes: number };
}

/** What a card takes up while it is worked on. */
export interface TakenUp {
  /** Empty for the bench, where everybody has room. */
  readonly machine: string;
  /** Cutters, jigs and what else there is one of, by their ids. */
  readonly tools: readonly string[];
}

/** What the set-ups of a card take up: its machine, and whatever is put into or held at it. */
export const takenUpBy = ({ setups }: Pick<Card, 'setups'>): TakenUp => ({
  machine: setups[0]!.machine ?? '',
  tools: [
    ...new Set(setups.flatMap(({ cutter, guides }) => [...(cutter ? [cutter] : []), ...guides])),
  ],
});

/** A run by the clock. */
export interface Clock {
  readonly timed: readonly Timed[];
  /** When the last card is done, and under which no way to share the work comes, min. */
  readonly end: number;
  readonly least: number;
}

type Own = Pick<Card, 'id' | 'change' | 'cutting' | 'after' | 'count'>;

/** What one person does in one go: a card, or a share of its pieces. */
interface Work extends TakenUp {
  readonly card: string;
  readonly minutes: number;
  readonly after: readonly string[];
}

const minutesOf = ({ change, cutting }: Own): number => change.minutes + cutting;

/** Bench work is parted from so many minutes on; a share takes half of that at least. */
const PARTED = 60;

/** How many pieces of a card each of several persons takes where they share it at the bench. */
function sharesOf({ cutting, count }: Own, machine: string, persons: number): number[] {
  if (machine !== '' || cutting < PARTED) return [count];
  const shares = Math.max(1, Math.min(persons, count, Math.floor(cutting / (PARTED / 2))));
  return Array.from({ length: shares }, (_, i) => Math.floor((count + shares - 1 - i) / shares));
}

/** A card as it is worked on by so many, each laying out the tools for a share of its pieces. */
function worksFor(card: Own, takenUp: TakenUp, persons: number): Work[] {
  const after = card.after.map((own) => own.card);
  return sharesOf(card, takenUp.machine, persons).map((pieces) => ({
    card: card.id,
    ...takenUp,
    minutes: card.change.minutes + card.cutting * (card.count ? pieces / card.count : 1),
    after,
  }));
}

/**
 * How long it takes from the begin of each card to the end of all that waits for it, by card.
 * @param lasting of one card, min
 */
function tailsOf(cards: readonly Own[], lasting: (card: Own) => number): Map<string, number> {
  const followers = new Map<string, string[]>();
  for (const { id, after } of cards)
    for (const { card } of after) followers.set(card, [...(followers.get(card) ?? []), id]);
  const tails = new Map<string, number>();
  for (const card of [...cards].reverse()) {
    const waiting = (followers.get(card.id) ?? []).map((id) => tails.get(id) ?? 0);
    tails.set(card.id, lasting(card) + Math.max(0, ...waiting));
  }
  return tails;
}

/**
 * Whoever is free takes the most urgent work whose rules are kept; on a machine the order stays.
 * @param urgency of each work, by its place in the list
 */
function shared(works: readonly Work[], persons: number, urgency: readonly number[]): Timed[] {
  const ends = new Map<string, number>();
  const open = new Map<string, number>();
  for (const { card } of works) open.set(card, (open.get(card) ?? 0) + 1);
  const free = Array.from({ length: persons }, () => 0);
  const machineFree = new Map<string, number>();
  const toolFree = new Map<string, number>();
  const left = new Set(works.keys());
  const timed: Timed[] = [];
  /** When a work could be begun if its tools were free; nothing while one before it is not done. */
  const allowedAt = ({ machine, after }: Work): number | undefined => {
    let at = machine === '' ? 0 : (machineFree.get(machine) ?? 0);
    for (const card of after) {
      if (open.get(card)) return undefined;
      at = Math.max(at, ends.get(card) ?? 0);
    }
    return at;
  };
  /** The tool of a work that is free last, and when. */
  const lastFree = ({ tools }: Work) =>
    tools
      .map((tool) => ({ tool, at: toolFree.get(tool) ?? 0 }))
      .reduce((a, b) => (b.at > a.at ? b : a), { tool: '', at: 0 });
  while (left.size) {
    const person = free.indexOf(Math.min(...free));
    /** Of each machine only the next card of the order; at the bench any. */
    const seen = new Set<string>();
    const ready: { i: number; from: number }[] = [];
    for (const i of left) {
      const { machine } = works[i]!;
      if (machine !== '' && seen.has(machine)) continue;
      seen.add(machine);
      const allowed = allowedAt(works[i]!);
      if (allowed === undefined) continue;
      ready.push({ i, from: Math.max(allowed, lastFree(works[i]!).at) });
    }
    const soonest = Math.max(free[person]!, Math.min(...ready.map(({ from }) => from)));
    const { i } = ready
      .filter(({ from }) => from <= soonest + 1e-9)
      .reduce((a, b) => (urgency[b.i]! > urgency[a.i]! ? b : a));
    const { card, machine, tools, minutes } = works[i]!;
    const end = soonest + minutes;
    const { tool, at } = lastFree(works[i]!);
    const waited = at - Math.max(free[person]!, allowedAt(works[i]!)!);
    const waits = waited > 1e-9 && { waits: { tool, minutes: waited } };
    timed.push({ card, person, start: soonest, minutes, ...waits });
    free[person] = end;
    ends.set(card, Math.max(ends.get(card) ?? 0, end));
    open.set(card, open.get(card)! - 1);
    machineFree.set(machine, end);
    for (const each of tools) toolFree.set(each, end);
    left.delete(i);
  }
  return timed;
}

/**
 * So many ways to choose are tried, fewer where each takes long, and how far urgency is shaken in
 * them.
 */
const TRIED = { most: 200, work: 2_500_000 } as const;
const SHAKEN = 1.5;

const endOf = (timed: readonly Timed[]): number =>
  Math.max(0, ...timed.map(({ start, minutes }) => start + minutes));

/**
 * The quickest of many ways to choose what is done next: in turn, by what waits for it, and that
 * shaken.
 */
function quickest(
  works: readonly Work[],
  persons: number,
  tails: ReadonlyMap<string, number>,
  least: number,
): readonly Timed[] {
  const inTurn = works.map((_, i) => -i);
  const byTail = works.map(({ card }) => tails.get(card)!);
  const random = numbers(1);
  const tries = Math.min(TRIED.most, Math.floor(TRIED.work / Math.max(1, works.length ** 2)));
  let best = shared(works, persons, inTurn);
  for (let n = 0; n <= tries && endOf(best) > least + 1e-9; n++) {
    const shaken = n ? byTail.map((tail) => tail * (1 + SHAKEN * (random() - 0.5))) : byTail;
    const found = shared(works, persons, shaken);
    if (endOf(found) < endOf(best) - 1e-9) best = found;
  }
  return best;
}

/** How long each machine and each tool is taken up in all, min: no run ends sooner. */
function takingUp(cards: readonly Own[], taken: readonly TakenUp[]): Iterable<number> {
  const minutes = new Map<string, number>();
  cards.forEach((card, i) => {
    const { machine, tools } = taken[i]!;
    const places = [...(machine ? [`at ${machine}`] : []), ...tools];
    for (const place of places) minutes.set(place, (minutes.get(place) ?? 0) + minutesOf(card));
  });
  return minutes.values();
}

/**
 * A run shared by several persons: no machine and no tool is at two things at once, no rule is
 * broken, and what is set on each machine is set in the order of the run, so that nothing takes
 * longer to set. Long work at the bench is parted between them where that makes the whole quicker.
 * The quickest of many ways to choose what is done next; the same for the same cards.
 * @param takenUp what a card takes up while it is done
 * @param persons 1 or more
 */
export function clockOf<C extends Own>(
  cards: readonly C[],
  takenUp: (card: C) => TakenUp,
  persons: number,
): Clock {
  const taken = cards.map(takenUp);
  const takenBy = new Map(cards.map(({ id }, i) => [id, taken[i]!]));
  const parted = cards.map((card, i) => worksFor(card, taken[i]!, persons));
  const longest = (card: Own) =>
    Math.max(...worksFor(card, takenBy.get(card.id)!, persons).map(({ minutes }) => minutes));
  const total = cards.reduce((sum, card) => sum + minutesOf(card), 0);
  const least = Math.max(
    total / persons,
    0,
    ...takingUp(cards, taken),
    ...tailsOf(cards, longest).values(),
  );
  const tails = tailsOf(cards, minutesOf);
  const whole = cards.map((card, i): Work => ({
    card: card.id,
    ...taken[i]!,
    minutes: minutesOf(card),
    after: card.after.map((own) => own.card),
  }));
  const ways = parted.some((works) => works.length > 1) ? [whole, parted.flat()] : [whole];
  const timed = ways
    .map((works) => quickest(works, persons, tails, least))
    .reduce((a, b) => (endOf(b) < endOf(a) - 1e-9 ? b : a));
  return { timed, end: endOf(timed), least };
}
