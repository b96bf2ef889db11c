import { randomUUID } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import type { Job } from '@velk/core';
import { JobEntity, JointEntity, PartEntity, RevisionEntity, type JobRow } from './entities.ts';

export interface StoredJob {
  readonly id: string;
  readonly version: number;
  readonly updatedAt: string;
  readonly updatedBy: string;
  readonly job: Job;
}

export interface JobSummary {
  readonly id: string;
  readonly name: string;
  readonly units: 'mm' | 'in';
  readonly version: number;
  readonly updatedAt: string;
  readonly updatedBy: string;
  readonly parts: number;
  readonly joints: number;
}

/** A save made from an older version than the one stored. Carries what is stored, so that nothing is lost. */
export class StaleSave extends Error {
  constructor(readonly stored: StoredJob) {
    super('The job was saved from somewhere else meanwhile.');
  }
}

/** Jobs of one shop, their parts and joints, and every revision of them. */
export function jobStore(source: DataSource) {
  const read = async (manager: EntityManager, row: JobRow): Promise<StoredJob> => {
    const order = { position: 'ASC' } as const;
    const parts = await manager.find(PartEntity, { where: { jobId: row.id }, order });
    const joints = await manager.find(JointEntity, { where: { jobId: row.id }, order });
    return {
      id: row.id,
      version: row.version,
      updatedAt: row.updatedAt.toISOString(),
      updatedBy: row.updatedBy,
      job: {
        name: row.name,
        notes: row.notes,
        units: row.units,
        ...row.ways,
        parts: parts.map((p) => p.data),
        joints: joints.map((j) => j.data),
      },
    };
  };

  const write = async (
    manager: EntityManager,
    id: string,
    shopId: string,
    job: Job,
    version: number,
    savedBy: string,
  ): Promise<StoredJob> => {
    const row: JobRow = {
      id,
      shopId,
      name: job.name,
      notes: job.notes,
      units: job.units,
      ways: { schools: job.schools, seasons: job.seasons },
      version,
      updatedAt: new Date(),
      updatedBy: savedBy,
    };
    await manager.save(JobEntity, row);
    await manager.delete(PartEntity, { jobId: id });
    await manager.delete(JointEntity, { jobId: id });
    await manager.insert(
      PartEntity,
      job.parts.map((data, position) => ({ jobId: id, id: data.id, position, data })),
    );
    await manager.insert(
      JointEntity,
      job.joints.map((data, position) => ({ jobId: id, id: data.id, position, kind: data.kind, data })) as never[],
    );
    await manager.insert(RevisionEntity, { jobId: id, version, savedAt: row.updatedAt, savedBy, data: job as never });
    return read(manager, row);
  };

  return {
    list: async (shopId: string): Promise<JobSummary[]> => {
      const rows: {
        id: string;
        name: string;
        units: 'mm' | 'in';
        version: number;
        updated_at: Date;
        updated_by: string;
        parts: string;
        joints: string;
      }[] = await source.query(
        `SELECT j.*, (SELECT count(*) FROM part p WHERE p.job_id = j.id) AS parts, (SELECT count(*) FROM joint t WHERE t.job_id = j.id) AS joints
         FROM job j WHERE j.shop_id = $1 ORDER BY j.updated_at DESC, j.name`,
        [shopId],
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
      }));
    },

    find: async (id: string): Promise<StoredJob | undefined> => {
      const row = await source.manager.findOneBy(JobEntity, { id });
      return row ? read(source.manager, row) : undefined;
    },

    create: (shopId: string, job: Job, savedBy: string): Promise<StoredJob> =>
      source.transaction((manager) => write(manager, randomUUID(), shopId, job, 1, savedBy)),

    /** @throws StaleSave when the stored version isn't the one the change was made from */
    save: (id: string, from: number, job: Job, savedBy: string): Promise<StoredJob | undefined> =>
      source.transaction(async (manager) => {
        const row = await manager.findOne(JobEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
        if (!row) return undefined;
        if (row.version !== from) throw new StaleSave(await read(manager, row));
        return write(manager, id, row.shopId, job, from + 1, savedBy);
      }),

    revisions: async (id: string): Promise<{ version: number; savedAt: string; savedBy: string }[]> => {
      const rows = await source.manager.find(RevisionEntity, {
        where: { jobId: id },
        order: { version: 'DESC' },
        select: { jobId: true, version: true, savedAt: true, savedBy: true },
      });
      return rows.map((r) => ({ version: r.version, savedAt: r.savedAt.toISOString(), savedBy: r.savedBy }));
    },

    revision: async (id: string, version: number): Promise<Job | undefined> =>
      (await source.manager.findOneBy(RevisionEntity, { jobId: id, version }))?.data,
  };
}

export type JobStore = ReturnType<typeof jobStore>;
