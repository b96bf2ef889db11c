import type { Observation, Seen } from '../shop/index.ts';

/** Writes lines of a record, one a second. */
export function writer(): (seen: Seen) => Observation {
  let nth = 0;
  return (seen) => {
    nth++;
    return {
      ...seen,
      id: `00000000-0000-4000-8000-${String(nth).padStart(12, '0')}`,
      seen: new Date(Date.UTC(2027, 2, 15, 8, 0, nth)).toISOString(),
    };
  };
}
