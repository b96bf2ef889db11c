import { pluralOf } from '@velk/core/ground';
import type { CutOtherwise } from '@velk/core/day';
import type { LengthStyle } from '@velk/core/ground';
import { note } from '../../recording/record.ts';
import { useAppDispatch } from '../../store.ts';
import { useRecordState } from '../../recording/useRecorder.ts';
import { Length } from '../../widgets/Length.tsx';

/**
 * Where wood that is cut and the plan contradict each other: which pieces, by how much, and what
 * can be done.
 */
export function CutOtherwiseNotes({
  found,
  style,
}: {
  found: readonly CutOtherwise[];
  style: LengthStyle;
}) {
  const dispatch = useAppDispatch();
  const { holds } = useRecordState();
  const fine: LengthStyle = { ...style, inches: 'decimal' };
  const cutAgain = (setup: string) => {
    for (const line of holds)
      if (line.kind === 'done' && line.setup === setup)
        dispatch(note({ kind: 'undone', of: line.id }));
  };
  return found.map(({ setup, pieces, moved }) => (
    <p key={`${setup} ${moved?.figure.id}`} className="note warning" role="alert">
      {pluralOf(pieces, 'One is', `${pieces} are`)} cut{' '}
      {moved ? (
        <>
          with {moved.figure.name.toLowerCase()} <Length value={moved.was} style={fine} />; the job
          was changed since, and it would be <Length value={moved.figure.value} style={fine} /> now
        </>
      ) : (
        'in a set-up that the job has no more since it was changed: look whether they want this one'
      )}
      . What is cut is taken as it is. Bring the job back to how it was, or{' '}
      <button className="link" onClick={() => cutAgain(setup)}>
        cut {pluralOf(pieces, 'it', 'them')} again
      </button>{' '}
      from other wood.
    </p>
  ));
}
