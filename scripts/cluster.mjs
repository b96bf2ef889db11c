// A PostgreSQL cluster of Velk's own, on loopback. PostgreSQL refuses to run as root: there it runs as its own user.
import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { chmodSync, chownSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { homedir, tmpdir } from 'node:os';
import { join } from 'node:path';
import { postgresFolder } from './debian.mjs';

const isRoot = process.getuid() === 0;

/** Where the user's work lives: outside the clone, so that cleaning it destroys nothing. */
export const dataFolder = () =>
  process.env.VELK_DATA ?? (isRoot ? '/var/lib/velk' : join(homedir(), '.local/share/velk'));

function run(program, args, { quiet = true } = {}) {
  const path = join(postgresFolder(), program);
  const [command, ...rest] = isRoot ? ['runuser', '-u', 'postgres', '--', path, ...args] : [path, ...args];
  const result = spawnSync(command, rest, { cwd: '/', encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });
  if (result.status !== 0 && !quiet)
    throw new Error(`${program}: ${(result.stderr || result.stdout || '').trim().split('\n').pop()}`);
  return result;
}

function ownFolder(path) {
  mkdirSync(path, { recursive: true });
  if (!isRoot) return;
  const id = (flag) => Number(spawnSync('id', [flag, 'postgres'], { encoding: 'utf8' }).stdout);
  chownSync(path, id('-u'), id('-g'));
  chmodSync(path, 0o755);
}

/** A free port on loopback; `wanted` when it is free. */
export const freePort = (wanted = 0) =>
  new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', () => (wanted ? freePort().then(resolve, reject) : reject(new Error('No port is free.'))));
    server.listen(wanted, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });

/** Whether the cluster in this folder runs. */
export const isRunning = (folder) => run('pg_ctl', ['status', '-D', join(folder, 'cluster')]).status === 0;

/**
 * Makes the cluster in `folder` if there is none, starts it if it doesn't run, and gives its address. A cluster that was
 * killed is started again and recovers by itself.
 */
export async function startCluster(folder, { durable = true } = {}) {
  ownFolder(folder);
  const data = join(folder, 'cluster');
  const secret = join(folder, 'database-password');
  const portFile = join(folder, 'database-port');
  if (!existsSync(join(data, 'PG_VERSION'))) {
    rmSync(data, { recursive: true, force: true });
    writeFileSync(secret, randomBytes(24).toString('hex'), { mode: 0o600 });
    const pwfile = join(folder, 'initial');
    writeFileSync(pwfile, readFileSync(secret), { mode: 0o600 });
    if (isRoot) spawnSync('chown', ['postgres', pwfile]);
    run(
      'initdb',
      [
        '-D',
        data,
        '-U',
        'velk',
        '-E',
        'UTF8',
        '--no-locale',
        '--auth=scram-sha-256',
        `--pwfile=${pwfile}`,
        ...(durable ? [] : ['-N']),
      ],
      { quiet: false },
    );
    rmSync(pwfile);
  }
  if (!isRunning(folder)) {
    const port = await freePort(existsSync(portFile) ? Number(readFileSync(portFile, 'utf8')) : 0);
    writeFileSync(portFile, String(port));
    const options = `-p ${port} -c listen_addresses=127.0.0.1 -c unix_socket_directories='' ${durable ? '' : '-c fsync=off -c synchronous_commit=off'}`;
    run('pg_ctl', ['start', '-w', '-t', '60', '-D', data, '-l', join(data, 'server.log'), '-o', options], {
      quiet: false,
    });
  }
  return `postgres://velk:${readFileSync(secret, 'utf8')}@127.0.0.1:${readFileSync(portFile, 'utf8')}/postgres`;
}

export const stopCluster = (folder) => run('pg_ctl', ['stop', '-m', 'fast', '-w', '-D', join(folder, 'cluster')]);

/** A cluster for one run of the tests, gone after it. */
export async function throwAwayCluster() {
  const folder = mkdtempSync(join(tmpdir(), 'velk-test-'));
  const url = await startCluster(folder, { durable: false });
  return {
    url,
    folder,
    stop: () => {
      stopCluster(folder);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
