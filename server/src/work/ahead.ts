import { unpackedProof, type KeptProof } from '@velk/core';
import type { JobStore } from '../store/jobs.ts';
import type { ProofStore } from '../store/proofs.ts';
import type { Pool } from './pool.ts';

/** What the server does before anybody asks for it. */
export interface Ahead {
  /** A job was saved: once that settles it is planned and proved, so that the next device only reads. */
  readonly saved: (id: string) => void;
  /** Waits until nothing is under way. */
  readonly settled: () => Promise<void>;
  readonly stop: () => void;
}

export interface AheadParts {
  readonly jobs: Pick<JobStore, 'withShop'>;
  readonly proofs: ProofStore;
  readonly pool: Pool;
  /** What reckons; nothing is made ahead where it isn’t known. */
  readonly core: string;
  /** A job that was not saved for so long has settled, ms. */
  readonly pause?: number;
  readonly onError: (error: unknown) => void;
}

/** It waits for whoever asks something: no question is heavier. */
const LAST = Number.MAX_SAFE_INTEGER;
const PAUSE = 3000;

/** Plans and proves jobs after they were saved, one after the other, and keeps what came of it. */
export function workAhead({ jobs, proofs, pool, core, pause = PAUSE, onError }: AheadParts): Ahead {
  const waiting = new Map<string, NodeJS.Timeout>();
  let work: Promise<void> = Promise.resolve();
  const prove = async (id: string) => {
    const file = await jobs.withShop(id);
    if (!file) return;
    const question = { job: file.job, shop: file.shop };
    const keys = await pool.ask('proofKeys', question, { weight: LAST });
    const sound = (await proofs.find(core, keys)).filter((kept) => unpackedProof(kept));
    const there = new Set(sound.map(({ key }) => key));
    const missing = keys.filter((key) => !there.has(key));
    if (!missing.length) return;
    const made: readonly KeptProof[] = await pool.ask(
      'proofs',
      { ...question, keys: missing },
      { weight: LAST },
    );
    await proofs.keep(core, made);
  };
  const begin = (id: string) => {
    waiting.delete(id);
    work = work.then(() => prove(id)).catch(onError);
  };
  return {
    saved: (id) => {
      if (!core) return;
      clearTimeout(waiting.get(id));
      waiting.set(id, setTimeout(() => begin(id), pause).unref());
    },
    settled: async () => {
      while (waiting.size) await new Promise((resolve) => setTimeout(resolve, 10));
      await work;
    },
    stop: () => {
      for (const timer of waiting.values()) clearTimeout(timer);
      waiting.clear();
    },
  };
}
