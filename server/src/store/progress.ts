import { Raw, type DataSource } from 'typeorm';
import { progressOf, type ListedCard, type Progress } from '@velk/core/day';
import { recordState, type Observation } from '@velk/core/shop';
import { ObservationEntity } from './entities.ts';

/** Lines of a record by which it is counted what is cut, and what stands set up. */
const COUNTED: readonly Observation['kind'][] = [
  'done',
  'undone',
  'spoiled',
  'rescued',
  'measured',
  'set',
];

/** The cards of a job, by the plan that has them. */
export interface CardsOfJob {
  readonly job: string;
  readonly plan: string;
  readonly cards: readonly ListedCard[];
}

/** How far jobs are: a record is counted again only where a line came or the plan is another. */
export function progressStore(source: DataSource) {
  const counted = new Map<string, { readonly state: string; readonly progress: Progress }>();
  const observations = source.getRepository(ObservationEntity);

  const lastPlaces = async (jobs: readonly string[]): Promise<ReadonlyMap<string, number>> => {
    const rows = await observations
      .createQueryBuilder('o')
      .select(['o.jobId AS job', 'max(o.place) AS last'])
      .where('o.jobId = ANY(:jobs)', { jobs })
      .groupBy('o.jobId')
      .getRawMany<{ job: string; last: number }>();
    return new Map(rows.map(({ job, last }) => [job, last]));
  };

  const count = async ({ job, cards }: CardsOfJob): Promise<Progress> => {
    const rows = await observations.find({
      where: {
        jobId: job,
        data: Raw((data) => `${data}->>'kind' IN (:...kinds)`, { kinds: COUNTED }),
      },
      order: { place: 'ASC' },
    });
    const lines = rows.map(({ id, data }) => ({ ...data, id }) as Observation);
    return progressOf(cards, recordState(lines));
  };

  return async (jobs: readonly CardsOfJob[]): Promise<ReadonlyMap<string, Progress>> => {
    const last = await lastPlaces(jobs.map(({ job }) => job));
    const progress = new Map<string, Progress>();
    for (const cardsOfJob of jobs) {
      const { job, plan } = cardsOfJob;
      const state = `${plan} ${last.get(job) ?? 0}`;
      const known = counted.get(job);
      const now = known?.state === state ? known.progress : await count(cardsOfJob);
      counted.set(job, { state, progress: now });
      progress.set(job, now);
    }
    return progress;
  };
}
