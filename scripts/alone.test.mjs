import { mkdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { alone, identityOf, livesOn, lockOf } from './alone.mjs';

const name = `a test of locks, ${process.pid}`;
const lock = lockOf(name);
afterEach(() => rmSync(lock, { recursive: true, force: true }));
const held = (holder) => {
  mkdirSync(lock);
  if (holder) writeFileSync(join(lock, 'holder'), holder);
};
const done = () => alone(name, async () => readFileSync(join(lock, 'holder'), 'utf8'));

describe('a process', () => {
  it('is told from a later one that was given its number', () => {
    expect(livesOn(identityOf())).toBe(true);
    expect(livesOn(`${process.pid} 1`)).toBe(false);
    expect(livesOn(String(process.pid))).toBe(true);
    expect(livesOn('4194399 1')).toBe(false);
    expect(livesOn('')).toBe(false);
  });
});

describe('a lock', () => {
  it('names its holder while it works, and is gone after, also where the work fails', async () => {
    expect(await done()).toBe(identityOf());
    await expect(alone(name, () => Promise.reject(new Error('in vain')))).rejects.toThrow(
      'in vain',
    );
    expect(await done()).toBe(identityOf());
  });

  it('of a start that is dead is taken away, though its number lives on in another process', async () => {
    held(`${process.pid} 1`);
    expect(await done()).toBe(identityOf());
  });

  it('without a holder is one that is being made, for a moment', async () => {
    held('');
    const long = new Date(Date.now() - 60_000);
    utimesSync(lock, long, long);
    expect(await done()).toBe(identityOf());
  });

  it('is waited for, and lets one at a time in', async () => {
    let inside = 0;
    const most = await Promise.all(
      [1, 2, 3].map(() =>
        alone(name, async () => {
          inside += 1;
          await new Promise((resolve) => setTimeout(resolve, 20));
          const seen = inside;
          inside -= 1;
          return seen;
        }),
      ),
    );
    expect(most).toEqual([1, 1, 1]);
  });

  it.runIf(process.getuid() === 0)(
    'that another user put in root’s way is taken away',
    async () => {
      held(identityOf());
      const { chownSync } = await import('node:fs');
      chownSync(lock, 12_345, 12_345);
      expect(await done()).toBe(identityOf());
    },
  );
});
