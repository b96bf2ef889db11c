import { setTimeout as sleep } from 'node:timers/promises';
import type { JobStore } from '../store/jobs.ts';
import type { ShopStore } from '../store/shops.ts';
import type { Pool } from '../work/pool.ts';

/**
 * Looking through the jobs takes longer than anybody should wait without a word; what was found so
 * far is remembered.
 */
export class StillLooking extends Error {
  constructor(
    readonly done: number,
    readonly of: number,
  ) {
    super(`Whether a job uses what was removed is being looked up: ${done} of ${of} jobs so far.`);
  }
}

/** Which tools of the saved shop the plans of its jobs use, by their ids. */
export interface Uses {
  /** Nothing where there is no such job. */
  of(job: string, signal: AbortSignal): Promise<ReadonlySet<string> | undefined>;
  /**
   * Every job by name, but for deleted ones.
   * @throws StillLooking where that takes too long; asked again it goes on
   */
  ofAll(): Promise<readonly { readonly job: string; readonly tools: ReadonlySet<string> }[]>;
}

/** Jobs whose tools are remembered, or twice as many as there are. */
const LEAST_KNOWN = 1000;
/** So long an answer about all jobs is waited for, ms. */
const PATIENCE = 1500;
/** Asked together: more would fill the queue that others stand in. */
const SIDE_BY_SIDE = 4;

/**
 * What plans use, planned in the pool side by side, and only where job or shop have changed since.
 */
export function usesOf(shops: ShopStore, jobs: JobStore, pool: Pool, patience = PATIENCE): Uses {
  let most = LEAST_KNOWN;
  const known = new Map<string, ReadonlySet<string>>();
  type Shop = NonNullable<Awaited<ReturnType<ShopStore['first']>>>;
  const keyOf = (id: string, version: number, shop: Shop) => `${id} ${version} ${shop.version}`;
  const planned = async (id: string, shop: Shop, signal?: AbortSignal) => {
    const stored = await jobs.find(id);
    if (!stored) return undefined;
    const key = keyOf(id, stored.version, shop);
    const before = known.get(key);
    if (before) return before;
    const question = { job: stored.job, shop: shop.data };
    const used = new Set(
      await pool.ask('used', question, {
        weight: stored.job.joints.length,
        ...(signal && { signal }),
      }),
    );
    if (known.size >= most) known.delete(known.keys().next().value!);
    known.set(key, used);
    return used;
  };
  /** For whoever asks about all jobs: it goes on when they leave, so that the next one finds it. */
  const going = new Map<string, ReturnType<typeof planned>>();
  const lookedAt = (id: string, shop: Shop) => {
    const key = keyOf(id, 0, shop);
    const work = going.get(key) ?? planned(id, shop).finally(() => going.delete(key));
    going.set(key, work);
    return work;
  };
  return {
    of: async (job, signal) => {
      const shop = await shops.first();
      return shop ? planned(job, shop, signal) : undefined;
    },
    ofAll: async () => {
      const shop = await shops.first();
      if (!shop) return [];
      const list = (await jobs.list(shop.id, '')).filter(({ place }) => place !== 'bin');
      most = Math.max(LEAST_KNOWN, 2 * list.length);
      const found = new Map(
        list.map(({ id, version }) => [id, known.get(keyOf(id, version, shop))]),
      );
      const left = list.filter(({ id }) => !found.get(id));
      const late = sleep(patience, 'late', { ref: false });
      for (let at = 0; at < left.length; at += SIDE_BY_SIDE) {
        const some = left.slice(at, at + SIDE_BY_SIDE);
        const looked = some.map(async ({ id }) => found.set(id, await lookedAt(id, shop)));
        /** What is under way goes on, and is remembered when one asks again. */
        const first = await Promise.race([Promise.all(looked), late]);
        if (first === 'late') throw new StillLooking(list.length - left.length + at, list.length);
      }
      return list.map(({ id, name }) => ({ job: name, tools: found.get(id) ?? new Set<string>() }));
    },
  };
}
