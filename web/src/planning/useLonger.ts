import { useEffect, useRef, useState } from 'react';
import isEqual from 'fast-deep-equal';
import { markOf, type Plan } from '@velk/core/day';
import type { Job } from '@velk/core/design';
import type { Best } from './core/asks.ts';
import { searchByCore, type Task } from './core/core.ts';
import { useEdit } from '../keeping/useEdit.ts';
import { store } from '../store.ts';

/** So many exchanges are tried in all. */
const MOVES = 3_000_000;

/** A longer search for a quicker order of a plan: how far it is, and what came of the last one. */
export interface Longer {
  readonly running: { readonly share: number; readonly minutes: number } | null;
  readonly came: string;
  readonly start: () => void;
  readonly stop: () => void;
}

/**
 * Looks on for a quicker order beside the page. One that is found is kept in the job, with the
 * moves and the seed that led to it, and is where the next search begins. Whatever else is changed
 * meanwhile stops it.
 */
export function useLonger({ basis, quickest, stamp }: Plan): Longer {
  const mark = markOf({ stamp });
  const edit = useEdit();
  const search = useRef<Task<void> | null>(null);
  const best = useRef<Best | null>(null);
  const begunWith = useRef<Job | null>(null);
  const [running, setRunning] = useState<Longer['running']>(null);
  const [came, setCame] = useState('');
  const seed = 1 + (basis.job.found?.seed ?? 0);

  const halt = () => {
    search.current?.drop();
    search.current = null;
    setRunning(null);
  };
  useEffect(
    () => () => {
      if (search.current) setCame('The job was changed meanwhile.');
      halt();
    },
    [mark],
  );

  const stop = () => {
    const found = best.current;
    halt();
    const job = store.getState().bench.now;
    if (!found || !job || !isEqual(job, begunWith.current)) return;
    if (found.minutes > quickest - 1e-6) return setCame('None quicker was found.');
    setCame(`One was found that takes ${Math.round(quickest - found.minutes)} minutes less.`);
    edit({ edit: 'quickerFound', found: { cards: found.cards, moves: found.tried, seed } });
  };
  const start = () => {
    halt();
    setCame('');
    best.current = null;
    begunWith.current = store.getState().bench.now;
    setRunning({ share: 0, minutes: quickest });
    const task = searchByCore({ ...basis, moves: MOVES, seed }, (told) => {
      if (search.current !== task) return;
      best.current = told;
      setRunning({ share: told.tried / MOVES, minutes: told.minutes });
      if (told.tried >= MOVES) stop();
    });
    search.current = task;
    task.answer.catch((error: Error) => {
      if (search.current !== task) return;
      halt();
      setCame(`It could not be looked for: ${error.message}.`);
    });
  };
  return { running, came, start, stop };
}
