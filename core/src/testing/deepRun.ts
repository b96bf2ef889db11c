import { readFileSync, writeFileSync } from 'node:fs';
import { fingerprintOf, sourcesOf } from './sources.ts';
import type { Way } from './ways.ts';

/** Sources as they were when every way was last proved deeply, by folder or file. */
const STAMP = new URL('./deepRun.json', import.meta.url);

/** Joints for each way in a deep run, the figures set exactly and rounded. */
export const DEEP = { exact: 4, rounded: 1 };

/** What lies in folders of these belongs to other kinds and methods too. */
const isFlat = (source: string): boolean =>
  source === 'design/joints' || source.startsWith('making/');

const now = (source: string): string => fingerprintOf(source, { deep: !isFlat(source) });

/** Tells whether a way is as it was at the last deep run. */
export function provedDeeply(): (way: Way) => boolean {
  const stamp = JSON.parse(readFileSync(STAMP, 'utf8')) as Readonly<Record<string, string>>;
  const same = new Map<string, boolean>();
  const isSame = (source: string) => {
    const known = same.get(source) ?? now(source) === stamp[source];
    same.set(source, known);
    return known;
  };
  return ({ kind, methods }) => sourcesOf(kind, methods).every(isSame);
}

/** Writes down that all of these ways were proved deeply as they are. */
export function stampDeepRun(ways: readonly Way[]): void {
  const all = ways.flatMap(({ kind, methods }) => sourcesOf(kind, methods));
  const sources = [...new Set(all)].sort();
  const stamp = Object.fromEntries(sources.map((source) => [source, now(source)]));
  writeFileSync(STAMP, `${JSON.stringify(stamp, null, 2)}\n`);
}
