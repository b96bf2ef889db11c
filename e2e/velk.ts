import { spawn, type ChildProcess } from 'node:child_process';
import { connect, createServer, type Server, type Socket } from 'node:net';
import { fileURLToPath } from 'node:url';
import {
  test as base,
  expect,
  type Browser,
  type BrowserContext,
  type BrowserContextOptions,
  type Locator,
  type Page,
  type TestInfo,
} from '@playwright/test';
import { Client } from 'pg';
import { Contexts, holdCuts } from './contexts.ts';
import { LOOMS, withFewLooms, type Rows } from './fewer.ts';
import { KEY } from './key.ts';

const root = fileURLToPath(new URL('..', import.meta.url));
const admin = process.env['VELK_TEST_DATABASE_URL'];

/**
 * A running Velk with a database that no other test uses meanwhile, whose line to the database can
 * be cut and whose server can be killed.
 */
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
        socket
          .on('error', () => undefined)
          .on('close', () => [here, there].forEach((s) => s.destroy()));
      }
      here.pipe(there).pipe(here);
    });
    return new Promise((resolve) =>
      this.server!.listen(port, '127.0.0.1', () =>
        resolve((this.server!.address() as { port: number }).port),
      ),
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
): Promise<{ child: ChildProcess; url: string }> {
  const child = spawn(process.execPath, ['--enable-source-maps', 'server/dist/main.mjs'], {
    cwd: root,
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      VELK_KEY: KEY,
      VELK_AHEAD: 'no',
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise<string>((resolve, reject) => {
    let said = '';
    child.stdout.on('data', (data: Buffer) => {
      said += data.toString();
      const found = /http:\/\/[^\s#]+(?=\/#)/.exec(said);
      if (found) resolve(found[0]);
    });
    child.once('exit', () => reject(new Error(`The server stopped: ${said}`)));
  });
  return { child, url };
}

const ended = (child: ChildProcess) =>
  new Promise<void>((resolve) =>
    child.exitCode === null ? child.once('exit', () => resolve()) : resolve(),
  );

/** What PostgreSQL answers to one of two transactions that wait for each other. */
const DEADLOCK = '40P01';

const TABLES = ['shop', 'device', 'job', 'revision', 'observation'];

/**
 * What the database holds as a test begins: nothing, a few joints of the looms beside the racks, or
 * all of the demo.
 */
type Start = 'nothing' | 'few' | 'looms';

/**
 * A server and a database that the tests of one worker share; each test finds the database as it
 * was at the start.
 */
interface Bench extends Velk {
  reset(start: Start): Promise<void>;
}

async function rowsOf(client: Client): Promise<Rows> {
  const rows: Record<string, Rows[string]> = {};
  for (const table of TABLES) {
    const { rows: answer } = await client.query<{ all: Rows[string] }>(
      `SELECT coalesce(json_agg(t), '[]') AS all FROM ${table} t`,
    );
    rows[table] = answer[0]!.all;
  }
  return rows;
}

async function openBench(worker: number): Promise<{ bench: Bench; close: () => Promise<void> }> {
  if (!admin) throw new Error('VELK_TEST_DATABASE_URL is not set: run npm test.');
  const name = `e2e_${process.pid}_${worker}`;
  const maker = new Client(admin);
  await maker.connect();
  await maker.query(`CREATE DATABASE ${name}`);
  await maker.end();
  const database = new URL(admin);
  database.pathname = `/${name}`;
  const line = new Line(database);
  const linePort = await line.listen(0);
  const throughLine = new URL(database);
  throughLine.port = String(linePort);
  let { child, url } = await startServer(throughLine.href, 0);
  const port = Number(new URL(url).port);
  const client = new Client(database.href);
  await client.connect();
  const looms = await rowsOf(client);
  const starts: Record<Exclude<Start, 'nothing'>, Rows> = { looms, few: withFewLooms(looms) };
  const restart = async () => {
    child.kill('SIGKILL');
    await ended(child);
    ({ child, url } = await startServer(throughLine.href, port));
  };
  return {
    bench: {
      url,
      restart,
      cutDatabase: () => line.cut(),
      mendDatabase: async () => void (await line.listen(linePort)),
      reset: async (start) => {
        const empty = () => client.query(`TRUNCATE ${TABLES.join(', ')}, kept_digest`);
        /**
         * A page that was left sends its last change: its transaction and this one may wait for
         * each other.
         */
        await empty().catch((error: { code?: string }) => {
          if (error.code !== DEADLOCK) throw error;
          return empty();
        });
        if (start === 'nothing') return;
        for (const table of TABLES)
          await client.query(
            `INSERT INTO ${table} SELECT * FROM json_populate_recordset(NULL::${table}, $1)`,
            [JSON.stringify(starts[start][table])],
          );
      },
    },
    close: async () => {
      child.kill('SIGKILL');
      await ended(child);
      await client.end();
      await line.cut();
    },
  };
}

/**
 * Most of a page's work is planning all of the looms, and cutting virtually. A test that needs it
 * says so at the end of its name, and why in a line above: without `@looms` they have a few joints,
 * without `@cuts` nothing asks the modeller.
 */
const needsLooms = ({ tags }: TestInfo) => tags.includes('@looms');
const needsCuts = ({ tags }: TestInfo) => tags.includes('@cuts');

export const test = base.extend<
  { demo: boolean; velk: Velk },
  { bench: Bench; contexts: Contexts }
>({
  /** Whether the database starts with jobs, or with nothing at all. */
  demo: [true, { option: true }],
  bench: [
    async ({}, use, { workerIndex }) => {
      const { bench, close } = await openBench(workerIndex);
      await use(bench);
      await close();
    },
    { scope: 'worker' },
  ],
  velk: async ({ demo, bench }, use, info) => {
    await bench.reset(!demo ? 'nothing' : needsLooms(info) ? 'looms' : 'few');
    await use(bench);
  },
  contexts: [async ({ browser }, use) => use(new Contexts(browser)), { scope: 'worker' }],
  context: async ({ contexts, bench, viewport, hasTouch, extraHTTPHeaders }, use, info) => {
    const cuts = needsCuts(info);
    const like = JSON.stringify([cuts, viewport, hasTouch, extraHTTPHeaders]);
    const context = await contexts.emptied(like, bench.url, cuts);
    await use(context);
    await Promise.all(context.pages().map((page) => page.close()));
  },
});

/**
 * Presses Tab until the focused thing has this accessible name, as someone without a mouse would.
 */
export async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let i = 0; i < 90; i++) {
    await page.keyboard.press('Tab');
    const focused = await page.evaluate(() => {
      const e = document.activeElement as HTMLElement | null;
      /**
       * Where what was focused is gone the page or the work has the focus, and all words are its
       * own.
       */
      return !e || e.matches('body, main') ? '' : (e.getAttribute('aria-label') ?? e.innerText);
    });
    if (name.test(focused)) return;
  }
  throw new Error(`Nothing named ${name} can be reached with Tab.`);
}

/** Another address of the page that is open, as its links lead there: nothing is loaded anew. */
export async function follow(page: Page, path: string): Promise<void> {
  const [title, from] = [await page.title(), new URL(page.url()).pathname];
  await page.evaluate((to) => {
    history.pushState({}, '', to);
    dispatchEvent(new PopStateEvent('popstate', { state: {} }));
  }, path);
  /** A tool and a question are in the room of the others. */
  const roomOf = (place: string) => place.replace(/^(\/(chest|quick))\/.*/, '$1');
  if (roomOf(from) !== roomOf(path)) await expect(page).not.toHaveTitle(title);
}

/**
 * A context of its own, for what keeps Velk in the browser or is another device; closed by the
 * test.
 */
export async function anotherDevice(
  browser: Browser,
  options: BrowserContextOptions,
): Promise<BrowserContext> {
  const context = await browser.newContext(options);
  if (!needsCuts(test.info())) await context.addInitScript(holdCuts);
  return context;
}

/** Another stage of the job that is open: the address of one may hold what is shown in it. */
export const stageOf = (page: Page, stage: string): string =>
  [...new URL(page.url()).pathname.split('/').slice(0, 3), stage].join('/');

/** The looms, opened at a stage. */
export async function openLooms(page: Page, velk: Velk, stage: string): Promise<void> {
  const jobs = (await (await page.request.get(`${velk.url}/api/jobs`)).json()) as {
    id: string;
    name: string;
  }[];
  await page.goto(`${velk.url}/job/${jobs.find(({ name }) => name === LOOMS)!.id}/${stage}`);
  await page.getByRole('button', { name: /Cross rail into post/ }).waitFor();
}

/** The lines of the order that cut a joint in one way. */
export function setupsOf(page: Page, joint: string, title: string | RegExp): Locator {
  return page
    .getByRole('listitem')
    .filter({ hasText: joint })
    .getByRole('link', { name: title, exact: typeof title === 'string' });
}

/** From the order of cutting to the card of a joint's set-up. */
export async function openSetup(page: Page, joint: string, title: string | RegExp): Promise<void> {
  await setupsOf(page, joint, title).first().click();
}

export { expect, type Locator };
