import { gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DataSource } from 'typeorm';
import {
  listedCards,
  planToProve,
  proofKey,
  readingsToMake,
  sketchesOf,
  unpackedProof,
  type ToProve,
} from '@velk/core/day';
import type { Observation } from '@velk/core/shop';
import type { Job } from '@velk/core/design';
import { jobWith, loadModeller, TEST_SHOP } from '@velk/core/testing';
import { openStore } from '../store/dataSource.ts';
import { digestStore } from '../store/digests.ts';
import { jobStore } from '../store/jobs.ts';
import { proofStore } from '../store/proofs.ts';
import { recordStore } from '../store/records.ts';
import { shopStore } from '../store/shops.ts';
import { newDatabase } from '../testing/database.ts';
import { watchedPool } from '../testing/watched.ts';
import { workAhead } from './ahead.ts';
import { startPool } from './pool.ts';

const pool = startPool();
const { watched, asked } = watchedPool(pool);
let source: DataSource;
beforeAll(async () => void (source = await openStore((await newDatabase('ahead')).href)));
afterAll(async () => {
  await pool.stop();
  await source.destroy();
});

const aheadOf = (core: string) =>
  workAhead({
    jobs: jobStore(source),
    proofs: proofStore(source),
    digests: digestStore(source),
    pool: watched,
    core,
  });

/** So many pieces that went through a set-up. */
const done = (setup: string, count: number): Observation => ({
  kind: 'done',
  id: crypto.randomUUID(),
  seen: '2027-03-15T08:00:00.000Z',
  setup,
  works: [],
  pieces: Array.from({ length: count }, (_, i) => i + 1),
  at: [],
  ways: [],
});

/** Every proof and reading of a job made here and now, by the key it is kept under. */
async function anew(job: Job): Promise<Map<string, unknown>> {
  const { plan, provers, pieces } = planToProve(job, TEST_SHOP);
  const toProve: readonly ToProve<object>[] = [
    ...[...provers.values()].map((of) => of()),
    ...pieces(),
    ...plan.cards.map((card) => readingsToMake(card, plan)),
  ];
  const modeller = await loadModeller();
  return new Map(
    await Promise.all(
      toProve.map(
        async ({ question, prove }) => [await proofKey(question), prove(modeller)] as const,
      ),
    ),
  );
}

describe('what the server does ahead', () => {
  it('a saved job is proved once, as it would be anew, and again only where something changed or was damaged', async () => {
    await shopStore(source).create(TEST_SHOP);
    const shop = await shopStore(source).there();
    const job = jobWith();
    const store = jobStore(source);
    const storedJob = await store.create(shop.id, job, 'Somebody');
    const ahead = aheadOf('abc');
    const proofs = proofStore(source);
    const askedFor = async (id: string) => {
      asked.length = 0;
      await ahead(id);
      return [...asked];
    };
    const listed = async () => (await store.list(shop.id, 'abc'))[0]!.plan;
    expect(await listed()).toBeUndefined();
    expect(await askedFor(storedJob.id), 'proofs, then readings').toEqual([
      'toProve',
      'proofs',
      'proofs',
    ]);
    const { plan } = planToProve(job, TEST_SHOP);
    expect(await listed()).toMatchObject({
      setups: plan.cards.length,
      minutes: plan.minutes,
      impossible: 0,
      unrouted: 0,
      proved: { joints: 1, bad: 0 },
      isNow: true,
    });
    const far = async (core = 'abc') => (await store.list(shop.id, core))[0]!;
    expect((await far()).sketches).toEqual(sketchesOf(await loadModeller(), job));
    const [first] = listedCards(plan);
    expect((await far()).progress).toMatchObject({ cut: 0, next: { id: first!.id } });
    const lines = first!.groups.map(({ setup, count }) => done(setup, count));
    await recordStore(source).add(storedJob.id, lines, 'Somebody');
    expect((await far()).progress, 'counted anew').toMatchObject({ cut: 1 });
    const all = ['plan', 'sketches', 'progress'];
    for (const key of all) expect(await far('abd'), 'another core').not.toHaveProperty(key);
    const packed = await digestStore(source).plan(storedJob.id, 'abc');
    const { stamp: _, basis: __, ...reckoned } = plan;
    expect(JSON.parse(gunzipSync(packed!).toString())).toMatchObject(
      JSON.parse(JSON.stringify(reckoned)) as object,
    );
    expect(await digestStore(source).plan(storedJob.id, 'abd'), 'another core').toBeUndefined();
    const wanted = await anew(job);
    const kept = async (core = 'abc') => proofs.find(core, [...wanted.keys()]);
    const unpacked = async () =>
      new Map((await kept()).map((keptProof) => [keptProof.key, unpackedProof<object>(keptProof)]));
    expect(await unpacked()).toEqual(wanted);
    expect(await kept('abd'), 'another core reads none of them').toEqual([]);

    expect(await askedFor(storedJob.id)).toEqual(['toProve']);
    await source.query("UPDATE kept_proof SET text = text || ' '");
    expect([...(await unpacked()).values()].every((proof) => proof === undefined)).toBe(true);
    expect(await askedFor(storedJob.id)).toEqual(['toProve', 'proofs', 'proofs']);
    expect(await unpacked()).toEqual(wanted);

    const params = { ...job.joints[0]!.params, tenonLength: 28 };
    const longer = { ...job, joints: job.joints.map((joint) => ({ ...joint, params })) };
    await store.save(storedJob.id, longer, { from: storedJob.version, by: 'Somebody' });
    expect(await listed()).toMatchObject({ setups: plan.cards.length, isNow: false });
    expect(await askedFor(storedJob.id)).toEqual(['toProve', 'proofs', 'proofs']);
    expect(await listed()).toMatchObject({ isNow: true });
    await shopStore(source).save({ ...TEST_SHOP, name: 'Another' }, shop.version);
    expect(await listed()).toMatchObject({ isNow: false });
    expect(await askedFor(crypto.randomUUID())).toEqual([]);
  });

  it('keeps so many at the most, and lets go of those used longest ago', async () => {
    const few = proofStore(source, 3);
    const one = (key: string) => ({ key, text: '{}', sum: '' });
    for (const key of ['a', 'b', 'c']) await few.keep('few', [one(key)]);
    await few.find('few', ['a']);
    await few.keep('few', [one('d')]);
    const left = await few.find('few', ['a', 'b', 'c', 'd']);
    expect(left.map(({ key }) => key).sort()).toEqual(['a', 'c', 'd']);
  });
});
