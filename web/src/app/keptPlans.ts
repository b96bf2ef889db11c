import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Plan } from '@velk/core';
import { CORE } from '../workers/version.ts';

/** So many plans are kept, of the jobs that were open last. */
const MOST = 20;

interface Row {
  readonly job: string;
  readonly core: string;
  readonly at: number;
  readonly plan: Plan;
}
interface Plans extends DBSchema {
  plans: { key: string; value: Row; indexes: { at: number } };
}

let opening: Promise<IDBPDatabase<Plans>> | undefined;
const database = () =>
  (opening ??= openDB<Plans>('velk-plans', 1, {
    upgrade: (db) => void db.createObjectStore('plans', { keyPath: 'job' }).createIndex('at', 'at'),
    terminated: () => (opening = undefined),
  }));

/**
 * The plan that a job had when it was last open here, by the same core; nothing where none is kept,
 * or can’t be.
 */
export async function keptPlan(job: string, core = CORE): Promise<Plan | undefined> {
  if (!core) return undefined;
  const row = await database()
    .then((db) => db.get('plans', job))
    .catch(() => undefined);
  return row?.core === core ? row.plan : undefined;
}

/**
 * Keeps the plan of a job; those of jobs that were open longest ago go. Where the browser keeps
 * nothing, neither does this.
 */
export async function keepPlan(job: string, plan: Plan, core = CORE): Promise<void> {
  if (!core) return;
  try {
    const work = (await database()).transaction('plans', 'readwrite');
    void work.store.put({ job, core, at: Date.now(), plan });
    let over = (await work.store.count()) - MOST;
    for (
      let at = over > 0 ? await work.store.index('at').openCursor() : null;
      at && over > 0;
      at = await at.continue()
    ) {
      over -= 1;
      void at.delete();
    }
    await work.done;
  } catch {
    /** It is worked out anew. */
  }
}

export async function forgetPlans(): Promise<void> {
  await (await database()).clear('plans');
}
