import { expect, it } from 'vitest';
import type { Job } from '../../design/index.ts';
import { speak, METRIC } from '../../ground/index.ts';
import { jobOfKind } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { planJob } from './index.ts';
import { proposalsOf } from './proposals.ts';

/** Two millimetres of clearance, as in a frame of many metres that is put up on its site. */
const frame = (kind: string): Job => jobOfKind(kind, { faceClearance: 2 });
const onPurpose = (job: Job): Job => ({
  ...job,
  joints: job.joints.map((joint) => ({ ...joint, loose: true })),
});
const advised = (job: Job) =>
  planJob(job, TEST_SHOP).joints[0]!.advice.map(({ title }) => speak(title, METRIC));

it.each(['blind', 'through', 'twin', 'open-slot', 'tee-slot', 'stub'])(
  '%s, loose on purpose: nothing asks for less clearance, all else is told',
  (kind) => {
    const job = frame(kind);
    const told = advised(job);
    expect(told).toContain('A loose fit');
    expect(advised(onPurpose(job))).toEqual(told.filter((title) => title !== 'A loose fit'));
  },
);

it('a loose fit is proposed away, and stays where it is meant', () => {
  const job = frame('blind');
  const proposed = (asked: Job) =>
    proposalsOf('joint', asked, TEST_SHOP).each.map(({ dimension }) => dimension);
  expect(proposed(job)).toContain('tenonThickness');
  expect(proposed(onPurpose(job))).not.toContain('tenonThickness');
});
