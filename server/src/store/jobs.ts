import { randomUUID } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import type { Job } from '@velk/core/design';
import type { JobFile } from '@velk/core/exchange';
import type { PlanDigest } from '@velk/core/day';
import {
  KEPT_IN_BIN,
  type JobSummary,
  type JobVersion,
  type Place,
  type Revision,
  type StoredJob,
} from '@velk/core/wire';
import { JobEntity, JointEntity, PartEntity, RevisionEntity, type JobRow } from './entities.ts';
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

export interface WholeRow {
  id: string;
  version: number;
  updated_at: Date;
  updated_by: string;
  name: string;
  notes: string;
  units: 'mm' | 'in';
  ways: JobRow['ways'];
  parts: Job['parts'];
  joints: Job['joints'];
  shop: JobFile['shop'];
  shop_version: number;
}

/** A job with its shop as a file has them, and which versions these are. */
export interface WithShop {
  readonly file: Pick<JobFile, 'job' | 'shop' | 'record'>;
  readonly version: number;
  readonly shopVersion: number;
}

/**
 * A job and its shop: one statement, so that parts, joints and shop are of one moment, however much
 * is saved meanwhile.
 */
export const WHOLE = `SELECT j.*, s.data AS shop, s.version AS shop_version,
  (SELECT coalesce(jsonb_agg(p.data ORDER BY p.position), '[]') FROM part p WHERE p.job_id = j.id) AS parts,
  (SELECT coalesce(jsonb_agg(t.data ORDER BY t.position), '[]') FROM joint t WHERE t.job_id = j.id) AS joints
  FROM job j JOIN shop s ON s.id = j.shop_id WHERE j.id = $1`;

/**
 * Of the last day every version is kept, of the last month one an hour, of older ones one a day;
 * and the first.
 */
const THIN = `DELETE FROM revision WHERE job_id = $1 AND version IN (
  SELECT version FROM (
    SELECT version, row_number() OVER (PARTITION BY CASE
        WHEN saved_at > now() - interval '1 day' THEN version::text
        WHEN saved_at > now() - interval '30 days' THEN to_char(saved_at, 'YYYY-MM-DD HH24')
        ELSE to_char(saved_at, 'YYYY-MM-DD') END ORDER BY version DESC) AS place
    FROM revision WHERE job_id = $1) AS kept
  WHERE place > 1 AND version > 1)`;

export const storedOf = (row: WholeRow): StoredJob => ({
  id: row.id,
  version: row.version,
  updatedAt: row.updated_at.toISOString(),
  updatedBy: row.updated_by,
  job: {
    name: row.name,
    notes: row.notes,
    units: row.units,
    ...row.ways,
    parts: row.parts,
    joints: row.joints,
  },
});

