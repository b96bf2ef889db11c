import { describe, expect, it } from 'vitest';
import type { EntrySide } from '../../design/job/index.ts';
import { planJob } from '../plan/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';

const modeller = await loadModeller();

/**
 * A part can be turned, not mirrored. Its hand, by its own axes: away from the joint, off the
 * reference face, and off the reference edge on the rail, off the layout end on the stile. Either
 * end, and the other edge, turns one of them about.
 */
const hand = (end: 'a' | 'b', edge: EntrySide): number =>
  (end === 'a' ? 1 : -1) * (edge === 'reference' || edge === 'other-face' ? 1 : -1);

const ENDS = ['a', 'b'] as const;
const SIDES = ['reference', 'other', 'face', 'other-face'] as const;

describe('hands', () => {
  it.each(
    ENDS.flatMap((tenon) =>
      ENDS.flatMap((from) => SIDES.map((edge) => [tenon, from, edge] as const)),
    ),
  )(
    'a tenon at end %s, laid out from end %s, into the %s side: cut and put together, or refused with what to change',
    (tenon, from, edge) => {
      const base = jobWith({ ends: tenon, stile: { thickness: 45 } });
      const [joint] = base.joints as [(typeof base.joints)[number]];
      const laidOut = (ends: 'a' | 'b', side: EntrySide) => {
        const mortised = { ...joint.mortised, ends, edge: side };
        return planJob(
          { ...base, joints: [{ ...joint, mortised }] },
          { ...TEST_SHOP, graduation: 0 },
          modeller,
        ).joints[0]!;
      };
      const { problems, proof } = laidOut(from, edge);
      if (hand(tenon, 'reference') === hand(from, edge)) {
        expect([problems, proof!.good]).toEqual([[], true]);
        return;
      }
      expect(problems.map((p) => p.path)).toEqual(['hand']);
      const told = speak(problems[0]!.message, METRIC);
      expect(told).toContain(`laid out from end ${from.toUpperCase()}`);
      const other = /Lay them out from end ([AB])/.exec(told)![1]!.toLowerCase() as 'a' | 'b';
      const words = {
        'reference edge': 'reference',
        'other edge': 'other',
        'reference face': 'face',
        'other face': 'other-face',
      } as const;
      const side = words[/enter the (.*)\.$/.exec(told)![1]! as keyof typeof words];
      /** Either change that it names is one that helps. */
      expect([laidOut(other, edge), laidOut(from, side)].map((j) => j.proof?.good)).toEqual([
        true,
        true,
      ]);
    },
  );
});
