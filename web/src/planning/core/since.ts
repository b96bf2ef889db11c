/**
 * A list as it is now, told to someone who has the one before: every name in order, and only what
 * is new whole.
 */
export interface Since<T> {
  readonly names: readonly string[];
  readonly fresh: readonly T[];
}

/** Of list after list that is sent: what its reader has not got. */
export class Teller<T> {
  private told = new Map<string, string>();
  constructor(private readonly nameOf: (one: T) => string) {}

  since(all: readonly T[]): Since<T> {
    const texts = all.map((one) => [this.nameOf(one), JSON.stringify(one)] as const);
    const fresh = all.filter((_, i) => this.told.get(texts[i]![0]) !== texts[i]![1]);
    this.told = new Map(texts);
    return { names: texts.map(([name]) => name), fresh };
  }
}

/** Puts list after list together again; what stayed as it was is the very same object. */
export class Hearer<T> {
  private known = new Map<string, T>();
  constructor(private readonly nameOf: (one: T) => string) {}

  with({ names, fresh }: Since<T>): readonly T[] {
    const now = new Map(fresh.map((one) => [this.nameOf(one), one]));
    this.known = new Map(names.map((name) => [name, now.get(name) ?? this.known.get(name)!]));
    return [...this.known.values()];
  }
}