/** Jobs of one shop, their parts and joints, and every revision of them. */
export function jobStore(source: DataSource) {
  const read = async (manager: EntityManager, id: string): Promise<WholeRow | undefined> =>
    (await manager.query<WholeRow[]>(WHOLE, [id]))[0];

  const write = async (
    manager: EntityManager,
    id: string,
    shopId: string,
    job: Job,
    { from, by, id: saveId = undefined }: Save,
  ): Promise<StoredJob> => {
    /** Whatever else a job holds is kept as it is: nothing is lost that a later Velk adds. */
    const { name, notes, units, parts, joints, ...ways } = job;
    const [version, updatedAt] = [from + 1, new Date()];
    const row: JobRow = {
      id,
      shopId,
      name,
      notes,
      units,
      ways,
      version,
      updatedAt,
      updatedBy: by,
    };
    await manager.save(JobEntity, row);
    await manager.delete(PartEntity, { jobId: id });
    await manager.delete(JointEntity, { jobId: id });
    await manager.insert(
      PartEntity,
      parts.map((data, position) => ({ jobId: id, id: data.id, position, data })),
    );
    await manager.insert(
      JointEntity,
      joints.map((data, position) => ({
        jobId: id,
        id: data.id,
        position,
        kind: data.kind,
        data,
      })) as never[],
    );
    await manager.insert(RevisionEntity, {
      jobId: id,
      version,
      savedAt: updatedAt,
      savedBy: by,
      saveId: saveId ?? null,
      data: job as never,
    });
    await manager.query(THIN, [id]);
    return storedOf((await read(manager, id))!);
  };

  return {
    /** @param core what reckons now: what another one planned is not told */
    list: async (shopId: string, core: string): Promise<JobSummary[]> => {
      const rows: {
        id: string;
        name: string;
        units: 'mm' | 'in';
        version: number;
        updated_at: Date;
        updated_by: string;
        parts: string;
        joints: string;
        place: Place;
        digest: PlanDigest | null;
        is_now: boolean;
      }[] = await source.query(
        `SELECT j.*, (SELECT count(*) FROM part p WHERE p.job_id = j.id) AS parts, (SELECT count(*) FROM joint t WHERE t.job_id = j.id) AS joints,
           d.digest, d.version = j.version AND d.shop_version = s.version AS is_now
         FROM job j JOIN shop s ON s.id = j.shop_id LEFT JOIN kept_digest d ON d.job_id = j.id AND d.core = $2
         WHERE j.shop_id = $1 ORDER BY j.updated_at DESC, j.name`,
        [shopId, core],
      );
      return rows.map((r) => ({
        id: r.id,
        name: r.name,
        units: r.units,
        version: r.version,
        updatedAt: r.updated_at.toISOString(),
        updatedBy: r.updated_by,
        parts: Number(r.parts),
        joints: Number(r.joints),
        place: r.place,
        ...(r.digest && { plan: { ...r.digest, isNow: r.is_now } }),
      }));
    },

    version: async (id: string): Promise<JobVersion | undefined> => {
      const [row] = await source.query<Pick<WholeRow, 'version' | 'updated_at' | 'updated_by'>[]>(
        'SELECT version, updated_at, updated_by FROM job WHERE id = $1',
        [id],
      );
      return (
        row && {
          version: row.version,
          updatedAt: row.updated_at.toISOString(),
          updatedBy: row.updated_by,
        }
      );
    },

    find: async (id: string): Promise<StoredJob | undefined> => {
      const row = await read(source.manager, id);
      return row && storedOf(row);
    },

    /** A job with the shop it relies on, both as they were at one moment, and its record. */
    withShop: async (id: string): Promise<WithShop | undefined> => {
      const row = await read(source.manager, id);
      if (!row) return undefined;
      const record = await wholeRecord(source.manager, id);
      const { version, shop_version: shopVersion } = row;
      const file = { job: storedOf(row).job, shop: row.shop, ...(record.length && { record }) };
      return { file, version, shopVersion };
    },

    /**
     * Puts a job on the bench, away, or into the bin, and lets go of what has lain there for long.
     */
    move: (id: string, place: Place): Promise<boolean> =>
      source.transaction(async (manager) => {
        const old = `SELECT id FROM job WHERE place = 'bin' AND moved_at < now() - interval '${KEPT_IN_BIN} days'`;
        for (const table of ['part', 'joint', 'revision'])
          await manager.query(`DELETE FROM ${table} WHERE job_id IN (${old})`);
        await manager.query(`DELETE FROM job WHERE id IN (${old})`);
        const [rows] = await manager.query<[unknown[], number]>(
          'UPDATE job SET place = $2, moved_at = now() WHERE id = $1 RETURNING id',
          [id, place],
        );
        return rows.length > 0;
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
        const stored = storedOf((await read(manager, id))!);
        const landed =
          save.id && (await manager.findOneBy(RevisionEntity, { jobId: id, saveId: save.id }));
        if (landed && landed.version === row.version) return stored;
        throw new StaleSave(stored, landed ? landed.version : undefined);
      }),

    /** Newest first, each with its size in bytes; nothing where there is no such job. */
    revisions: async (id: string): Promise<Revision[] | undefined> => {
      const rows = await source.query<
        { version: number; saved_at: Date; saved_by: string; bytes: number }[]
      >(
        'SELECT version, saved_at, saved_by, pg_column_size(data) AS bytes FROM revision WHERE job_id = $1 ORDER BY version DESC',
        [id],
      );
      if (!rows.length) return undefined;
      return rows.map((r) => ({
        version: r.version,
        savedAt: r.saved_at.toISOString(),
        savedBy: r.saved_by,
        bytes: r.bytes,
      }));
    },

    revision: async (id: string, version: number): Promise<Job | undefined> =>
      (await source.manager.findOneBy(RevisionEntity, { jobId: id, version }))?.data,
  };
}

export type JobStore = ReturnType<typeof jobStore>;
