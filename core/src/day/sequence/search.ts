import { numbers } from '../../ground/index.ts';
import type { Changes } from './changes.ts';
import type { DraftCard } from './cards.ts';
import { exactOrder } from './exact.ts';

/** Minutes that count as the same. */
const SAME = 1e-9;

/** Neighbouring blocks of an order, [i, j) and [j, k), that change places. */
type Swap = readonly [i: number, j: number, k: number];

/**
 * An order that is being made better: what stands before each of its places, and what has been
 * taken until there.
 */
class Better {
  private readonly stood: Int32Array[];
  /** Minutes of all that comes before each place. */
  private readonly upTo: Float64Array;
  private readonly place: Int32Array;
  /** Where a card stands. */
  readonly placeOf = (card: number): number => this.place[card]!;
  private readonly scratch: Int32Array;
  private readonly other = new Set<number>();
  minutes: number;

  constructor(
    private readonly changes: Changes,
    private readonly cards: readonly DraftCard[],
    readonly order: number[],
  ) {
    this.stood = order.map(() => changes.initial.slice());
    this.upTo = new Float64Array(order.length + 1);
    this.place = new Int32Array(order.length);
    this.scratch = changes.initial.slice();
    this.minutes = 0;
    this.reckon(0);
  }

  /** From a place on, anew. */
  private reckon(from: number): void {
    const stands = this.scratch;
    if (from === 0) stands.set(this.changes.initial);
    else {
      stands.set(this.stood[from - 1]!);
      this.changes.step(this.order[from - 1]!, stands);
    }
    for (let index = from; index < this.order.length; index++) {
      this.stood[index]!.set(stands);
      this.upTo[index + 1] = this.upTo[index]! + this.changes.step(this.order[index]!, stands);
      this.place[this.order[index]!] = index;
    }
    this.minutes = this.upTo.at(-1)!;
  }

  /** Whether no rule leads from the first block into the second. */
  private may([i, j, k]: Swap): boolean {
    if (i === j || j === k) return false;
    for (let index = j; index < k; index++)
      for (const before of this.cards[this.order[index]!]!.after.keys()) {
        const place = this.place[before]!;
        if (place >= i && place < j) return false;
      }
    return true;
  }

  /**
   * What an order would take with two blocks changed; as soon as that is over `most`, only that it
   * is.
   */
  private with([i, j, k]: Swap, most: number): number {
    const { order, scratch: stands, changes } = this;
    stands.set(this.stood[i]!);
    let minutes = this.upTo[i]!;
    const walk = (from: number, to: number) => {
      for (let index = from; index < to && minutes <= most; index++)
        minutes += changes.step(order[index]!, stands);
    };
    walk(j, k);
    walk(i, j);
    if (minutes > most || k === order.length) return minutes;
    /** After them, only what the blocks left otherwise counts anew. */
    const before = this.stood[k]!;
    const other = this.other;
    other.clear();
    for (let slot = 0; slot < stands.length; slot++)
      if (stands[slot] !== before[slot]) other.add(slot);
    for (let index = k; index < order.length && other.size && minutes <= most; index++) {
      const known = this.upTo[index + 1]! - this.upTo[index]!;
      minutes += changes.otherwise(order[index]!, this.stood[index]!, stands, other) ?? known;
      if (!other.size) return minutes + this.upTo.at(-1)! - this.upTo[index + 1]!;
    }
    return other.size ? minutes : minutes + this.upTo.at(-1)! - this.upTo[k]!;
  }

  /** Changes the blocks where that is allowed and takes at most so many minutes. */
  tries(swap: Swap, most: number): boolean {
    if (!this.may(swap) || this.with(swap, most) > most) return false;
    const [i, j, k] = swap;
    const first = this.order.slice(i, j);
    this.order.splice(i, k - i, ...this.order.slice(j, k), ...first);
    this.reckon(i);
    return true;
  }
}

/**
 * Always the ready card that is quickest to come to, ties in the order of the job; `last`: none at
 * the bench while there is another.
 */
