import { clearAreas, type Board } from '../../shop/index.ts';
import type { Solver, Mm } from '../../ground/index.ts';
import type { Filled } from './fill.ts';
import { cuttings } from './guillotine.ts';
import { isKept, isWood, saw, volumeOf, type Nest, type Sawn, type Wanted } from './nest.ts';

/** More ways to fill boards than these are not weighed against each other. */
const MOST_FILLINGS = 20_000;
/**
 * More ways to halve sets of blanks than these are not reckoned: ten sorts of one, or four of four.
 */
const MOST_HALVINGS = 60_000;
/** So long the best is looked for, s. */
const SECONDS = 10;

/**
 * Boards that are alike, and one way to fill such a one so that no more goes in: how many of each
 * sort.
 */
interface Filling {
  readonly board: Board;
  readonly counts: readonly number[];
  /** Some of these, or all, cut out of one such board. */
  readonly cut: (needed: readonly number[]) => Filled;
}

const fitsIn = (board: Board, blank: Wanted): boolean =>
  isWood(board, blank) && blank.width <= board.width + 1e-6;

/**
 * Whether a board is a bar: no two blanks lie beside each other in it, and its clear wood is one
 * stretch.
 */
function isBar(board: Board, wanted: readonly Wanted[], kerf: Mm): boolean {
  const own = wanted.filter((blank) => fitsIn(board, blank));
  const narrowest = Math.min(...own.map(({ width }) => width));
  return !own.length || (2 * narrowest + kerf > board.width + 1e-6 && !board.defects.length);
}

/** Every way to fill bars of each sort; nothing where they are too many. */
function fillingsOfBars(
  boards: readonly Board[],
  wanted: readonly Wanted[],
  kerf: Mm,
): Filling[] | undefined {
  const fillings: Filling[] = [];
  const evenly = wanted.map(() => 1);
  for (const board of boards) {
    const own = wanted.flatMap((blank, i) => (fitsIn(board, blank) ? [i] : []));
    const room = (clearAreas(board, kerf)[0]![0]?.length ?? 0) + kerf + 1e-6;
    const counts = wanted.map(() => 0);
    const takes = (i: number) => wanted[i]!.length + kerf;
    const cut = (needed: readonly number[]) => saw(board, wanted, needed, evenly, kerf);
    const fill = (index: number, left: Mm): void => {
      if (fillings.length > MOST_FILLINGS) return;
      if (index === own.length) {
        const more = own.some((i) => counts[i]! < wanted[i]!.count && takes(i) <= left);
        if (!more && counts.some(Boolean)) fillings.push({ board, counts: [...counts], cut });
        return;
      }
      const i = own[index]!;
      for (let n = Math.min(wanted[i]!.count, Math.floor(left / takes(i))); n >= 0; n--) {
        counts[i] = n;
        fill(index + 1, left - n * takes(i));
      }
      counts[i] = 0;
    };
    fill(0, room);
  }
  return fillings.length > MOST_FILLINGS ? undefined : fillings;
}

/**
 * Every way to fill boards of each sort by cuts from edge to edge; nothing where they are too many.
 */
function fillingsOfBoards(
  boards: readonly Board[],
  wanted: readonly Wanted[],
  kerf: Mm,
): Filling[] | undefined {
  const ways = boards.map((board) => clearAreas(board, kerf));
  const counts = wanted.map(({ count }) => count);
  const all = cuttings(wanted, counts, ways.flat(2), kerf, MOST_HALVINGS);
  if (!all) return undefined;
  const fillings = boards.flatMap((board, b): Filling[] => {
    const cut = (set: readonly number[]) => firstOf(ways[b]!, (areas) => all.cut(areas, set));
    const isOf = (set: readonly number[]) =>
      set.every((n, i) => n === 0 || isWood(board, wanted[i]!));
    const full = all.sets.filter((set) => set.some(Boolean) && isOf(set) && cut(set));
    const key = (set: readonly number[]) => set.join();
    const known = new Set(full.map(key));
    const more = (set: readonly number[]) =>
      set.some((_, i) => known.has(key(set.map((n, index) => (index === i ? n + 1 : n)))));
    return full
      .filter((set) => !more(set))
      .map((set) => ({ board, counts: set, cut: (needed) => cut(needed)! }));
  });
  return fillings.length > MOST_FILLINGS ? undefined : fillings;
}

