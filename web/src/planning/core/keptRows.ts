import { openDB, type IDBPDatabase } from 'idb';

/** What is kept, under a key of its own. */
interface Keyed {
  readonly key: string;
}

/** The same as it lies in the browser: which core made it, and when it was last used. */
type Row<Value extends Keyed> = Value & { readonly core: string; readonly at: number };

/**
 * What this browser keeps of what a core made: so many at the most, those used longest ago go.
 * @param store names the store, and with `velk-` before it the database
 */
export function keptRows<Value extends Keyed>(store: string, most: number) {
  let opening: Promise<IDBPDatabase> | undefined;
  const database = () =>
    (opening ??= openDB(`velk-${store}`, 1, {
      upgrade: (db) => void db.createObjectStore(store, { keyPath: 'key' }).createIndex('at', 'at'),
      terminated: () => (opening = undefined),
    }));
  const writing = async () => (await database()).transaction(store, 'readwrite');
  return {
    /** Those of some keys, used just now; what another core made goes at once. */
    find: async (core: string, keys: readonly string[]): Promise<(Value | undefined)[]> => {
      const work = await writing();
      const rows = await Promise.all(
        keys.map(async (key) => (await work.store.get(key)) as Row<Value> | undefined),
      );
      for (const row of rows)
        if (row)
          void (row.core === core
            ? work.store.put({ ...row, at: Date.now() })
            : work.store.delete(row.key));
      await work.done;
      return rows.map((row) => (row?.core === core ? row : undefined));
    },

    put: async (core: string, values: readonly Value[]): Promise<void> => {
      if (!values.length) return;
      const work = await writing();
      for (const value of values) void work.store.put({ ...value, core, at: Date.now() });
      let over = (await work.store.count()) - most;
      for (
        let cursor = over > 0 ? await work.store.index('at').openCursor() : null;
        cursor && over > 0;
        cursor = await cursor.continue()
      ) {
        over -= 1;
        void cursor.delete();
      }
      await work.done;
    },

    forget: async (): Promise<void> => (await database()).clear(store),
  };
}
