import { describe, expect, it } from 'vitest';
import { latest } from './core.ts';

/** A core that answers only when told to. */
function slow() {
  const asked: { name: string; dropped: boolean; answer: (error?: string) => Promise<void> }[] = [];
  const send = (name: string) => {
    let [resolve, reject] = [(_: { name: string } | undefined) => {}, (_: Error) => {}];
    const answer = new Promise<{ name: string } | undefined>((yes, no) => {
      [resolve, reject] = [yes, no];
    });
    const one = {
      name,
      dropped: false,
      answer: async (error?: string) => {
        if (error) reject(new Error(error));
        else resolve(one.dropped ? undefined : { name });
        await new Promise((then) => setTimeout(then));
      },
    };
    asked.push(one);
    return { answer, drop: () => void (one.dropped = true) };
  };
  const heard: string[] = [];
  const asking = latest(send, ({ name, error }, question: string) =>
    heard.push(`${error ?? name} for ${question}`),
  );
  return { asked, heard, ...asking };
}

describe('the newest question', () => {
  it('has the one before dropped, skips those in between, and is told with its answer', async () => {
    const { asked, heard, ask } = slow();
    for (const name of ['a', 'b', 'c', 'd']) ask(name);
    expect(asked.map(({ name, dropped }) => [name, dropped])).toEqual([['a', true]]);
    await asked[0]!.answer();
    expect(asked.map(({ name }) => name)).toEqual(['a', 'd']);
    await asked[1]!.answer();
    expect(heard).toEqual(['d for d']);
    ask('e');
    await asked[2]!.answer('broken');
    expect(heard).toEqual(['d for d', 'broken for e']);
  });

  it('an error of an old question is not told for a new one', async () => {
    const { asked, heard, ask } = slow();
    ask('bad');
    ask('good');
    await asked[0]!.answer('broken');
    await asked[1]!.answer();
    expect(heard).toEqual(['good for good']);
  });

  it('nobody hears an answer after the end, and what is under way is dropped', async () => {
    const { asked, heard, ask, end } = slow();
    ask('a');
    ask('b');
    end();
    expect(asked[0]!.dropped).toBe(true);
    await asked[0]!.answer();
    expect([heard, asked.length]).toEqual([[], 1]);
  });
});
