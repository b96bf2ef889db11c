import type { Minutes } from '../../shop/index.ts';
import { stepOf, type Step } from './asks.ts';
import type { DraftCard } from './cards.ts';

/** What is changed before a card is cut, and the minutes of that, a test cut included. */
export interface Changed {
  readonly minutes: number;
  /** Whether one comes from another machine, or from the bench. */
  readonly machine: boolean;
  /** What of it is set anew: cutter, guides, tilt, slant, or slots of distances. */
  readonly what: readonly string[];
}

/**
 * A card that sets one thing: what it needs there first and what it leaves, as numbers, minutes of
 * a change, of those within.
 */
export interface User {
  readonly card: number;
  readonly first: number;
  readonly last: number;
  readonly each: number;
  readonly inner: number;
}

/**
 * What changing over takes, for many orders of the same cards. Everything stands where it was left
 * until something else is set there, on whatever machines work goes on between: a saw one comes
 * back to is still set.
 */
export class Changes {
  /**
   * Of each ask: slot, what it is to be first, what it is left at. Those of a card lie between
   * `from` of it and the next.
   */
  private readonly from: Int32Array;
  private readonly slot: Int32Array;
  private readonly first: Int32Array;
  private readonly last: Int32Array;
  /** Minutes of the first change of an ask, and of those within the card. */
  private readonly each: Float64Array;
  private readonly inner: Float64Array;
  private readonly what: readonly string[];
  private readonly where: Int32Array;
  private readonly test: Float64Array;
  readonly initial: Int32Array;
  private readonly mixed: Int32Array;
  /** Values that a card leaves which it doesn't begin with. */
  private readonly passing: ReadonlySet<number>;

  /**
   * @param standing places of cards whose machines are set up for them already, each on a machine
   *   of its own
   */
  constructor(
    cards: readonly DraftCard[],
    private readonly cost: Minutes,
    standing: readonly number[] = [],
  ) {
    const slots = new Map<string, number>();
    const values = new Map<string, number>();
    const numbered = (all: Map<string, number>, key: string): number => {
      const known = all.get(key) ?? all.size;
      all.set(key, known);
      return known;
    };
    /** Where one stands is a slot like the others. */
    numbered(slots, '');
    const steps: Step[] = cards.map((card) => stepOf(card, cost));
    this.where = Int32Array.from(steps, ({ where }) => numbered(values, where));
    this.test = Float64Array.from(steps, ({ test }) => test);
    this.from = new Int32Array(steps.length + 1);
    steps.forEach(({ asks }, i) => (this.from[i + 1] = this.from[i]! + asks.length));
    const asks = steps.flatMap((step) => step.asks);
    const set = asks.map(({ slot, values: own }) =>
      own.map((value) => numbered(values, `${slot} ${value}`)),
    );
    this.slot = Int32Array.from(asks, ({ slot }) => numbered(slots, slot));
    this.first = Int32Array.from(set, (own) => own[0]!);
    this.last = Int32Array.from(set, (own) => own.at(-1)!);
    this.what = asks.map(({ what }) => what);
    this.each = Float64Array.from(asks, ({ minutes }) => minutes);
    this.inner = Float64Array.from(
      asks,
      ({ minutes }, i) =>
        set[i]!.filter((v, index) => index > 0 && v !== set[i]![index - 1]).length * minutes,
    );
    this.initial = new Int32Array(slots.size).fill(-1);
    this.mixed = this.initial.slice();
    this.passing = new Set(this.last.filter((value, ask) => value !== this.first[ask]));
    for (const { slot, atFirst } of asks)
      if (atFirst !== undefined)
        this.initial[slots.get(slot)!] = values.get(`${slot} ${atFirst}`) ?? -2;
    for (const card of standing)
      for (let ask = this.from[card]!; ask < this.from[card + 1]!; ask++)
        this.initial[this.slot[ask]!] = this.first[ask]!;
  }

