// PostgreSQL's own programs as a client: no password is in anybody's list of processes.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { postgresFolder } from './debian.mjs';

/**
 * Runs a program of PostgreSQL against a database and gives what it prints.
 * @throws Error with the first line of what it complains of
 */
export function client(program, url, args, input) {
  const { username, password, hostname, port, pathname } = new URL(url);
  const env = { ...process.env, PGPASSWORD: decodeURIComponent(password) };
  const to = [
    '-h',
    hostname,
    '-p',
    port || '5432',
    '-U',
    decodeURIComponent(username),
    '-d',
    pathname.slice(1),
  ];
  const { status, stdout, stderr } = spawnSync(join(postgresFolder(), program), [...to, ...args], {
    env,
    input,
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(`${program}: ${(stderr || '').trim().split('\n')[0]}`);
  return stdout;
}

/** The lines of an answer, one column. */
export const linesOf = (url, question) =>
  client('psql', url, ['-At', '-c', question]).split('\n').filter(Boolean);
