import { useEffect, useState } from 'react';
import { markOf, type Plan } from '@velk/core/day';
import type { Best } from './core/asks.ts';
import { searchByCore } from './core/core.ts';
import { useEdit } from '../keeping/useEdit.ts';

/** A plan that stands for so long is looked at further, ms. */
const STANDS = 2000;
/** The rounds end by themselves before that, where two in a row gain nothing. */
const MOVES = 25_000_000;

/** A quicker order than that of the plan, which nobody has asked for. */
export interface Quicker {
  /** Minutes. */
  readonly less: number;
  readonly take: () => void;
}

/**
 * Goes on looking for a quicker order while a plan stands, in rounds of growing length, until two
 * of them gain nothing. What it finds is offered: the order that somebody may be cutting by stays.
 * @param isWanted whether there is anything to gain, and nobody looks by a press
 */
export function useQuicker({ basis, quickest, stamp }: Plan, isWanted: boolean): Quicker | null {
  const mark = markOf({ stamp });
  const edit = useEdit();
  const [best, setBest] = useState<{ readonly of: string; readonly best: Best } | null>(null);
  const seed = 1 + (basis.job.found?.seed ?? 0);
  useEffect(() => {
    if (!isWanted) return;
    let drop = () => {};
    const timer = setTimeout(() => {
      const task = searchByCore({ ...basis, moves: MOVES, seed, untilSettled: true }, (told) => {
        if (told.settled || told.tried >= MOVES) setBest({ of: mark, best: told });
      });
      /** Nobody waits for it. */
      task.answer.catch(() => undefined);
      drop = task.drop;
    }, STANDS);
    return () => {
      clearTimeout(timer);
      drop();
    };
    /** The same job and shop, however often they are told anew. */
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [mark, isWanted, seed]);
  const less = best?.of === mark ? quickest - best.best.minutes : 0;
  if (!best || less < 0.5) return null;
  return {
    less,
    take: () => {
      const { cards, tried: moves } = best.best;
      edit({ edit: 'quickerFound', found: { cards, moves, seed } });
    },
  };
}
