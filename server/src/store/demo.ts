import { readFile } from 'node:fs/promises';
import { readJobFile, type JobFile } from '@velk/core/exchange';
import type { StoredJob } from '@velk/core/wire';
import { ROOT } from '../root.ts';
import type { JobStore } from './jobs.ts';
import type { ShopStore } from './shops.ts';

const FILES = ['looms.velk-job.json', 'racks.velk-job.json'];

/** @throws Error when a demo file can't be read: it ships with Velk and is checked by the tests */
export async function readDemo(): Promise<JobFile[]> {
  return Promise.all(
    FILES.map(async (name) => {
      const read = readJobFile(await readFile(new URL(`demo/${name}`, ROOT), 'utf8'));
      if (!read.ok)
        throw new Error(
          `demo/${name}: ${read.errors.map((e) => `${e.path} ${e.message}`).join('; ')}`,
        );
      return read.value;
    }),
  );
}

/**
 * Loads the demo shop and its jobs into an empty database; leaves any other alone. @returns the
 * jobs that it made
 */
export async function loadDemo(shops: ShopStore, jobs: JobStore): Promise<readonly StoredJob[]> {
  if (await shops.first()) return [];
  const files = await readDemo();
  const shop = await shops.create(files[0]!.shop);
  /** Another that starts at the same moment was first. */
  if (!shop) return [];
  const storedJobs: StoredJob[] = [];
  for (const { job } of [...files].reverse())
    storedJobs.push(await jobs.create(shop.id, job, 'Demo'));
  return storedJobs;
}
