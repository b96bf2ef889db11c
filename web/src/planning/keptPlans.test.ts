import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Plan } from '@velk/core/day';
import { forgetPlans, keepPlan, keptPlan } from './keptPlans.ts';

afterEach(() => vi.restoreAllMocks());
const plan = (job: string) =>
  ({ stamp: { velk: '', job, shop: '' }, cards: [] }) as unknown as Plan;

const noServer = () => Promise.reject(new Error('no server'));
beforeEach(() => void vi.stubGlobal('fetch', noServer));

describe('plans that are kept', () => {
  it('the last of a job, for the core that made it and no other', async () => {
    for (const name of ['one', 'two']) await keepPlan('a', plan(name), 'abc');
    expect(await keptPlan('a', 'abc')).toEqual(plan('two'));
    expect(await keptPlan('a', 'abd')).toBeUndefined();
    expect(await keptPlan('b', 'abc')).toBeUndefined();
    await keepPlan('c', plan('c'), '');
    expect(await keptPlan('c', '')).toBeUndefined();
  });

  it('so many at the most, those of jobs that were open longest ago let go; none once they are forgotten', async () => {
    for (let i = 0; i < 25; i++) {
      vi.spyOn(Date, 'now').mockReturnValue(i);
      await keepPlan(`job ${i}`, plan(`${i}`), 'abc');
    }
    const db = await openDB('velk-plans');
    expect(await db.count('plans')).toBe(20);
    db.close();
    expect(await keptPlan('job 4', 'abc')).toBeUndefined();
    expect(await keptPlan('job 24', 'abc')).toEqual(plan('24'));
    await forgetPlans();
    expect(await keptPlan('job 24', 'abc')).toBeUndefined();
  });

  it('one that is not here comes from the server, if it has one of this core', async () => {
    const asked: string[] = [];
    vi.stubGlobal('fetch', (path: string) => {
      asked.push(path);
      const there = path.includes('/far/') && path.endsWith('core=a%2Fc');
      return Promise.resolve(
        there ? Response.json(plan('of the server')) : new Response(null, { status: 204 }),
      );
    });
    expect(await keptPlan('far', 'a/c')).toEqual(plan('of the server'));
    expect(await keptPlan('far', 'abd')).toBeUndefined();
    expect(await keptPlan('other', 'a/c')).toBeUndefined();
    await keepPlan('far', plan('here'), 'a/c');
    asked.length = 0;
    expect(await keptPlan('far', 'a/c')).toEqual(plan('here'));
    expect(asked).toEqual([]);
  });
});
