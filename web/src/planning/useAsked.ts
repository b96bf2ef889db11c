import { useEffect, useState } from 'react';
import type { Answer, Ask, Asks } from './core/asks.ts';
import { latestOf, type Asking } from './core/core.ts';

/** An answer with the question that it belongs to. */
export interface Answered<A extends Ask> {
  readonly of: Asks[A]['asks'];
  readonly answer: Answer<A>;
}

/**
 * What the core last answered, always to the newest question of its sort; nothing before the first
 * answer.
 * @param question the same object as long as it asks the same; nothing while there is none
 */
export function useAsked<A extends Ask>(
  ask: A,
  question: Asks[A]['asks'] | null,
): Answered<A> | null {
  const [asking, setAsking] = useState<Asking<Asks[A]['asks']> | null>(null);
  const [answer, setFound] = useState<Answered<A> | null>(null);
  useEffect(() => {
    const begun = latestOf(ask, (answer, of) => setFound({ of, answer }));
    setAsking(begun);
    return begun.end;
  }, [ask]);
  useEffect(() => {
    if (question) asking?.ask(question);
  }, [asking, question]);
  return answer;
}
