// What the server may do: on the machine as an ordinary user, in the database what its work needs
// and no more.
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

/**
 * Accounts in the database. The keeper owns the tables, changes them, and makes and brings back
 * copies: what stands in a copy is run by whoever brings it back, and a copy may come from
 * anywhere. The server reads and writes rows. The account that may do all only makes these two, and
 * looks at nothing that they own.
 */
const KEEPER = 'velk_keeper';
const SERVER = 'velk_server';
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
 * The password of an account, made at its first need and kept where only who starts Velk reads it.
 */
function passwordIn(file) {
  if (!existsSync(file)) {
    writeFileSync(`${file}.new`, randomBytes(24).toString('hex'), { mode: 0o600 });
    renameSync(`${file}.new`, file);
  }
  return readFileSync(file, 'utf8');
}

/** The same database as another account. */
function as(account, password, url) {
  const other = new URL(url);
  other.username = account;
  other.password = password;
  return other.href;
}

const psql = (url, text) =>
  client('psql', url, ['-q', '-1', '-v', 'ON_ERROR_STOP=1', '-f', '-'], text);

const accountOf = (name, password) => `
  DO $$ BEGIN
    IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = '${name}') THEN CREATE ROLE ${name}; END IF;
  END $$;
  ALTER ROLE ${name} LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE NOREPLICATION PASSWORD '${password}';`;

/**
 * Makes both accounts, and the keeper owner of all that there is.
 * @param almighty the address by which one may do all
 * @returns the addresses of both
 */
export function accountsOf(almighty, folder) {
  const keeper = passwordIn(join(folder, 'keeper-password'));
  const server = passwordIn(join(folder, 'server-password'));
  psql(
    almighty,
    `SET search_path = pg_catalog;
    ${accountOf(KEEPER, keeper)}
    ${accountOf(SERVER, server)}
    REVOKE TEMPORARY ON DATABASE postgres FROM PUBLIC;
    ALTER SCHEMA public OWNER TO ${KEEPER};
    GRANT CREATE ON DATABASE postgres TO ${KEEPER};
    DO $$ DECLARE held regclass; BEGIN
      FOR held IN SELECT oid FROM pg_class WHERE relnamespace = 'public'::regnamespace AND relkind IN ('r', 'p', 'v', 'm')
        AND relowner <> '${KEEPER}'::regrole
      LOOP EXECUTE format('ALTER TABLE %s OWNER TO ${KEEPER}', held); END LOOP;
    END $$;`,
  );
  return { keeper: as(KEEPER, keeper, almighty), server: as(SERVER, server, almighty) };
}

/**
 * Brings the tables up to date and lets the server read and write them: it can't make, change or
 * drop any. A database of a later Velk is left as it is, and the server says so.
 * @param keeper the address of whoever owns the tables
 */
export function settle(keeper) {
  const done = inDatabase(keeper);
  const known = inClone();
  if (done.every((one) => known.includes(one)) && known.some((one) => !done.includes(one)))
    bringUpToDate(keeper);
  psql(
    keeper,
    `REVOKE CREATE ON SCHEMA public FROM PUBLIC;
    GRANT USAGE ON SCHEMA public TO ${SERVER};
    GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO ${SERVER};
    REVOKE INSERT, UPDATE, DELETE ON migrations FROM ${SERVER};
    GRANT USAGE ON SCHEMA queue TO ${SERVER};
    GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA queue TO ${SERVER};
    GRANT USAGE ON ALL SEQUENCES IN SCHEMA queue TO ${SERVER};
    REVOKE INSERT, UPDATE, DELETE ON queue.migrations FROM ${SERVER};
    DO $$ DECLARE held regclass; BEGIN
      FOR held IN SELECT oid FROM pg_class WHERE relnamespace = 'queue'::regnamespace AND relrowsecurity
      LOOP EXECUTE format('ALTER TABLE %s DISABLE ROW LEVEL SECURITY', held); END LOOP;
    END $$;`,
  );
}

/**
 * The user whom the server runs as where Velk was started by root; nothing where anybody else
 * started it.
 */
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
