import { eachSetup } from './eachSetup.ts';
import { JOINT_KINDS } from '../design/joints/index.ts';
import { planJob, type Plan } from '../day/plan/index.ts';
import { roundedBy, type LengthFigure } from '../making/setups/index.ts';
import type { Mismatch } from '../making/simulate/index.ts';
import type { Shop } from '../shop/tooling/index.ts';
import type { Job } from '../design/job/index.ts';
import type { Modeller } from '../ground/solids/index.ts';
import { DEEP, provedDeeply } from './deepRun.ts';
import { cases } from './generate.ts';
import { loadModeller } from './modeller.ts';
import { SEED } from './seed.ts';
import { waysOf } from './ways.ts';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';

/**
 * Joints for each way, the figures set exactly and rounded: one each, and more of a way that
 * changed since all were last proved deeply. `npm run prove` takes a thousand.
 */
const OFTEN = { exact: 1, rounded: 1 };

/** Of so many joints at least one goes this way, or the way is none. */
const RARELY = 2000;
const runs = (numRuns: number) => ({
  numRuns,
  seed: SEED,
  endOnFailure: true,
  maxSkipsPerRun: RARELY,
});

/** What a shop sets a fit by, mm; by the finest nothing but what makes no fit is rounded. */
const FINEST = 0.001;
const STEPS = fc.constantFrom(FINEST, 0.05, 0.1, 25.4 / 128, 25.4 / 64);

/**
 * Where a flare may begin at the floor of a haunch’s pocket, nothing straight is left between to
 * read the mortise’s place by.
 */
const isFlaredAtPocket = ({ joints }: Job): boolean =>
  joints.some(({ params }) => params['wedges'] === 'wedged' && Number(params['haunchLength']) > 0);

/** That a figure is off by no more than its purpose lets it be, and to its safe side. */
const isRounded =
  ({ graduation }: Shop) =>
  (figure: LengthFigure): void => {
    const { set, aim, purpose, rounding } = figure;
    expect(set.value + set.error).toBeCloseTo(aim, 9);
    const off = roundedBy(figure);
    const short = rounding === 'up' ? -off : off;
    const rule = Math.max(graduation, 0.5);
    if (purpose === 'stays')
      expect(short > -1e-9 && short < rule + 1e-9 && set.by !== 'blocks').toBe(true);
    else if (purpose === 'clears')
      expect(Math.abs(off) < rule / 2 + 1e-9 && set.by !== 'blocks').toBe(true);
    else if (purpose === 'fit')
      expect(set.spread === 0 || Math.abs(set.error) <= graduation).toBe(true);
    else expect(Math.abs(off)).toBeLessThanOrEqual(rule + 1e-9);
  };

/** What is left beside a shoulder that was too thin to cut, as its card says. */
function beyondSkins(cards: Plan['cards']): (mismatch: Mismatch) => boolean {
  const skins = eachSetup({ cards }).flatMap(({ setup }) => Object.values(setup.skin ?? {}));
  const thickest = Math.max(0, ...skins);
  return ({ sort, depth }) => sort !== 'left' || depth > thickest;
}

/** Files that share the kinds of joint, so that processors can share the files. */
const FILES = 4;

/**
 * Tests that each way of cutting leaves exactly the joint asked for, over generated joints and
 * shops: the kinds of one file.
 */
export async function proveShare(file: number): Promise<void> {
  const kinds = JOINT_KINDS.filter((_, i) => i % FILES === file - 1).map(({ id }) => ({
    kind: id,
    own: waysOf(id),
  }));
  it.each(kinds)('there is a way to cut $kind', ({ own }) => expect(own.length).toBeGreaterThan(0));
  const ways = kinds.flatMap(({ own }) => own);
  const modeller: Modeller = await loadModeller();
  const isProved = provedDeeply();
  const known = ways.filter(isProved).length;
  console.log(`Generated joints of seed ${SEED}: ${known} of ${ways.length} ways as last proved.`);
  describe.each(ways)('the virtual cut, $kind, $methods', ({ kind, methods }) => {
    const { exact, rounded } = isProved({ kind, methods }) ? OFTEN : DEEP;
    /**
     * Passes over joints and shops that this way refuses: they are cut another way, and proved
     * there.
     */
    const going = (graduation: number) => cases({ kind, methods, graduation });

    it('leaves exactly the joint that was asked for when nothing is rounded', () => {
      fc.assert(
        fc.property(going(0), ({ job, shop, goes }) => {
          fc.pre(goes);
          const { joints, pieces, circle, cards } = planJob(job, shop, modeller);
          const isMore = beyondSkins(cards);
          expect(circle).toBeUndefined();
          const { problems, proof } = joints[0]!;
          expect(problems).toEqual([]);
          const { tenoned, mortised } = proof!.members;
          expect([...tenoned.mismatches, ...mortised.mismatches].filter(isMore)).toEqual([]);
          expect([...tenoned.trapped, ...mortised.trapped]).toEqual([]);
          expect(proof!.good).toBe(true);
          /** Nor at the other ends and hands of its pieces, all of them in the same wood. */
          for (const { faults, trapped: caught, mismatches } of pieces!)
            expect([faults, caught, mismatches.filter(isMore)]).toEqual([[], [], []]);
        }),
        runs(exact),
      );
    });

    it('is off by no more than the rounding of the figures says', () => {
      fc.assert(
        fc.property(STEPS.chain(going), ({ job, shop, goes }) => {
          fc.pre(goes);
          const { joints, cards } = planJob(job, shop, modeller);
          if (shop.graduation === FINEST && !isFlaredAtPocket(job))
            expect(joints[0]!.proof!.good).toBe(true);
          for (const { setup } of eachSetup({ cards })) setup.figures.forEach(isRounded(shop));
          const { tenoned, mortised } = joints[0]!.proof!.members;
          for (const mismatch of [...tenoned.mismatches, ...mortised.mismatches])
            expect(mismatch.depth).toBeLessThanOrEqual(mismatch.allowed);
        }),
        runs(rounded),
      );
    });
  });
}
