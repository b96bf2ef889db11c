import { Segmented } from 'antd';
import { useId, useState } from 'react';
import {
  LIMITS,
  fineStyle,
  formatNumber,
  parseRun,
  type LengthStyle,
  type Scale,
  type Screw,
} from '@velk/core/ground';
import { TOOL_KINDS, type Field, type Tool } from '@velk/core/shop';
import { typed } from '../keeping/typed.ts';
import { useAppDispatch, useAppSelector } from '../store.ts';
import { LengthField } from './LengthField.tsx';
import { FieldError } from './FieldError.tsx';
import { Choice } from './Choice.tsx';

interface Props {
  /** Names the field in the kept text, such as `shop.saw.maxBladeHeight`. */
  readonly name: string;
  readonly label: string;
  readonly field: Field;
  readonly value: unknown;
  readonly style: LengthStyle;
  readonly tools: readonly Tool[];
  readonly error?: string | undefined;
  /**
   * Why the tool can’t be with this value, in a sentence: what was typed then stays, and is not
   * kept.
   */
  readonly refuse: (value: unknown) => string | undefined;
  readonly onChange: (value: unknown) => void;
}

/** Two options beside each other, more in a list. */
const OptionField = ({
  label,
  options,
  ...field
}: {
  label: string;
  value: string;
  options: { value: string; label: string }[];
  onChange: (value: string) => void;
}) =>
  options.length < 3 ? (
    <Segmented size="small" aria-label={label} options={options} {...field} />
  ) : (
    <Choice label={label} wide options={options} {...field} />
  );

/** One measurement of a tool, asked for in the way its sort needs. */
export function FieldInput({
  name,
  label,
  field,
  value,
  style,
  tools,
  error,
  refuse,
  onChange,
}: Props) {
  switch (field.type) {
    case 'length':
      return (
        <LengthField
          field={name}
          label={label}
          value={value as number}
          style={style}
          least={field.least === '0 or more' ? 0 : LIMITS.smallest}
          error={error}
          refuse={refuse}
          onChange={onChange}
        />
      );
    case 'angle':
    case 'count':
      return (
        <NumberField
          name={name}
          label={label}
          value={value as number}
          error={error}
          check={(n) =>
            refuse(n) ??
            (field.type === 'angle'
              ? Math.abs(n) <= 45 || 'An angle from −45 to 45 degrees.'
              : (Number.isInteger(n) && n >= field.least && n <= field.most) ||
                `A whole number from ${field.least} to ${field.most}.`)
          }
          onChange={onChange}
        />
      );
    case 'choice':
      return (
        <OptionField
          label={label}
          value={value as string}
          options={Object.entries(field.options).map(([key, words]) => ({
            value: key,
            label: words,
          }))}
          onChange={onChange}
        />
      );
    case 'flag':
      return (
        <input
          type="checkbox"
          aria-label={label}
          checked={value as boolean}
          onChange={(e) => onChange(e.target.checked)}
        />
      );
    case 'lengths':
      return (
        <RunField
          name={name}
          label={label}
          values={value as number[]}
          style={style}
          error={error}
          onChange={onChange}
        />
      );
    case 'tool':
      return (
        <>
          <Choice
            label={label}
            value={(value as string) || null}
            placeholder={`no ${TOOL_KINDS[field.kind].title.toLowerCase()} in the chest`}
            wide
            options={tools
              .filter((t) => t.kind === field.kind)
              .map((t) => ({ value: t.id, label: t.name }))}
            onChange={onChange}
          />
          {error && <ErrorLine text={error} />}
        </>
      );
    case 'scale':
      return (
        <ScaleField
          name={name}
          label={label}
          scale={value as Scale | null}
          style={style}
          onChange={onChange}
        />
      );
    case 'screw':
      return (
        <ScrewField
          name={name}
          label={label}
          screw={value as Screw | null}
          style={style}
          error={error}
          onChange={onChange}
        />
      );
  }
}

const ErrorLine = ({ text }: { text: string }) => (
  <span role="alert" className="own-line wrong small">
    {text}
  </span>
);

interface NumberProps {
  readonly name: string;
  readonly label: string;
  readonly value: number;
  readonly error?: string | undefined;
  /** True, or what to say. */
  readonly check: (value: number) => true | string;
  readonly onChange: (value: number) => void;
}

