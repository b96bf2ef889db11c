import { useEffect, useState } from 'react';
import { latest, startCore, type Answer, type Ask, type Asks } from '../workers/asking.ts';

/** An answer with the question that it belongs to. */
export interface Answered<A extends Ask> {
  readonly of: Asks[A]['asks'];
  readonly answer: Answer<Asks[A]['answers']>;
}

/**
 * What a worker of its own last answered, always to the newest question of its sort; nothing before the first answer.
 * @param question the same object as long as it asks the same; nothing while there is none
 */
export function useAsked<A extends Ask>(ask: A, question: Asks[A]['asks'] | null): Answered<A> | null {
  const [asking, setAsking] = useState<((question: Asks[A]['asks']) => void) | null>(null);
  const [found, setFound] = useState<Answered<A> | null>(null);
  useEffect(() => {
    const worker = startCore();
    const send = latest(worker, ask, (answer, of) => setFound({ of, answer }));
    setAsking(() => send);
    return () => worker.terminate();
  }, [ask]);
  useEffect(() => {
    if (question) asking?.(question);
  }, [asking, question]);
  return found;
}
