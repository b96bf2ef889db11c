import './stock.css';
import { Button, Segmented } from 'antd';
import { useCallback, useState } from 'react';
import { Link } from 'react-router';
import { readParts, writeParts } from '@velk/core/exchange';
import type { Job } from '@velk/core/design';
import type { Part } from '@velk/core/shop';
import { useSought } from '../../frame/useSought.ts';
import { useStable } from '../../browser/useStable.ts';
import { useEdit } from '../../keeping/useEdit.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { saveText } from '../../browser/saveText.ts';
import { newPart } from '../joints/newParts.ts';
import { PartMargin } from './PartMargin.tsx';
import { PartTable } from './PartTable.tsx';
import { PastePanel } from './PastePanel.tsx';
import { StockTabs } from './StockTabs.tsx';
import { SeasonsForm } from './SeasonsForm.tsx';
import { Versions } from './Versions.tsx';
import { Length } from '../../widgets/Length.tsx';
import { Margin } from '../../widgets/Margin.tsx';
import { WordsField } from '../../widgets/WordsField.tsx';

/** A list this long is searched rather than read. */
const LONG = 14;

/**
 * The parts as the calliper found them; the one being looked at stands in the margin with its
 * marks.
 */
export function StockRoom({ job, id }: { job: Job; id: string }) {
  const edit = useEdit();
  const style = useStyle();
  const [picked, setPicked] = useState<string | null>(null);
  const [pasting, setPasting] = useState(false);
  const [words, setWords] = useSought();
  const bring = (...parts: Part[]) => edit({ edit: 'partsAdded', parts });
  /** The same function throughout, so that a long table draws only the row that changed. */
  const update = useStable((part: Part) => edit({ edit: 'partPut', part }));
  const part = job.parts.find((p) => p.id === picked) ?? job.parts[0];
  const wanted = words.trim().toLowerCase();
  const shown = wanted ? job.parts.filter((p) => p.name.toLowerCase().includes(wanted)) : job.parts;
  const read = useCallback(
    (text: string) => {
      const { parts: things, ...told } = readParts(text, style, job.parts);
      return { things, ...told };
    },
    [style, job.parts],
  );
  const paste = (
    <PastePanel
      called={['part', 'parts']}
      field="kept.paste"
      hint="With headings (Part, Pieces, Length, Rough length, Thickness, Width, Thickness as measured, Wood, Set) in any order, or without, in the order part, pieces, length, thickness, width, thickness as measured."
      placeholder={'Part\tPieces\tLength\tThickness\tWidth'}
      read={read}
      shown={(p) => (
        <>
          {p.name} {p.quantity} × <Length value={p.length} style={style} />,{' '}
          <Length value={p.thickness.nominal} style={style} /> by{' '}
          <Length value={p.width.nominal} style={style} />
        </>
      )}
      onAdd={(parts) => bring(...parts)}
      onClose={() => setPasting(false)}
    />
  );
  const add = () => {
    const madePart = newPart('Part', job, 'part');
    bring(madePart);
    setPicked(madePart.id);
  };
  const addTwo = () => {
    const rail = newPart('Rail', job, 'rail');
    bring(rail, newPart('Stile', { ...job, parts: [rail] }, 'stile'));
  };
  return (
    <div className="sheet withmargin stockroom">
      <section aria-label="Stock">
        <JobLine job={job} id={id} />
        <StockTabs id={id} />
        {job.parts.length === 0 && !pasting ? (
          <NoParts onAdd={addTwo} onPaste={() => setPasting(true)} />
        ) : (
          <>
            <h1 className="unseen">Stock</h1>
            {pasting && paste}
            {job.parts.length > LONG && (
              <span className="field partsearch">
                <input
                  aria-label="Search the parts"
                  placeholder={`Search ${job.parts.length} parts`}
                  value={words}
                  onChange={(e) => setWords(e.target.value)}
                />
              </span>
            )}
            {job.parts.length > 0 && (
              <PartTable
                parts={shown}
                style={style}
                picked={part?.id ?? null}
                onPick={setPicked}
                onChange={update}
              />
            )}
            <PartsMore
              job={job}
              onAdd={add}
              onPaste={pasting ? undefined : () => setPasting(true)}
            />
            {job.parts.length > 1 && job.joints.length === 0 && (
              <p>
                Next: <Link to={`/job/${id}/joints`}>how they meet</Link>.
              </p>
            )}
            <p className="quiet partshint">
              Measured sizes are typed as a run, such as{' '}
              {style.system === 'mm' ? '22.1 22.0 21.8' : '3/4 25/32 1 1/16'}. Figures use the
              middle one; the proof runs the thinnest and the thickest piece too.
            </p>
            <SeasonsForm job={job} />
          </>
        )}
      </section>
      <Margin label="The part" list="parts">
        {part && (
          <PartMargin
            key={part.id}
            job={job}
            part={part}
            style={style}
            onChange={update}
            onCopy={(madePart) => {
              bring(madePart);
              setPicked(madePart.id);
            }}
            onRemove={() => edit({ edit: 'partRemoved', part: part.id })}
          />
        )}
      </Margin>
    </div>
  );
}

/** What the job is called, its unit, and what it was before. */
function JobLine({ job, id }: { job: Job; id: string }) {
  const edit = useEdit();
  return (
    <div className="between jobline">
      <label>
        <span className="quiet">Job</span>
        <WordsField
          field="job.name"
          label="Job name"
          called="The name of the job"
          value={job.name}
          className="wide heading"
          onChange={(name) => edit({ edit: 'named', name })}
        />
      </label>
      <div>
        <span className="quiet">Drawn and set in</span>
        <Segmented<Job['units']>
          aria-label="Unit of the job"
          options={[
            { value: 'mm', label: 'millimetres' },
            { value: 'in', label: 'inches' },
          ]}
          value={job.units}
          onChange={(units) => edit({ edit: 'drawnIn', units })}
        />
      </div>
      <Versions id={id} />
    </div>
  );
}

/** More parts, and all of them in and out as a table. */
function PartsMore({
  job,
  onAdd,
  onPaste,
}: {
  job: Job;
  onAdd: () => void;
  /** Nothing while a table is pasted. */
  onPaste: (() => void) | undefined;
}) {
  return (
    <p className="partsmore">
      <button className="link" onClick={onAdd}>
        Add a part
      </button>
      {onPaste && (
        <button className="link" onClick={onPaste}>
          Paste or open a table
        </button>
      )}
      <button
        className="link"
        onClick={() => saveText(`${job.name}.csv`, 'text/csv', writeParts(job.parts))}
      >
        Save as CSV
      </button>
    </p>
  );
}

/** Before there is a part: how to begin. */
function NoParts({ onAdd, onPaste }: { onAdd: () => void; onPaste: () => void }) {
  return (
    <div className="start">
      <h1>Which parts meet?</h1>
      <p>
        Start with the piece that carries the tenon and the piece that takes the mortise. Measure
        real thickness; nominal will do until you have.
      </p>
      <span>
        <Button type="primary" onClick={onAdd}>
          Add a rail and a stile
        </Button>
        <Button onClick={onPaste}>Paste a table</Button>
      </span>
    </div>
  );
}
