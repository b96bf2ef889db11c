import { spawn, type ChildProcess } from 'node:child_process';
import { connect, createServer, type Server, type Socket } from 'node:net';
import { fileURLToPath } from 'node:url';
import { test as base, expect, type Page } from '@playwright/test';
import { Client } from 'pg';

const root = fileURLToPath(new URL('..', import.meta.url));
const admin = process.env['VELK_TEST_DATABASE_URL'];

/** A running Velk with a database of its own, whose line to the database can be cut and whose server can be killed. */
export interface Velk {
  readonly url: string;
  restart(): Promise<void>;
  cutDatabase(): Promise<void>;
  mendDatabase(): Promise<void>;
}

class Line {
  private server: Server | undefined;
  private readonly open = new Set<Socket>();
  constructor(private readonly target: URL) {}
  listen(port: number): Promise<number> {
    this.server = createServer((here) => {
      const there = connect(Number(this.target.port), this.target.hostname);
      for (const socket of [here, there]) {
        this.open.add(socket);
        socket.on('error', () => undefined).on('close', () => [here, there].forEach((s) => s.destroy()));
      }
      here.pipe(there).pipe(here);
    });
    return new Promise((resolve) =>
      this.server!.listen(port, '127.0.0.1', () => resolve((this.server!.address() as { port: number }).port)),
    );
  }
  cut(): Promise<void> {
    return new Promise((resolve) => {
      this.server!.close(() => resolve());
      for (const socket of this.open) socket.destroy();
      this.open.clear();
    });
  }
}

async function startServer(
  databaseUrl: string,
  port: number,
  demo: boolean,
): Promise<{ child: ChildProcess; url: string }> {
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: databaseUrl, PORT: String(port), VELK_DEMO: demo ? 'yes' : 'no' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise<string>((resolve, reject) => {
    let said = '';
    child.stdout.on('data', (data: Buffer) => {
      said += data.toString();
      const found = /http:\/\/\S+/.exec(said);
      if (found) resolve(found[0]);
    });
    child.once('exit', () => reject(new Error(`The server stopped: ${said}`)));
  });
  return { child, url };
}

const ended = (child: ChildProcess) =>
  new Promise<void>((resolve) => (child.exitCode === null ? child.once('exit', () => resolve()) : resolve()));

let databases = 0;

export const test = base.extend<{ demo: boolean; velk: Velk }>({
  /** Whether the database starts with the demo, or with nothing at all. */
  demo: [true, { option: true }],
  velk: async ({ demo }, use) => {
    if (!admin) throw new Error('VELK_TEST_DATABASE_URL is not set: run npm test.');
    const client = new Client(admin);
    await client.connect();
    const name = `e2e_${process.pid}_${databases++}`;
    await client.query(`CREATE DATABASE ${name}`);
    await client.end();
    const target = new URL(admin);
    const line = new Line(target);
    const linePort = await line.listen(0);
    const databaseUrl = new URL(admin);
    databaseUrl.port = String(linePort);
    databaseUrl.pathname = `/${name}`;
    let { child, url } = await startServer(databaseUrl.href, 0, demo);
    const port = Number(new URL(url).port);
    await use({
      url,
      restart: async () => {
        child.kill('SIGKILL');
        await ended(child);
        ({ child, url } = await startServer(databaseUrl.href, port, demo));
      },
      cutDatabase: () => line.cut(),
      mendDatabase: async () => void (await line.listen(linePort)),
    });
    child.kill('SIGKILL');
    await ended(child);
    await line.cut();
  },
});

/** Presses Tab until the focused thing has this accessible name, as someone without a mouse would. */
export async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let i = 0; i < 90; i++) {
    await page.keyboard.press('Tab');
    const focused = await page.evaluate(() => {
      const e = document.activeElement as HTMLElement | null;
      return e?.getAttribute('aria-label') ?? e?.innerText ?? '';
    });
    if (name.test(focused)) return;
  }
  throw new Error(`Nothing named ${name} can be reached with Tab.`);
}

/** The demo's loom job, opened at a stage. */
export async function openLooms(page: Page, velk: Velk, stage: string): Promise<void> {
  await page.goto(velk.url);
  const path = await page.getByRole('link', { name: 'Floor looms, six' }).getAttribute('href');
  await page.goto(`${velk.url}${path!.replace(/\w+$/, stage)}`);
  await page.getByRole('button', { name: /Cross rail into post/ }).waitFor();
}

export { expect };
