import './chest.css';
import { useState } from 'react';
import {
  calibrated,
  calibrationsOf,
  measuredIn,
  type CalibrationKind,
  type Tool,
} from '@velk/core/shop';
import { pluralOf, parseLength, type LengthStyle } from '@velk/core/ground';
import { today } from '../../browser/days.ts';
import { useKeptState } from '../../keeping/useKeptState.ts';
import { FieldError } from '../../widgets/FieldError.tsx';
import { CalibratedSize } from './CalibratedSize.tsx';

interface Typed {
  readonly rows: readonly (readonly string[])[];
}

/**
 * What of a tool is found by cutting and measuring: what it was measured to be, and how to measure
 * it anew.
 */
export function Calibrating({
  tool,
  style,
  take,
}: {
  tool: Tool;
  style: LengthStyle;
  /** Takes the tool as it was measured to be; or says why it can’t be that. */
  take: (tool: Tool) => string | undefined;
}) {
  const kinds = calibrationsOf(tool);
  const [open, setOpen] = useState<string | null>(null);
  if (!kinds.length) return null;
  return (
    <section className="calibrating" aria-label="Found by measuring">
      <h2>Found by measuring</h2>
      {kinds.map((kind) => (
        <div key={kind.id}>
          <p>
            {kind.title}: <Found tool={tool} kind={kind} style={style} />{' '}
            <button
              className="link"
              aria-expanded={open === kind.id}
              onClick={() => setOpen(open === kind.id ? null : kind.id)}
            >
              {measuredIn(tool, kind) ? 'Measure it again' : 'Measure it'}
            </button>
          </p>
          {open === kind.id && (
            <Rows
              tool={tool}
              kind={kind}
              style={style}
              onTake={(next) => {
                const refused = take(next);
                if (!refused) setOpen(null);
                return refused;
              }}
            />
          )}
        </div>
      ))}
    </section>
  );
}

/** What it was measured to be, and when, with what was stated; or that nobody has. */
function Found({ tool, kind, style }: { tool: Tool; kind: CalibrationKind; style: LengthStyle }) {
  const measured = measuredIn(tool, kind);
  if (!measured)
    return (
      <span className="quiet">
        <CalibratedSize kind={kind} value={kind.stated(tool)!} style={style} /> as it is stated, not
        measured.
      </span>
    );
  return (
    <>
      <strong>
        <CalibratedSize kind={kind} value={measured.value} style={style} />
      </strong>{' '}
      <span className="quiet">
        measured {measured.on}, {pluralOf(measured.count, 'once', `${measured.count} times`)}
        {measured.count > 1 && (
          <>
            , scatter <CalibratedSize kind={kind} value={measured.spread} style={style} />
          </>
        )}
        ; stated <CalibratedSize kind={kind} value={measured.stated} style={style} />.
      </span>
    </>
  );
}

/** Readings, a row for each; kept while one is elsewhere. */
function Rows({
  tool,
  kind,
  style,
  onTake,
}: {
  tool: Tool;
  kind: CalibrationKind;
  style: LengthStyle;
  onTake: (tool: Tool) => string | undefined;
}) {
  const [refused, setRefused] = useState('');
  const empty = kind.columns.map(() => '');
  const [typed, keep] = useKeptState<Typed>(`shop.${tool.id}.calibration.${kind.id}`, {
    rows: [empty],
  });
  const rows = [...typed.rows.filter((row) => row.some((text) => text.trim())), empty];
  const read = rows
    .slice(0, -1)
    .map((row) => kind.columns.map(({ is }, i) => readingOf(row[i] ?? '', is, style)));
  const whole = read.flatMap((row) => {
    const values = row.flatMap((one) => (one?.ok ? [one.value] : []));
    return values.length === kind.columns.length ? [values] : [];
  });
  const estimate = whole.length ? kind.estimate(whole) : undefined;
  const put = (row: number, column: number, text: string) =>
    keep({
      rows: rows.map((own, i) =>
        i === row ? own.map((was, j) => (j === column ? text : was)) : own,
      ),
    });
  return (
    <div className="rows">
      <p className="quiet">{kind.how}</p>
      <table>
        <thead>
          <tr>
            {kind.columns.map(({ name }) => (
              <th key={name}>{name}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={i}>
              {kind.columns.map(({ name, is }, j) => {
                const found = read[i]?.[j];
                const message = found && !found.ok ? found.message : undefined;
                return (
                  <td key={name}>
                    <span className="field">
                      <input
                        value={row[j] ?? ''}
                        inputMode="decimal"
                        aria-label={`${name}, reading ${i + 1}${is === 'length' ? `, ${style.system}` : ''}`}
                        aria-invalid={message !== undefined}
                        onChange={(event) => put(i, j, event.target.value)}
                      />
                      <FieldError message={message} />
                    </span>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      {estimate && Number.isFinite(estimate.value) && (
        <p role="status">
          <strong>
            <CalibratedSize kind={kind} value={estimate.value} style={style} />
          </strong>
          {estimate.count > 1 ? (
            <>
              , scatter <CalibratedSize kind={kind} value={estimate.spread} style={style} /> over{' '}
              {estimate.count}
            </>
          ) : (
            ', once: two or three more show how far it scatters'
          )}
          ; until now <CalibratedSize kind={kind} value={kind.stated(tool)!} style={style} />.{' '}
          <button
            className="link"
            onClick={() => {
              const why = onTake(calibrated(tool, kind, estimate, today()));
              setRefused(why ?? '');
              if (!why) keep(null);
            }}
          >
            Take it
          </button>
          {refused && (
            <span className="bad" role="alert">
              {' '}
              ■ {refused}
            </span>
          )}
        </p>
      )}
    </div>
  );
}

type Read =
  { readonly ok: true; readonly value: number } | { readonly ok: false; readonly message: string };

/** A reading as it was typed; nothing where nothing was. */
function readingOf(text: string, is: 'length' | 'count', style: LengthStyle): Read | undefined {
  if (!text.trim()) return undefined;
  if (is === 'length') return parseLength(text, style);
  const value = Number(text.trim().replace(',', '.'));
  return Number.isFinite(value) && value !== 0
    ? { ok: true, value }
    : { ok: false, message: 'A number of turns.' };
}
