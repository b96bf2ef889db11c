import type { Job } from '@velk/core/design';
import type { JobSummary, Place } from '@velk/core/wire';

/** Where jobs lie, in words. */
export const PLACES: Readonly<Record<Place, { title: string; done: string; empty: string }>> = {
  bench: { title: 'On the bench', done: 'back on the bench', empty: 'Nothing is on the bench.' },
  shelf: { title: 'Put away', done: 'put away', empty: 'Nothing is put away.' },
  bin: {
    title: 'Deleted',
    done: 'deleted, and kept for thirty days',
    empty: 'Nothing is deleted.',
  },
};

/** Fewer jobs are seen at a glance. */
export const LONG_LIST = 5;

const byName = (a: JobSummary, b: JobSummary) =>
  a.name.localeCompare(b.name, undefined, { numeric: true });

/** Ways of sorting the jobs. */
export const SORTS = {
  changed: {
    title: 'Last changed first',
    by: (a: JobSummary, b: JobSummary) => b.updatedAt.localeCompare(a.updatedAt),
  },
  name: { title: 'By name', by: byName },
  size: {
    title: 'Most joints first',
    by: (a: JobSummary, b: JobSummary) => b.joints - a.joints || byName(a, b),
  },
} as const;
export type Sort = keyof typeof SORTS;

/** The jobs of one place whose names or makers hold all of the words, sorted. */
export function shownJobs(
  jobs: readonly JobSummary[],
  { place, words, sort }: { place: Place; words: string; sort: Sort },
): JobSummary[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  const held = ({ name, updatedBy }: JobSummary) => `${name} ${updatedBy}`.toLowerCase();
  return jobs
    .filter((job) => job.place === place && wanted.every((word) => held(job).includes(word)))
    .sort(SORTS[sort].by);
}

/** A job made from another under a name that is free; a template has no readings yet. */
export function copiedJob(
  job: Job,
  jobs: readonly Pick<JobSummary, 'name'>[],
  measured: boolean,
): Job {
  const taken = new Set(jobs.map(({ name }) => name));
  const base = job.name.replace(/, copy( \d+)?$/, '');
  let name = `${base}, copy`;
  for (let i = 2; taken.has(name); i++) name = `${base}, copy ${i}`;
  if (measured) return { ...job, name };
  const parts = job.parts.map((part) => ({
    ...part,
    thickness: { ...part.thickness, measured: [] },
    width: { ...part.width, measured: [] },
  }));
  return { ...job, name, parts };
}

/** So many jobs are read at a glance. */
const FEW = 4;

/** Whether there is anything to sieve: more than a few, or some that lie elsewhere. */
export const wantSieving = (jobs: readonly Pick<JobSummary, 'place'>[]): boolean =>
  jobs.length > FEW || jobs.some(({ place }) => place !== 'bench');

/** What a machine stands set up for, and in which job. */
type StandingNow = NonNullable<JobSummary['progress']>['standing'][number] & {
  readonly job: Pick<JobSummary, 'id' | 'name'>;
};

/** Of every machine what was set up on it last, in whatever job on the bench, the latest first. */
export function standingNow(jobs: readonly JobSummary[]): StandingNow[] {
  const all = jobs
    .filter(({ place }) => place === 'bench')
    .flatMap(({ id, name, progress }) =>
      (progress?.standing ?? []).map((standing) => ({ ...standing, job: { id, name } })),
    )
    .sort((a, b) => b.seen.localeCompare(a.seen));
  const latest = new Set<string>();
  return all.filter(({ machine }) => !latest.has(machine) && latest.add(machine));
}
