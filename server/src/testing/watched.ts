import type { Pool } from '../work/pool.ts';

/** A pool that is watched: `asked` has what was asked of it, in turn. */
export function watchedPool(pool: Pool): { readonly watched: Pool; readonly asked: string[] } {
  const asked: string[] = [];
  const watched: Pool = {
    ...pool,
    ask: (ask, ...rest) => {
      asked.push(ask);
      return pool.ask(ask, ...rest);
    },
  };
  return { watched, asked };
}
