import { In, type DataSource, type EntityManager } from 'typeorm';
import type { Observation, Recorded } from '@velk/core/shop';
import type { RecordPage } from '@velk/core/wire';
import { JobEntity, ObservationEntity, type ObservationRow } from './entities.ts';

/** Lines that one answer holds at the most. */
const PAGE = 200;

/** Letters of pictures that a page has, or a job file takes along. */
const PICTURES = 2_500_000;

const recordedOf = ({ id, place, by, data }: ObservationRow): Recorded =>
  ({ ...data, id, place, by }) as Recorded;

/**
 * Adds lines to a job’s record, each once. One who writes holds the job: places have no gaps, and
 * none appears late.
 */
export async function addLines(
  manager: EntityManager,
  jobId: string,
  lines: readonly (Observation & { readonly by?: string })[],
  by: string,
): Promise<void> {
  const ids = lines.map(({ id }) => id);
  const known = await manager.find(ObservationEntity, {
    select: { id: true },
    where: { jobId, id: In(ids) },
  });
  const there = new Set(known.map(({ id }) => id));
  const fresh = [...new Map(lines.map((line) => [line.id, line])).values()].filter(
    ({ id }) => !there.has(id),
  );
  const last = (await manager.maximum(ObservationEntity, 'place', { jobId })) ?? 0;
  const rows = fresh.map(({ id, by: who = by, ...data }, i) => {
    const { place: _, ...held } = { place: 0, ...data };
    return { jobId, id, place: last + 1 + i, by: who, data: held };
  });
  for (let from = 0; from < rows.length; from += PAGE)
    await manager.insert(ObservationEntity, rows.slice(from, from + PAGE));
}

/**
 * A whole record as a job file takes it along: the newest pictures, the other lines without theirs.
 */
export async function wholeRecord(manager: EntityManager, jobId: string): Promise<Recorded[]> {
  const rows = await manager.find(ObservationEntity, { where: { jobId }, order: { place: 'ASC' } });
  let left = PICTURES;
  return rows
    .map(recordedOf)
    .reverse()
    .map((line) =>
      line.kind === 'photo' && (left -= line.picture.length) < 0 ? { ...line, picture: '' } : line,
    )
    .reverse();
}

/** The records of jobs: what was done and seen on the floor. */
export function recordStore(source: DataSource) {
  return {
    /**
     * The same line twice is one: whoever lost the answer sends it again.
     * @returns whether there is such a job
     */
    add: (jobId: string, lines: readonly Observation[], by: string): Promise<boolean> =>
      source.transaction(async (manager) => {
        const job = await manager.findOne(JobEntity, {
          where: { id: jobId },
          lock: { mode: 'pessimistic_write' },
        });
        if (job) await addLines(manager, jobId, lines, by);
        return job !== null;
      }),

    /** Lines after a place; nothing where there is no such job. */
    read: async (jobId: string, after: number): Promise<RecordPage | undefined> => {
      if (!(await source.manager.existsBy(JobEntity, { id: jobId }))) return undefined;
      const rows = await source.manager
        .createQueryBuilder(ObservationEntity, 'o')
        .where('o.jobId = :jobId AND o.place > :after', { jobId, after })
        .orderBy('o.place')
        .limit(PAGE + 1)
        .getMany();
      const there = await source.manager.findOneBy(ObservationEntity, { jobId, place: after });
      let left = PICTURES;
      const all = rows.map(recordedOf);
      const tooMany = all.findIndex(
        (line, i) =>
          i === PAGE || (line.kind === 'photo' && (left -= line.picture.length) < 0 && i > 0),
      );
      return {
        lines: tooMany < 0 ? all : all.slice(0, tooMany),
        more: tooMany >= 0,
        at: there?.id ?? null,
      };
    },
  };
}

export type RecordStore = ReturnType<typeof recordStore>;
