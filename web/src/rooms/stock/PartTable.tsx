import './stock.css';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { memo, useLayoutEffect, useRef, useState } from 'react';
import { LIMITS, type LengthStyle } from '@velk/core/ground';
import { batchesOf, spreadOf, type Part, type Size } from '@velk/core/shop';
import { toMargin } from '../../widgets/crossing.ts';
import { useOneStop } from '../../frame/useOneStop.ts';
import { Length } from '../../widgets/Length.tsx';
import { LengthField } from '../../widgets/LengthField.tsx';
import { RunField } from '../../widgets/FieldInput.tsx';
import { CountField } from '../../widgets/CountField.tsx';
import { WordsField } from '../../widgets/WordsField.tsx';

interface Props {
  readonly parts: readonly Part[];
  readonly style: LengthStyle;
  readonly picked: string | null;
  readonly onPick: (id: string) => void;
  readonly onChange: (part: Part) => void;
}

const ROW = 56;
/** Only rows near the screen are drawn where a list is longer than this. */
const ALL = 60;

/** One row a part; a row is picked by working in it. */
export function PartTable({ parts, style, picked, onPick, onChange }: Props) {
  const body = useRef<HTMLTableSectionElement>(null);
  const [top, setTop] = useState(0);
  useLayoutEffect(() => {
    setTop((body.current?.getBoundingClientRect().top ?? 0) + window.scrollY);
  }, []);
  const rows = useWindowVirtualizer({
    count: parts.length,
    estimateSize: () => ROW,
    overscan: 6,
    scrollMargin: top,
    enabled: parts.length > ALL,
  });
  const virtual = rows.getVirtualItems();
  const shown =
    parts.length > ALL
      ? virtual.map((v) => ({ part: parts[v.index]!, index: v.index }))
      : parts.map((part, index) => ({ part, index }));
  const before = parts.length > ALL ? (virtual[0]?.start ?? 0) - top : 0;
  const after = parts.length > ALL ? rows.getTotalSize() + top - (virtual.at(-1)?.end ?? 0) : 0;
  const oneStop = useOneStop(body, { items: 'tr[data-index]', alt: true });
  const unit = style.system;
  return (
    <table className="parts stockparts partrows" aria-rowcount={parts.length + 1}>
      <thead>
        <tr>
          <th>Part</th>
          <th>Pieces</th>
          <th>Final length, {unit}</th>
          <th>Thickness, {unit}</th>
          <th>as measured, {unit}</th>
          <th>Width, {unit}</th>
          <th>as measured, {unit}</th>
        </tr>
      </thead>
      <tbody ref={body} {...oneStop}>
        {before > 0 && <tr style={{ height: before }} aria-hidden />}
        {shown.map(({ part, index }) => (
          <PartRow
            key={part.id}
            part={part}
            index={index}
            picked={part.id === picked}
            style={style}
            measure={parts.length > ALL ? rows.measureElement : undefined}
            onPick={onPick}
            onChange={onChange}
          />
        ))}
        {after > 0 && <tr style={{ height: after }} aria-hidden />}
      </tbody>
    </table>
  );
}

interface RowProps extends Pick<Props, 'style' | 'onPick' | 'onChange'> {
  readonly part: Part;
  readonly index: number;
  readonly picked: boolean;
  /** Where only what is near is drawn: what learns how tall the row is. */
  readonly measure: ((row: HTMLTableRowElement | null) => void) | undefined;
}

/** One part; drawn again only where something of it changed, not where the list moved. */
const PartRow = memo(function PartRow({
  part,
  index,
  picked,
  style,
  measure,
  onPick,
  onChange,
}: RowProps) {
  const unit = style.system;
  return (
    <tr
      data-index={index}
      ref={measure}
      aria-rowindex={index + 2}
      aria-selected={picked}
      onFocus={() => onPick(part.id)}
    >
      <td data-label="Part">
        <WordsField
          field={`stock.${part.id}.name`}
          label={`Name of ${part.name}`}
          called="The name of the part"
          value={part.name}
          onChange={(name) => onChange({ ...part, name })}
        />
        {picked && (
          <button className="link below" onClick={toMargin}>
            Marks, wood and rough length
          </button>
        )}
      </td>
      <td data-label="Pieces">
        <CountField
          field={`stock.${part.id}.quantity`}
          label={`${part.name}, pieces`}
          called="Pieces"
          value={part.quantity}
          most={LIMITS.pieces}
          onChange={(quantity) => onChange({ ...part, quantity })}
        />
      </td>
      <td data-label={`Final length, ${unit}`}>
        <LengthField
          field={`stock.${part.id}.length`}
          label={`${part.name}, final length`}
          value={part.length}
          style={style}
          onChange={(length) => onChange({ ...part, length })}
        />
      </td>
      <SizeCells
        part={part}
        name="thickness"
        style={style}
        onChange={(thickness) => onChange({ ...part, thickness })}
      />
      <SizeCells
        part={part}
        name="width"
        style={style}
        onChange={(width) => onChange({ ...part, width })}
      />
    </tr>
  );
});

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
      <td data-label={`${name === 'thickness' ? 'Thickness' : 'Width'}, ${style.system}`}>
        <LengthField
          field={`stock.${part.id}.${name}`}
          label={`${part.name}, ${name}`}
          value={size.nominal}
          style={style}
          onChange={(nominal) => onChange({ ...size, nominal })}
        />
      </td>
      <td data-label={`as measured, ${style.system}`}>
        <RunField
          name={`stock.${part.id}.${name}.run`}
          label={`${part.name}, measured ${name}`}
          values={size.measured}
          style={style}
          placeholder="not yet"
          onChange={(measured) => onChange({ ...size, measured })}
        />
        {size.measured.length > 1 && <Strip size={size} quantity={part.quantity} style={style} />}
      </td>
    </>
  );
}

/**
 * The spread of a batch: one stroke a piece along a short rule, those that differ from the rest
 * standing taller.
 */
function Strip({ size, quantity, style }: { size: Size; quantity: number; style: LengthStyle }) {
  const { least, most } = spreadOf(size);
  const span = Math.max(most - least, 0.2);
  const x = (v: number) => 46 + ((v - (least + most) / 2) / span) * 80;
  const [, ...others] = batchesOf(size, quantity);
  const odd = new Set(others.flatMap((b) => b.pieces));
  return (
    <span className="strip quiet">
      <svg width={94} height={16} aria-hidden>
        <path d="M2 13H92" stroke="var(--line)" />
        {size.measured.map((v, i) => (
          <path
            key={i}
            d={`M${x(v)} ${odd.has(i + 1) ? 1 : 6}V13`}
            stroke={odd.has(i + 1) ? 'var(--caution)' : 'var(--ink)'}
            strokeWidth={odd.has(i + 1) ? 2.4 : 1.5}
            strokeOpacity={odd.has(i + 1) ? 1 : 0.6}
          />
        ))}
      </svg>
      spread <Length value={most - least} style={style} />
    </span>
  );
}
