import type { Job } from '@velk/core/design';
import type { JobSummary, StoredJob } from '@velk/core/wire';
import { ask } from './asking.ts';
import { api } from './api.ts';
import { deviceName } from './device.ts';
import { isRecord, readKept, writeKept } from '../browser/storage.ts';
import { store } from '../store.ts';

/**
 * What a start without the network needs beside Velk itself: the shop, the list and the jobs in it.
 * The worker that stands between the page and the network keeps every answer to these
 * (vite.config.ts); here it is seen to that they are asked for, and that a job that was saved from
 * here is kept as it was saved.
 */
const CACHE = 'jobs';

/** So many of the newest jobs are kept without having been opened. */
const MOST = 100;

/** Which version of a job is kept, by its id. */
const KEY = 'velk-kept-versions';
type Versions = Readonly<Record<string, number>>;
const isVersions = (value: unknown): value is Versions =>
  isRecord(value) && Object.values(value).every((version) => typeof version === 'number');

const isKeeping = (): boolean =>
  'caches' in window && 'serviceWorker' in navigator && navigator.serviceWorker.controller !== null;

const pathOf = (id: string): string => `/api/jobs/${id}`;

/**
 * Asked for again what was asked for before the worker stood between: the first time that Velk is
 * opened.
 */
export async function keepWhatWasSeen(): Promise<void> {
  const { id } = store.getState().bench;
  await Promise.all(
    ['/api/access', '/api/shop', ...(id ? [pathOf(id)] : [])].map((path) => ask(path)),
  );
  const once = { subscribe: false, forceRefetch: true };
  const { data } = await store.dispatch(api.endpoints.jobs.initiate(undefined, once));
  if (data) await keepListed(data);
}

let work: Promise<void> = Promise.resolve();

/**
 * Has the newest jobs of a list kept that are on the bench, one after the other; those that are
 * kept stay as they are.
 */
export function keepListed(jobs: readonly JobSummary[]): Promise<void> {
  const bench = jobs.filter(({ place }) => place === 'bench');
  const newest = [...bench].sort((a, b) => b.updatedAt.localeCompare(a.updatedAt)).slice(0, MOST);
  work = work.then(() => keepEach(newest)).catch(() => undefined);
  return work;
}

async function keepEach(jobs: readonly JobSummary[]): Promise<void> {
  if (!isKeeping()) return;
  const cache = await caches.open(CACHE);
  for (const { id, version } of jobs) {
    if (versions()[id] === version && (await cache.match(pathOf(id)))) continue;
    const { ok } = await ask(pathOf(id));
    if (!ok) return;
    told(id, version);
  }
}

/** A job that was saved from here, kept as it is now on the server. */
export async function keepSaved(id: string, version: number, job: Job): Promise<void> {
  if (!isKeeping()) return;
  const saved: StoredJob = {
    id,
    version,
    job,
    updatedAt: new Date().toISOString(),
    updatedBy: deviceName(),
  };
  const cache = await caches.open(CACHE);
  await cache.put(
    pathOf(id),
    new Response(JSON.stringify(saved), { headers: { 'content-type': 'application/json' } }),
  );
  told(id, version);
}

/** Whoever is shown the door keeps no copy of the shop’s jobs. */
export function forgetJobs(): void {
  if ('caches' in window) void caches.delete(CACHE);
}

const versions = (): Versions => readKept(KEY, isVersions) ?? {};

const told = (id: string, version: number): void =>
  writeKept(KEY, { ...versions(), [id]: version });