export function greedyOrder(
  changes: Changes,
  cards: readonly DraftCard[],
  last?: 'bench',
): number[] {
  const waiting = cards.map(({ after }) => after.size);
  const followers = cards.map((): number[] => []);
  cards.forEach(({ after }, i) => after.forEach((_, before) => followers[before]!.push(i)));
  const ready = new Set(cards.flatMap((_, i) => (waiting[i] === 0 ? [i] : [])));
  const order: number[] = [];
  const stands = changes.initial.slice();
  const tried = changes.initial.slice();
  while (ready.size) {
    let best = -1;
    let quickest = Infinity;
    for (const card of ready) {
      tried.set(stands);
      const bench = last && cards[card]!.setups[0]?.model === 'bench' ? 1e6 : 0;
      const minutes = bench + changes.step(card, tried);
      if (minutes < quickest - SAME || (Math.abs(minutes - quickest) < SAME && card < best))
        [best, quickest] = [card, minutes];
    }
    ready.delete(best);
    order.push(best);
    changes.step(best, stands);
    for (const follower of followers[best]!) if (--waiting[follower]! === 0) ready.add(follower);
  }
  return order;
}

/** Card by card as the job has them, each as soon as its rules let it. */
export function plainOrder(cards: readonly DraftCard[]): number[] {
  const order: number[] = [];
  const done = new Set<number>();
  const take = (card: number): void => {
    if (done.has(card)) return;
    done.add(card);
    for (const before of [...cards[card]!.after.keys()].sort((a, b) => a - b)) take(before);
    order.push(card);
  };
  cards.forEach((_, card) => take(card));
  return order;
}

/**
 * Cards as somebody wants them: each as soon after its place as its rules let it, and one that
 * nobody has placed after the one that it follows in another order.
 * @param wanted places of cards, some or all of them
 * @param found an order of all of them
 */
export function wantedOrder(
  cards: readonly DraftCard[],
  wanted: readonly number[],
  found: readonly number[],
): number[] {
  const order = [...new Set(wanted)];
  found.forEach((card, i) => {
    if (!order.includes(card)) order.splice(order.indexOf(found[i - 1] ?? -1) + 1, 0, card);
  });
  const done = new Set<number>();
  const kept: number[] = [];
  while (order.length) {
    const next = order.findIndex((card) =>
      [...cards[card]!.after.keys()].every((before) => done.has(before)),
    );
    const [card] = order.splice(Math.max(0, next), 1) as [number];
    done.add(card);
    kept.push(card);
  }
  return kept;
}

/**
 * The same order, where bench work that comes in a row stays with one tool as long as its rules let
 * it: it costs nothing.
 */
export function tidied(cards: readonly DraftCard[], order: readonly number[]): number[] {
  const toolOf = (card: number) => cards[card]!.setups[0]!.carrier;
  const isBench = (card: number) => cards[card]!.setups[0]!.model === 'bench';
  const kept: number[] = [];
  for (let from = 0; from < order.length;) {
    let to = from;
    while (to < order.length && isBench(order[to]!)) to++;
    const waiting = order.slice(from, Math.max(to, from + 1));
    from += waiting.length;
    kept.push(...withOneTool(waiting, cards, kept.length ? toolOf(kept.at(-1)!) : undefined));
  }
  return kept;
}

/**
 * Cards in the order they come, each as soon as its rules let it, but those first that go on with
 * the tool in hand.
 */
function withOneTool(
  order: readonly number[],
  cards: readonly DraftCard[],
  inHand?: string,
): number[] {
  const waiting = new Set(order);
  const open = new Map(
    order.map((card) => [
      card,
      [...cards[card]!.after.keys()].filter((at) => waiting.has(at)).length,
    ]),
  );
  const kept: number[] = [];
  let tool = inHand;
  while (waiting.size) {
    const [first] = waiting;
    let next: number | undefined;
    for (const card of waiting) {
      if (open.get(card)) continue;
      next ??= card;
      if (cards[card]!.setups[0]!.carrier !== tool) continue;
      next = card;
      break;
    }
    next ??= first!;
    waiting.delete(next);
    for (const card of waiting)
      if (cards[card]!.after.has(next)) open.set(card, open.get(card)! - 1);
    kept.push(next);
    tool = cards[next]!.setups[0]!.carrier;
  }
  return kept;
}