  /**
   * All that the minutes of any order depend on, as plain data: cards that are set to other values,
   * which are alike and unlike as these are, ask the very same.
   */
  asked(): readonly unknown[] {
    const { from, slot, first, last, each, inner, where, test, initial, cost } = this;
    const numbers = [from, slot, first, last, each, inner, where, test, initial];
    return [cost.machine, ...numbers.map((own) => [...own])];
  }

  /** Minutes to come to a card from what stands, which is then what the card leaves. */
  step(card: number, stands: Int32Array): number {
    const { slot, first, last, each, inner, where } = this;
    let minutes = 0;
    let touched = false;
    for (let ask = this.from[card]!, end = this.from[card + 1]!; ask < end; ask++) {
      const index = slot[ask]!;
      if (stands[index] !== first[ask]) {
        minutes += each[ask]!;
        touched = true;
      }
      if (inner[ask]! > 0) {
        minutes += inner[ask]!;
        touched = true;
      }
      stands[index] = last[ask]!;
    }
    if (touched) minutes += this.test[card]!;
    if (stands[0] !== where[card]) {
      minutes += this.cost.machine;
      stands[0] = where[card]!;
    }
    return minutes;
  }

  /**
   * Minutes to come to a card where some slots stand otherwise than they did: what it touches is
   * from then on as it was.
   * @param stood how everything stood before the card
   * @param now how the slots that stand otherwise stand
   * @param other which these are; those that the card touches are taken out
   * @returns nothing where it touches none of them
   */
  otherwise(
    card: number,
    stood: Int32Array,
    now: Int32Array,
    other: Set<number>,
  ): number | undefined {
    const { slot, from } = this;
    let hit = other.has(0);
    for (let ask = from[card]!; !hit && ask < from[card + 1]!; ask++) hit = other.has(slot[ask]!);
    if (!hit) return undefined;
    const stands = this.mixed;
    for (let ask = from[card]!; ask < from[card + 1]!; ask++) {
      const index = slot[ask]!;
      stands[index] = other.has(index) ? now[index]! : stood[index]!;
    }
    stands[0] = other.has(0) ? now[0]! : stood[0]!;
    const minutes = this.step(card, stands);
    for (let ask = from[card]!; ask < from[card + 1]!; ask++) other.delete(slot[ask]!);
    other.delete(0);
    return minutes;
  }

  /** A card’s machine, and the cutter that it begins with there; -1 where there is none. */
  kindOf(card: number): { machine: number; cutter: number } {
    const ask = this.from[card]!;
    return {
      machine: this.where[card]!,
      cutter: ask < this.from[card + 1]! ? this.first[ask]! : -1,
    };
  }

  /** Who sets what, by slot; slot 0 is where one stands. */
  users(): ReadonlyMap<number, readonly User[]> {
    const users = new Map<number, User[]>();
    const add = (slot: number, user: User) => users.set(slot, [...(users.get(slot) ?? []), user]);
    this.where.forEach((at, card) => {
      add(0, { card, first: at, last: at, each: this.cost.machine, inner: 0 });
      for (let ask = this.from[card]!; ask < this.from[card + 1]!; ask++)
        add(this.slot[ask]!, {
          card,
          first: this.first[ask]!,
          last: this.last[ask]!,
          each: this.each[ask]!,
          inner: this.inner[ask]!,
        });
    });
    return users;
  }

  /** Minutes of a test cut on a card, where anything of its machine was touched. */
  testOf(card: number): number {
    return this.test[card]!;
  }

  /** Minutes of a whole order. */
  of(order: readonly number[]): number {
    const stands = this.initial.slice();
    return order.reduce((sum, card) => sum + this.step(card, stands), 0);
  }

