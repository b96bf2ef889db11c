import { Button } from 'antd';
import { useState } from 'react';
import { formatLength, type LengthStyle } from '@velk/core/ground';
import { placeIn, type Disagreement, type Whose } from '@velk/core/exchange';
import { useStyle } from './useUnits.ts';

interface Props {
  /** What was changed where, a sentence. */
  readonly lead: string;
  readonly names: Readonly<Record<Whose, string>>;
  /** Takes all of theirs. */
  readonly theirsAlone: string;
  readonly disagreements: readonly Disagreement[];
  /** Where the records that the places name are found. */
  readonly among: readonly unknown[];
  readonly onSettle: (pick: (place: string) => Whose) => void;
}

/** Where the same was changed twice: both values of each place, and whose goes on. */
export function Disagreeing({ lead, names, theirsAlone, disagreements, among, onSettle }: Props) {
  const style = useStyle();
  const [picked, setPicked] = useState<Readonly<Record<string, Whose>>>({});
  return (
    <div className="disagreeing">
      <p>{lead} Everything else is put together; of these, which goes on?</p>
      <ul>
        {disagreements.map((disagreement) => {
          const place = placeIn(disagreement);
          const mark = (whose: Whose) => (
            <label key={whose}>
              <input
                type="radio"
                name={place}
                checked={(picked[place] ?? 'mine') === whose}
                onChange={() => setPicked({ ...picked, [place]: whose })}
              />{' '}
              {names[whose]}:{' '}
              <strong>{valueWords(disagreement[whose], disagreement.path, style)}</strong>
            </label>
          );
          return (
            <li key={place}>
              <fieldset>
                <legend>{placeWords(disagreement.path, among)}</legend>
                {mark('mine')} {mark('theirs')}
              </fieldset>
            </li>
          );
        })}
      </ul>
      <p className="actions">
        <Button type="primary" onClick={() => onSettle((place) => picked[place] ?? 'mine')}>
          Go on with what is marked
        </Button>
        <Button onClick={() => onSettle(() => 'theirs')}>{theirsAlone}</Button>
      </p>
    </div>
  );
}

/** Names of records are told, names of fields made into words: `Rail into stile, tenon length`. */
function placeWords(path: readonly string[], among: readonly unknown[]): string {
  const named = path.map((step, i) => {
    const lists = among.map((one) => at(one, path.slice(0, i)));
    const record = lists
      .flatMap((list) => (Array.isArray(list) ? (list as unknown[]) : []))
      .find((r) => idOf(r) === step);
    const name = record && (record as { name?: unknown }).name;
    return typeof name === 'string' ? name : step.replace(/([A-Z])/g, ' $1').toLowerCase();
  });
  const told = named.filter((_, i) => !['parts', 'joints', 'tools', 'params'].includes(path[i]!));
  return told.join(', ') || 'all of it';
}

const idOf = (record: unknown): unknown => (record as { id?: unknown } | null)?.id;
const at = (whole: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>((inner, step) => {
    if (Array.isArray(inner)) return (inner as unknown[]).find((item) => idOf(item) === step);
    return (inner as Record<string, unknown> | undefined)?.[step];
  }, whole);

/** Fields that count, and are no lengths. */
const COUNTS = new Set(['quantity', 'perPiece', 'teeth', 'divisions', 'humidity', 'temperature']);

function valueWords(value: unknown, path: readonly string[], style: LengthStyle): string {
  if (value === undefined) return 'taken away';
  if (typeof value === 'number')
    return COUNTS.has(path.at(-1)!) ? String(value) : formatLength(value, style);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value))
    return value.map((one) => valueWords(one, path, style)).join('  ') || 'nothing';
  return typeof value === 'string' ? value || 'nothing' : 'changed';
}
