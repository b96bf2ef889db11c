import * as fc from 'fast-check';
import { expect, it } from 'vitest';
import { JOINT_KINDS } from '../../design/joints/index.ts';
import { planJob } from '../../day/plan/index.ts';
import { calledFace, withFaces, type LengthFigure, type Setup } from '../setups/index.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { cases } from '../../testing/generate.ts';
import { waysOf } from '../../testing/ways.ts';

const FACE = /(?:reference|other)[ -](?:face|edge)/i;

/**
 * The faces that a figure is measured from by where its piece is seated, in the words of the true
 * piece.
 */
function seatedAt({ passes, occurrences }: Setup, { id, from }: LengthFigure): string[] {
  const turned = occurrences[0]!.turned === true;
  return passes
    .filter((pass) => Object.values(pass.figures).includes(id))
    .flatMap(({ seat }) => (seat[from] ? [seat[from]] : []))
    .filter((face) => FACE.test(face))
    .map((face) => withFaces(calledFace(face), turned));
}

it('a figure whose name has a face of the piece is measured from that face, however the piece is turned', () => {
  const named = new Set<string>();
  const turned = new Set<string>();
  const ways = JOINT_KINDS.flatMap(({ id }) => waysOf(id));
  /** One way to each method: its names are the same in all of them. */
  const wayTo = new Map(ways.flatMap((way) => way.methods.map((method) => [method, way] as const)));
  for (const { kind, methods } of new Set(wayTo.values())) {
    for (const { job, shop, goes } of fc.sample(cases({ kind, methods }), {
      seed: 7,
      numRuns: 4,
    })) {
      if (!goes) continue;
      for (const { setup } of eachSetup(planJob(job, shop)))
        for (const figure of setup.figures) {
          if (figure.kind !== 'length' || !FACE.test(figure.name)) continue;
          const at = seatedAt(setup, figure);
          if (!at.length) continue;
          (setup.occurrences[0]!.turned ? turned : named).add(setup.method);
          expect([setup.method, FACE.exec(figure.name)![0].toLowerCase()]).toEqual([
            setup.method,
            at[0],
          ]);
        }
    }
  }
  expect([named.size > 2, turned.size > 0]).toEqual([true, true]);
});
