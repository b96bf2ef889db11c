import { useState } from 'react';
import { useSearchParams } from 'react-router';

/**
 * What a list is searched for. It stands in the address, too, so that a reload or a link shows the
 * same of it; the address follows the typing a moment later.
 */
export function useSought(): [string, (words: string) => void] {
  const [params, setParams] = useSearchParams();
  const [words, setWords] = useState(params.get(SOUGHT) ?? '');
  const put = (next: string) => {
    setWords(next);
    setParams((before) => soughtIn(before, next), { replace: true });
  };
  return [words, put];
}

/** The part of an address that says what is searched for. */
const SOUGHT = 'find';

function soughtIn(before: URLSearchParams, words: string): URLSearchParams {
  const after = new URLSearchParams(before);
  if (words) after.set(SOUGHT, words);
  else after.delete(SOUGHT);
  return after;
}
