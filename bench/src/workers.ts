import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { Job } from '@velk/core/design';
import type { JobFile } from '@velk/core/exchange';
import { asked, made } from './served.ts';

/**
 * How much sooner two workers are done than one, with jobs that nobody has planned or proved yet.
 */

const { job, shop } = JSON.parse(
  readFileSync(new URL('../../demo/looms.velk-job.json', import.meta.url), 'utf8'),
) as JobFile;
const JOBS = 8;

/** The demo with all its pieces a little longer: no proof of another serves it. */
const longer = (by: number): Job => ({
  ...job,
  name: `By ${by}`,
  parts: job.parts.map((part) => ({ ...part, length: part.length + by })),
});

const start = (): ChildProcess =>
  spawn(process.execPath, ['server/dist/worker.mjs'], { stdio: 'inherit' });

interface Listed {
  readonly id: string;
  readonly plan?: { readonly proved?: object };
}

/** Seconds that so many workers take for all jobs, from their start. */
async function takenBy(workers: number, from: number): Promise<number> {
  const ids = new Set<string>();
  for (let i = 0; i < JOBS; i++) ids.add(await made(longer(from + i)));
  /** Until all have settled and wait in the queue. */
  await new Promise((resolve) => setTimeout(resolve, 4000));
  const begun = Date.now();
  const started = Array.from({ length: workers }, start);
  for (;;) {
    const jobs = await asked<Listed[]>('/jobs');
    if (jobs.filter(({ id, plan }) => ids.has(id) && plan?.proved).length === JOBS) break;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  for (const child of started) child.kill('SIGTERM');
  await Promise.all(started.map((child) => new Promise((resolve) => child.once('exit', resolve))));
  return (Date.now() - begun) / 1000;
}

await asked('/shop', 'POST', { shop });
const one = await takenBy(1, 1);
const two = await takenBy(2, 101);
console.log(
  `Two workers against one, ${JOBS} jobs: ${(one / two).toFixed(2)} times as many in the time`,
);
