import { describe, expect, it } from 'vitest';
import type { Job, Plan, Shop } from '@velk/core';
import { latest } from './planner.ts';

/** A worker that answers only when told to. */
class Slow {
  readonly asked: { id: number; job: Job }[] = [];
  onmessage: ((event: MessageEvent<{ id: number; plan?: Plan; error?: string }>) => void) | null = null;
  postMessage(question: { id: number; job: Job }) {
    this.asked.push(question);
  }
  answer(error?: string) {
    const { id, job } = this.asked.at(-1)!;
    const data = error ? { id, error } : { id, plan: { name: job.name } as unknown as Plan };
    this.onmessage!({ data } as MessageEvent<typeof data>);
  }
}

type Question = { job: Job; shop: Shop };
const question = (name: string): Question => ({ job: { name } as Job, shop: {} as Shop });

describe('a worker that always works on the newest question', () => {
  it('skips those in between, and never has two at once', () => {
    const worker = new Slow();
    const done: string[] = [];
    const ask = latest<Question, { plan: Plan }>(worker as unknown as Worker, ({ plan, error }) =>
      done.push(error ?? (plan as unknown as { name: string }).name),
    );
    for (const name of ['a', 'b', 'c', 'd']) ask(question(name));
    expect(worker.asked.map((q) => q.job.name)).toEqual(['a']);
    worker.answer();
    expect(worker.asked.map((q) => q.job.name)).toEqual(['a', 'd']);
    worker.answer();
    expect(done).toEqual(['a', 'd']);
    ask(question('e'));
    worker.answer('broken');
    expect(done.at(-1)).toBe('broken');
  });

  it('an error of an old question is not shown for a new one', () => {
    const worker = new Slow();
    const done: unknown[] = [];
    const ask = latest<Question, { plan: Plan }>(worker as unknown as Worker, (answer) => done.push(answer.error));
    ask(question('bad'));
    ask(question('good'));
    worker.answer('broken');
    worker.answer();
    expect(done).toEqual([undefined]);
  });
});