  /** What is changed for each card of an order, one after the other. */
  changedIn(order: readonly number[]): Changed[] {
    const stands = this.initial.slice();
    return order.map((card) => {
      const machine = stands[0] !== this.where[card];
      const what: string[] = [];
      for (let ask = this.from[card]!; ask < this.from[card + 1]!; ask++)
        if (
          this.each[ask]! > 0 &&
          (stands[this.slot[ask]!] !== this.first[ask] || this.inner[ask]! > 0)
        )
          what.push(this.what[ask]!);
      return { minutes: this.step(card, stands), machine, what };
    });
  }

  /** What the cards that are not done yet take at the least, from what stands; `done` as bits. */
  leastAfter(done: number, stands: Int32Array): number {
    const seen = new Set<number>();
    const where = new Set<number>();
    let minutes = 0;
    for (let card = 0; card < this.where.length; card++) {
      if (done & (1 << card)) continue;
      if (stands[0] !== this.where[card]) where.add(this.where[card]!);
      for (let ask = this.from[card]!; ask < this.from[card + 1]!; ask++) {
        minutes += this.inner[ask]!;
        const first = this.first[ask]!;
        /** What a card leaves in passing may stand for another. */
        if (stands[this.slot[ask]!] === first || seen.has(first) || this.passing.has(first))
          continue;
        seen.add(first);
        minutes += this.each[ask]!;
      }
    }
    return minutes + where.size * this.cost.machine;
  }

  /**
   * Minutes of tests that no order is without, by machine: of every card that is moved within, or
   * that begins with something no other card leaves there.
   */
  private certainTests(): Map<number, number> {
    const leaving = new Map<number, number>();
    for (const value of this.initial) leaving.set(value, (leaving.get(value) ?? 0) + 1);
    for (const value of this.last) leaving.set(value, (leaving.get(value) ?? 0) + 1);
    const tests = new Map<number, number>();
    this.where.forEach((machine, card) => {
      let certain = false;
      for (let ask = this.from[card]!; ask < this.from[card + 1]!; ask++) {
        const first = this.first[ask]!;
        const others = (leaving.get(first) ?? 0) - (this.last[ask] === first ? 1 : 0);
        certain ||= this.inner[ask]! > 0 || (this.each[ask]! > 0 && others === 0);
      }
      if (certain) tests.set(machine, (tests.get(machine) ?? 0) + this.test[card]!);
    });
    return tests;
  }

  /**
   * What no order can be under: every value of everything that is set is set once, every machine is
   * come to once, and of the settings of one thing each takes a test cut but those that a card
   * leaves in passing.
   */
  least(): number {
    const bySlot = new Map<
      number,
      { first: Set<number>; all: Map<number, number>; turns: boolean; card: number }
    >();
    for (let card = 0; card < this.where.length; card++)
      for (let ask = this.from[card]!; ask < this.from[card + 1]!; ask++) {
        const slot = this.slot[ask]!;
        const own = bySlot.get(slot) ?? {
          first: new Set(),
          all: new Map<number, number>(),
          turns: false,
          card,
        };
        bySlot.set(slot, own);
        own.first.add(this.first[ask]!);
        /** A blade takes other minutes to change than a stack: each value by its own. */
        for (const value of [this.first[ask]!, this.last[ask]!])
          own.all.set(value, Math.min(own.all.get(value) ?? Infinity, this.each[ask]!));
        own.turns ||= this.inner[ask]! > 0;
      }
    let minutes = new Set(this.where).size * this.cost.machine;
    const tests = this.certainTests();
    bySlot.forEach(({ first, all, turns, card }, slot) => {
      const there = this.initial[slot]!;
      all.forEach((each, value) => (minutes += value === there ? 0 : each));
      const fresh = first.size - Number(first.has(there));
      const where = this.where[card]!;
      tests.set(
        where,
        Math.max(tests.get(where) ?? 0, (turns ? Math.ceil(fresh / 2) : fresh) * this.test[card]!),
      );
    });
    tests.forEach((most) => (minutes += most));
    return minutes;
  }
}
