import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Observation, Recorded } from '@velk/core/shop';

/** Lines of records in the browser: those the server has, and those that wait to be sent to it. */
interface Records extends DBSchema {
  known: { key: [string, number]; value: { job: string; place: number; line: Recorded } };
  waiting: { key: number; value: { job: string; line: Observation }; indexes: { job: string } };
}

let opening: Promise<IDBPDatabase<Records>> | undefined;
const database = () =>
  (opening ??= openDB<Records>('velk-record', 1, {
    upgrade: (db) => {
      db.createObjectStore('known', { keyPath: ['job', 'place'] });
      db.createObjectStore('waiting', { autoIncrement: true }).createIndex('job', 'job');
    },
    terminated: () => (opening = undefined),
  }));

const ofJob = (job: string) => IDBKeyRange.bound([job, 0], [job, Infinity]);

/**
 * All that this browser has of a job’s record. @throws DOMException where the browser’s storage is
 * full or forbidden
 */
export async function keptRecord(
  job: string,
): Promise<{ known: Recorded[]; waiting: Observation[] }> {
  const db = await database();
  const [known, waiting] = await Promise.all([
    db.getAll('known', ofJob(job)),
    db.getAllFromIndex('waiting', 'job', job),
  ]);
  return { known: known.map(({ line }) => line), waiting: waiting.map(({ line }) => line) };
}

/**
 * Keeps a line until it is sent. @throws DOMException where the browser’s storage is full or
 * forbidden
 */
export async function keepLine(job: string, line: Observation): Promise<void> {
  await (await database()).add('waiting', { job, line });
}

/** What the server had and has no more waits to be sent to it again. */
export async function forgetKnown(job: string): Promise<void> {
  const work = (await database()).transaction(['known', 'waiting'], 'readwrite');
  for (const { line } of await work.objectStore('known').getAll(ofJob(job))) {
    const { place: _place, by: _by, ...seen } = line;
    void work.objectStore('waiting').add({ job, line: seen });
  }
  void work.objectStore('known').delete(ofJob(job));
  await work.done;
}

/** Keeps what the server has, and lets go of what waited and is among it. */
export async function keepKnown(job: string, lines: readonly Recorded[]): Promise<void> {
  const work = (await database()).transaction(['known', 'waiting'], 'readwrite');
  const there = new Set(lines.map(({ id }) => id));
  for (const line of lines) void work.objectStore('known').put({ job, place: line.place, line });
  for (
    let cursor = await work.objectStore('waiting').index('job').openCursor(job);
    cursor;
    cursor = await cursor.continue()
  )
    if (there.has(cursor.value.line.id)) void cursor.delete();
  await work.done;
}

/** Lets go of what the server has; what waits to be sent to it stays. */
export async function forgetAllKnown(): Promise<void> {
  await (await database()).clear('known');
}

/** Lines that wait to be sent, of all jobs. */
export async function linesWaiting(): Promise<number> {
  return (await database()).count('waiting');
}
