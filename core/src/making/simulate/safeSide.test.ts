import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { resolve } from '../../design/job/index.ts';
import { JOINT_KINDS } from '../../design/joints/index.ts';
import { planToProve, setupsOf } from '../../day/plan/index.ts';
import type { Range } from './index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { cases } from '../../testing/generate.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { waysOf } from '../../testing/ways.ts';

/** Sizes as set lie exactly, or where wood can still be taken away (common practice). */

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

/** A coarse rule, in mm and in inches: what is rounded the wrong way shows. */
const COARSE = [0.5, 25.4 / 64];
const FLOATS = 0.002;
/** A calliper across a round tenon whose axis lies a graduation off its bar reads a chord. */
const CHORD = 0.05;
/**
 * Kinds with a size to measure that is theirs alone: not one that groove and mortise make together,
 * nor aslant.
 */
const MEASURED = [
  'blind',
  'through',
  'haunched',
  'twin',
  'fingered',
  'open-slot',
  'stub',
  'grooved',
  'housed',
  'loose',
  'round',
  'rebated',
];

describe('sizes as set, on a calliper in the virtual cut', () => {
  it.each(JOINT_KINDS.map(({ id }) => id).filter((id) => MEASURED.includes(id)))(
    '%s: no tenon thinner and no mortise wider than asked, and neither off by more than its two figures',
    (kind) => {
      let measured = 0;
      for (const { methods } of waysOf(kind))
        for (const { job, shop } of fc.sample(cases({ kind, methods, graduation: 0.5 }), {
          numRuns: 1,
          seed: 8,
        })) {
          const graduation = COARSE[measured % 2]!;
          const { plan, provers } = planToProve(job, { ...shop, graduation });
          const { kind: jointKind, params, members } = resolve(job.joints[0]!, job);
          const fit = jointKind.fit(params, members);
          const proof = [...provers.values()][0]?.().prove(modeller);
          /** Set by the walls of a mortise, a tenon is fitted to that, not to the drawing. */
          const fitted = setupsOf(plan).some(({ figures }) => figures.some((f) => f.set.wall));
          if (!proof || !fit) continue;
          const safe = (over: number, slack = FLOATS) => {
            expect(over).toBeGreaterThan(-slack);
            expect(over).toBeLessThan(2 * graduation + slack);
          };
          const most = (size: Range | undefined, otherwise: number) => size?.most ?? otherwise;
          const { tenoned, mortised } = proof.members;
          if (!fitted)
            safe(
              most(tenoned.sizes['tenonThickness'], fit.tenon) - fit.tenon,
              kind === 'round' ? CHORD : FLOATS,
            );
          safe(fit.mortise - most(mortised.sizes['mortiseWidth'], fit.mortise));
          measured++;
        }
      expect(measured).toBeGreaterThan(2);
    },
  );
});
