// The database and the server, kept up until this program ends. Used by start, dev and screenshots.
import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { alone, identityOf, livesOn } from './alone.mjs';
import { serverProgram } from './build.mjs';
import { dataFolder, isRunning, startCluster, stopCluster } from './cluster.mjs';
import { nightly } from './copies.mjs';
import { root } from './dependencies.mjs';
import { rootFolder } from './giving.mjs';
import { ownFolder } from './sentences.mjs';
import { accessFolder, accountsOf, serverUser, settle } from './rights.mjs';

/**
 * The address of the database: DATABASE_URL where it is set, else Velk's own cluster, watched over
 * and restarted. `settle` brings it up to date and gives the address for the server, which may do
 * less.
 */
export async function openDatabase() {
  if (process.env.DATABASE_URL) {
    const url = process.env.DATABASE_URL;
    return { url, settle: async () => url, close: () => undefined };
  }
  const folder = dataFolder();
  ownFolder(folder);
  rootFolder(folder);
  mkdirSync(join(folder, 'running'), { recursive: true });
  const mark = join(folder, 'running', String(process.pid));
  writeFileSync(mark, identityOf());
  const { keeper: url, server } = await alone(`cluster ${folder}`, async () =>
    accountsOf(await startCluster(folder), folder),
  );
  const watch = setInterval(() => {
    if (isRunning(folder)) return;
    console.log('The database stopped; starting it again.');
    void alone(`cluster ${folder}`, () => startCluster(folder)).catch((error) =>
      console.error(`The database does not start: ${error.message}`),
    );
  }, 2000);
  /**
   * Asked for again and again: a machine may run for minutes a day, and nothing is to wait for it
   * at the start.
   */
  const nights = setInterval(() => {
    try {
      nightly(url, folder);
    } catch (error) {
      console.error(`The copy of this night was not made: ${error.message}`);
    }
  }, 60_000);
  return {
    url,
    settle: () =>
      alone(`cluster ${folder}`, async () => {
        settle(url);
        return server;
      }),
    close: () => {
      clearInterval(watch);
      clearInterval(nights);
      rmSync(mark, { force: true });
      const others = readdirSync(join(folder, 'running'))
        .map((pid) => join(folder, 'running', pid))
        .filter((other) => livesOn(readFileSync(other, 'utf8')) || void rmSync(other));
      if (others.length === 0 && existsSync(folder)) stopCluster(folder);
    },
  };
}

/** How the server ends when starting it again would not help: it has said why. */
const HOPELESS = 78;
/** As it is written, started again whenever a file of it changes. */
const WATCHED = ['--watch', '--import', 'tsx', 'server/src/main.ts'];
/** Between two starts, ms: longer each time, short again once it has come up. */
const PAUSE = { first: 200, most: 30_000 };

/**
 * Starts the server and starts it again however it ends, with growing pauses and on the port it
 * had; it ends with this program. Gives the port once the server listens.
 */
export async function keepServer(url, { watch = false, folder = dataFolder() } = {}) {
  const user = serverUser();
  const own = {
    DATABASE_URL: url,
    VELK_ACCESS: accessFolder(folder, user),
    /**
     * What whoever comes in at the machine shows: new at each start, the same while this program
     * runs.
     */
    VELK_KEY: process.env.VELK_KEY ?? randomBytes(18).toString('base64url'),
  };
  let port = process.env.PORT;
  let stopping = false;
  let child;
  let pause = PAUSE.first;
  let listens;
  const listening = new Promise((resolve) => (listens = resolve));
  const start = () => {
    child = spawn(
      process.execPath,
      watch ? WATCHED : ['--enable-source-maps', serverProgram('main')],
      {
        cwd: root,
        ...user,
        env: { ...process.env, ...own, ...(port !== undefined && { PORT: port }) },
        stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      },
    );
    child.on('message', (said) => {
      if (!said?.port) return;
      port = String(said.port);
      pause = PAUSE.first;
      listens();
    });
    child.on('exit', (code) => {
      if (stopping) return;
      if (code === HOPELESS) {
        process.exitCode = 1;
        listens();
        return void process.emit('SIGTERM');
      }
      console.log('The server was stopped; starting it again.');
      setTimeout(() => !stopping && start(), pause);
      pause = Math.min(PAUSE.most, pause * 2);
    });
  };
  const close = () =>
    new Promise((resolve) => {
      stopping = true;
      if (child.exitCode !== null || child.signalCode !== null) return resolve();
      child.once('exit', resolve);
      child.kill('SIGTERM');
    });
  start();
  return { close, listening, port: () => port, key: own.VELK_KEY };
}

/** Calls `close` once, when the program is asked to end. */
export function onEnd(close) {
  let ending = false;
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, async () => {
      if (ending) return;
      ending = true;
      await close();
      process.exit();
    });
}
