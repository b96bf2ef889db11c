import { readFileSync, writeFileSync } from 'node:fs';
import { fingerprintOf, foldersOf } from './sources.ts';
import type { Way } from './ways.ts';

/** Sources as they were when every way was last proved deeply, by folder. */
const STAMP = new URL('./deepRun.json', import.meta.url);

/** Joints for each way in a deep run, the figures set exactly and rounded. */
export const DEEP = { exact: 4, rounded: 1 };

/** Of these only their own files: what lies in folders of theirs belongs to other ways too. */
const FLAT: ReadonlySet<string> = new Set(['methods', 'joints']);

const now = (folder: string): string => fingerprintOf(folder, { deep: !FLAT.has(folder) });

/** Tells whether a way is as it was at the last deep run. */
export function provedDeeply(): (way: Way) => boolean {
  const stamp = JSON.parse(readFileSync(STAMP, 'utf8')) as Readonly<Record<string, string>>;
  const same = new Map<string, boolean>();
  const isSame = (folder: string) => {
    const known = same.get(folder) ?? now(folder) === stamp[folder];
    same.set(folder, known);
    return known;
  };
  return ({ kind, methods }) => foldersOf(kind, methods).every(isSame);
}

/** Writes down that all of these ways were proved deeply as they are. */
export function stampDeepRun(ways: readonly Way[]): void {
  const all = ways.flatMap(({ kind, methods }) => foldersOf(kind, methods));
  const folders = [...new Set(all)].sort();
  const stamp = Object.fromEntries(folders.map((folder) => [folder, now(folder)]));
  writeFileSync(STAMP, `${JSON.stringify(stamp, null, 2)}\n`);
}
