import type { Job } from '../../design/index.ts';
import { type Solver, say, type Mm, type Sentence } from '../../ground/index.ts';
import { clearAreas, SPECIES, type Area, type Board, type Shop } from '../../shop/index.ts';
import { isWood, nest, type Sawn, type Wanted } from './nest.ts';
import { leastWood } from './exact.ts';
import { roughParts, sawingOf, type RoughPart } from './rough.ts';

/** A part on the cut list. */
export interface CutRow extends RoughPart {
  /** A part wider than any board is glued up of so many strips, each so wide. */
  readonly strips?: { readonly count: number; readonly width: Mm };
  /** Pieces, or strips, that came out of no board, and why. */
  readonly missing: number;
  readonly why?: Sentence;
}

/** A piece, or a strip of one, in its place on a board. */
export interface Laid extends Area {
  readonly part: string;
}

export interface SawnBoard extends Omit<Sawn, 'placed'> {
  readonly laid: readonly Laid[];
}

/** What has to be sawn, and what it comes out of. */
export interface CutList {
  readonly rows: readonly CutRow[];
  readonly sawn: readonly SawnBoard[];
  /**
   * Wood of the boards that are sawn; of the rough pieces; and under which no way of sawing comes,
   * where none is missing; mm³.
   */
  readonly volume: number;
  readonly pieces: number;
  readonly least: number;
}

/** Two edges of a glued-up panel's strips are jointed, mm a strip. */
const JOINTING: Mm = 5;

/** A blank of the nest, and what it stands for. */
interface Stands {
  readonly row: number;
  readonly wanted: Wanted;
  /** Pieces end to end in it. */
  readonly run: number;
}

/**
 * The cut list of a job: every part at its rough size, and boards of its stock sawn up for them.
 * @param solver finds the best way where it can be found
 * @throws never: what can't be sawn is told in its row
 */
export function cutList(job: Job, shop: Shop, solver?: Solver): CutList {
  const boards = job.boards ?? [];
  const { kerf } = sawingOf(job);
  const clear = new Map(boards.map((board) => [board.id, clearAreas(board, kerf).flat()]));
  const rough = roughParts(job, shop);
  const rows = rough.map((row) => ({ ...row, ...stripsOf(row, boards, clear) }));
  const stands = rows.map((row, i): Stands => standingFor(row, i, kerf));
  const wanted = stands.map((own) => own.wanted);
  const quick = nest(boards, wanted, kerf);
  const foundNest = solver ? leastWood(solver, quick, boards, wanted, kerf) : quick;
  const place = new Map(boards.map(({ id }, i) => [id, i]));
  const sawn = [...foundNest.sawn].sort(
    (a, b) => place.get(a.board.id)! - place.get(b.board.id)! || a.nth - b.nth,
  );
  return {
    rows: rows.map((row, i): CutRow => {
      const { run } = stands[i]!;
      const missing = foundNest.missing[i]! * run;
      return missing
        ? { ...row, missing, why: whyMissing(stands[i]!.wanted, row, boards, clear) }
        : { ...row, missing };
    }),
    sawn: sawn.map(({ placed, ...own }) => ({
      ...own,
      laid: placed.flatMap(({ blank, ...area }): Laid[] => {
        const { row, run } = stands[blank]!;
        const part = rows[row]!.part.id;
        const length = (area.length - (run - 1) * kerf) / run;
        return Array.from({ length: run }, (_, n) => ({
          ...area,
          part,
          length,
          x: area.x + n * (length + kerf),
        }));
      }),
    })),
    volume: foundNest.volume,
    pieces: rows.reduce(
      (sum, { rough: { length, width, thickness }, pieces, spare, sawn: cut }) =>
        sum + length * width * thickness * (pieces + spare - cut),
      0,
    ),
    least: foundNest.missing.some(Boolean) ? 0 : foundNest.least,
  };
}

/** One piece, one strip of it, or all its pieces in a row, as it is sawn out of a board. */
function standingFor(
  { part, rough, strips, pieces, spare, sawn }: RoughPart & Pick<CutRow, 'strips'>,
  row: number,
  kerf: Mm,
): Stands {
  const { thickness } = rough;
  const count = (pieces + spare - sawn) * (strips?.count ?? 1);
  const run = part.inOrder ? Math.max(1, count) : 1;
  const length = run * (rough.length + kerf) - kerf;
  return {
    row,
    run,
    wanted: {
      length,
      width: strips?.width ?? rough.width,
      thickness,
      species: part.species,
      count: count / run,
    },
  };
}

/** How a part is glued up that no board of its wood is wide enough for. */
function stripsOf(
  { part, rough }: RoughPart,
  boards: readonly Board[],
  clear: ReadonlyMap<string, readonly Area[]>,
): Pick<CutRow, 'strips'> {
  const areas = boards.flatMap((board) =>
    isWood(board, { ...rough, species: part.species }) ? clear.get(board.id)! : [],
  );
  const widest = Math.max(
    0,
    ...areas.filter(({ length }) => length >= rough.length - 1e-6).map(({ width }) => width),
  );
  if (widest >= rough.width - 1e-6 || widest <= JOINTING) return {};
  const count = Math.ceil(rough.width / (widest - JOINTING));
  return { strips: { count, width: rough.width / count + JOINTING } };
}

const nameOf = (species: string): string =>
  SPECIES.find((s) => s.id === species)?.name.toLowerCase() ?? species;

/**
 * Why some of a part came out of no board: of another wood, too thin, too short, or all used up.
 */
function whyMissing(
  { length, width, thickness, species }: Wanted,
  { part }: RoughPart,
  boards: readonly Board[],
  clear: ReadonlyMap<string, readonly Area[]>,
): Sentence {
  if (boards.length === 0) return say('there are no boards');
  const same = boards.filter((board) =>
    isWood({ ...board, thickness: Infinity }, { thickness, species }),
  );
  if (same.length === 0) return say(`no board is of ${nameOf(species)}`);
  const thick = same.filter((board) => isWood(board, { thickness, species }));
  if (thick.length === 0)
    return say('it is {thickness} thick to begin with; the thickest board is {most}', {
      thickness,
      most: Math.max(...same.map((b) => b.thickness)),
    });
  const areas = thick.flatMap((board) => clear.get(board.id)!);
  const most = Math.max(0, ...areas.map((a) => a.length));
  if (most < length - 1e-6)
    return say(
      part.inOrder && part.quantity > 1
        ? 'all its pieces in a row are {length} long; the longest clear stretch is {most}. Let them come from several boards, or find a longer one'
        : 'it is {length} long to begin with; the longest clear stretch is {most}. Find a longer board, or joint it of two',
      { length, most },
    );
  if (!areas.some((a) => a.length >= length - 1e-6 && a.width >= width - 1e-6))
    return say('no clear stretch is {length} long and {width} wide at once', { length, width });
  return say('the boards that would do are used up');
}
