import { randomUUID } from 'node:crypto';
import { In, Raw, type DataSource, type EntityManager } from 'typeorm';
import type { Job } from '@velk/core/design';
import type { JobFile } from '@velk/core/exchange';
import {
  KEPT_IN_BIN,
  type JobSummary,
  type JobVersion,
  type Place,
  type Revision,
  type StoredJob,
} from '@velk/core/wire';
import {
  JobEntity,
  RevisionEntity,
  type DigestRow,
  type JobRow,
  type RevisionRow,
  type ShopRow,
} from './entities.ts';
import { progressStore } from './progress.ts';
import { addLines, wholeRecord } from './records.ts';

/**
 * A save made from an older version than the one stored. Carries what is stored, so that nothing is
 * lost.
 */
export class StaleSave extends Error {
  /**
   * @param landed the version that this very save made, where it had landed and its answer was lost
   */
  constructor(
    readonly stored: StoredJob,
    readonly landed?: number,
  ) {
    super('The job was saved from somewhere else meanwhile.');
  }
}

/** One save: from which version, by whom, and what its maker calls it. */
export interface Save {
  readonly from: number;
  readonly by: string;
  readonly id?: string | undefined;
}

/** A job with its shop as a file has them, and which versions these are. */
export interface WithShop {
  readonly file: Pick<JobFile, 'job' | 'shop' | 'record'>;
  readonly version: number;
  readonly shopVersion: number;
}

/** A job’s row with those of other tables that belong to it. */
type JobWith<Others> = JobRow & Others;

/**
 * Of the last day every version is kept, of the last month one an hour, of older ones one a day;
 * and the first. Written out: what counts rows within an hour has no words in the query builder.
 */
const THIN = `DELETE FROM revision WHERE job_id = $1 AND version IN (
  SELECT version FROM (
    SELECT version, row_number() OVER (PARTITION BY CASE
        WHEN saved_at > now() - interval '1 day' THEN version::text
        WHEN saved_at > now() - interval '30 days' THEN to_char(saved_at, 'YYYY-MM-DD HH24')
        ELSE to_char(saved_at, 'YYYY-MM-DD') END ORDER BY version DESC) AS place
    FROM revision WHERE job_id = $1) AS kept
  WHERE place > 1 AND version > 1)`;

const versionOf = ({ version, updatedAt, updatedBy }: JobRow): JobVersion => ({
  version,
  updatedAt: updatedAt.toISOString(),
  updatedBy,
});

/**
 * A job, its newest revision and its shop: one statement, so that all are of one moment, however
 * much is saved meanwhile.
 */
const wholeJob = (manager: EntityManager, id: string) =>
  manager
    .createQueryBuilder(JobEntity, 'job')
    .innerJoinAndMapOne(
      'job.newest',
      'revision',
      'newest',
      'newest.jobId = job.id AND newest.version = job.version',
    )
    .innerJoinAndMapOne('job.shop', 'shop', 'shop', 'shop.id = job.shopId')
    .where('job.id = :id', { id })
    .getOne() as Promise<JobWith<{ newest: RevisionRow; shop: ShopRow }> | null>;

const storedOf = (row: JobWith<{ newest: RevisionRow }>): StoredJob => ({
  id: row.id,
  ...versionOf(row),
  job: row.newest.data,
});

async function write(
  manager: EntityManager,
  id: string,
  shopId: string,
  job: Job,
  { from, by, id: saveId }: Save,
): Promise<StoredJob> {
  const [version, updatedAt] = [from + 1, new Date()];
  await manager.save(JobEntity, {
    id,
    shopId,
    name: job.name,
    units: job.units,
    parts: job.parts.length,
    joints: job.joints.length,
    version,
    updatedAt,
    updatedBy: by,
  });
  await manager.insert(RevisionEntity, {
    jobId: id,
    version,
    savedAt: updatedAt,
    savedBy: by,
    saveId: saveId ?? null,
    data: job as never,
  });
  await manager.query(THIN, [id]);
  return storedOf((await wholeJob(manager, id))!);
}

/** Lets go of what has lain in the bin for long. */
async function emptyBin(manager: EntityManager): Promise<void> {
  const long = Raw((column) => `${column} < now() - interval '${KEPT_IN_BIN} days'`);
  const jobs = await manager.find(JobEntity, {
    select: { id: true },
    where: { place: 'bin', movedAt: long },
  });
  const ids = In(jobs.map(({ id }) => id));
  await manager.delete(RevisionEntity, { jobId: ids });
  await manager.delete(JobEntity, { id: ids });
}

