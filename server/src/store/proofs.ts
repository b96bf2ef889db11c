import type { DataSource } from 'typeorm';
import type { KeptProof } from '@velk/core/day';

/** So many proofs are kept; those used longest ago go first. */
const MOST = 50_000;

/** Proofs that the server made, of one core each: what another reckoned is never read. */
export function proofStore(source: DataSource, most = MOST) {
  return {
    /** Those of some keys that are there, used just now. */
    find: async (core: string, keys: readonly string[]): Promise<KeptProof[]> => {
      const [rows] = await source.query<[KeptProof[], number]>(
        'UPDATE kept_proof SET used_at = now() WHERE core = $1 AND key = ANY($2) RETURNING key, text, sum',
        [core, keys],
      );
      return rows;
    },

    keep: async (core: string, proofs: readonly KeptProof[]): Promise<void> => {
      await source.query(
        `INSERT INTO kept_proof (core, key, text, sum)
         SELECT $1, * FROM jsonb_to_recordset($2::jsonb) AS made (key text, text text, sum text)
         ON CONFLICT (core, key) DO UPDATE SET text = excluded.text, sum = excluded.sum, used_at = now()`,
        [core, JSON.stringify(proofs)],
      );
      await source.query(
        'DELETE FROM kept_proof WHERE (core, key) IN (SELECT core, key FROM kept_proof ORDER BY used_at DESC OFFSET $1)',
        [most],
      );
    },
  };
}

export type ProofStore = ReturnType<typeof proofStore>;
