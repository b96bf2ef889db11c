import { unpackedProof, type KeptProof } from '@velk/core';
import type { DigestStore } from '../store/digests.ts';
import type { JobStore } from '../store/jobs.ts';
import type { ProofStore } from '../store/proofs.ts';
import type { Pool } from './pool.ts';

export interface AheadParts {
  readonly jobs: Pick<JobStore, 'withShop'>;
  readonly proofs: ProofStore;
  readonly digests: DigestStore;
  readonly pool: Pool;
  /** What reckons. */
  readonly core: string;
}

/** It waits for whoever asks something: no question is heavier. */
const LAST = { weight: Number.MAX_SAFE_INTEGER };

/** Proofs that are asked for together: what is made is kept before the next are begun. */
const TOGETHER = 20;

/**
 * Plans and proves a job, and keeps what came of it, so that the next device only reads. What is
 * kept already is not made again: whoever takes it up after another goes on from there.
 */
export function workAhead({ jobs, proofs, digests, pool, core }: AheadParts) {
  return async (jobId: string): Promise<void> => {
    const found = await jobs.withShop(jobId);
    if (!found) return;
    const { file, version, shopVersion } = found;
    /** Set-ups that the shop keeps change no plan. */
    const { kept: _, ...shop } = file.shop;
    const question = { job: file.job, shop };
    const { digest, plan, keys } = await pool.ask('toProve', question, LAST);
    const keep = (proved: object) =>
      digests.keep({
        jobId,
        core,
        version,
        shopVersion,
        digest: { ...digest, ...proved },
        plan: Buffer.from(plan),
      });
    await keep({});
    const sound = new Map<string, boolean>();
    const take = (kept: readonly KeptProof[]) => {
      for (const one of kept) {
        const proof = unpackedProof<{ good: boolean }>(one);
        if (proof) sound.set(one.key, proof.good);
      }
    };
    take(await proofs.find(core, keys));
    const missing = keys.filter((key) => !sound.has(key));
    for (let from = 0; from < missing.length; from += TOGETHER) {
      const some = missing.slice(from, from + TOGETHER);
      const made = await pool.ask('proofs', { ...question, keys: some }, LAST);
      await proofs.keep(core, made);
      take(made);
    }
    const bad = [...sound.values()].filter((good) => !good).length;
    await keep({ proved: { joints: file.job.joints.length, bad } });
  };
}
