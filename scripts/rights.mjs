// What the server may do: on the machine as an ordinary user, in the database what its work needs and no more.
import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { serverProgram } from './build.mjs';
import { root } from './dependencies.mjs';
import { give, userCalled } from './giving.mjs';
import { client, linesOf } from './postgres.mjs';

const ROLE = 'velk_server';
const USER = 'velk-server';

/** Runs the program that brings a database up to date, or tells which changes it knows. */
export const migrate = (url, ...args) =>
  spawnSync(process.execPath, [serverProgram('migrate'), ...args], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: url },
  });

/** @throws Error in one sentence where the database can't be brought up to date */
export function bringUpToDate(url) {
  const { status, stderr } = migrate(url);
  if (status !== 0) throw new Error(stderr.trim().split('\n').pop());
}

/** Changes of the database by their time, in the clone and in the database. */
const inClone = () =>
  readdirSync(join(root, 'server/src/store/migrations')).map((name) => Number.parseInt(name, 10));
function inDatabase(url) {
  if (linesOf(url, "SELECT to_regclass('migrations') IS NULL")[0] === 't') return [];
  return linesOf(url, 'SELECT timestamp FROM migrations').map(Number);
}

/**
 * Brings the tables up to date and gives the address by which the server reads and writes them: it can't make, change or
 * drop any. A database of a later Velk is left as it is, and the server says so.
 */
export function serverDatabase(url, folder) {
  const done = inDatabase(url);
  const known = inClone();
  if (done.every((one) => known.includes(one)) && known.some((one) => !done.includes(one)))
    bringUpToDate(url);
  const file = join(folder, 'server-password');
  if (!existsSync(file)) {
    writeFileSync(`${file}.new`, randomBytes(24).toString('hex'), { mode: 0o600 });
    renameSync(`${file}.new`, file);
  }
  const secret = readFileSync(file, 'utf8');
  const rights = `
    DO $$ BEGIN
      IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = '${ROLE}') THEN CREATE ROLE ${ROLE}; END IF;
    END $$;
    ALTER ROLE ${ROLE} LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE NOREPLICATION PASSWORD '${secret}';
    REVOKE CREATE ON SCHEMA public FROM PUBLIC;
    REVOKE TEMPORARY ON DATABASE postgres FROM PUBLIC;
    GRANT USAGE ON SCHEMA public TO ${ROLE};
    GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO ${ROLE};
    REVOKE INSERT, UPDATE, DELETE ON migrations FROM ${ROLE};`;
  client('psql', url, ['-q', '-1', '-v', 'ON_ERROR_STOP=1', '-f', '-'], rights);
  const own = new URL(url);
  own.username = ROLE;
  own.password = secret;
  return own.href;
}

/** The user whom the server runs as where Velk was started by root; nothing where anybody else started it. */
export function serverUser() {
  if (process.getuid() !== 0) return undefined;
  if (!userCalled(USER))
    spawnSync('useradd', ['--system', '--no-create-home', '--shell', '/usr/sbin/nologin', USER]);
  const user = userCalled(USER);
  const reads = `require('fs').accessSync(${JSON.stringify(serverProgram('main'))})`;
  if (user && spawnSync(process.execPath, ['-e', reads], { ...user, cwd: '/' }).status === 0)
    return user;
  console.log(
    `The server runs as root, for ${USER} can't read ${root}: a clone under /srv or /opt would be safer.`,
  );
  return undefined;
}

/** The folder where the server keeps its certificate, its own. */
export function accessFolder(folder, user) {
  const path = join(folder, 'access');
  mkdirSync(path, { recursive: true, mode: 0o700 });
  if (user)
    for (const one of [path, ...readdirSync(path).map((name) => join(path, name))]) give(one, user);
  return path;
}
