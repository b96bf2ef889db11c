import { unpackedProof, type KeptProof } from '@velk/core/day';
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
 * Plans and proves a job, reads its test pieces, and keeps what came of it, so that the next device
 * only reads. What is
 * kept already is not made again: whoever takes it up after another goes on from there.
 */
export function workAhead({ jobs, proofs, digests, pool, core }: AheadParts) {
  return async (jobId: string): Promise<void> => {
    const withShop = await jobs.withShop(jobId);
    if (!withShop) return;
    const { file, version, shopVersion } = withShop;
    /** Set-ups that the shop keeps change no plan. */
    const { kept: _, ...shop } = file.shop;
    const question = { job: file.job, shop };
    const { digest, listed, plan, keys, readings } = await pool.ask('toProve', question, LAST);
    const keep = (proved: object) =>
      digests.keep({
        jobId,
        core,
        version,
        shopVersion,
        digest: { ...digest, ...proved },
        listed,
        plan: Buffer.from(plan),
      });
    await keep({});
    /** Whether each is good, where it can be bad; made where it isn’t kept, or was damaged. */
    const madeOnce = async (keys: readonly string[]): Promise<Map<string, boolean | undefined>> => {
      const made = new Map<string, boolean | undefined>();
      const take = (kept: readonly KeptProof[]) => {
        for (const row of kept) {
          const proof = unpackedProof<{ good?: boolean }>(row);
          if (proof) made.set(row.key, proof.good);
        }
      };
      take(await proofs.find(core, keys));
      const missing = keys.filter((key) => !made.has(key));
      for (let from = 0; from < missing.length; from += TOGETHER) {
        const some = missing.slice(from, from + TOGETHER);
        const fresh = await pool.ask('proofs', { ...question, keys: some }, LAST);
        await proofs.keep(core, fresh);
        take(fresh);
      }
      return made;
    };
    const proved = await madeOnce(keys);
    const bad = [...proved.values()].filter((good) => !good).length;
    await keep({ proved: { joints: file.job.joints.length, bad } });
    await madeOnce(readings);
  };
}
