import {
  MOST_PROOFS_ASKED,
  packedProof,
  proofKey,
  unpackedProof,
  type KeptProof,
} from '@velk/core/day';
import type { AskedBy } from './asks.ts';
import { keptRows } from './keptRows.ts';
import { CORE } from './version.ts';

/** So many proofs are kept here. */
const proofs = keptRows<KeptProof>('proofs', 4000);
/** The server is waited for so long, ms: then it is cut here. */
const PATIENCE = 1500;

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

/** What the server has of some keys; nothing where it can't be asked. */
async function askServer(core: string, keys: readonly string[], by: AskedBy) {
  const foundKeptProofs: KeptProof[] = [];
  for (let at = 0; at < keys.length; at += MOST_PROOFS_ASKED) {
    const answer = await fetch('/api/proofs', {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...by },
      body: JSON.stringify({ core, keys: keys.slice(at, at + MOST_PROOFS_ASKED) }),
      signal: AbortSignal.timeout(PATIENCE),
    });
    if (!answer.ok) return foundKeptProofs;
    foundKeptProofs.push(...((await answer.json()) as { proofs: KeptProof[] }).proofs);
  }
  return foundKeptProofs;
}

/**
 * Proofs kept in this browser, then on the server; one that was damaged is made anew.
 * @param by what a request to the server says of whoever asks
 */
export function keptProofs(by: AskedBy, core = CORE): KeptProofs {
  if (!core || !globalThis.crypto?.subtle) return NOTHING_KEPT;
  const sound = (row: KeptProof | undefined) => row && unpackedProof<object>(row);
  return {
    find: async (questions) => {
      const keys = await Promise.all(questions.map(proofKey));
      const rows = await proofs.find(core, keys).catch(() => keys.map(() => undefined));
      const here = rows.map(sound);
      const missing = keys.filter((_, i) => !here[i]);
      if (!missing.length) return here;
      const told = await askServer(core, missing, by).catch(() => []);
      const fresh = told.filter(sound);
      await proofs.put(core, fresh).catch(() => undefined);
      const there = new Map(fresh.map((keptProof) => [keptProof.key, sound(keptProof)]));
      return here.map((proof, i) => proof ?? there.get(keys[i]!));
    },
    keep: async (question, proof) => {
      const row = packedProof(await proofKey(question), proof);
      await proofs.put(core, [row]).catch(() => undefined);
    },
  };
}

/** Lets go of every proof that this browser keeps. */
export const forgetProofs = proofs.forget;
