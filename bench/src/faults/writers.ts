import { randomUUID } from 'node:crypto';
import type { Job } from '@velk/core/design';
import { jobWith } from '@velk/core/testing';
import { sleep, type Velk } from './velk.ts';

/** What a writer knows of its job: all that Velk has said is saved. */
export interface Written {
  readonly saves: number;
  /** Saves that Velk had acknowledged and that are not there, each as a sentence. */
  readonly lost: readonly string[];
}

interface Stored {
  readonly id: string;
  readonly version: number;
  readonly job: Job;
}

/** Between two tries of one save, ms. */
const AGAIN = 120;

/**
 * Saves one job again and again, each save under its own id until it is answered, as the browser
 * does.
 */
export class Writer {
  private stored!: Stored;
  private count = 0;
  private stopped = false;
  private running: Promise<void> = Promise.resolve();
  private readonly lost: string[] = [];

  constructor(
    private readonly velk: Velk,
    private readonly name: string,
  ) {}

  /** Makes its job. */
  async begin(): Promise<void> {
    for (let tries = 0; ; tries++) {
      const answer = await this.velk.ask<Stored>('POST', '/api/jobs', {
        job: { ...jobWith(), name: this.name },
      });
      this.stored = answer.body;
      if (answer.status === 201) return;
      if (tries > 100) throw new Error(`${this.name} could not be made: ${JSON.stringify(answer)}`);
      await sleep(AGAIN);
    }
  }

  /** Saves until it is ended. */
  go(): void {
    this.running = this.write();
  }

  get saves(): number {
    return this.count;
  }

  private async write(): Promise<void> {
    while (!this.stopped) {
      const job = { ...this.stored.job, notes: `save ${this.count + 1}` };
      const save = randomUUID();
      for (;;) {
        const { status, body } = await this.velk.ask<Stored>('PUT', `/api/jobs/${this.stored.id}`, {
          version: this.stored.version,
          save,
          job,
        });
        if (status === 200) {
          this.stored = body;
          this.count++;
          break;
        }
        if (status === 409 || status === 404) {
          this.lost.push(
            `${this.name}: version ${this.stored.version} was acknowledged, then ${status}`,
          );
          return;
        }
        if (status === 500) this.lost.push(`${this.name}: a save was answered 500`);
        if (this.stopped) return;
        await sleep(AGAIN);
      }
      await sleep(15);
    }
  }

  /** What is answered once the server can. @throws Error where it never does */
  private async read<T>(path: string): Promise<T> {
    for (let tries = 0; ; tries++) {
      const { status, body } = await this.velk.ask<T>('GET', path);
      if (status === 200) return body;
      if (tries > 250) throw new Error(`${this.name}: ${path} is answered ${status}`);
      await sleep(AGAIN);
    }
  }

  /** Ends, and looks whether everything acknowledged is there, version by version. */
  async end(): Promise<Written> {
    this.stopped = true;
    await this.running;
    const now = await this.read<Stored>(`/api/jobs/${this.stored.id}`);
    const all = await this.read<{ version: number }[]>(`/api/jobs/${this.stored.id}/revisions`);
    /** The save that was under way when it ended may have come or not. */
    const notes = [`save ${this.count}`, `save ${this.count + 1}`];
    if (this.count > 0 && !notes.includes(now.job?.notes))
      this.lost.push(`${this.name}: has “${now.job?.notes}”, not “${notes[0]}”`);
    const versions = new Set(all.map(({ version }) => version));
    for (let version = 1; version <= this.stored.version; version++)
      if (!versions.has(version)) this.lost.push(`${this.name}: version ${version} is gone`);
    return { saves: this.count, lost: this.lost };
  }
}

/** So many writers at once, begun. */
export async function writers(velk: Velk, count: number): Promise<Writer[]> {
  const allWriters = Array.from({ length: count }, (_, i) => new Writer(velk, `Writer ${i + 1}`));
  await Promise.all(allWriters.map((writer) => writer.begin()));
  for (const writer of allWriters) writer.go();
  return allWriters;
}

/** All of them ended: what they saved, and what is lost of it. */
export async function ended(allWriters: readonly Writer[]): Promise<Written> {
  const each = await Promise.all(allWriters.map((writer) => writer.end()));
  return {
    saves: each.reduce((sum, written) => sum + written.saves, 0),
    lost: each.flatMap((written) => written.lost),
  };
}