function firstOf<T, R>(all: readonly T[], take: (one: T) => R | undefined): R | undefined {
  for (const one of all) {
    const taken = take(one);
    if (taken) return taken;
  }
  return undefined;
}

const sum = (names: readonly string[]): string => names.join(' + ');

/**
 * `f` is how many boards are filled in one way: as few and as small ones as give all that is
 * wanted.
 */
function programOf(
  fillings: readonly Filling[],
  boards: readonly Board[],
  wanted: readonly Wanted[],
): string {
  const all = fillings.map((_, f) => `f${f}`);
  const given = wanted.flatMap(({ count }, i) => {
    const own = fillings.flatMap(({ counts }, f) => (counts[i] ? [`${counts[i]} f${f}`] : []));
    return own.length ? [`${sum(own)} >= ${count}`] : [];
  });
  const there = boards.flatMap((board) => {
    const own = fillings.flatMap((filling, f) => (filling.board === board ? [`f${f}`] : []));
    return own.length ? [`${sum(own)} <= ${board.count}`] : [];
  });
  const cost = fillings.map(({ board }, f) => `${volumeOf(board) / 1e6} f${f}`);
  return [
    'Minimize',
    ` obj: ${sum(cost)}`,
    'Subject To',
    ...[...given, ...there].map((row, i) => ` r${i}: ${row}`),
    'General',
    ...all,
    'End',
    '',
  ].join('\n');
}

/**
 * The way of sawing that takes least wood: proven where blanks come out of their boards one after
 * the other, none beside another, and where they are few, out of boards without defects. Else, and
 * where the solver doesn’t get there, the way that was found.
 */
export function leastWood(
  solver: Solver,
  nest: Nest,
  boards: readonly Board[],
  wanted: readonly Wanted[],
  kerf: Mm,
): Nest {
  const short = nest.missing.some(Boolean);
  if (!short && nest.volume <= nest.least + 1) return nest;
  const bars = boards.every((board) => isBar(board, wanted, kerf));
  const fillings = (bars ? fillingsOfBars : fillingsOfBoards)(boards, wanted, kerf);
  /** What no board gives at all stays missing, and is told where it is missed. */
  if (
    !fillings ||
    wanted.some(({ count }, i) => count > 0 && !fillings.some(({ counts }) => counts[i]))
  )
    return nest;
  const solved = solver(programOf(fillings, boards, wanted), SECONDS);
  if (!solved) return nest;
  const proven = boards.every(({ defects }) => defects.length === 0);
  const least = Math.max(nest.least, proven ? solved.value * 1e6 : 0);
  if (!short && solved.value * 1e6 > nest.volume - 1)
    return { ...nest, least: proven ? nest.volume : nest.least };
  const left = wanted.map(({ count }) => count);
  const seen = new Map<Board, number>();
  const sawn = fillings.flatMap(({ board, counts, cut }, f) =>
    Array.from({ length: Math.round(solved.variables.get(`f${f}`) ?? 0) }, (): Sawn => {
      /**
       * What several fillings have between them, but is wanted less often, is sawn out of the
       * first.
       */
      const needed = counts.map((count, i) => Math.min(count, left[i]!));
      needed.forEach((count, i) => (left[i]! -= count));
      const nth = seen.get(board) ?? 0;
      seen.set(board, nth + 1);
      const { placed, left: spare } = cut(needed);
      return { board, nth, placed, offcuts: spare.filter(isKept) };
    }),
  );
  const placed = sawn.reduce((all, own) => all + own.placed.length, 0);
  if (placed < wanted.reduce((all, { count }) => all + count, 0)) return { ...nest, least };
  const missing = wanted.map(() => 0);
  return {
    sawn,
    missing,
    volume: sawn.reduce((all, { board }) => all + volumeOf(board), 0),
    least,
  };
}
