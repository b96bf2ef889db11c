import { numbers } from '../../ground/index.ts';
import { Better, SAME } from './better.ts';
import type { DraftCard } from './cards.ts';
import type { Changes } from './changes.ts';
import { exactOrder } from './exact.ts';
import { greedyOrder, plainOrder } from './starts.ts';
import { anywhere, blocksOf, descended, joining, JOINING, type Kin, kinOf } from './swaps.ts';

export { greedyOrder, plainOrder, wantedOrder } from './starts.ts';
export { tidied } from './tidied.ts';

/** So many minutes more are gone along with at first, and ever fewer. */
const WARM = 6;
/** So many partial orders are kept while the best is looked for; beyond, the found one stays. */
const EXACT_STATES = 400;
/** Up to so many cards every exchange of blocks is looked at until none is better. */
const FEW = 16;
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
