import { Button } from 'antd';
import { useMemo, useRef, useState } from 'react';
import { readParts, type Job, type LengthStyle, type Part } from '@velk/core';
import { typed } from '../../app/typed.ts';
import { useEscape } from '../../app/useEscape.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { Length } from '../../widgets/Length.tsx';

const FIELD = 'kept.paste';
const SHOWN = 8;

/** A table pasted from a spreadsheet or opened from CSV: what it was read as, and what can't be, cell by cell. */
export function PastePanel({
  job,
  style,
  onAdd,
  onClose,
}: {
  job: Job;
  style: LengthStyle;
  onAdd: (parts: readonly Part[]) => void;
  onClose: () => void;
}) {
  const dispatch = useAppDispatch();
  useEscape(onClose);
  const text = useAppSelector((s) => s.typed[FIELD]) ?? '';
  const file = useRef<HTMLInputElement>(null);
  const [added, setAdded] = useState(0);
  const read = useMemo(() => readParts(text, style, job.parts), [text, style, job.parts]);
  const put = (next: string) => dispatch(typed({ field: FIELD, text: next || null }));
  const add = () => {
    onAdd(read.parts);
    setAdded(read.parts.length);
    put(read.left);
    if (!read.left) onClose();
  };
  return (
    <section className="paste" aria-label="Paste a table">
      <div className="between">
        <h2>Paste a table of parts</h2>
        <span style={{ display: 'flex', gap: 16 }}>
          <button className="link" onClick={() => file.current?.click()}>
            Open a CSV file
          </button>
          <button className="link" onClick={onClose}>
            Close
          </button>
        </span>
      </div>
      <p className="quiet">
        With headings (Part, Pieces, Length, Rough length, Thickness, Width, Thickness as measured, Wood, Set) in any
        order, or without, in the order part, pieces, length, thickness, width, thickness as measured.
      </p>
      <textarea
        autoFocus
        aria-label="Table of parts"
        rows={6}
        spellCheck={false}
        value={text}
        placeholder={'Part\tPieces\tLength\tThickness\tWidth'}
        onChange={(e) => put(e.target.value)}
      />
      <input
        ref={file}
        type="file"
        hidden
        aria-label="CSV file of parts"
        accept=".csv,.tsv,.txt,text/csv"
        onChange={(e) => {
          const [one] = e.target.files ?? [];
          e.target.value = '';
          if (one) void one.text().then(put);
        }}
      />
      {added > 0 && read.problems.length > 0 && (
        <p role="status">
          {added} {added === 1 ? 'part is' : 'parts are'} in. These rows still need a look; the rest of the table is
          above as you typed it.
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
                <td style={{ color: 'var(--stop)' }}>■ {p.message}</td>
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
      {read.parts.length > 0 && (
        <p style={{ display: 'flex', gap: 18, alignItems: 'center', flexWrap: 'wrap' }}>
          <Button type="primary" onClick={add}>
            Add {read.parts.length} {read.parts.length === 1 ? 'part' : 'parts'}
          </Button>
          <span className="quiet">
            {read.parts.slice(0, 3).map((p) => (
              <span key={p.id}>
                {p.name} {p.quantity} × <Length value={p.length} style={style} />,{' '}
                <Length value={p.thickness.nominal} style={style} /> by <Length value={p.width.nominal} style={style} />
                ;{' '}
              </span>
            ))}
            {read.parts.length > 3 && '…'} decimals with a {read.decimal === ',' ? 'comma' : 'point'}
          </span>
        </p>
      )}
    </section>
  );
}