/** Jobs of one shop, and every revision of them. */
export function jobStore(source: DataSource) {
  const progressIn = progressStore(source);
  return {
    /** @param core what reckons now: what another one planned is not told */
    list: async (shopId: string, core: string): Promise<JobSummary[]> => {
      const rows = (await source.manager
        .createQueryBuilder(JobEntity, 'job')
        .innerJoinAndMapOne('job.shop', 'shop', 'shop', 'shop.id = job.shopId')
        .leftJoinAndMapOne(
          'job.kept',
          'kept_digest',
          'kept',
          'kept.jobId = job.id AND kept.core = :core',
          { core },
        )
        .select(['job', 'shop.id', 'shop.version', 'kept'])
        .where('job.shopId = :shopId', { shopId })
        .orderBy('job.updatedAt', 'DESC')
        .addOrderBy('job.name')
        .getMany()) as JobWith<{ shop: ShopRow; kept: DigestRow | null }>[];
      const progress = await progressIn(
        rows.flatMap(({ id, kept }) =>
          kept?.listed ? [{ job: id, plan: kept.digest.mark, cards: kept.listed.cards }] : [],
        ),
      );
      return rows.map(({ id, name, units, parts, joints, place, shop, kept, ...row }) => {
        const isNow = kept?.version === row.version && kept.shopVersion === shop.version;
        const version = versionOf({ ...row, id, name, units, parts, joints, place });
        const planned = kept && {
          plan: { ...kept.digest, isNow },
          ...(kept.listed && {
            sketches: kept.listed.sketches,
            progress: progress.get(id)!,
          }),
        };
        return { id, name, units, ...version, parts, joints, place, ...planned };
      });
    },

    version: async (id: string): Promise<JobVersion | undefined> => {
      const row = await source.manager.findOneBy(JobEntity, { id });
      return row ? versionOf(row) : undefined;
    },

    find: async (id: string): Promise<StoredJob | undefined> => {
      const row = await wholeJob(source.manager, id);
      return row ? storedOf(row) : undefined;
    },

    /** A job with the shop it relies on, both as they were at one moment, and its record. */
    withShop: async (id: string): Promise<WithShop | undefined> => {
      const row = await wholeJob(source.manager, id);
      if (!row) return undefined;
      const record = await wholeRecord(source.manager, id);
      const file = {
        job: row.newest.data,
        shop: row.shop.data,
        ...(record.length && { record }),
      };
      return { file, version: row.version, shopVersion: row.shop.version };
    },

    /** Puts a job on the bench, away, or into the bin. */
    move: (id: string, place: Place): Promise<boolean> =>
      source.transaction(async (manager) => {
        await emptyBin(manager);
        const { affected } = await manager.update(
          JobEntity,
          { id },
          { place, movedAt: () => 'now()' },
        );
        return affected === 1;
      }),

    /** A new job, with the record that it comes with. */
    create: (
      shopId: string,
      job: Job,
      by: string,
      record: JobFile['record'] = [],
    ): Promise<StoredJob> =>
      source.transaction(async (manager) => {
        const storedJob = await write(manager, randomUUID(), shopId, job, { from: 0, by });
        await addLines(manager, storedJob.id, record, by);
        return storedJob;
      }),

    /**
     * The same save twice is one: whoever lost the answer asks again.
     * @throws StaleSave when the stored version isn't the one the change was made from
     */
    save: (id: string, job: Job, save: Save): Promise<StoredJob | undefined> =>
      source.transaction(async (manager) => {
        const row = await manager.findOne(JobEntity, {
          where: { id },
          lock: { mode: 'pessimistic_write' },
        });
        if (!row) return undefined;
        if (row.version === save.from) return write(manager, id, row.shopId, job, save);
        const stored = storedOf((await wholeJob(manager, id))!);
        const landed =
          save.id && (await manager.findOneBy(RevisionEntity, { jobId: id, saveId: save.id }));
        if (landed && landed.version === row.version) return stored;
        throw new StaleSave(stored, landed ? landed.version : undefined);
      }),

    /** Newest first, each with its size in bytes; nothing where there is no such job. */
    revisions: async (id: string): Promise<Revision[] | undefined> => {
      const rows = await source.manager
        .createQueryBuilder(RevisionEntity, 'r')
        .select(['r.version AS version', 'r.savedAt AS "savedAt"', 'r.savedBy AS "savedBy"'])
        .addSelect('pg_column_size(r.data)', 'bytes')
        .where('r.jobId = :id', { id })
        .orderBy('r.version', 'DESC')
        .getRawMany<Omit<Revision, 'savedAt'> & { readonly savedAt: Date }>();
      const revisions = rows.map((row) => ({ ...row, savedAt: row.savedAt.toISOString() }));
      return revisions.length ? revisions : undefined;
    },

    revision: async (id: string, version: number): Promise<Job | undefined> =>
      (await source.manager.findOneBy(RevisionEntity, { jobId: id, version }))?.data,
  };
}

export type JobStore = ReturnType<typeof jobStore>;
