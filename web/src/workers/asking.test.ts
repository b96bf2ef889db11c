import { describe, expect, it } from 'vitest';
import type { Job, Plan, Shop } from '@velk/core';
import { latest } from './asking.ts';

/** A worker that answers only when told to. */
class Slow {
  readonly asked: { ask: string; id: number; job: Job }[] = [];
  private readonly ears: ((event: MessageEvent<object>) => void)[] = [];
  addEventListener(_: string, ear: (event: MessageEvent<object>) => void) {
    this.ears.push(ear);
  }
  removeEventListener(_: string, ear: (event: MessageEvent<object>) => void) {
    this.ears.splice(this.ears.indexOf(ear), 1);
  }
  postMessage(question: { ask: string; id: number; job: Job }) {
    this.asked.push(question);
  }
  answer(error?: string, at = -1) {
    const { ask, id, job } = this.asked.at(at)!;
    const data = {
      ask,
      id,
      ...(error ? { error } : { plan: { name: job.name } as unknown as Plan }),
    };
    for (const ear of this.ears) ear({ data } as MessageEvent<typeof data>);
  }
}

const question = (name: string) => ({ job: { name } as Job, shop: {} as Shop });

describe('a worker that always works on the newest question', () => {
  it('skips those in between, never has two at once, and tells which question an answer belongs to', () => {
    const worker = new Slow();
    const done: string[] = [];
    const { ask } = latest(worker as unknown as Worker, 'plan', ({ plan, error }, { job }) =>
      done.push(error ?? `${(plan as unknown as { name: string }).name} for ${job.name}`),
    );
    for (const name of ['a', 'b', 'c', 'd']) ask(question(name));
    expect(worker.asked.map((q) => q.job.name)).toEqual(['a']);
    worker.answer();
    expect(worker.asked.map((q) => q.job.name)).toEqual(['a', 'd']);
    worker.answer();
    expect(done).toEqual(['a for a', 'd for d']);
    ask(question('e'));
    worker.answer('broken');
    expect(done.at(-1)).toBe('broken');
  });

  it('an error of an old question is not shown for a new one', () => {
    const worker = new Slow();
    const done: unknown[] = [];
    const { ask } = latest(worker as unknown as Worker, 'plan', (answer) =>
      done.push(answer.error),
    );
    ask(question('bad'));
    ask(question('good'));
    worker.answer('broken');
    worker.answer();
    expect(done).toEqual([undefined]);
  });

  it('two sorts of question share it: each hears only its own answers', () => {
    const worker = new Slow();
    const done: string[] = [];
    const { ask: plan } = latest(worker as unknown as Worker, 'plan', () => done.push('plan'));
    const { ask: ways } = latest(worker as unknown as Worker, 'ways', () => done.push('ways'));
    plan(question('a'));
    ways({ ...question('a'), joint: {} as never });
    worker.answer(undefined, 1);
    expect(done).toEqual(['ways']);
    worker.answer(undefined, 0);
    expect(done).toEqual(['ways', 'plan']);
  });

  it('two who ask the same each hear their own answers; who has ended hears none', () => {
    const worker = new Slow();
    const done: string[] = [];
    const one = latest(worker as unknown as Worker, 'plan', (_, { job }) =>
      done.push(`one: ${job.name}`),
    );
    const other = latest(worker as unknown as Worker, 'plan', (_, { job }) =>
      done.push(`other: ${job.name}`),
    );
    one.ask(question('a'));
    other.ask(question('b'));
    worker.answer(undefined, 1);
    expect(done).toEqual(['other: b']);
    one.end();
    worker.answer(undefined, 0);
    expect(done).toEqual(['other: b']);
  });
});
