import { describe, expect, it } from 'vitest';
import { RememberedProofs, type PlanToProve } from '@velk/core/day';
import type { JointProof, PieceProof } from '@velk/core/making';
import type { Modeller } from '@velk/core/ground';
import { NOTHING_KEPT, type KeptProofs } from './keptProofs.ts';
import { proveInTurn, type Proofs } from './proving.ts';

const NAMES = ['a', 'b', 'c', 'd', 'e'];

/** Runs over five joints; `cut` hears of each, in the order they are cut. */
async function run({
  first,
  wanted = () => true,
  kept = NOTHING_KEPT,
}: {
  first: (cut: string[]) => string | null;
  wanted?: (cut: string[]) => boolean;
  kept?: KeptProofs;
}) {
  const cut: string[] = [];
  const told: Proofs[] = [];
  const provers = new Map(
    NAMES.map((joint) => [
      joint,
      () => ({ question: [joint], prove: () => (cut.push(joint), { joint } as JointProof) }),
    ]),
  );
  const pieces = () => [
    { question: ['rail'], prove: () => (cut.push('rail'), { id: 'rail' } as PieceProof) },
  ];
  const plan = {
    plan: { stamp: { velk: '', job: '', shop: '' } },
    provers,
    pieces,
  } as unknown as PlanToProve;
  let fetched = 0;
  const modeller = () => Promise.resolve((fetched++, {} as Modeller));
  await proveInTurn(plan, { modeller, kept }, new RememberedProofs(), {
    first: () => first(cut),
    wanted: () => wanted(cut),
    tell: (proofs) => told.push(proofs),
  });
  return {
    cut,
    fetched,
    told: told.map(
      ({ proofs, pieces, last }) =>
        `${proofs.map((p) => p.joint).join('')}${(pieces ?? []).map((p) => ` ${p.id}`).join('')}${last ? '.' : ''}`,
    ),
  };
}

describe('proofs in turn', () => {
  it('the joint looked at is cut and told before all others, each is told once, and the last tells that it is', async () => {
    expect(await run({ first: () => 'd' })).toMatchObject({
      cut: ['d', 'a', 'b', 'c', 'e', 'rail'],
      told: ['d', 'abce rail.'],
    });
    expect(await run({ first: () => null })).toMatchObject({
      cut: [...NAMES, 'rail'],
      told: ['abcde rail.'],
    });
    expect(await run({ first: () => 'e' })).toMatchObject({ told: ['e', 'abcd rail.'] });
  });

  it('a joint looked at meanwhile comes next', async () => {
    const { cut } = await run({ first: (done) => (done.length < 2 ? 'b' : 'e') });
    expect(cut).toEqual(['b', 'a', 'e', 'c', 'd', 'rail']);
  });

  it('ends without another word once nobody wants to know', async () => {
    const { cut, told } = await run({ first: () => 'c', wanted: (done) => done.length < 2 });
    expect({ cut, told }).toEqual({ cut: ['c', 'a'], told: ['c'] });
  });

  it('what is kept is not cut, and the modeller is fetched only where something is; what was cut is kept', async () => {
    const kept = (known: readonly string[]) => {
      const put: string[] = [];
      return {
        put,
        find: (questions: readonly (readonly unknown[])[]) =>
          Promise.resolve(
            questions.map(([name]) =>
              known.includes(String(name)) ? { joint: name, id: name } : undefined,
            ),
          ),
        keep: ([name]: readonly unknown[]) => Promise.resolve(void put.push(String(name))),
      };
    };
    const some = kept(['a', 'c', 'rail']);
    const { cut, told } = await run({ first: () => null, kept: some });
    expect({ cut, told, put: some.put }).toEqual({
      cut: ['b', 'd', 'e'],
      told: ['abcde rail.'],
      put: ['b', 'd', 'e'],
    });
    const all = await run({ first: () => 'b', kept: kept([...NAMES, 'rail']) });
    expect([all.cut, all.fetched, all.told]).toEqual([[], 0, ['b', 'acde rail.']]);
  });
});
