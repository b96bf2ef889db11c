import { readFileSync } from 'node:fs';
import { afterEach, describe, expect, it } from 'vitest';
import type { Job } from '@velk/core/design';
import type { JobFile } from '@velk/core/exchange';
import { NoAnswer, startPool, type Pool, type PoolOptions } from './pool.ts';

const { job, shop } = JSON.parse(
  readFileSync(new URL('../../../demo/racks.velk-job.json', import.meta.url), 'utf8'),
) as JobFile;
/** So many joints that planning them takes some while. */
const large: Job = {
  ...job,
  joints: Array.from({ length: 30 }, (_, i) => ({
    ...job.joints[i % job.joints.length]!,
    id: `j-${i}`,
  })),
};
const tiny: Job = { ...job, parts: [], joints: [] };
const HEAVY = { weight: 1_000_000 };

let pool: Pool;
const start = (options: Partial<PoolOptions> = {}) => (pool = startPool(options));
afterEach(() => pool.stop());
const why = (asked: Promise<unknown>) =>
  asked.then(
    () => 'answered',
    (error: unknown) => (error instanceof NoAnswer ? error.why : String(error)),
  );

describe('the pool', () => {
  it('answers what is asked, and says what was wrong where a question can’t be answered', async () => {
    start();
    expect(await pool.ask('used', { job, shop })).toContain('saw');
    expect(await pool.ask('check', { schema: 'device', data: {} })).toMatchObject({ ok: false });
    expect(await why(pool.ask('used', { job: {} as never, shop }))).toMatch(/Error/);
    expect(await pool.ask('used', { job: tiny, shop })).toEqual([]);
  });

  it('answers small questions while large ones are worked on, however many of these wait', async () => {
    start({ threads: 2 });
    const order: string[] = [];
    const ask = (name: string, asked: Job, weight: object) =>
      pool.ask('used', { job: asked, shop }, weight).then(() => order.push(name));
    const all = [1, 2, 3].map((n) => ask(`large ${n}`, large, HEAVY));
    await Promise.all([1, 2, 3].map((n) => ask(`small ${n}`, tiny, {})));
    expect(order.filter((name) => name.startsWith('large')).length).toBeLessThan(3);
    await Promise.all(all);
    expect(order.slice(-1)[0]).toMatch(/large/);
  });

  it('turns away what it can’t take, at once', async () => {
    start({ threads: 1, queue: 1 });
    const [first, second] = [
      pool.ask('used', { job: large, shop }),
      pool.ask('used', { job: tiny, shop }),
    ];
    expect(await why(pool.ask('used', { job: tiny, shop }))).toBe('busy');
    expect([await why(first), await why(second)]).toEqual(['answered', 'answered']);
  });

  it('goes by what was worked, not by the clock: where others keep the processors busy nothing is too long', async () => {
    start({ threads: 1, deadline: 1, worked: () => 0 });
    expect(await why(pool.ask('used', { job: large, shop }))).toBe('answered');
  });

  it('gives up what takes too long, takes too much memory, or is not waited for any more, and goes on', async () => {
    start({ threads: 1, deadline: 30_000 });
    const gone = new AbortController();
    const asked = [large, tiny].map((eachJob) =>
      why(pool.ask('used', { job: eachJob, shop }, { signal: gone.signal })),
    );
    gone.abort();
    expect(await Promise.all(asked)).toEqual(['left', 'left']);
    expect(await why(pool.ask('used', { job: tiny, shop }, { signal: gone.signal }))).toBe('left');
    expect(await why(pool.ask('used', { job: tiny, shop }))).toBe('answered');
    await pool.stop();
    let worked = 0;
    start({ deadline: 30_000, worked: () => (worked += 20_000) });
    expect(await why(pool.ask('used', { job: large, shop }))).toBe('late');
    await pool.stop();
    start({ memory: 60 });
    const whole = {
      ...large,
      joints: Array.from({ length: 1500 }, (_, i) => ({ ...large.joints[i % 30]!, id: `j-${i}` })),
    };
    expect(await why(pool.ask('used', { job: whole, shop }))).toBe('large');
    expect(await why(pool.ask('used', { job: tiny, shop }))).toBe('answered');
  });
});
