import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { resolve, type Job } from '../../design/job/index.ts';
import type { MemberName } from '../../design/joints/index.ts';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { pieceOf } from '../../shop/stock/index.ts';
import { cases } from '../../testing/generate.ts';
import { jobWith, type JobShape } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import type { Shop } from '../../shop/tooling/index.ts';
import { gainsOf, type Gains } from './index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const EXACT: Shop = { ...TEST_SHOP, graduation: 0 };

/** What the distances of one half make, at the first end it is cut at. */
function made(job: Job, member: MemberName, shop: Shop = EXACT): Gains[] {
  const all = setupsOf(planJob(job, shop)).filter((s) => s.occurrences[0]!.member === member);
  const place = all[0]!.occurrences[0]!;
  const setups = all.filter((s) =>
    s.occurrences.some((o) => o.end === place.end && o.edge === place.edge),
  );
  const { kind, params, parts } = resolve(job.joints[0]!, job);
  return gainsOf(
    modeller,
    { kind, params, member, piece: pieceOf(parts[member], 'median'), at: place, setups },
    shop,
  );
}

const gain = (gains: readonly Gains[], figure: string, dimension: string): number =>
  gains.find((g) => g.figure.id === figure)?.makes.find((m) => m.dimension === dimension)?.gain ??
  0;

/** The joint of the worked values, its tenon in the middle of 22 or beside it. */
const CENTRED = { corners: 'squared', faceShoulder: 7 };
const BESIDE = { corners: 'squared', faceShoulder: 6 };
const tenon = (params: object, tenoned: string): JobShape => ({ params, routes: { tenoned } });

describe('what a figure makes, by moving it (common practice)', () => {
  it('flipped: one fence for both faces counts twice; one for each face counts once', () => {
    const both = made(jobWith(tenon(CENTRED, 'crosscut-shoulders+saw-upright-flipped')), 'tenoned');
    expect(gain(both, 'face-fence', 'tenonThickness')).toBeCloseTo(2, 5);
    expect(gain(both, 'face-fence', 'faceShoulder')).toBeCloseTo(-1, 5);
    const each = made(jobWith(tenon(BESIDE, 'crosscut-shoulders+saw-upright-flipped')), 'tenoned');
    const faces = each.filter(
      (g) =>
        g.key.startsWith('saw/upright/') && g.makes.some((m) => m.dimension === 'tenonThickness'),
    );
    expect(faces.map((g) => g.makes.find((m) => m.dimension === 'tenonThickness')!.gain)).toEqual([
      1, 1,
    ]);
  });

  it('flat over a stack: one height for both faces takes twice what it is raised by', () => {
    const flat = made(jobWith(tenon(CENTRED, 'saw-flat-stack')), 'tenoned');
    expect(gain(flat, 'blade-height', 'tenonThickness')).toBeCloseTo(-2, 5);
    expect(gain(flat, 'end-stop', 'tenonLength')).toBeCloseTo(1, 5);
  });

  it('stepped: the far cheek makes the tenon thicker, the near one thinner and moves it, so the step makes the size', () => {
    const stepped = made(
      jobWith(tenon(BESIDE, 'crosscut-shoulders+saw-upright-stepped')),
      'tenoned',
    );
    expect(gain(stepped, 'face-fence-far', 'tenonThickness')).toBeCloseTo(1, 5);
    expect(gain(stepped, 'face-fence-far', 'faceShoulder')).toBe(0);
    expect(gain(stepped, 'face-fence-near', 'tenonThickness')).toBeCloseTo(-1, 5);
    expect(gain(stepped, 'face-fence-near', 'faceShoulder')).toBeCloseTo(1, 5);
  });

  it('a mortise in the jig: fence moves it, depth deepens it, each router stop lengthens it, the end stop places it', () => {
    const jig = made(
      jobWith({ params: { corners: 'rounded' }, routes: { mortised: 'router-jig' } }),
      'mortised',
    );
    expect(gain(jig, 'face', 'wall')).toBeCloseTo(1, 5);
    expect(gain(jig, 'depth', 'mortiseDepth')).toBeCloseTo(1, 5);
    expect(gain(jig, 'end-stop', 'position')).toBeCloseTo(1, 5);
    expect(jig.every((g) => /^(router|bench)\/(jig|[a-z-]+)\/[a-z-]+>[a-z-]+$/.test(g.key))).toBe(
      true,
    );
  });

  it('agrees with how often an error counts, over generated tenons and ways', () => {
    const ways = [
      'saw-upright-flipped',
      'bandsaw-flipped',
      'saw-flat-stack',
      'saw-upright-stepped',
    ] as const;
    let seen = 0;
    for (const tenoned of ways)
      for (const { job, shop, goes } of fc.sample(
        cases({ kind: 'blind', methods: [tenoned], corners: 'squared', graduation: 0 }),
        { numRuns: 6, seed: 9 },
      )) {
        const { params, members } = resolve(job.joints[0]!, job);
        const { faceShoulder, mortiseWidth, faceClearance } = params as Record<string, number>;
        const far = members.tenoned.thickness - faceShoulder! - mortiseWidth! + faceClearance!;
        /** Where a face is bare the stock ends: a fence farther out takes nothing more. */
        if (!goes || faceShoulder! < 0.5 || far < 0.5) continue;
        for (const { key, figure, makes, setups } of made(job, 'tenoned', shop)) {
          if (figure.acts !== 'thickness' || key.startsWith('bench')) continue;
          /**
           * A shoulder's height cuts into the cheek when it is more, and takes nothing from it when
           * it is less.
           */
          if (
            setups.some(
              (id) => !/stack|upright|bandsaw|stepped/.test(id) || /shoulder|crosscut/.test(id),
            )
          )
            continue;
          const own = makes.find((m) => m.dimension === 'tenonThickness')?.gain ?? 0;
          /** A height that a cheek's own cut has taken already makes nothing. */
          if (Math.abs(own) < 1e-3) continue;
          seen++;
          expect(Math.abs(own)).toBeCloseTo(figure.counts, 3);
        }
      }
    expect(seen).toBeGreaterThan(10);
  });
});
