import { useEffect, useMemo } from 'react';
import { useLocation } from 'react-router';
import { benchActions } from '../keeping/bench.ts';
import { gearActions } from '../keeping/gear.ts';
import { useAppDispatch, useAppSelector } from '../store.ts';

/** What undo and redo are about in this room, with how to do them. */
export interface WorkedOn {
  readonly kept: { readonly past: readonly unknown[]; readonly future: readonly unknown[] };
  readonly undo: () => void;
  readonly redo: () => void;
}

/** What ends an edit: a field that is left, a press on anything. */
const ENDS = ['focusout', 'pointerdown'] as const;

/**
 * What is worked on in this room: the job, in the chest and the shop the shop, elsewhere nothing.
 * Leaving a field ends the step that its keystrokes make: undo takes back an edit, not a letter.
 */
export function useWorkedOn(job: string | null): WorkedOn | null {
  const dispatch = useAppDispatch();
  const { pathname } = useLocation();
  const gear = /^\/(chest|shop)/.test(pathname);
  const kept = useAppSelector((s) => (job ? s.bench : gear ? s.gear : null));
  const actions = job ? benchActions : gearActions;
  useEffect(() => {
    const ended = () => void dispatch(actions.stepEnded());
    for (const event of ENDS) window.addEventListener(event, ended);
    return () => {
      for (const event of ENDS) window.removeEventListener(event, ended);
    };
  }, [dispatch, actions]);
  return useMemo(
    () =>
      kept && {
        kept,
        undo: () => dispatch(actions.undone()),
        redo: () => dispatch(actions.redone()),
      },
    [dispatch, actions, kept],
  );
}
