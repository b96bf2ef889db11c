import type { Job } from '../../design/index.ts';
import { SPECIES, type Board, type Part, freshId, freshName } from '../../shop/index.ts';
import type { CutList, SawnBoard } from './cutList.ts';

/** Offcuts within this in every size are alike, mm. */
const ALIKE = 1;

/**
 * A job whose boards have been sawn as the cut list has them: its pieces count as sawn, the boards
 * are gone from the stock, and what is worth keeping of them is there as boards of its own. A part
 * that is glued up of strips has as many pieces as whole sets of them.
 */
export function takenFrom(
  job: Job,
  { rows, sawn }: Pick<CutList, 'rows' | 'sawn'>,
): { parts: Part[]; boards: Board[] } {
  const count = (part: string) =>
    sawn.reduce((sum, { laid }) => sum + laid.filter((own) => own.part === part).length, 0);
  const pieces = new Map(
    rows.map(({ part, strips }) => [part.id, Math.floor(count(part.id) / (strips?.count ?? 1))]),
  );
  const used = (board: Board) => sawn.filter((sawnBoard) => sawnBoard.board.id === board.id).length;
  const whole = (job.boards ?? [])
    .map((board) => ({ ...board, count: board.count - used(board) }))
    .filter((board) => board.count > 0);
  return {
    parts: job.parts.map((part): Part => {
      const more = pieces.get(part.id) ?? 0;
      return more ? { ...part, sawn: (part.sawn ?? 0) + more } : part;
    }),
    boards: sawn.reduce(withOffcuts, whole),
  };
}

/** Boards with what is left of one that was sawn. */
function withOffcuts(boards: readonly Board[], { board, offcuts }: SawnBoard): Board[] {
  return offcuts.reduce<Board[]>(
    (allBoards, { length, width }) => {
      const { thickness, species } = board;
      const near = (a: number, b: number) => Math.abs(a - b) < ALIKE;
      const index = allBoards.findIndex(
        (eachBoard) =>
          eachBoard.offcut &&
          eachBoard.species === species &&
          near(eachBoard.thickness, thickness) &&
          near(eachBoard.length, length) &&
          near(eachBoard.width, width),
      );
      if (index >= 0)
        return allBoards.map((eachBoard, i) =>
          i === index ? { ...eachBoard, count: eachBoard.count + 1 } : eachBoard,
        );
      const name = freshName(`Offcut of ${board.name.replace(/^Offcut of /, '')}`, allBoards);
      return [
        ...allBoards,
        {
          id: freshId(name, allBoards),
          name,
          count: 1,
          length,
          width,
          thickness,
          species,
          ends: 0,
          defects: [],
          offcut: true,
        },
      ];
    },
    [...boards],
  );
}

/** What the boards that are sawn cost; nothing where the price of one of them isn't known. */
export function costOf({ sawn }: Pick<CutList, 'sawn'>): number | undefined {
  return sawn.reduce<number | undefined>(
    (sum, { board }) =>
      sum === undefined || board.price === undefined ? undefined : sum + board.price,
    0,
  );
}

/**
 * What the finished pieces weigh, kg at 12 % moisture; nothing where the wood of one of them isn't
 * known.
 */
export function weightOf({ parts }: Pick<Job, 'parts'>): number | undefined {
  return parts.reduce<number | undefined>(
    (sum, { species, quantity, length, width, thickness }) => {
      const density = SPECIES.find(({ id }) => id === species)?.density;
      const volume = (quantity * length * width.nominal * thickness.nominal) / 1e9;
      return sum === undefined || density === undefined ? undefined : sum + density * volume;
    },
    0,
  );
}
