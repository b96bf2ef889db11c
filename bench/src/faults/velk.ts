import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('../../..', import.meta.url));
/** What lets the campaign in at the machine. */
export const KEY = 'the-key-of-the-campaign';
/** Waited for an answer at most, ms. */
const PATIENCE = 10_000;
/** Waited for Velk to come up at most, ms: longer is a start that does not come back. */
const COMES_UP = 90_000;

export const sleep = (ms: number): Promise<void> =>
  new Promise((resolve) => setTimeout(resolve, ms));

export const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });

/** What an answer held; its status is 0 where none came. */
export interface Answer<T> {
  readonly status: number;
  readonly body: T;
}

/** What can be killed. */
export const VICTIMS = ['server', 'database', 'start script', 'all three'] as const;
export type Victim = (typeof VICTIMS)[number];

/** One Velk of `npm start` with its own data, whose parts can be killed. */
export class Velk {
  private child: ChildProcess | undefined;
  private said = '';
  constructor(
    readonly data: string,
    readonly port: number,
    private readonly env: NodeJS.ProcessEnv = {},
  ) {}

  /** Starts it, not waiting until it answers. */
  start(): void {
    const { DATABASE_URL: _, ...env } = process.env;
    const child = spawn(process.execPath, ['scripts/start.mjs'], {
      cwd: root,
      env: { ...env, VELK_DATA: this.data, PORT: String(this.port), VELK_KEY: KEY, ...this.env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (text: Buffer) => (this.said = (this.said + text.toString()).slice(-4000)));
    this.child = child;
  }

  /**
   * Waits until it answers with its database. @throws Error with what it said where it never does
   */
  async up(): Promise<void> {
    const until = Date.now() + COMES_UP;
    while ((await this.ask('GET', '/api/health')).status !== 200) {
      if (this.child?.exitCode !== null && this.child?.signalCode === null) await this.again();
      if (Date.now() > until) throw new Error(`Velk does not come back: ${this.said}`);
      await sleep(60);
    }
  }

  /**
   * A start that found its port still taken says so and ends: whoever started it starts it again.
   */
  private async again(): Promise<void> {
    await sleep(300);
    this.start();
  }

  async ask<T>(method: string, path: string, body?: unknown): Promise<Answer<T>> {
    try {
      const answer = await fetch(`http://127.0.0.1:${this.port}${path}`, {
        method,
        headers: { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' },
        signal: AbortSignal.timeout(PATIENCE),
        ...(body !== undefined && { body: JSON.stringify(body) }),
      });
      return { status: answer.status, body: (await answer.json()) as T };
    } catch {
      return { status: 0, body: {} as T };
    }
  }

  private get startPid(): number | undefined {
    return this.child?.exitCode === null ? this.child.pid : undefined;
  }

  get serverPid(): number | undefined {
    const parent = this.startPid;
    const file = `/proc/${parent}/task/${parent}/children`;
    if (parent === undefined || !existsSync(file)) return undefined;
    return readFileSync(file, 'utf8')
      .split(' ')
      .map(Number)
      .find((pid) => pid > 0 && isServer(pid));
  }

  get databasePid(): number | undefined {
    const file = join(this.data, 'cluster/postmaster.pid');
    return existsSync(file)
      ? Number.parseInt(readFileSync(file, 'utf8'), 10) || undefined
      : undefined;
  }

  private get parts(): Readonly<Record<Exclude<Victim, 'all three'>, number | undefined>> {
    return { 'start script': this.startPid, server: this.serverPid, database: this.databasePid };
  }

  /**
   * Waits until every part of it is there, so that what is killed is something. @throws Error where
   * one is missing
   */
  async whole(): Promise<void> {
    for (
      const until = Date.now() + COMES_UP;
      Object.values(this.parts).includes(undefined);
      await sleep(20)
    )
      if (Date.now() > until)
        throw new Error(`A part of it is missing: ${JSON.stringify(this.parts)}`);
  }

  /** Kills a part of it as a power cut would, without a word. */
  kill(victim: Victim): void {
    const { parts } = this;
    for (const pid of victim === 'all three' ? Object.values(parts) : [parts[victim]]) end(pid);
  }

  /** Whether the start script still runs. */
  get started(): boolean {
    return (
      this.child !== undefined && this.child.exitCode === null && this.child.signalCode === null
    );
  }

  async stop(): Promise<void> {
    const { child } = this;
    if (child && child.exitCode === null && child.signalCode === null)
      await new Promise((resolve) => child.once('exit', resolve) && child.kill('SIGTERM'));
  }
}

function isServer(pid: number): boolean {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('server/dist/main.mjs');
  } catch {
    return false;
  }
}

function end(pid: number | undefined): void {
  if (pid === undefined) return;
  try {
    process.kill(pid, 'SIGKILL');
  } catch {
    /** It was gone before. */
  }
}
