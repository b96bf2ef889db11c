import { Button, Segmented } from 'antd';
import { useId, useState } from 'react';
import {
  fineStyle,
  formatNumber,
  parseRun,
  spreadOf,
  type Job,
  type LengthStyle,
  type Part,
  type Size,
} from '@velk/core';
import { useRestoreMutation, useRevisionsQuery } from '../app/api.ts';
import { changed, opened, typed } from '../app/bench.ts';
import { keepDraft } from '../app/drafts.ts';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { useStyle } from '../app/useUnits.ts';
import { Length } from '../widgets/Length.tsx';
import { LengthField } from '../widgets/LengthField.tsx';
import { newPart } from './newParts.ts';

/** The parts as the calliper found them. */
export function StockRoom({ job, id }: { job: Job; id: string }) {
  const dispatch = useAppDispatch();
  const style = useStyle();
  const change = (parts: Part[]) => dispatch(changed({ ...job, parts }));
  const update = (part: Part) => change(job.parts.map((p) => (p.id === part.id ? part : p)));
  const used = (part: Part) => job.joints.some((j) => j.tenoned.part === part.id || j.mortised.part === part.id);
  return (
    <div className="sheet">
      <div style={{ display: 'flex', gap: 24, alignItems: 'end', flexWrap: 'wrap', marginBottom: 18 }}>
        <label style={{ flex: '1 1 260px' }}>
          <span className="quiet">Job</span>
          <span className="field" style={{ display: 'block' }}>
            <input
              value={job.name}
              aria-label="Job name"
              maxLength={120}
              style={{ fontSize: 24 }}
              onChange={(e) => dispatch(changed({ ...job, name: e.target.value }))}
            />
          </span>
        </label>
        <div>
          <span className="quiet" style={{ display: 'block', marginBottom: 4 }}>
            Drawn and set in
          </span>
          <Segmented
            aria-label="Unit of the job"
            options={[
              { value: 'mm', label: 'millimetres' },
              { value: 'in', label: 'inches' },
            ]}
            value={job.units}
            onChange={(units) => dispatch(changed({ ...job, units: units as 'mm' | 'in' }))}
          />
        </div>
        <Versions id={id} />
      </div>
      {job.parts.length === 0 ? (
        <div className="start">
          <h1>Which parts meet?</h1>
          <p>
            Start with the piece that carries the tenon and the piece that takes the mortise. Measure real thickness;
            nominal will do until you have.
          </p>
          <Button type="primary" onClick={() => change([newPart('Rail', job, 'rail'), newPart('Stile', job, 'stile')])}>
            Add a rail and a stile
          </Button>
        </div>
      ) : (
        <>
          <table className="parts">
            <thead>
              <tr>
                <th style={{ width: '19%' }}>Part</th>
                <th style={{ width: 66 }}>Pieces</th>
                <th style={{ width: '10%' }}>Final length, {style.system}</th>
                <th style={{ width: '9%' }}>Thickness, {style.system}</th>
                <th style={{ width: '22%' }}>Thickness as measured, {style.system}</th>
                <th style={{ width: '9%' }}>Width, {style.system}</th>
                <th>Width as measured, {style.system}</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {job.parts.map((part) => (
                <tr key={part.id}>
                  <td>
                    <span className="field">
                      <input
                        value={part.name}
                        aria-label={`Name of ${part.name}`}
                        onChange={(e) => update({ ...part, name: e.target.value })}
                      />
                    </span>
                  </td>
                  <td>
                    <CountField part={part} onChange={(quantity) => update({ ...part, quantity })} />
                  </td>
                  <td>
                    <LengthField
                      field={`stock.${part.id}.length`}
                      label={`${part.name}, final length`}
                      value={part.length}
                      style={style}
                      onChange={(length) => update({ ...part, length })}
                    />
                  </td>
                  <SizeCells
                    part={part}
                    name="thickness"
                    style={style}
                    onChange={(thickness) => update({ ...part, thickness })}
                  />
                  <SizeCells part={part} name="width" style={style} onChange={(width) => update({ ...part, width })} />
                  <td>
                    <button
                      className="link"
                      disabled={used(part)}
                      title={used(part) ? 'A joint uses it' : ''}
                      onClick={() => change(job.parts.filter((p) => p !== part))}
                    >
                      Remove
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p style={{ marginTop: 16, display: 'flex', gap: 24 }}>
            <button className="link" onClick={() => change([...job.parts, newPart('Part', job, 'part')])}>
              Add a part
            </button>
          </p>
          <p className="quiet" style={{ marginTop: 16, maxWidth: 640 }}>
            Measured sizes are typed as a run, such as {style.system === 'mm' ? '22.1 22.0 21.8' : '3/4 25/32 1 1/16'}.
            Figures use the middle one; the proof runs the thinnest and the thickest piece too.
          </p>
        </>
      )}
    </div>
  );
}

function SizeCells({
  part,
  name,
  style,
  onChange,
}: {
  part: Part;
  name: 'thickness' | 'width';
  style: LengthStyle;
  onChange: (size: Size) => void;
}) {
  const size = part[name];
  return (
    <>
      <td>
        <LengthField
          field={`stock.${part.id}.${name}`}
          label={`${part.name}, ${name}`}
          value={size.nominal}
          style={style}
          onChange={(nominal) => onChange({ ...size, nominal })}
        />
      </td>
      <td>
        <RunField
          field={`stock.${part.id}.${name}.run`}
          label={`${part.name}, measured ${name}`}
          values={size.measured}
          style={style}
          onChange={(measured) => onChange({ ...size, measured })}
        />
        {size.measured.length > 1 && <Strip size={size} style={style} />}
      </td>
    </>
  );
}

function RunField({
  field,
  label,
  values,
  style,
  onChange,
}: {
  field: string;
  label: string;
  values: readonly number[];
  style: LengthStyle;
  onChange: (values: number[]) => void;
}) {
  const dispatch = useAppDispatch();
  const id = useId();
  const kept = useAppSelector((s) => s.bench.typed[field]);
  const [editing, setEditing] = useState<string | null>(null);
  const text = editing ?? kept ?? values.map((v) => formatNumber(v, fineStyle(style))).join('  ');
  const parsed = editing === null && kept === undefined ? null : parseRun(text, style);
  const message = parsed && !parsed.ok ? parsed.message : undefined;
  return (
    <span className="field">
      <input
        value={text}
        aria-label={`${label}, ${style.system}`}
        aria-invalid={message !== undefined}
        aria-describedby={message ? id : undefined}
        placeholder="not measured"
        onChange={(e) => {
          setEditing(e.target.value);
          const read = parseRun(e.target.value, style);
          dispatch(typed({ field, text: read.ok ? null : e.target.value }));
          if (read.ok) onChange(read.values);
        }}
        onBlur={() => setEditing(null)}
      />
      {message && (
        <span className="fielderror" id={id} role="alert">
          {message}
        </span>
      )}
    </span>
  );
}

/** The spread of a batch: one stroke a piece along a short rule. */
function Strip({ size, style }: { size: Size; style: LengthStyle }) {
  const { least, most } = spreadOf(size);
  const span = Math.max(most - least, 0.2);
  const middle = (least + most) / 2;
  const x = (v: number) => 60 + ((v - middle) / span) * 100;
  return (
    <span style={{ display: 'flex', alignItems: 'center', gap: 8, fontSize: 14 }} className="quiet">
      <svg width={120} height={16} aria-hidden>
        <path d="M4 12H116" stroke="var(--line)" />
        {size.measured.map((v, i) => (
          <path key={i} d={`M${x(v)} 3V12`} stroke="var(--ink)" strokeWidth={1.6} strokeOpacity={0.6} />
        ))}
      </svg>
      spread <Length value={most - least} style={style} />
    </span>
  );
}

function CountField({ part, onChange }: { part: Part; onChange: (count: number) => void }) {
  const dispatch = useAppDispatch();
  const field = `stock.${part.id}.quantity`;
  const kept = useAppSelector((s) => s.bench.typed[field]);
  return (
    <span className="field">
      <input
        value={kept ?? part.quantity}
        inputMode="numeric"
        aria-label={`${part.name}, pieces`}
        aria-invalid={kept !== undefined}
        onChange={(e) => {
          const count = Number(e.target.value);
          const good = /^\d+$/.test(e.target.value) && count >= 1 && count <= 10_000;
          dispatch(typed({ field, text: good ? null : e.target.value }));
          if (good) onChange(count);
        }}
      />
      {kept !== undefined && (
        <span className="fielderror" role="alert">
          Pieces: a whole number from 1 to 10 000.
        </span>
      )}
    </span>
  );
}

function Versions({ id }: { id: string }) {
  const dispatch = useAppDispatch();
  const [shown, setShown] = useState(false);
  const { data } = useRevisionsQuery(id, { skip: !shown, refetchOnMountOrArgChange: true });
  const [restore] = useRestoreMutation();
  const bring = async (version: number) => {
    const stored = await restore({ id, version }).unwrap();
    keepDraft(id, null);
    dispatch(opened({ stored }));
  };
  return (
    <div style={{ position: 'relative' }}>
      <button className="link" aria-expanded={shown} onClick={() => setShown(!shown)}>
        Earlier versions
      </button>
      {shown && (
        <div
          className="keys"
          style={{
            position: 'absolute',
            bottom: 'auto',
            top: 30,
            right: 0,
            width: 330,
            maxHeight: 360,
            overflow: 'auto',
          }}
        >
          {data?.map((r, i) => (
            <p key={r.version} style={{ display: 'flex', justifyContent: 'space-between', padding: '3px 0' }}>
              <span>
                {r.version}: {new Date(r.savedAt).toLocaleString()} <span className="quiet">{r.savedBy}</span>
              </span>
              {i > 0 && (
                <button className="link" onClick={() => void bring(r.version)}>
                  Bring back
                </button>
              )}
            </p>
          ))}
        </div>
      )}
    </div>
  );
}
