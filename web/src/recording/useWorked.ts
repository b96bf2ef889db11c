import { lastTick, type WorkId } from '@velk/core/shop';
import { useAppDispatch } from '../store.ts';
import { note } from './record.ts';
import { useRecordState } from './useRecorder.ts';

/** What is done of the works beside the joints, and ticking them. */
export function useWorked() {
  const dispatch = useAppDispatch();
  const record = useRecordState();
  const doneOf = (work: WorkId): number => record.worked.get(work)?.size ?? 0;
  return {
    doneOf,
    /**
     * Says of so many more pieces that they are done.
     * @param joints those that a glue-up closes
     */
    tick: (work: WorkId, of: number, count: number, joints: readonly string[] = []): void => {
      const done = record.worked.get(work) ?? new Set();
      const left = Array.from({ length: of }, (_, i) => i + 1).filter((piece) => !done.has(piece));
      const pieces = left.slice(0, count);
      if (pieces.length)
        dispatch(
          note({
            kind: 'done',
            setup: work,
            works: joints.length ? joints : [work],
            pieces,
            at: [],
            ways: [],
          }),
        );
    },
    /** Takes the last tick back. */
    untick: (work: WorkId): void => {
      const last = lastTick(record, work);
      if (last) dispatch(note({ kind: 'undone', of: last.id }));
    },
  };
}
