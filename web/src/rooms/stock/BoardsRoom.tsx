import './stock.css';
import './boards.css';
import { Button } from 'antd';
import { useCallback, useState } from 'react';
import {
  costOf,
  sawingOf,
  takenFrom,
  weightOf,
  writeCutList,
  type CutList,
  type SawnBoard,
} from '@velk/core/day';
import {
  freshId,
  freshName,
  USUAL_BOARD,
  type Board,
  type Part,
  type Sawing,
  type Shop,
} from '@velk/core/shop';
import { counted, INCH, type LengthStyle } from '@velk/core/ground';
import { readBoards } from '@velk/core/exchange';
import type { Job } from '@velk/core/design';
import { useEdit } from '../../keeping/useEdit.ts';
import { useCutList } from '../../planning/useCutList.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { BoardDrawing } from '../../drawings/BoardDrawing.tsx';
import { useWidth } from '../../drawings/useWidth.ts';
import { Length } from '../../widgets/Length.tsx';
import { LengthField } from '../../widgets/LengthField.tsx';
import { Margin } from '../../widgets/Margin.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { saveText } from '../../browser/saveText.ts';
import { BoardMargin } from './BoardMargin.tsx';
import { BoardTable } from './BoardTable.tsx';
import { CutTable } from './CutTable.tsx';
import { PastePanel } from './PastePanel.tsx';
import { StockTabs } from './StockTabs.tsx';

/**
 * What the parts are sawn out of: the boards in stock, every part rough, and each board as it is
 * sawn up.
 */
export function BoardsRoom({ job, id, shop }: { job: Job; id: string; shop: Shop }) {
  const edit = useEdit();
  const style = useStyle();
  const { list, current, error } = useCutList(job, shop);
  const [picked, setPicked] = useState<{ board?: string; part?: string }>({});
  const [pasting, setPasting] = useState(false);
  const boards = job.boards ?? [];
  const put = (board: Board) => edit({ edit: 'boardPut', board });
  const putPart = (part: Part) => edit({ edit: 'partPut', part });
  const board = boards.find((eachBoard) => eachBoard.id === picked.board);
  const row = list?.rows.find(({ part }) => part.id === picked.part);
  const add = () => {
    const madeBoard = newBoard(job, boards);
    edit({ edit: 'boardsAdded', boards: [madeBoard] });
    setPicked({ board: madeBoard.id });
  };
  const read = useCallback(
    (text: string) => {
      const { boards: things, ...told } = readBoards(text, style, job.boards ?? []);
      return { things, ...told };
    },
    [style, job.boards],
  );
  return (
    <div className="sheet withmargin boardsroom">
      <section aria-label="Boards and cut list">
        <StockTabs id={id} />
        <h1 className="unseen">Boards and cut list</h1>
        {pasting && (
          <PastePanel
            called={['board', 'boards']}
            field="kept.boards"
            hint="With headings (Board, How many, Length, Width, Thickness, Wood, Ends) in any order, or without, in the order board, how many, length, width, thickness, wood."
            placeholder={'Board\tHow many\tLength\tWidth\tThickness'}
            read={read}
            shown={(ownBoard) => (
              <>
                {ownBoard.name} {ownBoard.count} × <Length value={ownBoard.length} style={style} />,{' '}
                <Length value={ownBoard.width} style={style} /> by{' '}
                <Length value={ownBoard.thickness} style={style} />
              </>
            )}
            onAdd={(more) => edit({ edit: 'boardsAdded', boards: more })}
            onClose={() => setPasting(false)}
          />
        )}
        {boards.length === 0 ? (
          <NoBoards onAdd={add} onPaste={() => setPasting(true)} />
        ) : (
          <>
            <BoardTable
              boards={boards}
              style={style}
              picked={board?.id ?? null}
              onPick={(own) => setPicked({ board: own })}
              onChange={put}
            />{' '}
            <p className="boardsmore">
              <button className="link" onClick={add}>
                Add a board
              </button>
              {!pasting && (
                <button className="link" onClick={() => setPasting(true)}>
                  Paste or open a table
                </button>
              )}
            </p>
          </>
        )}
        {error && (
          <p className="note error" role="alert">
            The parts could not be laid out: {error}. Undo the last change; the job itself is kept.
          </p>
        )}
        {list && list.rows.length > 0 && (
          <>
            <div className="between cutlisthead">
              <h2>Cut list</h2>
              <button
                className="link"
                onClick={() =>
                  saveText(`${job.name}, cut list.csv`, 'text/csv', writeCutList(list, style))
                }
              >
                Save as CSV
              </button>
            </div>
            <CutTable
              rows={list.rows}
              style={style}
              picked={row?.part.id ?? null}
              stocked={boards.length > 0}
              onPick={(part) => setPicked({ part })}
              onChange={putPart}
            />
          </>
        )}
        <Sawn job={job} list={list} current={current} picked={row?.part.id ?? null} />
      </section>
      <Margin label={board ? 'The board' : 'The part'} list={board ? 'boards' : 'cut list'}>
        {board && (
          <BoardMargin
            board={board}
            style={style}
            onChange={put}
            onRemove={() => edit({ edit: 'boardRemoved', board: board.id })}
          />
        )}
        {row && <RowNotes row={row} style={style} onChange={putPart} />}
        <SawingFields
          job={job}
          style={style}
          onChange={(sawing) => edit({ edit: 'sawingTold', sawing })}
        />
      </Margin>
    </div>
  );
}

