import type { JobStore } from '../store/jobs.ts';
import type { ShopStore } from '../store/shops.ts';
import type { Pool } from '../work/pool.ts';

/** Which tools of the saved shop the plans of its jobs use, by their ids. */
export interface Uses {
  /** Nothing where there is no such job. */
  of(job: string, signal: AbortSignal): Promise<ReadonlySet<string> | undefined>;
  /** Every job by name, but for deleted ones. */
  ofAll(signal: AbortSignal): Promise<readonly { readonly job: string; readonly tools: ReadonlySet<string> }[]>;
}

/** Jobs whose tools are remembered at most. */
const MOST_KNOWN = 1000;
/** Asked together: more would fill the queue that others stand in. */
const SIDE_BY_SIDE = 4;

/** What plans use, planned in the pool side by side, and only where job or shop have changed since. */
export function usesOf(shops: ShopStore, jobs: JobStore, pool: Pool): Uses {
  const known = new Map<string, ReadonlySet<string>>();
  type Shop = NonNullable<Awaited<ReturnType<ShopStore['first']>>>;
  const keyOf = (id: string, version: number, shop: Shop) => `${id} ${version} ${shop.version}`;
  const planned = async (id: string, shop: Shop, signal: AbortSignal) => {
    const stored = await jobs.find(id);
    if (!stored) return undefined;
    const key = keyOf(id, stored.version, shop);
    const before = known.get(key);
    if (before) return before;
    const question = { job: stored.job, shop: shop.data };
    const used = new Set(await pool.ask('used', question, { weight: stored.job.joints.length, signal }));
    if (known.size >= MOST_KNOWN) known.delete(known.keys().next().value!);
    known.set(key, used);
    return used;
  };
  return {
    of: async (job, signal) => {
      const shop = await shops.first();
      return shop ? planned(job, shop, signal) : undefined;
    },
    ofAll: async (signal) => {
      const shop = await shops.first();
      if (!shop) return [];
      const list = (await jobs.list(shop.id)).filter(({ place }) => place !== 'bin');
      const one = async ({ id, name, version }: (typeof list)[number]) => ({
        job: name,
        tools: known.get(keyOf(id, version, shop)) ?? (await planned(id, shop, signal)) ?? new Set<string>(),
      });
      const all: Awaited<ReturnType<typeof one>>[] = [];
      for (let at = 0; at < list.length; at += SIDE_BY_SIDE)
        all.push(...(await Promise.all(list.slice(at, at + SIDE_BY_SIDE).map(one))));
      return all;
    },
  };
}
