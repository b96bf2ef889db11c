import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Job } from '../../design/job/index.ts';
import { JOINT_KINDS } from '../../design/joints/index.ts';
import { cases } from '../../testing/generate.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import type { Shop } from '../../shop/tooling/index.ts';
import {
  packedProof,
  planToProve,
  proofKey,
  readingsToMake,
  unpackedProof,
  type PlanToProve,
  type ToProve,
} from './index.ts';

/** What the proof of the one joint of a job is kept under. */
const keyOf = (job: Job, shop: Shop = TEST_SHOP) =>
  proofKey([...planToProve(job, shop).provers.values()][0]!().question);

/** The same with its fields written in another order, as a database gives it back. */
const reordered = <T>(value: T): T =>
  JSON.parse(
    JSON.stringify(value, (_, inner: unknown) =>
      typeof inner === 'object' && inner !== null && !Array.isArray(inner)
        ? Object.fromEntries(Object.entries(inner).reverse())
        : inner,
    ),
  ) as T;

describe('what a proof is kept under', () => {
  const job = jobWith();
  const thinner = {
    ...TEST_SHOP,
    tools: TEST_SHOP.tools.map((tool) =>
      'kerf' in tool ? { ...tool, kerf: tool.kerf + 0.1 } : tool,
    ),
  };

  it.each([
    ['a size of the joint', () => keyOf(jobWith({ params: { tenonLength: 28 } }))],
    ['the wood', () => keyOf(jobWith({ stile: { width: 71 } }))],
    [
      'a piece that was measured',
      () =>
        keyOf({
          ...job,
          parts: job.parts.map((part) => ({
            ...part,
            thickness: { ...part.thickness, measured: [part.thickness.nominal + 0.1] },
          })),
        }),
    ],
    ['a kerf', () => keyOf(job, thinner)],
    ['what a figure is rounded to', () => keyOf(job, { ...TEST_SHOP, graduation: 0.5 })],
  ])('is another where %s is another', async (_, other) =>
    expect(await other()).not.toBe(await keyOf(job)),
  );

  it('is the same whatever the shop is called, and in whichever order fields were written', async () => {
    const same = await keyOf(job);
    expect(await keyOf(job, { ...TEST_SHOP, name: 'Another shop' })).toBe(same);
    expect(await keyOf(reordered(job), reordered(TEST_SHOP))).toBe(same);
    expect(same).toMatch(/^[\w-]{43}$/);
  });

  it('gives back what was kept, and nothing of what was damaged', () => {
    const proof = { depth: 0.1 + 0.2, least: 5e-324, words: ['“fit”'] };
    const kept = packedProof('a', proof);
    expect(unpackedProof(kept)).toEqual(proof);
    expect(unpackedProof({ ...kept, text: kept.text.replace('fit', 'fat') })).toBe(undefined);
    expect(unpackedProof({ ...kept, sum: '' })).toBe(undefined);
  });
});

describe.each(JOINT_KINDS.map(({ id }) => id))('what is kept of a proof, %s', (kind) => {
  it('comes back to the last bit, under a key that every copy of its job has', async () => {
    const modeller = await loadModeller();
    const { job, shop } = fc.sample(cases({ kind, graduation: 0.05 }), {
      seed: 43,
      numRuns: 1,
    })[0]!;
    const toMake = ({ provers, pieces, plan }: PlanToProve): ToProve<object>[] => [
      ...[...provers.values()].map((of) => of()),
      ...pieces(),
      ...plan.cards.slice(0, 1).map((card) => readingsToMake(card, plan)),
    ];
    const [here, there] = [
      toMake(planToProve(job, shop)),
      toMake(planToProve(reordered(job), reordered(shop))),
    ];
    expect(here.length).toBeGreaterThan(1);
    for (const [i, { question, prove }] of here.entries()) {
      const made = prove(modeller);
      const kept = packedProof(await proofKey(question), made);
      expect(await proofKey(there[i]!.question)).toBe(kept.key);
      expect(unpackedProof(kept)).toEqual(made);
    }
  });
});
