import { describe, expect, it } from 'vitest';
import { jobWith } from '@velk/core/testing';
import type { JobSummary } from '@velk/core/wire';
import { copiedJob, shownJobs, standingNow } from './jobList.ts';

const job = (id: string, name: string, more: Partial<JobSummary> = {}): JobSummary => ({
  id,
  name,
  units: 'mm',
  version: 1,
  updatedAt: `2026-11-0${id}T00:00:00Z`,
  updatedBy: 'Office',
  parts: 2,
  joints: 1,
  place: 'bench',
  ...more,
});
const JOBS = [
  job('1', 'Table 10', { joints: 3 }),
  job('2', 'Table 9', { place: 'shelf' }),
  job('3', 'Chest of drawers', { joints: 3 }),
  job('4', 'Table 2', { updatedBy: 'Saw tablet' }),
];
const ids = (...asked: Parameters<typeof shownJobs>) =>
  shownJobs(...asked)
    .map(({ id }) => id)
    .join('');

describe('the list of jobs', () => {
  it('shows those of one place, by the words of name and maker, sorted by change, name or size', () => {
    expect(ids(JOBS, { place: 'bench', words: '', sort: 'changed' })).toBe('431');
    expect(ids(JOBS, { place: 'bench', words: '', sort: 'name' })).toBe('341');
    expect(ids(JOBS, { place: 'bench', words: '', sort: 'size' })).toBe('314');
    expect(ids(JOBS, { place: 'shelf', words: ' TABLE ', sort: 'name' })).toBe('2');
    expect(ids(JOBS, { place: 'bench', words: 'table saw', sort: 'name' })).toBe('4');
    expect(ids(JOBS, { place: 'bin', words: '', sort: 'name' })).toBe('');
  });

  it('a machine stands as the job on the bench left it that was at it last', () => {
    const at = (hour: number, machine: string, card: string) => ({
      machine,
      card,
      title: card,
      seen: `2026-11-05T${hour}:00:00Z`,
    });
    const left = (id: string, place: JobSummary['place'], ...standing: ReturnType<typeof at>[]) =>
      job(id, id, { place, progress: { cut: 0, cards: 2, minutes: 1, standing } });
    const standing = standingNow([
      left('1', 'bench', at(10, 'Table saw', 'a'), at(11, 'Mortiser', 'b')),
      left('2', 'bench', at(12, 'Table saw', 'c')),
      left('3', 'shelf', at(13, 'Mortiser', 'd')),
      job('4', '4'),
    ]);
    expect(standing.map((own) => [own.machine, own.card, own.job.id])).toEqual([
      ['Table saw', 'c', '2'],
      ['Mortiser', 'b', '1'],
    ]);
  });

  it('a copy has a free name and all else; a template has no readings', () => {
    const eachJob = jobWith();
    const read = {
      ...eachJob,
      parts: eachJob.parts.map((p) => ({ ...p, thickness: { ...p.thickness, measured: [22.1] } })),
    };
    const first = copiedJob({ ...read, name: 'Door' }, [{ name: 'Door' }], true);
    expect(first).toEqual({ ...read, name: 'Door, copy' });
    expect(copiedJob(first, [{ name: 'Door' }, { name: 'Door, copy' }], true).name).toBe(
      'Door, copy 2',
    );
    const template = copiedJob(read, [], false);
    expect(template.parts).toEqual(eachJob.parts);
    expect(template.joints).toEqual(eachJob.joints);
  });
});
