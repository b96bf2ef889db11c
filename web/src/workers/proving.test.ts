import { describe, expect, it } from 'vitest';
import { RememberedProofs, type JointProof, type Modeller, type PieceProof, type PlanToProve } from '@velk/core';
import { proveInTurn, type Proofs } from './proving.ts';

const NAMES = ['a', 'b', 'c', 'd', 'e'];

/** Runs over five joints; `cut` hears of each, in the order they are cut. */
async function run({
  first,
  wanted = () => true,
}: {
  first: (cut: string[]) => string | null;
  wanted?: (cut: string[]) => boolean;
}) {
  const cut: string[] = [];
  const told: Proofs[] = [];
  const provers = new Map(NAMES.map((joint) => [joint, () => (cut.push(joint), { joint } as JointProof)]));
  const pieces = () => [() => (cut.push('rail'), { id: 'rail' } as PieceProof)];
  const plan = { plan: { stamp: { velk: '', job: '', shop: '' } }, provers, pieces } as unknown as PlanToProve;
  await proveInTurn(plan, {} as Modeller, new RememberedProofs(), {
    first: () => first(cut),
    wanted: () => wanted(cut),
    tell: (proofs) => told.push(proofs),
  });
  return {
    cut,
    told: told.map(
      ({ proofs, pieces, last }) =>
        `${proofs.map((p) => p.joint).join('')}${(pieces ?? []).map((p) => ` ${p.id}`).join('')}${last ? '.' : ''}`,
    ),
  };
}

describe('proofs in turn', () => {
  it('the joint looked at is cut and told before all others, each is told once, and the last tells that it is', async () => {
    expect(await run({ first: () => 'd' })).toEqual({
      cut: ['d', 'a', 'b', 'c', 'e', 'rail'],
      told: ['d', 'abce rail.'],
    });
    expect(await run({ first: () => null })).toEqual({ cut: [...NAMES, 'rail'], told: ['abcde rail.'] });
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
});
