import type { DataSource } from 'typeorm';
import { DigestEntity, type DigestRow } from './entities.ts';

/** Plans that the server made, and what lists say of them: of each job the newest. */
export function digestStore(source: DataSource) {
  const digests = source.getRepository(DigestEntity);
  return {
    keep: async (row: DigestRow): Promise<void> => {
      await digests.upsert(row, ['jobId']);
    },

    /** The plan that a core made of a job, as packed JSON; nothing where none is kept. */
    plan: async (jobId: string, core: string): Promise<Buffer | undefined> => {
      const select = { jobId: true, plan: true } as const;
      const row = await digests.findOne({ select, where: { jobId, core } });
      return row?.plan ?? undefined;
    },
  };
}

export type DigestStore = ReturnType<typeof digestStore>;
