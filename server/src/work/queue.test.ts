import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Client } from 'pg';
import { afterEach, describe, expect, it } from 'vitest';
import { newDatabase } from '../testing/database.ts';
import { openQueue, prepareQueue, QUEUE, takeTasks, type Taker } from './queue.ts';

const errors: unknown[] = [];
const ending: (() => Promise<unknown> | void)[] = [];
afterEach(async () => {
  for (const end of ending.splice(0).reverse()) await end();
});

async function aQueue() {
  const url = (await newDatabase('queue')).href;
  await prepareQueue(url);
  const client = new Client(url);
  await client.connect();
  ending.push(() => client.end());
  const parts = (core: string) => ({ url, core, onError: (error: unknown) => errors.push(error) });
  const open = async (core = 'abc', pause = 0) => {
    const queue = await openQueue(parts(core), pause);
    ending.push(queue.stop);
    return queue;
  };
  const take = (work: (job: string) => Promise<void>, core = 'abc'): Taker => {
    const taker = takeTasks(parts(core), work);
    ending.push(taker.stop);
    return taker;
  };
  const left = async () => {
    const { rows } = await client.query<{ count: string }>(
      `SELECT count(*) FROM ${QUEUE}._private_jobs`,
    );
    return Number(rows[0]!.count);
  };
  return { url, client, open, take, left };
}

const PATIENT = { timeout: 60_000, interval: 50 };

describe('the queue', () => {
  it('a job that is saved again and again is one task, taken once it has settled', async () => {
    const { open, take, left } = await aQueue();
    const queue = await open('abc', 400);
    const done: string[] = [];
    take((job) => Promise.resolve(void done.push(job)));
    const begun = Date.now();
    for (let saves = 0; saves < 3; saves++) {
      queue.saved('a');
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    queue.saved('b');
    await expect.poll(() => [...done].sort(), PATIENT).toEqual(['a', 'b']);
    expect(Date.now() - begun).toBeGreaterThan(400);
    await expect.poll(left, PATIENT).toBe(0);
    expect(errors).toEqual([]);
  });

  it('a worker of another version takes none of ours; one that fails is tried again, and not for ever', async () => {
    const { open, take, client } = await aQueue();
    const [queue, other] = [await open('abc'), await open('abd')];
    const done: string[] = [];
    take((job) => {
      done.push(job);
      return job === 'bad' ? Promise.reject(new Error('it can’t be planned')) : Promise.resolve();
    });
    other.saved('theirs');
    for (const job of ['bad', 'good']) queue.saved(job);
    await expect.poll(() => [...done].sort(), PATIENT).toEqual(['bad', 'good']);
    /** Tried again after some seconds: here at once. */
    const again = `UPDATE ${QUEUE}._private_jobs SET run_at = now() WHERE key = 'bad'`;
    await expect
      .poll(
        async () => (await client.query(again), done.filter((job) => job === 'bad').length),
        PATIENT,
      )
      .toBe(3);
    await client.query(again);
    await new Promise((resolve) => setTimeout(resolve, 2500));
    expect(done.filter((job) => job === 'bad')).toHaveLength(3);
    expect(done).not.toContain('theirs');
    expect(errors.splice(0)).toHaveLength(3);
  });

  it('ten thousand tasks are done, each once', { timeout: 120_000 }, async () => {
    const { take, client, left } = await aQueue();
    await client.query(
      `SELECT ${QUEUE}.add_job('ahead-abc', json_build_object('jobId', n::text), job_key => n::text) FROM generate_series(1, 10000) n`,
    );
    const done = new Map<string, number>();
    const work = (job: string) => Promise.resolve(void done.set(job, (done.get(job) ?? 0) + 1));
    take(work);
    take(work);
    await expect.poll(left, { timeout: 110_000, interval: 200 }).toBe(0);
    expect(done.size).toBe(10_000);
    expect(Math.max(...done.values())).toBe(1);
  });

  it('goes on after the database was away in the middle', async () => {
    const { open, take, client } = await aQueue();
    const queue = await open();
    const done: string[] = [];
    take((job) => Promise.resolve(void done.push(job)));
    queue.saved('a');
    await expect.poll(() => done, PATIENT).toEqual(['a']);
    await client.query(
      'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()',
    );
    await new Promise((resolve) => setTimeout(resolve, 300));
    queue.saved('b');
    await expect.poll(() => done, PATIENT).toEqual(['a', 'b']);
    errors.length = 0;
  });

  it(
    'of two workers one is killed in the middle: all is done, what was done not again',
    { timeout: 120_000 },
    async () => {
      const { url, client, left } = await aQueue();
      const file = join(mkdtempSync(join(tmpdir(), 'velk-queue-')), 'done');
      writeFileSync(file, '');
      const lines = () => readFileSync(file, 'utf8').split('\n').filter(Boolean);
      const start = (): Promise<ChildProcess> => {
        const program = fileURLToPath(new URL('../testing/taker.ts', import.meta.url));
        const child = spawn(process.execPath, ['--import', 'tsx', program, 'abc', file, '200'], {
          env: { ...process.env, DATABASE_URL: url },
          stdio: ['ignore', 'pipe', 'inherit'],
        });
        ending.push(() => void child.kill('SIGKILL'));
        return new Promise((resolve) => child.stdout.once('data', () => resolve(child)));
      };
      const [childProcess] = await Promise.all([start(), start()]);
      await client.query(
        `SELECT ${QUEUE}.add_job('ahead-abc', json_build_object('jobId', n::text), job_key => n::text) FROM generate_series(1, 40) n`,
      );
      await expect
        .poll(() => lines().filter((line) => line.endsWith(` ${childProcess.pid}`)).length, PATIENT)
        .toBeGreaterThan(4);
      childProcess.kill('SIGKILL');
      await expect.poll(left, { timeout: 90_000, interval: 200 }).toBe(0);
      const done = lines()
        .filter((line) => line.startsWith('done'))
        .map((line) => line.split(' ')[1]!);
      expect([...done].sort()).toEqual(Array.from({ length: 40 }, (_, i) => String(i + 1)).sort());
      const by = new Set(
        lines()
          .filter((line) => line.startsWith('done'))
          .map((line) => line.split(' ')[2]),
      );
      expect(by.size, 'both had a share').toBe(2);
    },
  );

  it(
    'what was under way when the database went is taken up again',
    { timeout: 60_000 },
    async () => {
      const { open, take, client, left } = await aQueue();
      const queue = await open();
      let begun = 0;
      take(async () => {
        begun += 1;
        if (begun === 1) await new Promise((resolve) => setTimeout(resolve, 1500));
      });
      queue.saved('a');
      await expect.poll(() => begun, PATIENT).toBe(1);
      await client.query(
        'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()',
      );
      await expect.poll(left, { timeout: 50_000, interval: 100 }).toBe(0);
      errors.length = 0;
    },
  );
});