/** A plain number; what can't be used stays as typed, with a sentence beside it. */
export function NumberField({ name, label, value, error, check, onChange }: NumberProps) {
  const dispatch = useAppDispatch();
  const id = useId();
  const kept = useAppSelector((s) => s.typed[name]);
  const [editing, setEditing] = useState<string | null>(null);
  const text = editing ?? kept ?? String(value);
  const read = (from: string): { number: number } | { message: string } => {
    const number = Number(from.trim().replace(',', '.'));
    if (from.trim() === '' || !Number.isFinite(number))
      return { message: `“${from.trim()}” is not a number.` };
    const good = check(number);
    return good === true ? { number } : { message: good };
  };
  const now = read(text);
  const message = kept !== undefined && 'message' in now ? now.message : error;
  return (
    <span className="field">
      <input
        inputMode="decimal"
        aria-label={label}
        aria-invalid={message !== undefined}
        aria-describedby={message ? id : undefined}
        value={text}
        onChange={(e) => {
          setEditing(e.target.value);
          const next = read(e.target.value);
          dispatch(typed({ field: name, text: 'message' in next ? e.target.value : null }));
          if ('number' in next && next.number !== value) onChange(next.number);
        }}
        onBlur={() => setEditing(null)}
      />
      <FieldError id={id} message={message} />
    </span>
  );
}

/** A run of lengths, such as the blocks of a box. */
export function RunField({
  name,
  label,
  values,
  style,
  error,
  onChange,
  placeholder,
}: {
  name: string;
  label: string;
  values: readonly number[];
  style: LengthStyle;
  error?: string | undefined;
  onChange: (values: number[]) => void;
  placeholder?: string;
}) {
  const dispatch = useAppDispatch();
  const id = useId();
  const kept = useAppSelector((s) => s.typed[name]);
  const [editing, setEditing] = useState<string | null>(null);
  const text = editing ?? kept ?? values.map((v) => formatNumber(v, fineStyle(style))).join('  ');
  const parsed = editing === null && kept === undefined ? null : parseRun(text, style);
  const message = parsed && !parsed.ok ? parsed.message : error;
  return (
    <span className="field own-line">
      <textarea
        className="run"
        rows={1}
        value={text}
        aria-label={`${label}, ${style.system}`}
        aria-invalid={message !== undefined}
        aria-describedby={message ? id : undefined}
        placeholder={placeholder}
        onChange={(e) => {
          /** It is one run, however many lines it is shown on. */
          const next = e.target.value.replace(/\s*\n\s*/g, ' ');
          setEditing(next);
          const read = parseRun(next, style);
          dispatch(typed({ field: name, text: read.ok ? null : next }));
          if (read.ok) onChange(read.values);
        }}
        onBlur={() => setEditing(null)}
      />
      <FieldError id={id} message={message} />
    </span>
  );
}

interface RecordProps {
  readonly name: string;
  readonly label: string;
  readonly style: LengthStyle;
  readonly error?: string | undefined;
  readonly onChange: (value: unknown) => void;
}

function ScaleField({
  name,
  label,
  scale,
  style,
  onChange,
}: RecordProps & { scale: Scale | null }) {
  return (
    <span className="record">
      <label>
        <input
          type="checkbox"
          aria-label={`${label}: has one`}
          checked={scale !== null}
          onChange={(e) =>
            onChange(
              e.target.checked
                ? {
                    unit: style.system,
                    graduation: style.system === 'mm' ? 0.5 : 25.4 / 64,
                    zero: 0,
                  }
                : null,
            )
          }
        />{' '}
        has one
      </label>
      {scale && (
        <>
          <label>
            graduation{' '}
            <LengthField
              field={`${name}.graduation`}
              label={`${label}, graduation`}
              value={scale.graduation}
              style={style}
              onChange={(graduation) => onChange({ ...scale, graduation })}
            />
          </label>
          <label>
            adds{' '}
            <LengthField
              field={`${name}.zero`}
              label={`${label}, what must be added to a reading`}
              value={scale.zero}
              style={style}
              least={-100}
              onChange={(zero) => onChange({ ...scale, zero })}
            />
          </label>
        </>
      )}
    </span>
  );
}

function ScrewField({
  name,
  label,
  screw,
  style,
  error,
  onChange,
}: RecordProps & { screw: Screw | null }) {
  return (
    <span className="record">
      <label>
        <input
          type="checkbox"
          aria-label={`${label}: has one`}
          checked={screw !== null}
          onChange={(e) =>
            onChange(
              e.target.checked
                ? { lead: style.system === 'mm' ? 1 : 25.4 / 32, divisions: 0 }
                : null,
            )
          }
        />{' '}
        has one
      </label>
      {screw && (
        <>
          <label>
            one turn moves{' '}
            <LengthField
              field={`${name}.lead`}
              label={`${label}, travel of one turn`}
              value={screw.lead}
              style={style}
              error={error}
              onChange={(lead) => onChange({ ...screw, lead })}
            />
          </label>
          <label>
            divisions{' '}
            <NumberField
              name={`${name}.divisions`}
              label={`${label}, divisions of its ring`}
              value={screw.divisions}
              check={(n) =>
                (Number.isInteger(n) && n >= 0 && n <= 1000) || 'A whole number from 0 to 1000.'
              }
              onChange={(divisions) => onChange({ ...screw, divisions })}
            />
          </label>
        </>
      )}
    </span>
  );
}
