import { beforeAll, describe, expect, it } from 'vitest';
import type { Job } from '../../design/job/index.ts';
import { planJob } from '../plan/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

/** Six rails; two mortises in each of four stiles, and one in each of them farther on. */
function twoJoints(second: object): Job {
  const job = jobWith({ params: { corners: 'squared' } });
  const [joint] = job.joints as [Job['joints'][number]];
  const parts = job.parts.map((p) => (p.id === 'rail' ? { ...p, quantity: 6 } : p));
  const far = {
    ...joint,
    id: 'far',
    name: 'Rail farther on',
    mortised: { ...joint.mortised, perPiece: 2 },
    params: { ...joint.params, position: 300, ...second },
  };
  return { ...job, parts, joints: [joint, far] };
}

describe('two joints at one end of a part', () => {
  it('can’t ask for different tenons: both say so, with the part, the end and the other joint', () => {
    const { joints, cards } = planJob(twoJoints({ tenonLength: 25 }), TEST_SHOP);
    const said = joints.map(({ problems }) => problems.map((p) => speak(p.message, METRIC)));
    expect(said).toEqual([
      [
        expect.stringMatching(
          /^Rail, end A and end B: Rail into stile and Rail farther on each make a different tenon/,
        ),
      ],
      [expect.stringMatching(/^Rail, end A and end B: Rail farther on and Rail into stile each/)],
    ]);
    expect(cards).toEqual([]);
  });

  it('share one tenon where it is the same: cut once on every piece, counted once, each with its share', () => {
    const [near, far] = twoJoints({}).joints as [Job['joints'][number], Job['joints'][number]];
    const third = {
      ...far,
      id: 'third',
      name: 'Rail farther still',
      mortised: { ...far.mortised, perPiece: 1 },
      params: { ...far.params, position: 400 },
    };
    expect(
      planJob({ ...twoJoints({}), joints: [near, far, third] }, TEST_SHOP, modeller).hasErrors,
    ).toBe(false);
    const { joints, cards, hasErrors } = planJob(twoJoints({}), TEST_SHOP, modeller);
    expect([hasErrors, joints.map((j) => j.proof?.good)]).toEqual([false, [true, true]]);
    /** Six rails have twelve ends; a third of the mortises are the first joint’s. */
    const faces = cards.find(({ setups }) => setups.some((s) => s.stage === 'cheeks'))!;
    expect(faces.count).toBe(12);
    const shares = new Map(
      faces.setups.flatMap((s) => s.occurrences.map((o) => [`${o.joint} ${o.end}`, o.count])),
    );
    expect(shares).toEqual(
      new Map([
        ['joint a', 2],
        ['joint b', 2],
        ['far a', 4],
        ['far b', 4],
      ]),
    );
  });
});
