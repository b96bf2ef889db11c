import { describe, expect, it } from 'vitest';
import type { Job } from '../../design/job/index.ts';
import type { Shape } from '../../shop/stock/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { shapesInJoints } from './index.ts';

describe('shapes and the joints of their part', async () => {
  const modeller = await loadModeller();
  /** A rail with tenons of 30 at both ends, into a mortise near the stile’s end A. */
  const job = jobWith({
    rail: { length: 500, thickness: 22, width: 70 },
    stile: { length: 700, thickness: 22, width: 45 },
  });
  const long = Number(job.joints[0]!.params['tenonLength']);
  const hole = (part: string, from: number, across: number): Shape => ({
    id: `${part} ${from}`,
    kind: 'hole',
    part,
    params: { face: 'face', diameter: 8, depth: 0, from, across, count: 1, pitch: 1 },
  });
  const met = (...shapes: Shape[]) =>
    shapesInJoints(modeller, { ...job, shapes }, TEST_SHOP).map((shapedJoint) => shapedJoint.shape);

  it('a hole through a tenon is told, one just behind its shoulder is not', () => {
    expect(met(hole('rail', long - 5, 35), hole('rail', long + 5, 35))).toEqual([
      `rail ${long - 5}`,
    ]);
    /** The far end has a tenon too. */
    expect(met(hole('rail', 500 - long + 5, 35), hole('rail', 500 - long - 5, 35))).toEqual([
      `rail ${500 - long + 5}`,
    ]);
  });

  it('a hole that breaks into a mortise is told, one in the wood beside it is not', () => {
    const position = Number(job.joints[0]!.params['position']);
    expect(met(hole('stile', position + 20, 10))).toEqual([`stile ${position + 20}`]);
    expect(met(hole('stile', 350, 22), hole('stile', position + 20, 40))).toEqual([]);
  });

  it('a leg of either hand is tapered away from its joint; one foot for both is told', () => {
    const paired = {
      ...job,
      parts: job.parts.map((part) =>
        part.id === 'stile' ? { ...part, hands: 'pairs' as const } : part,
      ),
    };
    const [joint] = paired.joints as [Job['joints'][number]];
    const past = Number(joint.params['position']) + 100;
    const taper = (end: string): Shape => ({
      id: end,
      kind: 'taper',
      part: 'stile',
      params: { end, sides: 'edge', straight: past, foot: 30, jigLength: 500, jigWidth: 100 },
    });
    const shapes = [taper('a'), taper('b'), taper('hands')];
    expect(
      shapesInJoints(modeller, { ...paired, shapes }, TEST_SHOP).map(({ shape }) => shape),
    ).toEqual(['a', 'b']);
    /** Laid out from end A on all pieces: right ones have their foot there. */
    const alike = { ...joint, mortised: { ...joint.mortised, ends: 'a' as const } };
    const byHand = { ...paired, joints: [alike], shapes: [taper('hands'), taper('b')] };
    expect(shapesInJoints(modeller, byHand, TEST_SHOP).map(({ shape }) => shape)).toEqual([
      'hands',
    ]);
  });

  it('what can’t be made, and a taper of a stile that begins beyond its mortises, takes nothing of any', () => {
    const taper = (straight: number): Shape => ({
      id: 't',
      kind: 'taper',
      part: 'rail',
      params: { end: 'b', sides: 'edge', straight, foot: 30, jigLength: 500, jigWidth: 100 },
    });
    expect(met(taper(100))).toEqual(['t']);
    expect(met(taper(600))).toEqual([]);
  });
});