/** So many minutes more are gone along with at first, and ever fewer. */
const WARM = 6;
/** So many partial orders are kept while the best is looked for; beyond, the found one stays. */
const EXACT_STATES = 400;
/**
 * Up to so many cards every exchange of blocks is looked at until none is better; up to some more
 * all of them at the end.
 */
const FEW = 16;
const SOME = 40;
/**
 * Where there are so many exchanges for each card, three shorter searches find more than one: none
 * is stuck like another.
 */
const AGAIN = 300;

/**
 * An order that keeps every rule and takes few minutes: the least of the plain and two greedy
 * orders, then blocks of neighbours change places as long as that helps. Same cards, cost and seed,
 * same order; never worse than plain.
 * @param moves how many exchanges are tried where there are too many to try them all
 */
export function bestOrder(
  changes: Changes,
  cards: readonly DraftCard[],
  moves: number,
  seed = 1,
): readonly number[] {
  const starts = [
    plainOrder(cards),
    greedyOrder(changes, cards),
    greedyOrder(changes, cards, 'bench'),
  ];
  const start = starts.reduce((a, b) => (changes.of(b) < changes.of(a) - SAME ? b : a));
  const n = cards.length;
  if (n < 2) return start;
  if (n <= FEW) {
    const { order, minutes } = descended(new Better(changes, cards, [...start]));
    return exactOrder(changes, cards, minutes, EXACT_STATES).order ?? order;
  }
  const times = moves < AGAIN * n ? 1 : 3;
  const foundSearch = Array.from({ length: times }, (_, i) => {
    const search = new Search(changes, cards, start, Math.round(moves / times), seed + i);
    search.advance(moves);
    return search;
  }).reduce((a, b) => (b.minutes < a.minutes - SAME ? b : a));
  return descended(new Better(changes, cards, [...foundSearch.best]), blocksOf(n)).order;
}

/**
 * How long the blocks are that are exchanged at the end: any up to some cards, ever shorter where
 * there are more.
 */
const blocksOf = (n: number): number =>
  n <= SOME ? n : Math.max(3, Math.floor((SOME * Math.sqrt(SOME / n)) / 2));

/**
 * A search for a quicker order that can be halted at any move: the same moves from the same start
 * and seed, the same order.
 */
export class Search {
  best: readonly number[];
  minutes: number;
  tried = 0;
  private better: Better;
  private readonly random: () => number;
  private readonly kin: Kin;
  /** Where the round that is under way began and where it ends; what was the best then. */
  private round: readonly [from: number, to: number];
  private before: number;
  /** Rounds in a row that gained nothing. */
  private idle = 0;

  /**
   * @param start an order that keeps the rules, of two cards or more
   * @param first how many the first round tries; each further one tries twice as many and begins
   *   from the best, so that whoever stops it has most of what it could find until then
   */
  constructor(
    private readonly changes: Changes,
    private readonly cards: readonly DraftCard[],
    start: readonly number[],
    readonly moves: number,
    seed: number,
    first = moves,
  ) {
    this.round = [0, this.longEnough(first)];
    this.better = new Better(changes, cards, [...start]);
    this.best = start;
    this.minutes = this.before = this.better.minutes;
    this.random = numbers(seed);
    this.kin = kinOf(changes, cards.length);
  }

  /** A round up to there, or to the end where too little would be left for the next. */
  private readonly longEnough = (to: number): number => (to * 1.5 > this.moves ? this.moves : to);

