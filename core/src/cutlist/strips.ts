import { clearAreas, type Board } from '../stock/index.ts';
import type { Solver } from '../solving/index.ts';
import type { Mm } from '../units/index.ts';
import { isKept, isWood, saw, volumeOf, type Nest, type Sawn, type Wanted } from './nest.ts';

/** More ways to fill bars than these are not weighed against each other. */
const MOST_FILLINGS = 20_000;
/** So long the best is looked for, s. */
const SECONDS = 10;

/** Boards that are alike, and one way to fill such a one so that no more goes in: how many of each sort. */
interface Filling {
  readonly board: Board;
  readonly counts: readonly number[];
}

const fitsIn = (board: Board, blank: Wanted): boolean => isWood(board, blank) && blank.width <= board.width + 1e-6;

/** Whether a board is a bar: no two blanks lie beside each other in it, and its clear wood is one stretch. */
function isBar(board: Board, wanted: readonly Wanted[], kerf: Mm): boolean {
  const own = wanted.filter((blank) => fitsIn(board, blank));
  const narrowest = Math.min(...own.map(({ width }) => width));
  return !own.length || (2 * narrowest + kerf > board.width + 1e-6 && !board.defects.length);
}

/** Every way to fill boards of each sort; nothing where they are too many. */
function fillingsOf(boards: readonly Board[], wanted: readonly Wanted[], kerf: Mm): Filling[] | undefined {
  const fillings: Filling[] = [];
  for (const board of boards) {
    const own = wanted.flatMap((blank, i) => (fitsIn(board, blank) ? [i] : []));
    const room = (clearAreas(board, kerf)[0]![0]?.length ?? 0) + kerf + 1e-6;
    const counts = wanted.map(() => 0);
    const takes = (i: number) => wanted[i]!.length + kerf;
    const fill = (at: number, left: Mm): void => {
      if (fillings.length > MOST_FILLINGS) return;
      if (at === own.length) {
        const more = own.some((i) => counts[i]! < wanted[i]!.count && takes(i) <= left);
        if (!more && counts.some(Boolean)) fillings.push({ board, counts: [...counts] });
        return;
      }
      const i = own[at]!;
      for (let n = Math.min(wanted[i]!.count, Math.floor(left / takes(i))); n >= 0; n--) {
        counts[i] = n;
        fill(at + 1, left - n * takes(i));
      }
      counts[i] = 0;
    };
    fill(0, room);
  }
  return fillings.length > MOST_FILLINGS ? undefined : fillings;
}

const sum = (names: readonly string[]): string => names.join(' + ');

/** `f` is how many boards are filled in one way: as few and as small ones as give all that is wanted. */
function programOf(fillings: readonly Filling[], boards: readonly Board[], wanted: readonly Wanted[]): string {
  const all = fillings.map((_, f) => `f${f}`);
  const given = wanted.map(({ count }, i) => {
    const own = fillings.flatMap(({ counts }, f) => (counts[i] ? [`${counts[i]} f${f}`] : []));
    return `${sum(own)} >= ${count}`;
  });
  const there = boards.flatMap((board) => {
    const own = fillings.flatMap((filling, f) => (filling.board === board ? [`f${f}`] : []));
    return own.length ? [`${sum(own)} <= ${board.count}`] : [];
  });
  const cost = fillings.map(({ board }, f) => `${volumeOf(board) / 1e6} f${f}`);
  return ['Minimize', ` obj: ${sum(cost)}`, 'Subject To', ...[...given, ...there].map((row, i) => ` r${i}: ${row}`), 'General', ...all, 'End', ''].join('\n'); // prettier-ignore
}

/**
 * The way of sawing that takes least wood, where blanks come out of their boards one after the other, none beside another,
 * and nothing is missing; else, and where the solver doesn’t get there, the way that was found.
 */
export function bestOfStrips(
  solver: Solver,
  found: Nest,
  boards: readonly Board[],
  wanted: readonly Wanted[],
  kerf: Mm,
): Nest {
  if (found.missing.some(Boolean) || found.volume <= found.least + 1) return found;
  if (!boards.every((board) => isBar(board, wanted, kerf))) return found;
  const fillings = fillingsOf(boards, wanted, kerf);
  const solved = fillings && solver(programOf(fillings, boards, wanted), SECONDS);
  if (!solved) return found;
  const least = Math.max(found.least, solved.value * 1e6);
  if (least > found.volume - 1) return { ...found, least: found.volume };
  const left = wanted.map(({ count }) => count);
  const worth = wanted.map(() => 1);
  const seen = new Map<Board, number>();
  const sawn = fillings.flatMap(({ board, counts }, f) =>
    Array.from({ length: Math.round(solved.variables.get(`f${f}`) ?? 0) }, (): Sawn => {
      /** What several fillings have between them, but is wanted less often, is sawn out of the first. */
      const needed = counts.map((count, i) => Math.min(count, left[i]!));
      needed.forEach((count, i) => (left[i]! -= count));
      const nth = seen.get(board) ?? 0;
      seen.set(board, nth + 1);
      const cut = saw(board, wanted, needed, worth, kerf);
      return { board, nth, placed: cut.placed, offcuts: cut.left.filter(isKept) };
    }),
  );
  const placed = sawn.reduce((all, own) => all + own.placed.length, 0);
  if (placed < wanted.reduce((all, { count }) => all + count, 0)) return { ...found, least };
  return { ...found, sawn, volume: sawn.reduce((all, { board }) => all + volumeOf(board), 0), least };
}
