import { useMemo } from 'react';
import { isShoulder, rodsOf, type Mark, type MarkForm } from '@velk/core/day';
import type { Job } from '@velk/core/design';
import { capital, type LengthStyle } from '@velk/core/ground';
import type { Part } from '@velk/core/shop';
import { RodDrawing } from '../../drawings/RodDrawing.tsx';
import { ENTRY_SIDES } from '../../widgets/entrySides.ts';
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

/** The rods of a part: all that is marked along it, from one hook of the tape at its end A. */
export function PartRods({ job, part, style }: { job: Job; part: Part; style: LengthStyle }) {
  const rods = useMemo(() => rodsOf(part, job), [part, job]);
  return rods.map((rod) =>
    rod.marks.length ? (
      <details key={rod.hand ?? 'alike'}>
        <summary>
          Rod{rod.hand && ` of a ${rod.hand} piece`}: {countOf(rod.marks.length)} along it, from end
          A
        </summary>
        <RodDrawing rod={rod} />
        <table
          className="sizes"
          aria-label={`Rod of ${part.name}${rod.hand ? `, ${rod.hand}` : ''}`}
        >
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
    ) : null,
  );
}

const countOf = (marks: number): string => (marks === 1 ? '1 mark' : `${marks} marks`);

function MarkRow({ mark, style }: { mark: Mark; style: LengthStyle }) {
  const isLine = isShoulder(mark);
  const places = isLine ? mark.places : mark.places.toSorted((a, b) => a - b);
  return (
    <tr>
      <th scope="row">
        {capital(isLine ? WORDS[mark.form] : (mark.name ?? WORDS[mark.form]))}
        <small className="quiet own-line">
          {mark.mate}
          {mark.side && `, ${ENTRY_SIDES[mark.side]}`}
        </small>
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
