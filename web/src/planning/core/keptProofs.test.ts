import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { packedProof, proofKey } from '@velk/core/day';
import { keptProofs } from './keptProofs.ts';

/** What the server was asked, and what it has. */
let asked: string[][] = [];
let onServer: Record<string, object> = {};
let isThere = true;
beforeEach(() => {
  vi.stubGlobal('fetch', (_path: string, { body }: { body: string }) => {
    if (!isThere) return Promise.reject(new TypeError('offline'));
    const { core, keys } = JSON.parse(body) as { core: string; keys: string[] };
    asked.push(keys);
    const proofs = keys.flatMap((key) =>
      onServer[`${core} ${key}`] ? [onServer[`${core} ${key}`]] : [],
    );
    return Promise.resolve(new Response(JSON.stringify({ proofs })));
  });
});
afterEach(async () => {
  vi.unstubAllGlobals();
  [asked, onServer, isThere] = [[], {}, true];
  const db = await openDB('velk-proofs');
  await db.clear('proofs');
  db.close();
});
const put = async (core: string, question: readonly unknown[], proof: object) => {
  const key = await proofKey(question);
  onServer[`${core} ${key}`] = packedProof(key, proof);
};

const [ONE, TWO, THREE] = [[1], ['two', { a: 1.1 }], [3, [null]]] as const;
const PROOF = { good: true, at: 0.1 + 0.2, none: null };

describe('proofs that are kept', () => {
  it('are read as they were made; what is here is not asked of the server, what it had is here from then on', async () => {
    const kept = keptProofs({}, 'core');
    await kept.keep(ONE, PROOF);
    await put('core', TWO, { two: 2 });
    expect(await kept.find([ONE, TWO, THREE])).toEqual([PROOF, { two: 2 }, undefined]);
    expect(asked).toEqual([[await proofKey(TWO), await proofKey(THREE)]]);
    isThere = false;
    expect(await kept.find([TWO, ONE])).toEqual([{ two: 2 }, PROOF]);
    expect(await kept.find([THREE])).toEqual([undefined]);
  });

  it('of another core are never read, here or on the server', async () => {
    await keptProofs({}, 'before').keep(ONE, PROOF);
    await put('before', TWO, PROOF);
    expect(await keptProofs({}, 'core').find([ONE, TWO])).toEqual([undefined, undefined]);
  });

  it('that were damaged are made anew', async () => {
    const kept = keptProofs({}, 'core');
    await kept.keep(ONE, PROOF);
    const db = await openDB('velk-proofs');
    const [row] = (await db.getAll('proofs')) as { text: string }[];
    await db.put('proofs', { ...row, text: row!.text.replace('true', 'null') });
    db.close();
    const key = await proofKey(TWO);
    onServer[`core ${key}`] = { key, text: '{"two":3}', sum: packedProof(key, { two: 2 }).sum };
    expect(await kept.find([ONE, TWO])).toEqual([undefined, undefined]);
  });

  it('are no trouble where nothing can be kept: a storage that is forbidden, a core that isn’t known', async () => {
    await keptProofs({}, '').keep(ONE, PROOF);
    expect(await keptProofs({}, '').find([ONE])).toEqual([undefined]);
    expect(asked).toEqual([]);
    vi.stubGlobal('crypto', {});
    expect(await keptProofs({}, 'core').find([ONE])).toEqual([undefined]);
  });
});
