import { edited, type JobEdit } from '@velk/core/design';
import { store, useAppDispatch } from '../store.ts';
import { changed } from './bench.ts';

/**
 * The one way to change a job: says what is done, and the job that is on the bench at that moment
 * is changed by it, however old what is shown may be.
 */
export function useEdit(): (edit: JobEdit) => void {
  const dispatch = useAppDispatch();
  return (edit) => {
    const job = store.getState().bench.now;
    if (job) dispatch(changed(edited(job, edit)));
  };
}