  /**
   * Tries so many exchanges more, or as many as are left: in each round it goes along with worse
   * ones at first, and ever less.
   */
  advance(count: number): void {
    const { random, kin, moves } = this;
    for (const end = Math.min(moves, this.tried + count); this.tried < end; this.tried++) {
      if (this.tried === this.round[1]) this.nextRound();
      const { better } = this;
      const [from, to] = this.round;
      const warm = WARM * (1 - (this.tried - from) / (to - from)) ** 2;
      const swap =
        random() < JOINING ? joining(better, kin, random) : anywhere(better.order.length, random);
      if (swap) better.tries(swap, better.minutes + warm * random() ** 3 - SAME);
      if (better.minutes < this.minutes - SAME)
        [this.best, this.minutes] = [[...better.order], better.minutes];
    }
  }

  /** Whether two rounds in a row have gained nothing. */
  get settled(): boolean {
    return this.idle > 1;
  }

  private nextRound(): void {
    const [from, to] = this.round;
    this.idle = this.minutes < this.before - SAME ? 0 : this.idle + 1;
    this.before = this.minutes;
    this.round = [to, this.longEnough(to + 2 * (to - from))];
    this.better = new Better(this.changes, this.cards, [...this.best]);
  }
}

/** Short blocks mostly, and any length now and then. */
function anywhere(n: number, random: () => number): Swap {
  const length = () => 1 + Math.floor(random() ** 5 * (n - 1));
  const i = Math.floor(random() * (n - 1));
  const j = Math.min(n - 1, i + length());
  return [i, j, Math.min(n, j + length())];
}

/** Of the exchanges so many bring together what goes by one cutter or on one machine. */
const JOINING = 0.5;

/** Cards of one machine, and of one cutter on it: each card’s own group, the narrower first. */
interface Kin {
  readonly group: readonly (readonly [cutter: number, machine: number])[];
  readonly members: ReadonlyMap<number, readonly number[]>;
}

function kinOf(changes: Changes, n: number): Kin {
  const numbers = new Map<string, number>();
  const members = new Map<number, number[]>();
  const joined = (card: number, key: string): number => {
    const id = numbers.get(key) ?? numbers.size;
    numbers.set(key, id);
    members.set(id, [...(members.get(id) ?? []), card]);
    return id;
  };
  const group = Array.from({ length: n }, (_, card) => {
    const { machine, cutter } = changes.kindOf(card);
    return [joined(card, `${machine} ${cutter}`), joined(card, `${machine}`)] as const;
  });
  return { group, members };
}

/**
 * A run of cards of one cutter, or of one machine, put beside another of them that stands
 * elsewhere.
 */
function joining(
  { order, placeOf }: Better,
  { group, members }: Kin,
  random: () => number,
): Swap | undefined {
  const index = Math.floor(random() * order.length);
  const by = random() < 0.7 ? 0 : 1;
  const own = group[order[index]!]![by];
  const all = members.get(own)!;
  const to = placeOf(all[Math.floor(random() * all.length)]!);
  /** Mostly the whole run, else it from here on or up to here. */
  const part = random();
  let i = index;
  let j = index + 1;
  if (part < 0.8) while (i > 0 && group[order[i - 1]!]![by] === own) i--;
  if (part > 0.2) while (j < order.length && group[order[j]!]![by] === own) j++;
  if (to >= i && to < j) return undefined;
  const after = random() < 0.5 ? 1 : 0;
  return to < i ? [to + after, i, j] : [i, j, to + after];
}

/**
 * Every exchange of neighbouring blocks of at most so many cards, again and again, until none is
 * better.
 */
function descended(better: Better, longest = better.order.length): Better {
  const n = better.order.length;
  for (let found = true; found;) {
    found = false;
    for (let i = 0; i < n; i++)
      for (let j = i + 1; j <= Math.min(n - 1, i + longest); j++)
        for (let k = j + 1; k <= Math.min(n, j + longest); k++)
          found = better.tries([i, j, k], better.minutes - SAME) || found;
  }
  return better;
}
