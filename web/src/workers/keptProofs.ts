import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import {
  MOST_PROOFS_ASKED,
  packedProof,
  proofKey,
  unpackedProof,
  type KeptProof,
} from '@velk/core';
import { CORE } from './version.ts';

/** So many proofs are kept here; those used longest ago go first. */
const MOST = 4000;
/** The server is waited for so long, ms: then it is cut here. */
const PATIENCE = 1500;

interface Row extends KeptProof {
  readonly core: string;
  readonly at: number;
}
interface Proofs extends DBSchema {
  proofs: { key: string; value: Row; indexes: { at: number } };
}

/** Proofs that were made before, here or by the server. */
export interface KeptProofs {
  /** Of each question its proof, where one is kept. */
  readonly find: (questions: readonly (readonly unknown[])[]) => Promise<(object | undefined)[]>;
  readonly keep: (question: readonly unknown[], proof: object) => Promise<void>;
}

/** Where nothing can be kept all is made anew. */
export const NOTHING_KEPT: KeptProofs = {
  find: (questions) => Promise.resolve(questions.map(() => undefined)),
  keep: () => Promise.resolve(),
};

let opening: Promise<IDBPDatabase<Proofs>> | undefined;

/** The browser's own; what another core made goes at once. */
const database = () =>
  (opening ??= openDB<Proofs>('velk-proofs', 1, {
    upgrade: (db) =>
      void db.createObjectStore('proofs', { keyPath: 'key' }).createIndex('at', 'at'),
    terminated: () => (opening = undefined),
  }));

async function rowsOf(core: string, keys: readonly string[]): Promise<(Row | undefined)[]> {
  const work = (await database()).transaction('proofs', 'readwrite');
  const rows = await Promise.all(keys.map((key) => work.store.get(key)));
  for (const row of rows)
    if (row)
      void (row.core === core
        ? work.store.put({ ...row, at: Date.now() })
        : work.store.delete(row.key));
  await work.done;
  return rows.map((row) => (row?.core === core ? row : undefined));
}

async function put(rows: readonly Row[]): Promise<void> {
  if (!rows.length) return;
  const work = (await database()).transaction('proofs', 'readwrite');
  for (const row of rows) void work.store.put(row);
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
}

/** What the server has of some keys; nothing where it can't be asked. */
async function askServer(
  core: string,
  keys: readonly string[],
  by: Readonly<Record<string, string>>,
) {
  const found: KeptProof[] = [];
  for (let at = 0; at < keys.length; at += MOST_PROOFS_ASKED) {
    const answer = await fetch('/api/proofs', {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...by },
      body: JSON.stringify({ core, keys: keys.slice(at, at + MOST_PROOFS_ASKED) }),
      signal: AbortSignal.timeout(PATIENCE),
    });
    if (!answer.ok) return found;
    found.push(...((await answer.json()) as { proofs: KeptProof[] }).proofs);
  }
  return found;
}

/**
 * Proofs kept in this browser, then on the server; one that was damaged is made anew.
 * @param by what a request to the server says of whoever asks
 */
export function keptProofs(by: Readonly<Record<string, string>>, core = CORE): KeptProofs {
  if (!core || !globalThis.crypto?.subtle) return NOTHING_KEPT;
  const sound = (row: KeptProof | undefined) => row && unpackedProof<object>(row);
  return {
    find: async (questions) => {
      const keys = await Promise.all(questions.map(proofKey));
      const rows = await rowsOf(core, keys).catch(() => keys.map(() => undefined));
      const here = rows.map(sound);
      const missing = keys.filter((_, i) => !here[i]);
      if (!missing.length) return here;
      const told = await askServer(core, missing, by).catch(() => []);
      const fresh = told.filter(sound);
      await put(fresh.map((one) => ({ ...one, core, at: Date.now() }))).catch(() => undefined);
      const there = new Map(fresh.map((one) => [one.key, sound(one)]));
      return here.map((proof, i) => proof ?? there.get(keys[i]!));
    },
    keep: async (question, proof) => {
      const row = packedProof(await proofKey(question), proof);
      await put([{ ...row, core, at: Date.now() }]).catch(() => undefined);
    },
  };
}

/** Lets go of every proof that this browser keeps. */
export async function forgetProofs(): Promise<void> {
  await (await database()).clear('proofs');
}
