import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/**
 * What is reckoned from the core's own sources for its tests: remembered while these are as they
 * are.
 */

const CORE = fileURLToPath(new URL('..', import.meta.url));
const CACHE = fileURLToPath(new URL('../../../node_modules/.cache/velk', import.meta.url));

/** Every source of a folder of the core, without the tests. */
function filesIn(folder: string, { deep }: { deep: boolean }): string[] {
  return readdirSync(join(CORE, folder), { withFileTypes: true })
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((entry) => {
      const path = join(folder, entry.name);
      if (entry.isDirectory()) return deep ? filesIn(path, { deep }) : [];
      return /\.tsx?$/.test(path) && !/\.test\.tsx?$/.test(path) ? [path] : [];
    });
}

const textOf = (path: string): string => readFileSync(join(CORE, path), 'utf8');

/** Tells a folder's sources from what they were: equal where they are equal to the letter. */
export function fingerprintOf(folder: string, { deep } = { deep: true }): string {
  const hash = createHash('sha256');
  for (const path of filesIn(folder, { deep }))
    hash
      .update(path)
      .update('\0')
      .update(readFileSync(join(CORE, path)));
  return hash.digest('hex').slice(0, 16);
}

/** Folders in one of the core's whose sources have a text. */
function foldersWith(text: string, place: string): string[] {
  const has = (folder: string) =>
    filesIn(folder, { deep: true }).some((path) => textOf(path).includes(text));
  return readdirSync(join(CORE, place), { withFileTypes: true })
    .filter((entry) => entry.isDirectory() && has(join(place, entry.name)))
    .map(({ name }) => join(place, name));
}

/** What kinds and methods share. */
const SHARED = [
  'joints',
  'joints/pegs',
  'joints/row',
  'joints/shape',
  'joints/tips',
  'joints/wedges',
  'methods',
  'machines',
];

/**
 * What makes a way what it is: the folder of its kind, those of its methods, and what they share
 * with all others.
 */
export function foldersOf(kind: string, methods: readonly string[]): string[] {
  const ofMethods = methods.flatMap((id) => foldersWith(`'${id}'`, 'methods'));
  return [...new Set([...foldersWith(`id: '${kind}'`, 'joints'), ...ofMethods, ...SHARED])];
}

let core: string | undefined;

/**
 * What is reckoned from the core alone and takes long: once for all processes while its sources
 * stay the same.
 * @param name of what is reckoned, as a file's
 */
export function remembered<T>(name: string, reckon: () => T): T {
  core ??= fingerprintOf('.');
  const path = join(CACHE, core, `${name}.json`);
  try {
    return JSON.parse(readFileSync(path, 'utf8')) as T;
  } catch {
    const found = reckon();
    mkdirSync(join(CACHE, core), { recursive: true });
    /** Another process may be at the same: whoever comes last puts the same there. */
    writeFileSync(`${path}.${process.pid}`, JSON.stringify(found));
    renameSync(`${path}.${process.pid}`, path);
    return found;
  }
}
