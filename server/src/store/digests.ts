import type { DataSource } from 'typeorm';
import { DigestEntity, type DigestRow } from './entities.ts';

/** What lists say of plans that the server made: of each job the newest. */
export function digestStore(source: DataSource) {
  const digests = source.getRepository(DigestEntity);
  return {
    keep: async (row: DigestRow): Promise<void> => {
      await digests.upsert(row, ['jobId']);
    },
  };
}

export type DigestStore = ReturnType<typeof digestStore>;
