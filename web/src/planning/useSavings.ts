import { useEffect, useRef, useState } from 'react';
import { markOf, type Looking, type Plan } from '@velk/core/day';
import { bendByCore, type Task } from './core/core.ts';

/** The looking for small changes of a drawing that would save: how far it is, and what it found. */
export interface Savings {
  readonly looking: Looking | null;
  readonly running: boolean;
  readonly failed: string;
  readonly start: () => void;
  readonly stop: () => void;
}

/**
 * Looks beside the page, for one job as it is: whatever is changed meanwhile ends it.
 * @param joint the only one whose sizes are tried; by default those of all are
 */
export function useSavings({ basis, stamp }: Plan, joint?: string): Savings {
  const mark = markOf({ stamp });
  const task = useRef<Task<void> | null>(null);
  const [running, setRunning] = useState(false);
  const [looking, setLooking] = useState<Looking | null>(null);
  const [failed, setFailed] = useState('');

  const stop = () => {
    task.current?.drop();
    task.current = null;
    setRunning(false);
  };
  useEffect(
    () => () => {
      stop();
      setLooking(null);
    },
    [mark, joint],
  );
  const start = () => {
    stop();
    setFailed('');
    setLooking(null);
    setRunning(true);
    const begun = bendByCore(joint === undefined ? basis : { ...basis, joint }, (told) => {
      if (task.current !== begun) return;
      setLooking(told);
      if (told.tried >= told.of) stop();
    });
    task.current = begun;
    begun.answer.catch((error: Error) => {
      if (task.current !== begun) return;
      stop();
      setFailed(`It could not be looked for: ${error.message}.`);
    });
  };
  return { looking, running, failed, start, stop };
}
