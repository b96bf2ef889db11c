import { createHash } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/**
 * What is reckoned from the core's own sources for its tests: remembered while these are as they
 * are.
 */

const CORE = fileURLToPath(new URL('..', import.meta.url));
const CACHE = fileURLToPath(new URL('../../../node_modules/.cache/velk', import.meta.url));

/** Every source of a folder of the core, without the tests; of a file itself. */
function filesIn(folder: string, { deep }: { deep: boolean }): string[] {
  if (folder.endsWith('.ts')) return [folder];
  return readdirSync(join(CORE, folder), { withFileTypes: true })
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((entry) => {
      const path = join(folder, entry.name);
      if (entry.isDirectory()) return deep ? filesIn(path, { deep }) : [];
      return /\.tsx?$/.test(path) && !/\.test\.tsx?$/.test(path) ? [path] : [];
    });
}

const textOf = (path: string): string => readFileSync(join(CORE, path), 'utf8');

/**
 * Tells the sources of a folder, or a file, from what they were: equal where equal to the letter.
 */
export function fingerprintOf(folder: string, { deep } = { deep: true }): string {
  const hash = createHash('sha256');
  for (const path of filesIn(folder, { deep }))
    hash
      .update(path)
      .update('\0')
      .update(readFileSync(join(CORE, path)));
  return hash.digest('hex').slice(0, 16);
}

const hasText = (path: string, text: string): boolean =>
  filesIn(path, { deep: true }).some((file) => textOf(file).includes(text));

const foldersIn = (place: string): string[] =>
  readdirSync(join(CORE, place), { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => join(place, name));

/** The folder of a kind of joint. */
const folderOfKind = (kind: string): string[] =>
  foldersIn('design/joints').filter((folder) => hasText(folder, `id: '${kind}'`));

/** The source of a method, and what it shares with others of its machine. */
const sourcesOfMethod = (id: string): string[] =>
  foldersIn('making').flatMap((machine) => {
    const methods = join(machine, 'methods');
    if (!existsSync(join(CORE, methods))) return [];
    const named = filesIn(methods, { deep: false }).filter((path) => hasText(path, `'${id}'`));
    return named.length ? [...named, machine] : [];
  });

/** What kinds and methods share. */
const SHARED = [
  'design/joints',
  'design/joints/pegs',
  'design/joints/row',
  'design/joints/shape',
  'design/joints/tips',
  'design/joints/wedges',
  'making/machine',
  'making/method',
  'making/bench',
  'making/ways',
];

/**
 * What makes a way what it is: the folder of its kind, the sources of its methods and machines, and
 * what all share.
 */
export const sourcesOf = (kind: string, methods: readonly string[]): string[] => [
  ...new Set([...folderOfKind(kind), ...methods.flatMap(sourcesOfMethod), ...SHARED]),
];

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
