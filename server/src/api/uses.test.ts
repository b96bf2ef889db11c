import { describe, expect, it } from 'vitest';
import type { JobStore } from '../store/jobs.ts';
import type { ShopStore } from '../store/shops.ts';
import type { Pool } from '../work/pool.ts';
import { StillLooking, usesOf } from './uses.ts';

/**
 * Jobs whose plans take until they are let go, each using a tool of its own name; what is planned
 * is written down.
 */
function slowly(names: readonly string[]) {
  const versions = new Map(names.map((name) => [name, 1]));
  const planned: string[] = [];
  const waiting: (() => void)[] = [];
  const shops = { first: () => Promise.resolve({ id: 'shop', version: 1, data: {} }) };
  const jobs = {
    list: () =>
      Promise.resolve(
        names.map((id) => ({
          id,
          name: `Job ${id}`,
          version: versions.get(id),
          place: id === 'thrown' ? 'bin' : 'shop',
        })),
      ),
    find: (id: string) =>
      Promise.resolve({ id, version: versions.get(id), job: { name: id, joints: [] } }),
  };
  const pool = {
    ask: (_: string, { job }: { job: { name: string } }) => {
      planned.push(job.name);
      return new Promise<string[]>((resolve) => waiting.push(() => resolve([`tool ${job.name}`])));
    },
  };
  const uses = usesOf(
    shops as unknown as ShopStore,
    jobs as unknown as JobStore,
    pool as unknown as Pool,
    20,
  );
  const letGo = () => waiting.splice(0).forEach((go) => go());
  return { uses, planned, letGo, change: (id: string) => versions.set(id, versions.get(id)! + 1) };
}
const turn = () => new Promise((resolve) => setTimeout(resolve, 1));

describe('tools that plans use', () => {
  it('are looked up job by job: who asks too early is told how far it is, and who asks again finds more', async () => {
    const { uses, planned, letGo, change } = slowly(['a', 'b', 'c', 'd', 'e', 'thrown']);
    const early = uses.ofAll();
    await expect(early).rejects.toThrow(StillLooking);
    await expect(early).rejects.toMatchObject({ done: 0, of: 5 });
    /** The same plans again, none a second time. */
    await expect(uses.ofAll()).rejects.toMatchObject({ done: 0, of: 5 });
    expect(planned).toEqual(['a', 'b', 'c', 'd']);
    letGo();
    await turn();
    await expect(uses.ofAll()).rejects.toThrow(/: 4 of 5 jobs so far/);
    letGo();
    await turn();
    const all = await uses.ofAll();
    expect(all.map(({ job, tools }) => [job, ...tools])).toEqual(
      ['a', 'b', 'c', 'd', 'e'].map((id) => [`Job ${id}`, `tool ${id}`]),
    );
    expect(planned).toHaveLength(5);
    change('b');
    await expect(uses.ofAll()).rejects.toMatchObject({ done: 4, of: 5 });
    expect(planned.slice(5)).toEqual(['b']);
  });
});
