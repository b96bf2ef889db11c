import { SAME, type Better, type Swap } from './better.ts';
import type { Changes } from './changes.ts';

/** Up to so many cards blocks of any length are exchanged at the end. */
const SOME = 40;

/**
 * How long the blocks are that are exchanged at the end: any up to some cards, ever shorter where
 * there are more.
 */
export const blocksOf = (n: number): number =>
  n <= SOME ? n : Math.max(3, Math.floor((SOME * Math.sqrt(SOME / n)) / 2));

/** Short blocks mostly, and any length now and then. */
export function anywhere(n: number, random: () => number): Swap {
  const length = () => 1 + Math.floor(random() ** 5 * (n - 1));
  const i = Math.floor(random() * (n - 1));
  const j = Math.min(n - 1, i + length());
  return [i, j, Math.min(n, j + length())];
}

/** Of the exchanges so many bring together what goes by one cutter or on one machine. */
export const JOINING = 0.5;

/** Cards of one machine, and of one cutter on it: each card’s own group, the narrower first. */
export interface Kin {
  readonly group: readonly (readonly [cutter: number, machine: number])[];
  readonly members: ReadonlyMap<number, readonly number[]>;
}

export function kinOf(changes: Changes, n: number): Kin {
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
export function joining(
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
export function descended(better: Better, longest = better.order.length): Better {
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