/** Before there is a board: what boards are good for, and how they come. */
function NoBoards({ onAdd, onPaste }: { onAdd: () => void; onPaste: () => void }) {
  return (
    <div className="start wide">
      <h2>What is it sawn out of?</h2>
      <p>
        Say which boards you have, and every part is laid out on them at its rough size, round their
        knots, with as little wood as can be found. Without boards the list below still says what to
        buy.
      </p>
      <span>
        <Button type="primary" onClick={onAdd}>
          Add a board
        </Button>
        <Button onClick={onPaste}>Paste a table</Button>
      </span>
    </div>
  );
}

interface SawnProps {
  readonly job: Job;
  readonly list: CutList | undefined;
  /** Whether the list is of the job as it is now. */
  readonly current: boolean;
  readonly picked: string | null;
}

/** Each board as it is sawn up, those alike once. */
function Sawn({ job, list, current, picked }: SawnProps) {
  const edit = useEdit();
  const style = useStyle();
  const [ref, width] = useWidth<HTMLDivElement>();
  const longest = Math.max(1, ...(job.boards ?? []).map(({ length }) => length));
  return (
    <div ref={ref}>
      {list && list.sawn.length > 0 && (
        <>
          <h2 className="sawnhead">As they are sawn</h2>
          <p role="status" className="quiet">
            {current ? <Total list={list} job={job} /> : 'Laying them out again…'}
          </p>
          <p>
            <button
              className="link"
              disabled={!current}
              onClick={() => edit({ edit: 'boardsSawn', ...takenFrom(job, list) })}
            >
              They are sawn: count the pieces, keep the offcuts as boards
            </button>
          </p>
          {alike(list.sawn).map(([sawn, ...others]) => (
            <figure
              key={`${sawn.board.id} ${sawn.nth}`}
              className={current ? 'sawn' : 'sawn before'}
            >
              <figcaption>
                <strong>{numbered(sawn, others)}</strong>{' '}
                <span className="quiet">{piecesIn(sawn, job.parts)}</span>
              </figcaption>
              <BoardDrawing
                sawn={sawn}
                parts={job.parts}
                style={style}
                scale={Math.max(0.1, (width - 4) / longest)}
                picked={picked}
              />
            </figure>
          ))}
        </>
      )}
    </div>
  );
}

interface RowNotesProps {
  readonly row: CutList['rows'][number];
  readonly style: LengthStyle;
  readonly onChange: (part: Part) => void;
}

/** Why a part is sawn larger than it will be, and whether its pieces follow on one board. */
function RowNotes({ row: { part, reasons }, style, onChange }: RowNotesProps) {
  return (
    <>
      <h2>{part.name}</h2>
      <p>Sawn larger than it will be:</p>
      <ul className="reasons">
        {reasons.map((reason, i) => (
          <li key={i}>
            <Spoken sentence={reason} style={style} />
          </li>
        ))}
      </ul>
      {part.quantity > 1 && (
        <label className="inorder">
          <input
            type="checkbox"
            checked={part.inOrder ?? false}
            onChange={(e) => onChange({ ...part, inOrder: e.target.checked })}
          />
          All from one board, one after the other, so that the grain runs on
        </label>
      )}
    </>
  );
}

