import { clearAreas, type Area, type Board } from '../../shop/index.ts';
import { numbers, type Mm } from '../../ground/index.ts';
import { fill, type Blank, type Placed } from './fill.ts';

/** A blank with what its board must be. */
export interface Wanted extends Blank {
  readonly thickness: Mm;
  /** Id of a species; empty: any. */
  readonly species: string;
  readonly count: number;
}

/** One board as it is sawn up. */
export interface Sawn {
  /** Which board of the stock, and which of several alike, from 0. */
  readonly board: Board;
  readonly nth: number;
  readonly placed: readonly Placed[];
  /** Wood left over that is worth keeping. */
  readonly offcuts: readonly Area[];
}

export interface Nest {
  readonly sawn: readonly Sawn[];
  /** How many of each blank came out of no board. */
  readonly missing: readonly number[];
  /**
   * Wood of the boards that are sawn, and under which no way of sawing comes, mm³; where none is
   * missing.
   */
  readonly volume: number;
  readonly least: number;
}

/** One way to saw it all up. */
type Tried = Omit<Nest, 'least'>;

/** An offcut is kept from so long and so wide on, mm: common practice. */
const KEPT = { length: 300, width: 40 } as const;
/** Ways to saw it all up that are tried, and about how many sections are reckoned in all. */
const TRIES = { least: 2, most: 60, sections: 20_000 } as const;

/** Whether a board can be what a blank is sawn out of, apart from its length and width. */
export const isWood = (
  board: Pick<Board, 'thickness' | 'species'>,
  { thickness, species }: Pick<Wanted, 'thickness' | 'species'>,
): boolean =>
  board.thickness >= thickness - 1e-6 && (!species || !board.species || species === board.species);

export const volumeOf = ({
  length,
  width,
  thickness,
}: Pick<Board, 'length' | 'width' | 'thickness'>): number => length * width * thickness;

/**
 * What is left of a board after some blanks came out of it, the best of the ways round its defects.
 */
export function saw(
  board: Board,
  wanted: readonly Wanted[],
  left: readonly number[],
  worth: readonly number[],
  kerf: Mm,
): { placed: Placed[]; left: Area[]; worth: number } {
  const own = left.map((count, i) => (isWood(board, wanted[i]!) ? count : 0));
  const ways = clearAreas(board, kerf).map((areas) => {
    const still = [...own];
    const filled = [...areas]
      .sort((a, b) => b.length * b.width - a.length * a.width)
      .map((area) => fill(area, wanted, still, worth, kerf));
    const placed = filled.flatMap((f) => f.placed);
    const sum = placed.reduce(
      (all, { blank, length, width }) =>
        all + worth[blank]! * length * width * wanted[blank]!.thickness,
      0,
    );
    return { placed, left: filled.flatMap((f) => f.left), worth: sum };
  });
  return ways.reduce((best, way) => (way.worth > best.worth ? way : best));
}

/** Boards that are alike, and how many of them are still whole. */
interface Pile {
  readonly board: Board;
  used: number;
}

/**
 * Saws blanks out of boards: again and again the board of which the greatest share becomes blanks,
 * tried with blanks weighed otherwise each time, the best of all. Same stock, same blanks and same
 * seed, same answer.
 */
export function nest(
  boards: readonly Board[],
  wanted: readonly Wanted[],
  kerf: Mm,
  seed = 1,
): Nest {
  const random = numbers(seed);
  const each = boards.length * Math.max(1, wanted.length);
  const tries = Math.min(
    TRIES.most,
    Math.max(TRIES.least, Math.round(TRIES.sections / Math.max(1, each * each))),
  );
  const longest = Math.max(1, ...wanted.map(({ length }) => length));
  let best: Tried | undefined;
  for (let n = 0; n < tries; n++) {
    /** Long ones are hard to place later; how much that counts is tried too. */
    const pull = n === 0 ? 0.3 : random();
    const worth = wanted.map(
      ({ length }) => 1 + pull * (length / longest) + (n === 0 ? 0 : 0.25 * random()),
    );
    const found = smaller(sawnBy(boards, wanted, worth, kerf), boards, wanted, worth, kerf);
    if (!best || better(found, best, wanted)) best = found;
  }
  return { ...best!, least: leastVolume(boards, wanted, kerf) };
}

const missingVolume = (missing: readonly number[], wanted: readonly Wanted[]): number =>
  missing.reduce((sum, count, i) => sum + count * volumeOf(wanted[i]!), 0);

const greatest = ({ sawn }: Pick<Nest, 'sawn'>): number =>
  Math.max(0, ...sawn.flatMap(({ offcuts }) => offcuts.map(({ length, width }) => length * width)));

/** Less missing; else less wood; else the greater offcut. */
function better(a: Tried, b: Tried, wanted: readonly Wanted[]): boolean {
  const [short, other] = [missingVolume(a.missing, wanted), missingVolume(b.missing, wanted)];
  if (Math.abs(short - other) > 1) return short < other;
  return Math.abs(a.volume - b.volume) > 1 ? a.volume < b.volume : greatest(a) > greatest(b);
}

