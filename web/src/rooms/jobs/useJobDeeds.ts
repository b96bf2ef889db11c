import { useState } from 'react';
import { useNavigate } from 'react-router';
import { newJob, type Job } from '@velk/core/design';
import type { FieldError } from '@velk/core/exchange';
import { MAX_JOB_BYTES } from '@velk/core/ground';
import type { JobSummary, Place } from '@velk/core/wire';
import {
  sentenceOf,
  useCreateJobMutation,
  useImportJobMutation,
  useLazyJobFileQuery,
  useLazyJobQuery,
  useMoveJobMutation,
  useLazyShopQuery,
  type ServerProblem,
} from '../../server/api.ts';
import { saveText } from '../../browser/saveText.ts';
import type { OpenedFile } from './OwnChest.tsx';
import { copiedJob } from './jobList.ts';

/** Why something could not be done, with the fields that are wrong where it was a file. */
export interface Wrong {
  readonly title: string;
  readonly errors: readonly FieldError[];
}

/** What a new job is begun with. */
export type Start = 'frame' | 'base' | 'joint';

/** A new job, for one joint with two parts to type over. */
async function jobFor(units: 'mm' | 'in', start?: Start): Promise<Job> {
  const job = newJob('New job', units);
  if (start !== 'joint') return job;
  const { newPart } = await import('../joints/newParts.ts');
  const rail = newPart('Rail', job, 'rail');
  const parts = [rail, newPart('Stile', { ...job, parts: [rail] }, 'stile')];
  return { ...job, parts };
}

/** Where it is begun: among the parts, or at a form of the joints. */
const roomFor = (start?: Start): string =>
  start === undefined ? 'stock' : start === 'joint' ? 'joints' : `joints?form=${start}`;

/** All that can be done with jobs in their list, and what came of it. */
export function useJobDeeds(jobs: readonly JobSummary[]) {
  const [fetchShop] = useLazyShopQuery();
  const [create] = useCreateJobMutation();
  const [importJob] = useImportJobMutation();
  const [fetchJob] = useLazyJobQuery();
  const [fetchFile] = useLazyJobFileQuery();
  const [moveJob] = useMoveJobMutation();
  const navigate = useNavigate();
  const [moved, setMoved] = useState<{ job: JobSummary; place: Place } | null>(null);
  const [opened, setOpened] = useState<OpenedFile | null>(null);
  const [wrong, setWrong] = useState<Wrong | null>(null);

  const trying = (work: () => Promise<unknown>) =>
    work().catch((problem: ServerProblem) =>
      setWrong({ title: sentenceOf(problem), errors: problem.data?.errors ?? [] }),
    );
  const move = (job: JobSummary, to: Place) =>
    trying(async () => {
      await moveJob({ id: job.id, place: to }).unwrap();
      setMoved({ job, place: to });
    });
  return {
    moved,
    opened,
    wrong,
    begin: (units: 'mm' | 'in', start?: Start) =>
      trying(async () => {
        const storedJob = await create(await jobFor(units, start)).unwrap();
        await navigate(`/job/${storedJob.id}/${roomFor(start)}`);
      }),
    read: async (chosen: File | undefined) => {
      setWrong(null);
      if (!chosen) return;
      if (chosen.size > MAX_JOB_BYTES) return setWrong({ title: tooLarge(chosen), errors: [] });
      const { otherChest, readJobFile } = await import('./reading.ts');
      const checked = readJobFile(await chosen.text());
      if (!checked.ok)
        return setWrong({ title: `${chosen.name} can’t be opened.`, errors: checked.errors });
      await trying(async () => {
        const storedJob = await importJob(checked.value).unwrap();
        /** Asked for here: a file may be opened before the page has the shop. */
        const { shop } = await fetchShop(undefined, true).unwrap();
        const chest = otherChest(checked.value.shop, shop);
        if (chest.missing.length + chest.otherwise.length > 0)
          setOpened({ job: storedJob.id, name: checked.value.job.name, chest });
        else await navigate(`/job/${storedJob.id}/joints`);
      });
    },
    save: (job: JobSummary) =>
      trying(async () => {
        const whole = `${JSON.stringify(await fetchFile(job.id).unwrap(), null, 2)}\n`;
        saveText(`${job.name}.velk-job.json`, 'application/json', whole);
      }),
    copy: (job: JobSummary, measured: boolean) =>
      trying(async () => {
        const stored = await fetchJob(job.id).unwrap();
        const storedJob = await create(copiedJob(stored.job, jobs, measured)).unwrap();
        await navigate(`/job/${storedJob.id}/stock`);
      }),
    move,
    moveBack: async () => {
      if (!moved) return;
      await move(moved.job, moved.job.place);
      setMoved(null);
    },
  };
}

export type JobDeeds = ReturnType<typeof useJobDeeds>;

const megabytes = (bytes: number): number => Math.round(bytes / 1e6);

const tooLarge = ({ name, size }: File): string =>
  `${name} is ${megabytes(size)} MB; a job file is at most ${megabytes(MAX_JOB_BYTES)} MB.`;
