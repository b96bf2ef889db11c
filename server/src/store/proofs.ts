import { In, type DataSource } from 'typeorm';
import type { KeptProof } from '@velk/core/day';
import { ProofEntity } from './entities.ts';

/** So many proofs are kept; those used longest ago go first. */
const MOST = 50_000;
/** So many are sent at once: a statement has no more places than some 65,000. */
const AT_ONCE = 1000;

/** Proofs that the server made, of one core each: what another reckoned is never read. */
export function proofStore(source: DataSource, most = MOST) {
  const proofs = source.getRepository(ProofEntity);
  return {
    /** Those of some keys that are there, used just now. */
    find: async (core: string, keys: readonly string[]): Promise<KeptProof[]> => {
      const asked = { core, key: In(keys) };
      await proofs.update(asked, { usedAt: () => 'now()' });
      return proofs.find({ select: { key: true, text: true, sum: true }, where: asked });
    },

    keep: async (core: string, fresh: readonly KeptProof[]): Promise<void> => {
      const rows = fresh.map((proof) => ({ ...proof, core, usedAt: () => 'now()' }));
      for (let from = 0; from < rows.length; from += AT_ONCE)
        await proofs.upsert(rows.slice(from, from + AT_ONCE), ['core', 'key']);
      const old = proofs
        .createQueryBuilder('old')
        .select(['old.core', 'old.key'])
        .orderBy('old.usedAt', 'DESC')
        .offset(most);
      await proofs
        .createQueryBuilder()
        .delete()
        .where(`(core, key) IN (${old.getQuery()})`)
        .execute();
    },
  };
}

export type ProofStore = ReturnType<typeof proofStore>;
