// Copies of the database: made while it runs, checked by their sums, brought back whole or not at
// all.
import { createHash } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { root } from './dependencies.mjs';
import { client, linesOf } from './postgres.mjs';

const manifestOf = (file) => `${file}.manifest.json`;
const sumOf = (file) => createHash('sha256').update(readFileSync(file)).digest('hex');
const { version: velk } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));

const migrationsIn = (url) => linesOf(url, 'SELECT name FROM migrations ORDER BY id');

/** Nobody else reads a copy. */
const OWN = { mode: 0o600 };
/**
 * Who is let in is in no copy: brought back, it would let a lost tablet in again. What was worked
 * out is worked out anew, and what waits in the queue is put there by the next save.
 */
const LEFT_OUT = [
  ...['session', 'passphrase', 'kept_proof', 'kept_digest'].map(
    (table) => `--exclude-table-data=${table}`,
  ),
  '--exclude-schema=queue',
];

/**
 * Writes a copy and, beside it, what is in it and its sum; neither is there before both are whole.
 */
export function makeCopy(url, file) {
  const making = `${file}.making-${process.pid}`;
  try {
    writeFileSync(making, '', OWN);
    client('pg_dump', url, ['--format=custom', ...LEFT_OUT, '--file', making]);
    const manifest = {
      velk,
      made: new Date().toISOString(),
      migrations: migrationsIn(url),
      sha256: sumOf(making),
    };
    rmSync(manifestOf(file), { force: true });
    writeFileSync(manifestOf(file), `${JSON.stringify(manifest, null, 2)}\n`, OWN);
    renameSync(making, file);
  } finally {
    rmSync(making, { force: true });
  }
}

/** @throws Error in one sentence where it is none */
function readManifest(file) {
  const isNames = (value) =>
    Array.isArray(value) && value.every((name) => typeof name === 'string');
  try {
    const manifest = JSON.parse(readFileSync(file, 'utf8'));
    if (typeof manifest?.sha256 === 'string' && isNames(manifest.migrations)) return manifest;
  } catch {
    /** Told below. */
  }
  throw new Error(`${file} is not what Velk writes beside a copy: take another copy`);
}

/**
 * Brings a copy back in place of what is there, whole or not at all.
 * @param known the changes of the database that this Velk knows
 * @throws Error in one sentence where it is damaged, or of a later Velk
 */
export function bringBack(url, file, known) {
  for (const needed of [file, manifestOf(file)])
    if (!existsSync(needed))
      throw new Error(`there is no ${needed}: a copy is two files, kept side by side`);
  const { sha256, migrations } = readManifest(manifestOf(file));
  if (sumOf(file) !== sha256)
    throw new Error(`${file} is not what was written: its sum is another. Take another copy`);
  const newer = migrations.find((name) => !known.includes(name));
  if (newer)
    throw new Error(`${file} is of a later Velk (it has “${newer}”): update Velk to bring it back`);
  client('pg_restore', url, ['--clean', '--if-exists', '--single-transaction', '--no-owner', file]);
}

/** Copies of the nights: so many of the last days, and one of each week before that. */
const KEPT = { days: 7, weeks: 5 };
const DAY = 86_400_000;

/**
 * Makes the copy of this night unless there is one, and lets go of those that are no longer kept.
 */
export function nightly(url, folder, now = Date.now()) {
  const copies = join(folder, 'copies');
  mkdirSync(copies, { recursive: true, mode: 0o700 });
  const made = readdirSync(copies).filter((name) => name.endsWith('.velk-copy'));
  if (made.some((name) => now - statSync(join(copies, name)).mtimeMs < DAY)) return;
  const name = `${new Date(now).toISOString().slice(0, 10)}.velk-copy`;
  makeCopy(url, join(copies, name));
  for (const old of lettingGo([...new Set([...made, name])]))
    for (const file of [join(copies, old), manifestOf(join(copies, old))])
      rmSync(file, { force: true });
}

/** Of copies named by their day those that are no longer kept. */
export function lettingGo(names) {
  const byDay = [...names].sort().reverse();
  const weekOf = (name) => Math.floor(Date.parse(name.slice(0, 10)) / (7 * DAY));
  const older = byDay.slice(KEPT.days);
  const firstOfWeek = older.filter((name, i) => i === 0 || weekOf(older[i - 1]) !== weekOf(name));
  return older.filter((name) => !firstOfWeek.slice(0, KEPT.weeks).includes(name));
}