function sawnBy(
  boards: readonly Board[],
  wanted: readonly Wanted[],
  worth: readonly number[],
  kerf: Mm,
): Tried {
  const left = wanted.map(({ count }) => count);
  const piles = boards.map((board): Pile => ({ board, used: 0 }));
  const sawn: Sawn[] = [];
  for (;;) {
    let best: { pile: Pile; cut: ReturnType<typeof saw>; share: number } | undefined;
    for (const pile of piles) {
      if (pile.used >= pile.board.count) continue;
      const cut = saw(pile.board, wanted, left, worth, kerf);
      const share = cut.worth / volumeOf(pile.board);
      if (share > (best?.share ?? 0) + 1e-9) best = { pile, cut, share };
    }
    if (!best) break;
    const { pile, cut } = best;
    for (const { blank } of cut.placed) left[blank]! -= 1;
    sawn.push({
      board: pile.board,
      nth: pile.used++,
      placed: cut.placed,
      offcuts: cut.left.filter(isKept),
    });
  }
  return { sawn, missing: left, volume: sawn.reduce((sum, { board }) => sum + volumeOf(board), 0) };
}

export const isKept = ({ length, width }: Area): boolean =>
  length >= KEPT.length && width >= KEPT.width;

/** What one board was needed for may come out of a smaller one that nobody has sawn. */
function smaller(
  found: Tried,
  boards: readonly Board[],
  wanted: readonly Wanted[],
  worth: readonly number[],
  kerf: Mm,
): Tried {
  const used = new Map(
    boards.map(({ id }) => [id, found.sawn.filter((s) => s.board.id === id).length]),
  );
  const bySize = [...boards].sort((a, b) => volumeOf(a) - volumeOf(b));
  const sawn = found.sawn.map((own): Sawn => {
    const needed = wanted.map((_, i) => own.placed.filter(({ blank }) => blank === i).length);
    for (const board of bySize) {
      if (volumeOf(board) >= volumeOf(own.board) - 1) break;
      if (used.get(board.id)! >= board.count) continue;
      const cut = saw(board, wanted, needed, worth, kerf);
      if (cut.placed.length < own.placed.length) continue;
      used.set(board.id, used.get(board.id)! + 1);
      used.set(own.board.id, used.get(own.board.id)! - 1);
      return { board, nth: 0, placed: cut.placed, offcuts: cut.left.filter(isKept) };
    }
    return own;
  });
  const seen = new Map<string, number>();
  const numbered = sawn.map((own): Sawn => {
    const nth = seen.get(own.board.id) ?? 0;
    seen.set(own.board.id, nth + 1);
    return { ...own, nth };
  });
  return {
    ...found,
    sawn: numbered,
    volume: numbered.reduce((sum, { board }) => sum + volumeOf(board), 0),
  };
}

/**
 * Wood under which no way of sawing comes, mm³. Each blank with the kerf beside it takes up so much
 * of a board's face, and no two overlap: of each blank's face so much as the cheapest board that it
 * could come from has wood under it; and of the boards of at least some thickness so many as have
 * the face for all that must be so thick, a whole number where they are alike.
 */
export function leastVolume(boards: readonly Board[], wanted: readonly Wanted[], kerf: Mm): number {
  const clear = boards.map((board) => ({
    board,
    face: clearFace(board, kerf),
    volume: volumeOf(board),
  }));
  const faces = wanted.map(({ length, width, count }) => (length + kerf) * (width + kerf) * count);
  const cheapest = wanted.reduce((sum, blank, i) => {
    const able = clear
      .filter(({ board }) => isWood(board, blank))
      .map(({ face, volume }) => volume / face);
    return able.length ? sum + faces[i]! * Math.min(...able) : sum;
  }, 0);
  const from = [...new Set(wanted.map(({ thickness }) => thickness))];
  const thick = from.map((thickness) => {
    const face = wanted.reduce(
      (sum, w, i) => (w.thickness >= thickness ? sum + faces[i]! : sum),
      0,
    );
    return volumeFor(
      face,
      clear.filter(({ board }) => board.thickness >= thickness - 1e-6),
    );
  });
  return Math.max(cheapest, ...thick);
}

interface Clear {
  readonly board: Board;
  readonly face: number;
  readonly volume: number;
}

/** Wood of as many boards as have so much face, those with least wood for it first. */
function volumeFor(face: number, boards: readonly Clear[]): number {
  const [first] = boards;
  const alike = boards.every(
    (b) => Math.abs(b.volume - first!.volume) < 1 && Math.abs(b.face - first!.face) < 1,
  );
  let [left, volume] = [face, 0];
  for (const { board, face: own, volume: each } of [...boards].sort(
    (a, b) => a.volume / a.face - b.volume / b.face,
  )) {
    const count = Math.min(board.count, alike ? Math.ceil(left / own - 1e-9) : left / own);
    volume += count * each;
    left -= count * own;
    if (left <= 1e-6) break;
  }
  return volume;
}

/**
 * Clear face of a board with a kerf along two of its sides, at the most, mm²: without trimmed ends
 * and largest defect.
 */
function clearFace({ length, width, ends, defects }: Board, kerf: Mm): number {
  const inside = (from: Mm, to: Mm, least: Mm, most: Mm) =>
    Math.max(0, Math.min(to, most) - Math.max(from, least) - kerf);
  const lost = defects.map(
    ({ from, to, across = { from: 0, to: width } }) =>
      inside(from, to, ends, length - ends) * inside(across.from, across.to, 0, width),
  );
  return Math.max(1, (length - 2 * ends + kerf) * (width + kerf) - Math.max(0, ...lost));
}
