import type { Solver } from '../../ground/index.ts';
import { earlierThan, type DraftCard } from './cards.ts';
import type { Changes, User } from './changes.ts';

/**
 * A program grows with the square of the cards, and with the cube where it says which comes before
 * which.
 */
const MOST_CARDS = 160;

/**
 * Minutes that no order can be under, sharper than what is known at once: what is set follows,
 * thing by thing, on what stood, where the rules let one follow the other. Things are taken each by
 * itself, joined only by the test cuts.
 * @returns nothing where there are too many cards or the solver doesn’t get there
 */
export function sharperLeast(
  solver: Solver,
  changes: Changes,
  cards: readonly DraftCard[],
  seconds = 20,
): number | undefined {
  if (!cards.length || cards.length > MOST_CARDS) return undefined;
  const { text, certain } = programOf(changes, cards, false);
  const solved = solver(text, seconds);
  return solved && Math.max(changes.least(), solved.value + certain - 1e-6);
}

/**
 * Minutes of the best of all orders, by a program that says which comes before which; for few
 * cards.
 */
export function leastByProgram(
  solver: Solver,
  changes: Changes,
  cards: readonly DraftCard[],
  seconds = 60,
): number | undefined {
  const { text, certain } = programOf(changes, cards, true);
  const solved = solver(text, seconds);
  return solved && solved.value + certain;
}

/** What stood before all, in place of a card. */
const AT_FIRST = -1;

const sum = (names: readonly string[]): string => names.join(' + ');

/**
 * The order as a program. For every thing that is set, `y` says which card follows on which there,
 * the first on what stood before all; `t` that a card begins with a test cut; `x`, in the whole
 * program, which card comes before which.
 * @returns its text, and the minutes that every order takes and the program leaves out
 */
function programOf(
  changes: Changes,
  cards: readonly DraftCard[],
  whole: boolean,
): { text: string; certain: number } {
  const earlier = cards.map((_, card) => earlierThan(cards, card));
  const users = changes.users();
  const costs: string[] = [];
  const rows: string[] = [];
  const binaries: string[] = [];
  const turning = new Set(
    [...users.values()].flat().flatMap(({ inner, card }) => (inner > 0 ? [card] : [])),
  );
  const tested = new Set<number>();
  for (const [slot, ownUsers] of users) {
    const into = new Lists<number>();
    const outOf = new Lists<number>();
    const anew = new Lists<number>();
    const valued = new Lists<number>();
    for (const { from, to } of linksAmong(ownUsers, earlier)) {
      const name = `y${slot}_${from?.card ?? 's'}_${to.card}`;
      binaries.push(name);
      into.add(to.card, name);
      outOf.add(from?.card ?? AT_FIRST, name);
      const isOther = (from ? from.last : changes.initial[slot]) !== to.first;
      if (isOther && to.each > 0) costs.push(`${to.each} ${name}`);
      if (isOther && slot > 0 && !turning.has(to.card)) anew.add(to.card, name);
      /**
       * To those that want one value something comes that wanted another, or they are the first.
       */
      if (from?.first !== to.first) valued.add(to.first, name);
      if (whole && from && !earlier[to.card]!.has(from.card))
        rows.push(`${name} - x_${from.card}_${to.card} <= 0`);
    }
    into.forEach((names) => rows.push(`${sum(names)} = 1`));
    outOf.forEach((names, card) => rows.push(`${sum(names)} ${card === AT_FIRST ? '=' : '<='} 1`));
    valued.forEach((names) => rows.push(`${sum(names)} >= 1`));
    anew.forEach((names, card) => {
      tested.add(card);
      rows.push(`t${card} - ${names.join(' - ')} >= 0`);
    });
  }
  tested.forEach((card) => costs.push(`${changes.testOf(card)} t${card}`));
  if (whole) rows.push(...inOrder(cards.length, earlier));
  const numbered = rows.map((row, i) => ` r${i}: ${row}`);
  const pairs = whole
    ? cards.flatMap((_, i) => cards.flatMap((_, j) => (free(i, j, earlier) ? [`x_${i}_${j}`] : [])))
    : [];
  const integers = whole ? ['Binary', ...binaries, ...pairs] : [];
  const inner = [...users.values()].flat().reduce((all, user) => all + user.inner, 0);
  const certain = [...turning].reduce((all, card) => all + changes.testOf(card), inner);
  return {
    text: [
      'Minimize',
      ` obj: ${costs.join('\n + ')}`,
      'Subject To',
      ...numbered,
      ...integers,
      'End',
      '',
    ].join('\n'),
    certain,
  };
}

/**
 * Which may follow on which, or on what stood at first: not where a rule turns them round, or puts
 * another between.
 */
function* linksAmong(
  users: readonly User[],
  earlier: readonly ReadonlySet<number>[],
): Generator<{ from?: User; to: User }> {
  for (const to of users) {
    const before = users.filter(({ card }) => earlier[to.card]!.has(card));
    if (!before.length) yield { to };
    for (const from of users) {
      if (from === to || earlier[from.card]!.has(to.card)) continue;
      if (!before.some(({ card }) => earlier[card]!.has(from.card))) yield { from, to };
    }
  }
}

const free = (i: number, j: number, earlier: readonly ReadonlySet<number>[]): boolean =>
  i !== j && !earlier[i]!.has(j) && !earlier[j]!.has(i);

/** Of two cards one comes first, and of three none comes before itself through the others. */
function inOrder(count: number, earlier: readonly ReadonlySet<number>[]): string[] {
  const rows: string[] = [];
  for (let i = 0; i < count; i++)
    for (let j = 0; j < count; j++) {
      if (i < j && free(i, j, earlier)) rows.push(`x_${i}_${j} + x_${j}_${i} = 1`);
      for (let k = i + 1; k < count; k++) {
        if (j <= i || j === k) continue;
        const turn = [
          [i, j],
          [j, k],
          [k, i],
        ] as const;
        const fixed = turn.filter(([a, b]) => earlier[b]!.has(a)).length;
        const names = turn.flatMap(([a, b]) => (free(a, b, earlier) ? [`x_${a}_${b}`] : []));
        if (names.length + fixed > 2) rows.push(`${sum(names)} <= ${2 - fixed}`);
      }
    }
  return rows;
}

/** Names in lists by a key. */
class Lists<K> {
  private readonly all = new Map<K, string[]>();
  add(key: K, name: string): void {
    const own = this.all.get(key);
    if (own) own.push(name);
    else this.all.set(key, [name]);
  }
  forEach(each: (names: readonly string[], key: K) => void): void {
    this.all.forEach(each);
  }
}
