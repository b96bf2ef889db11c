import type { DraftCard } from './cards.ts';
import type { Changes } from './changes.ts';

/** Minutes that count as the same. */
export const SAME = 1e-9;

/** Neighbouring blocks of an order, [i, j) and [j, k), that change places. */
export type Swap = readonly [i: number, j: number, k: number];

/**
 * An order that is being made better: what stands before each of its places, and what has been
 * taken until there.
 */
export class Better {
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
