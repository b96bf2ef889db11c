import { demo, fewer } from '@velk/core/testing/demo';

/** The larger job of the demo in the database, and what few tests need all of. */
export const LOOMS = 'Floor looms, six';

/**
 * The joints that most tests meet: three that are blind, in one post, and one that is through and
 * wedged.
 */
export const FEW = ['cross-rail', 'base-rail', 'beam-rest', 'stretcher'];

/** Rows of the database as JSON, by table. */
export type Rows = Readonly<Record<string, readonly Row[]>>;
interface Row {
  readonly id: string;
  readonly name?: string;
  readonly job_id?: string;
  readonly data?: unknown;
}

/**
 * The same database with a few joints of the looms and their parts: planned in a fifth of the time.
 */
export function withFewLooms(rows: Rows): Rows {
  const { job } = demo('looms');
  const few = fewer(job, FEW);
  const looms = rows['job']!.find(({ name }) => name === LOOMS)!.id;
  return {
    ...rows,
    job: rows['job']!.map((row) =>
      row.id === looms ? { ...row, parts: few.parts.length, joints: few.joints.length } : row,
    ),
    revision: rows['revision']!.map((row) => (row.job_id === looms ? { ...row, data: few } : row)),
  };
}
