import './stock.css';
import { Button } from 'antd';
import { useMemo, useRef, useState, type ReactNode } from 'react';
import { LIMITS } from '@velk/core/ground';
import type { CellProblem } from '@velk/core/exchange';
import { typed } from '../../keeping/typed.ts';
import { useEscape } from '../../frame/useEscape.ts';
import { useAppDispatch, useAppSelector } from '../../store.ts';

const SHOWN = 8;
const letters = (count: number): string => count.toLocaleString();

interface Props<Thing> {
  /** What is pasted, as “part” and “parts”. */
  readonly called: readonly [one: string, several: string];
  /** Names the kept text. */
  readonly field: string;
  readonly hint: string;
  readonly placeholder: string;
  /** Reads the text; the same function as long as what it knows is the same. */
  readonly read: (text: string) => {
    readonly things: readonly Thing[];
    readonly problems: readonly CellProblem[];
    readonly left: string;
    readonly decimal: '.' | ',';
  };
  /** The first few in words, to see whether they were read as they were meant. */
  readonly shown: (thing: Thing) => ReactNode;
  readonly onAdd: (things: readonly Thing[]) => void;
  readonly onClose: () => void;
}

/**
 * A table pasted from a spreadsheet or opened from CSV: what it was read as, and what can't be,
 * cell by cell.
 */
export function PastePanel<Thing extends { readonly id: string }>({
  called: [one, several],
  field,
  hint,
  placeholder,
  read: reader,
  shown,
  onAdd,
  onClose,
}: Props<Thing>) {
  const dispatch = useAppDispatch();
  useEscape(onClose);
  const text = useAppSelector((s) => s.typed[field]) ?? '';
  const file = useRef<HTMLInputElement>(null);
  const [added, setAdded] = useState(0);
  const read = useMemo(() => reader(text), [text, reader]);
  const [tooLong, setTooLong] = useState(0);
  const put = (next: string) => {
    const isTooLong = next.length > LIMITS.table;
    setTooLong(isTooLong ? next.length : 0);
    if (!isTooLong) dispatch(typed({ field, text: next || null }));
  };
  const add = () => {
    onAdd(read.things);
    setAdded(read.things.length);
    put(read.left);
    if (!read.left) onClose();
  };
  return (
    <section className="paste" aria-label="Paste a table">
      <div className="between">
        <h2>Paste a table of {several}</h2>
        <span className="abreast">
          <button className="link" onClick={() => file.current?.click()}>
            Open a CSV file
          </button>
          <button className="link" onClick={onClose}>
            Close
          </button>
        </span>
      </div>
      <p className="quiet">{hint}</p>
      <textarea
        autoFocus
        aria-label={`Table of ${several}`}
        rows={6}
        spellCheck={false}
        value={text}
        placeholder={placeholder}
        onChange={(e) => put(e.target.value)}
      />
      <input
        ref={file}
        type="file"
        hidden
        aria-label={`CSV file of ${several}`}
        accept=".csv,.tsv,.txt,text/csv"
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          e.target.value = '';
          if (file) void file.text().then(put);
        }}
      />
      {tooLong > 0 && (
        <p role="alert" className="wrong">
          ■ This table has {letters(tooLong)} letters, and {letters(LIMITS.table)} are read at once:
          paste it in parts. What stands above is as it was.
        </p>
      )}
      {added > 0 && read.problems.length > 0 && (
        <p role="status">
          {added} {added === 1 ? `${one} is` : `${several} are`} in. These rows still need a look;
          the rest of the table is above as you typed it.
        </p>
      )}
      {read.problems.length > 0 && (
        <table className="sizes" aria-label="Cells that can’t be used">
          <tbody>
            {read.problems.slice(0, SHOWN).map((p, i) => (
              <tr key={i}>
                <td>Row {p.row}</td>
                <td>{p.column}</td>
                <td>{p.text && <code>{p.text}</code>}</td>
                <td className="wrong">■ {p.message}</td>
              </tr>
            ))}
            {read.problems.length > SHOWN && (
              <tr>
                <td colSpan={4} className="quiet">
                  and {read.problems.length - SHOWN} more cells
                </td>
              </tr>
            )}
          </tbody>
        </table>
      )}
      {read.things.length > 0 && (
        <p className="abreast level">
          <Button type="primary" onClick={add}>
            Add {read.things.length} {read.things.length === 1 ? one : several}
          </Button>
          <span className="quiet">
            {read.things.slice(0, 3).map((thing) => (
              <span key={thing.id}>{shown(thing)}; </span>
            ))}
            {read.things.length > 3 && '…'} decimals with a{' '}
            {read.decimal === ',' ? 'comma' : 'point'}
          </span>
        </p>
      )}
    </section>
  );
}
