import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { jobWith } from '@velk/core/testing';
import { freePort, sleep, Velk, VICTIMS } from './velk.ts';
import { ended, writers, type Writer } from './writers.ts';

/** What came of one sort of fault. */
export interface Outcome {
  readonly what: string;
  readonly times: number;
  readonly saves: number;
  readonly lost: readonly string[];
  /** Starts that did not come back, each as a sentence. */
  readonly down: readonly string[];
  /** What else was seen, in a few words. */
  readonly seen?: string;
}

/**
 * Velk started for this, and stopped after it.
 * @param folder that its data is in
 * @param env of its start script, beside what is set
 */
async function withVelk<T>(
  work: (velk: Velk) => Promise<T>,
  { folder = tmpdir(), env }: { folder?: string; env?: NodeJS.ProcessEnv | undefined } = {},
): Promise<T> {
  const data = mkdtempSync(join(folder, 'velk-faults-'));
  const velk = new Velk(data, await freePort(), env);
  try {
    velk.start();
    await velk.up();
    return await work(velk);
  } finally {
    await velk.stop();
    velk.kill('database');
    rmSync(data, { recursive: true, force: true });
  }
}

const progress = (allWriters: readonly Writer[]) =>
  allWriters.reduce((sum, writer) => sum + writer.saves, 0);

/** Waits until something more is saved. @throws Error where that takes longer than a start may */
async function moreSaved(allWriters: readonly Writer[], than: number): Promise<void> {
  for (let i = 0; progress(allWriters) <= than; i++) {
    if (i > 9000) throw new Error('Nothing is saved any more.');
    await sleep(10);
  }
}

/**
 * Kills server, database, start script and all three in turn, at odd moments while eight writers
 * save.
 */
export const kills = (times: number, env?: NodeJS.ProcessEnv): Promise<Outcome> =>
  withVelk((velk) => killing(velk, times), { env });

async function killing(velk: Velk, times: number): Promise<Outcome> {
  const allWriters = await writers(velk, 8);
  const down: string[] = [];
  let done = 0;
  try {
    for (; done < times; done++) {
      const victim = VICTIMS[done % VICTIMS.length]!;
      const before = progress(allWriters);
      await sleep((done * 37) % 400);
      await velk.whole();
      velk.kill(victim);
      if (!velk.started || victim === 'start script' || victim === 'all three') {
        await sleep(30);
        velk.start();
      }
      await velk.up();
      await moreSaved(allWriters, before);
    }
  } catch (error) {
    down.push(`after ${done} kills: ${String(error)}`);
  }
  return { what: 'killed while eight save', times: done, ...(await ended(allWriters)), down };
}

/**
 * Kills the database alone, while six save: nothing that was acknowledged is lost, and nothing is
 * answered as a fault.
 */
export const databaseKills = (times: number): Promise<Outcome> =>
  withVelk(async (velk) => {
    const allWriters = await writers(velk, 6);
    const down: string[] = [];
    let done = 0;
    try {
      for (; done < times; done++) {
        const before = progress(allWriters);
        await sleep((done * 37) % 400);
        await velk.whole();
        velk.kill('database');
        await velk.up();
        await moreSaved(allWriters, before);
      }
    } catch (error) {
      down.push(`after ${done} kills: ${String(error)}`);
    }
    return {
      what: 'database killed while six save',
      times: done,
      ...(await ended(allWriters)),
      down,
    };
  });

/**
 * What is asked every day, and what it may be answered with: its answer, or a sentence that says
 * what is the matter.
 */
const ORDINARY = ['/api/health', '/api/jobs', '/api/shop', '/api/access', '/api/openapi.json'];

/**
 * Keeps every processor busy with something else, four times over, and asks what is asked every
 * day.
 */
export const busy = (rounds: number): Promise<Outcome> =>
  withVelk(async (velk) => {
    const allWriters = await writers(velk, 4);
    const idle = 'for (;;);';
    const others = Array.from({ length: 4 * availableParallelism() }, () =>
      spawn(process.execPath, ['-e', idle]),
    );
    const wrong: string[] = [];
    let answered = 0;
    try {
      for (let i = 0; i < rounds; i++)
        for (const path of ORDINARY) {
          const { status, body } = await velk.ask<{ title?: string }>('GET', path);
          answered += status === 200 ? 1 : 0;
          if (status !== 200) wrong.push(`${path}: ${status} ${body.title ?? 'without a word'}`);
        }
      await moreSaved(allWriters, progress(allWriters));
    } finally {
      for (const other of others) other.kill('SIGKILL');
    }
    const seen = `${answered} of ${rounds * ORDINARY.length} ordinary requests got their answer`;
    return {
      what: 'every processor kept busy',
      times: rounds,
      ...(await ended(allWriters)),
      down: wrong,
      seen,
    };
  });

/**
 * Kills a first start at twenty moments of it, each in an empty folder that the next one starts in
 * again.
 */
export async function firstStarts(times: number): Promise<Outcome> {
  const data = mkdtempSync(join(tmpdir(), 'velk-faults-'));
  const down: string[] = [];
  for (let i = 0; i < times; i++) {
    const velk = new Velk(data, await freePort());
    velk.start();
    await sleep(100 + (i * 6000) / times);
    velk.kill('all three');
    const again = new Velk(data, await freePort());
    again.start();
    await again
      .up()
      .catch((error: unknown) => down.push(`killed at moment ${i}: ${String(error)}`));
    await again.stop();
    again.kill('database');
    for (const name of readdirSync(data))
      rmSync(join(data, name), { recursive: true, force: true });
  }
  rmSync(data, { recursive: true, force: true });
  return { what: 'first start killed', times, saves: 0, lost: [], down };
}

