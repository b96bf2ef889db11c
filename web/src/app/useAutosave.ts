import { useEffect } from 'react';
import { useSaveJobMutation, sentenceOf, type ServerProblem } from './api.ts';
import { conflicted, savedAs, saveFailed, saving } from './bench.ts';
import { keepDraft } from './drafts.ts';
import { useAppDispatch, useAppSelector } from './store.ts';

const PAUSE = 500;
const RETRY = 2500;

/** Saves the job on the bench shortly after each change, and again until the database is back. */
export function useAutosave(): void {
  const dispatch = useAppDispatch();
  const [save] = useSaveJobMutation();
  const { id, job, version, save: state, sending, sent, typed } = useAppSelector((s) => s.bench);

  useEffect(() => {
    if (id && job)
      keepDraft(id, state === 'saved' && Object.keys(typed).length === 0 ? null : { job, version, sent, typed });
  }, [id, job, version, state, sent, typed]);

  useEffect(() => {
    if (!id || !job || sending || (state !== 'unsaved' && state !== 'waiting')) return;
    const timer = setTimeout(
      () => {
        dispatch(saving());
        save({ id, version, job })
          .unwrap()
          .then((stored) => dispatch(savedAs({ id, version: stored.version, job })))
          .catch((error: ServerProblem) => {
            if (error.status === 409 && error.data?.current) dispatch(conflicted(error.data.current));
            else if (error.status === 422 || error.status === 400)
              dispatch(saveFailed({ id, state: 'refused', message: sentenceOf(error) }));
            else
              dispatch(
                saveFailed({
                  id,
                  state: 'waiting',
                  message:
                    'Not saved yet: the database can’t be reached. What you typed is kept here and saved when it is back.',
                }),
              );
          });
      },
      state === 'waiting' ? RETRY : PAUSE,
    );
    return () => clearTimeout(timer);
  }, [dispatch, save, id, job, version, state, sending]);
}
