import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { planJob } from '../../../day/plan/index.ts';
import type { Modeller } from '../../../ground/solids/index.ts';
import { cases } from '../../../testing/generate.ts';
import { loadModeller } from '../../../testing/modeller.ts';
import { JOINT_KINDS } from '../index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const ALONG = JOINT_KINDS.filter(({ where }) => where === 'along' || where === 'across').map(
  ({ id }) => id,
);
const PITCH = 130;

describe.each(ALONG)('a row of %s', (kind) => {
  it('is cut at every one of its places, and nowhere twice', () => {
    let rows = 0;
    for (const { job, shop } of fc.sample(cases({ kind }), { seed: 4, numRuns: 40 })) {
      const [joint] = job.joints;
      const row = {
        ...joint!,
        mortised: { ...joint!.mortised, ends: 'a' as const, perPiece: 3, pitch: PITCH },
      };
      const inRow = { ...job, joints: [row] };
      const exact = { ...shop, graduation: 0 };
      if (rows === 2) continue;
      const { joints, pieces } = planJob(inRow, exact, modeller);
      const { proof, problems } = joints[0]!;
      if (problems.length || !proof) continue;
      rows++;
      expect(proof.members.mortised.mismatches).toEqual([]);
      const faults = [
        ...proof.members.mortised.faults,
        ...pieces!.flatMap((piece) => piece.faults),
      ];
      expect(faults).toEqual([]);
    }
    expect(rows).toBeGreaterThan(0);
  });
});