/**
 * Stops the database as a machine that swaps does, for longer than a request waits, and lets it go
 * on.
 */
export const paused = (times: number): Promise<Outcome> =>
  withVelk(async (velk) => {
    const allWriters = await writers(velk, 8);
    const family = () =>
      spawnSync('pgrep', ['-g', String(velk.databasePid)], { encoding: 'utf8' })
        .stdout.split('\n')
        .filter(Boolean)
        .map(Number);
    let slowest = 0;
    for (let i = 0; i < times; i++) {
      const before = progress(allWriters);
      await moreSaved(allWriters, before);
      const pids = family();
      for (const pid of pids) process.kill(pid, 'SIGSTOP');
      const start = Date.now();
      const { status } = await velk.ask('GET', '/api/openapi.json');
      if (status === 200) slowest = Math.max(slowest, Date.now() - start);
      await sleep(12_000);
      for (const pid of pids) process.kill(pid, 'SIGCONT');
      await velk.up();
      await moreSaved(allWriters, progress(allWriters));
    }
    const seen = `what needs no database answered in at most ${slowest} ms meanwhile`;
    return {
      what: 'database paused for 12 s',
      times,
      ...(await ended(allWriters)),
      down: [],
      seen,
    };
  });

/** Fills the disk that the data are on, then makes room again. Needs the right to mount. */
export async function full(times: number): Promise<Outcome> {
  const disk = mkdtempSync(join(tmpdir(), 'velk-disk-'));
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=260m,mode=755', 'tmpfs', disk]).status !== 0)
    return {
      what: 'disk full',
      times: 0,
      saves: 0,
      lost: [],
      down: [],
      seen: 'not run: no right to mount',
    };
  try {
    return await withVelk(
      async (velk) => {
        const allWriters = await writers(velk, 8);
        const down: string[] = [];
        const refused = new Set<number>();
        for (let i = 0; i < times && !down.length; i++) {
          const big = join(disk, 'big');
          const before = progress(allWriters);
          await moreSaved(allWriters, before);
          for (let at = 0; ; at++)
            try {
              writeFileSync(`${big}${at}`, Buffer.alloc(1_000_000));
            } catch {
              break;
            }
          for (let tries = 0; tries < 40; tries++) {
            const { status } = await velk.ask('POST', '/api/jobs', { job: jobWith() });
            refused.add(status);
            await sleep(100);
          }
          for (const name of readdirSync(disk))
            if (name.startsWith('big')) rmSync(join(disk, name));
          await velk.up().catch((error: unknown) => down.push(String(error)));
          if (!down.length) await moreSaved(allWriters, progress(allWriters));
        }
        const seen = `answers meanwhile: ${[...refused].sort().join(', ')}`;
        return { what: 'disk full', times, ...(await ended(allWriters)), down, seen };
      },
      { folder: disk },
    );
  } finally {
    spawnSync('umount', [disk]);
    rmSync(disk, { recursive: true, force: true });
  }
}

/** Two hundred save at once, for a while. */
export const crowd = (seconds: number): Promise<Outcome> =>
  withVelk(async (velk) => {
    const allWriters = await writers(velk, 200);
    await sleep(seconds * 1000);
    const stuck = allWriters.filter((writer) => writer.saves === 0).length;
    return {
      what: '200 save at once',
      times: seconds,
      ...(await ended(allWriters)),
      down: [],
      seen: `${stuck} of them waited in vain`,
    };
  });

const memoryOf = (pid: number) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
const handlesOf = (pid: number) => readdirSync(`/proc/${pid}/fd`).length;

/** Saves and plans for minutes: memory and open files of the server stay what they were. */
export const soak = (minutes: number): Promise<Outcome> =>
  withVelk(async (velk) => {
    const allWriters = await writers(velk, 8);
    const { body: jobs } = await velk.ask<{ id: string; name: string }[]>('GET', '/api/jobs');
    const racks = jobs.find(({ name }) => name.includes('racks'))!;
    const { body: file } = await velk.ask('GET', `/api/jobs/${racks.id}/file`);
    const seen: [number, number][] = [];
    const until = Date.now() + minutes * 60_000;
    while (Date.now() < until) {
      const { status } = await velk.ask('POST', '/api/plan', file);
      if (status !== 200 && status !== 0) throw new Error(`A plan was answered with ${status}.`);
      const pid = velk.serverPid!;
      seen.push([memoryOf(pid), handlesOf(pid)]);
      await sleep(500);
    }
    const [early, late] = [
      seen.slice(seen.length / 4, seen.length / 2),
      seen.slice(-seen.length / 4),
    ];
    const mean = (of: [number, number][], at: 0 | 1) =>
      Math.round(of.reduce((sum, one) => sum + one[at], 0) / of.length);
    const said = `memory ${mean(early, 0)} then ${mean(late, 0)} MB, open files ${mean(early, 1)} then ${mean(late, 1)}`;
    return {
      what: 'ten minutes of saving and planning',
      times: minutes,
      ...(await ended(allWriters)),
      down: [],
      seen: said,
    };
  });