/** Boards that are sawn alike, together. */
function alike(sawn: readonly SawnBoard[]): [SawnBoard, ...SawnBoard[]][] {
  const groups = new Map<string, [SawnBoard, ...SawnBoard[]]>();
  for (const sawnBoard of sawn) {
    const key = JSON.stringify([sawnBoard.board.id, sawnBoard.laid]);
    const group = groups.get(key);
    if (group) group.push(sawnBoard);
    else groups.set(key, [sawnBoard]);
  }
  return [...groups.values()];
}

const numbered = ({ board, nth }: SawnBoard, others: readonly SawnBoard[]): string =>
  board.count === 1
    ? board.name
    : `${board.name}, ${others.length ? `${others.length + 1} alike: numbers` : 'number'} ${[nth, ...others.map((o) => o.nth)].map((n) => n + 1).join(', ')}`;

/** What comes out of a board, counted. */
const piecesIn = ({ laid }: SawnBoard, parts: readonly Part[]): string =>
  parts
    .map(({ id, name }) => ({ name, count: laid.filter(({ part }) => part === id).length }))
    .filter(({ count }) => count > 0)
    .map(({ name, count }) => `${count} × ${name}`)
    .join(', ');

const POUND = 0.45359237;
const heavy = (kilograms: number, units: Job['units']): string =>
  units === 'in' ? `${Math.round(kilograms / POUND)} lb` : `${Math.round(kilograms)} kg`;

const cubic = (volume: number): string => `${(volume / 1e9).toFixed(3)} m³`;

/**
 * How much wood that takes, how much of it becomes pieces, and how far better it could be at the
 * most.
 */
function Total({ list, job }: { list: CutList; job: Job }) {
  const { sawn, volume, pieces, least, rows } = list;
  const [cost, weight] = [costOf(list), weightOf(job)];
  const short = rows.some(({ missing }) => missing > 0);
  return (
    <>
      {counted(sawn.length, 'board', 'boards')}, {cubic(volume)}
      {short
        ? '; some pieces came out of none.'
        : `, of which ${cubic(pieces)} are pieces; ${least > volume - 1e5 ? 'it can’t be done with less' : `it can’t be done with less than ${cubic(least)}`}.`}
      {cost !== undefined && ` They cost ${cost.toFixed(2)}.`}
      {weight !== undefined && ` All parts finished weigh about ${heavy(weight, job.units)}.`}
    </>
  );
}

const OVER: readonly [keyof Sawing, string][] = [
  ['length', 'Over in length'],
  ['width', 'Over in width'],
  ['thickness', 'Over in thickness'],
  ['kerf', 'Kerf of that saw'],
];

/** How much larger than it has to be everything is sawn, and what goes to dust. */
function SawingFields({
  job,
  style,
  onChange,
}: {
  job: Job;
  style: LengthStyle;
  onChange: (sawing: Sawing) => void;
}) {
  const sawing = sawingOf(job);
  return (
    <>
      <h3>Sawing rough</h3>
      <div className="toolfields">
        {OVER.map(([size, words]) => (
          <div key={size}>
            <span>{words}</span>
            <LengthField
              field={`sawing.${size}`}
              label={words}
              value={sawing[size]}
              style={style}
              least={0}
              most={size === 'kerf' ? 10 : 500}
              onChange={(value) => onChange({ ...sawing, [size]: value })}
            />
          </div>
        ))}
      </div>
      <p className="quiet">Of boards that are planed already nothing goes off in thickness.</p>
    </>
  );
}

/** A board like the last one, or as they are usually sold. */
function newBoard(job: Job, boards: readonly Board[]): Board {
  const last = boards.at(-1);
  const thickest =
    Math.max(0, ...job.parts.map((part) => part.thickness.nominal)) + sawingOf(job).thickness;
  const name = freshName('Board', boards);
  const thickness =
    job.units === 'in' ? Math.ceil(thickest / (INCH / 4)) * (INCH / 4) : Math.ceil(thickest);
  const usual = { ...USUAL_BOARD[job.units], thickness, species: job.parts[0]?.species ?? '' };
  return { ...usual, ...last, id: freshId(name, boards), name, count: 1, defects: [] };
}
