import { jobChanges } from '@velk/core/exchange';
import type { Job } from '@velk/core/design';
import type { LengthStyle } from '@velk/core/ground';
import { changeSeen, type TheirChange } from '../../keeping/theirs.ts';
import { useAppDispatch, useAppSelector } from '../../store.ts';
import { Spoken } from '../../widgets/Spoken.tsx';

/** More changes than these are told by their number. */
const TOLD = 4;

/** What somebody else changed of the job since it was opened here, and was not acknowledged yet. */
export const useTheirChange = (id: string): TheirChange | null =>
  useAppSelector((s) => (s.theirs.change?.job === id ? s.theirs.change : null));

/**
 * Says what of the job is another since, and by whom: nothing is ticked until that is acknowledged.
 */
export function TheirChangeNote({
  change,
  job,
  style,
}: {
  change: TheirChange;
  job: Job;
  style: LengthStyle;
}) {
  const dispatch = useAppDispatch();
  const changes = jobChanges(change.before, job);
  return (
    <div className="note warning" role="alert">
      <h3>{change.by} changed the job</h3>
      <ul>
        {changes.slice(0, TOLD).map((sentence, i) => (
          <li key={i}>
            <Spoken sentence={sentence} style={style} />
          </li>
        ))}
        {changes.length > TOLD && <li>and {changes.length - TOLD} more</li>}
      </ul>
      <button onClick={() => dispatch(changeSeen())}>I have seen it</button>
    </div>
  );
}
