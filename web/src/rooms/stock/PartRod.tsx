import { useMemo } from 'react';
import { rodOf, type Mark, type MarkForm } from '@velk/core/day';
import type { Job } from '@velk/core/design';
import { capital, type LengthStyle } from '@velk/core/ground';
import type { Part } from '@velk/core/shop';
import { RodDrawing } from '../../drawings/RodDrawing.tsx';
import { Length } from '../../widgets/Length.tsx';

/** What is struck, where its joint has no word of its own for it. */
const WORDS: Readonly<Record<MarkForm, string>> = {
  shoulder: 'shoulder',
  'slanted-shoulder': 'shoulder, at the reference edge and at the other',
  floor: 'floor of the slot',
  mortise: 'mortise',
  notch: 'notch',
  hole: 'middle of the hole',
};

/** The rod of a part: all that is marked along it, from one hook of the tape at its end A. */
export function PartRod({ job, part, style }: { job: Job; part: Part; style: LengthStyle }) {
  const rod = useMemo(() => rodOf(part, job), [part, job]);
  if (!rod.marks.length) return null;
  return (
    <details className="partrod">
      <summary>Rod: {rod.marks.length} marks along it, from end A</summary>
      <RodDrawing rod={rod} />
      <table className="sizes" aria-label={`Rod of ${part.name}`}>
        <tbody>
          {rod.marks.map((mark, i) => (
            <MarkRow key={i} mark={mark} style={style} />
          ))}
          <tr>
            <th scope="row">End B</th>
            <td>
              <Length value={rod.length} style={style} />
            </td>
          </tr>
        </tbody>
      </table>
    </details>
  );
}

function MarkRow({ mark, style }: { mark: Mark; style: LengthStyle }) {
  const isShoulder = mark.form === 'shoulder' || mark.form === 'slanted-shoulder';
  const places = isShoulder ? mark.places : mark.places.toSorted((a, b) => a - b);
  return (
    <tr>
      <th scope="row">
        {capital(isShoulder ? WORDS[mark.form] : (mark.name ?? WORDS[mark.form]))}
        <small className="quiet own-line">{mark.mate}</small>
      </th>
      <td className="nowrap">
        {places.map((place, i) => (
          <span key={i}>
            {i > 0 && ' and '}
            <Length value={place} style={style} unit={i === places.length - 1} />
          </span>
        ))}
      </td>
    </tr>
  );
}
