import { useEffect, useState } from 'react';
import { latest, startCore, type Answer, type Ask, type Asks } from '../workers/asking.ts';
import { SHARED, useCores } from '../workers/cores.ts';

/** An answer with the question that it belongs to. */
export interface Answered<A extends Ask> {
  readonly of: Asks[A]['asks'];
  readonly answer: Answer<Asks[A]['answers']>;
}

/**
 * What a worker last answered, one of the open job or one of its own, always to the newest question of its sort;
 * nothing before the first answer.
 * @param question the same object as long as it asks the same; nothing while there is none
 */
export function useAsked<A extends Ask>(
  ask: A,
  question: Asks[A]['asks'] | null,
): Answered<A> | null {
  const [asking, setAsking] = useState<((question: Asks[A]['asks']) => void) | null>(null);
  const [found, setFound] = useState<Answered<A> | null>(null);
  const cores = useCores();
  const at = SHARED[ask];
  const shared = at && (cores?.[at] ?? null);
  useEffect(() => {
    /** The job that it is about is being opened. */
    if (shared === null) return;
    const worker = shared ?? startCore();
    const { ask: send, end } = latest(worker, ask, (answer, of) => setFound({ of, answer }));
    setAsking(() => send);
    return () => {
      end();
      if (!shared) worker.terminate();
    };
  }, [ask, shared]);
  useEffect(() => {
    if (question) asking?.(question);
  }, [asking, question]);
  return found;
}
