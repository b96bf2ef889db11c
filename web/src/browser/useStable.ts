import { useCallback, useLayoutEffect, useRef } from 'react';

/**
 * The same function at every drawing, which does what the newest one does: for what is drawn anew
 * only when it must be.
 */
export function useStable<A extends unknown[], R>(act: (...args: A) => R): (...args: A) => R {
  const newest = useRef(act);
  useLayoutEffect(() => {
    newest.current = act;
  });
  return useCallback((...args: A) => newest.current(...args), []);
}
