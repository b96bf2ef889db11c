import * as fc from 'fast-check';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { planJob } from './day/plan/index.ts';
import { JOINT_KINDS } from './design/joints/index.ts';
import type { say } from './ground/units/index.ts';
import type { figure } from './making/setups/index.ts';
import { cases } from './testing/generate.ts';
import { demo } from './testing/demo.ts';
import { loadModeller } from './testing/modeller.ts';

/** A language in which every word is said backwards; what stands in slots is not a word. */
const backwards = (text: string): string =>
  text
    .split(/(\{[^}]*\})/)
    .map((part, i) => (i % 2 ? part : part.replace(/[\p{L}’]+/gu, reversed)))
    .join('');
const reversed = (word: string): string => [...word].reverse().join('');

/** The core as it would be in that language. */
async function inOtherWords(): Promise<typeof planJob> {
  vi.resetModules();
  vi.doMock('./ground/units/sentence.ts', async (original) => {
    const sentences = await original<{ readonly say: typeof say }>();
    const told: typeof say = (text, ...more) => sentences.say(backwards(text), ...more);
    return { ...sentences, say: told };
  });
  vi.doMock('./making/method/method.ts', async (original) => ({
    ...(await original<object>()),
    called: (what: string, by: string) => ({
      title: backwards(`${what}, ${by}`),
      by: backwards(by),
    }),
  }));
  vi.doMock('./making/setups/figure.ts', async (original) => {
    const setups = await original<{ readonly figure: typeof figure }>();
    const told: typeof figure = (draft, ...more) =>
      setups.figure({ ...draft, name: backwards(draft.name) }, ...more);
    return { ...setups, figure: told };
  });
  return (await import('./day/plan/index.ts')).planJob;
}

afterAll(() => {
  vi.doUnmock('./ground/units/sentence.ts');
  vi.doUnmock('./making/method/method.ts');
  vi.doUnmock('./making/setups/figure.ts');
  vi.resetModules();
});

/** Fields that hold words, or lists of them. */
const WORDS = new Set(['text', 'title', 'words', 'name']);
const isText = (value: unknown): value is string => typeof value === 'string';

/** All of a plan but its words. */
const withoutWords = (plan: object): string =>
  JSON.stringify(plan, (key, value: unknown) => {
    if (!WORDS.has(key)) return value;
    if (isText(value)) return '';
    return Array.isArray(value) && value.every(isText) ? value.length : value;
  });

describe('in another language', () => {
  const jobs = [
    ...['looms', 'racks'].map((name) => demo(name)),
    ...JOINT_KINDS.flatMap(({ id }) => {
      const asked = cases({ kind: id, graduation: 0.05 });
      return fc.sample(asked, { seed: 44, numRuns: 3 });
    }),
  ];

  it('every plan is the same but for its words: nothing is decided by what a text says', async () => {
    const planned = await inOtherWords();
    const modeller = await loadModeller();
    let told = 0;
    for (const [i, { job, shop }] of jobs.entries()) {
      /** Proofs of some: they cost the most. */
      const by = i % 8 === 2 ? modeller : undefined;
      const [here, there] = [planJob(job, shop, by), planned(job, shop, by)];
      expect(withoutWords(there)).toBe(withoutWords(here));
      told += Number(JSON.stringify(there) !== JSON.stringify(here));
    }
    expect(told, 'the words are others').toBe(jobs.length);
  });
});
