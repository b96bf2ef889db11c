import { describe, expect, it } from 'vitest';
import { routesOf, waysOf } from '../day/plan/index.ts';
import { resolve, type Job } from '../design/job/index.ts';
import { kindOf } from '../design/joints/index.ts';
import { availableIn } from '../shop/tooling/index.ts';
import { jobWith, WORKED_ROUND } from '../testing/jobs.ts';
import { TEST_SHOP } from '../testing/shops.ts';

/**
 * The worked joint, four of it: wood 22 by 70, tenon 8 by 50, 30 long, shoulders 7 and 10. Each
 * number beside the usual minutes is plain arithmetic on these.
 */
const ENDS = 4;
const cuttingOf = (job: Job, member: 'tenoned' | 'mortised', id: RegExp): number =>
  waysOf(job.joints[0]!, job, TEST_SHOP)[member].find((w) => id.test(w.id) && !w.refusals.length)!
    .cutting;
/** A saw’s pass, so far along and so deep: handled, and fed at 0.4 a metre an inch deep. */
const sawn = (along: number, deep: number): number =>
  0.4 + (0.4 * along * Math.max(1, deep / 25)) / 1000;

describe('minutes of the work (values from memory of shop practice)', () => {
  it('by hand go by what is laid bare: sawn 15 cm² a minute, pared 5, half a minute a line', () => {
    const cheeks = 2 * 70 * 30;
    const edges = 2 * 8 * 30;
    const shoulders = 22 * 70 - 8 * 50;
    const [area, pared] = [cheeks + edges + shoulders, (cheeks + edges) / 2 + shoulders];
    const tenon = 1 + 5 * 0.5 + area / 100 / 15 + pared / 100 / 5;
    const round = (Math.PI * 8 * 30) / 100;
    const rounding = 1 + 6 * 0.5 + round / 5;
    expect(cuttingOf(jobWith(), 'tenoned', /^hand-tenon\+round-edges$/)).toBeCloseTo(
      ENDS * (tenon + rounding),
      6,
    );
    /** Four corners of two walls each, half a mortise of 8 wide, 32 deep. */
    const squared = jobWith({ params: { corners: 'squared' } });
    const lines = 1 + 6 * 0.5;
    const both = cuttingOf(squared, 'mortised', /^router-jig\+square-ends$/);
    const routed = cuttingOf(jobWith(), 'mortised', /^router-jig$/);
    expect(both - routed).toBeCloseTo(ENDS * (lines + (4 * 8 * 32) / 100 / 5), 6);
  });

  it('of a wide tenon by hand grow with its width, and those of a machine hardly', () => {
    const of = (width: number, id: RegExp) =>
      cuttingOf(
        jobWith({
          rail: { width },
          stile: { width: 60 },
          params: { corners: 'squared', tenonWidth: width, edgeShoulder: 0, position: 40 },
        }),
        'tenoned',
        id,
      );
    const [byHand, flat] = [/^hand-tenon$/, /^saw-flat-stack$/].map(
      (id) => of(300, id) - of(70, id),
    );
    expect(byHand).toBeGreaterThan(10 * flat!);
  });

  it('on the saws go by pass, clamping and cut; a bandsawn shoulder is pared', () => {
    const faces = 2 * sawn(70, 7);
    const edges = 2 * sawn(22, 10);
    /** Short of the shoulder by 0.3, on a rule of halves. */
    const onEnd = (along: number) => 1 + sawn(along, 29.5);
    const rounded = cuttingOf(jobWith(), 'tenoned', /^hand-tenon\+round-edges$/);
    const plain = cuttingOf(jobWith({ params: { corners: 'squared' } }), 'tenoned', /^hand-tenon$/);
    expect(
      cuttingOf(jobWith(), 'tenoned', /^crosscut-shoulders\+saw-upright-flipped\+round-edges$/),
    ).toBeCloseTo(ENDS * (faces + edges + 2 * onEnd(70) + 2 * onEnd(22)) + (rounded - plain), 6);
    /** Into the shoulder on the bandsaw, along it on the saw; pared 10 cm² in half a minute. */
    const job = jobWith({ params: { corners: 'squared' } });
    const [band, cross] = ['bandsaw', 'crosscut'].map((by) =>
      cuttingOf(job, 'tenoned', new RegExp(`^${by}-shoulders\\+bandsaw-flipped$`)),
    );
    const shoulder = (across: number, deep: number) =>
      sawn(deep, across) + (across * deep) / 2000 - sawn(across, deep);
    expect(band! - cross!).toBeCloseTo(ENDS * 2 * (shoulder(70, 7) + shoulder(22, 10)), 6);
  });

  it('of a router go by its way: 0.7 a metre, a level more only its plunge, a guide clamped', () => {
    const job = jobWith();
    const [jig, guide] = [/^router-jig$/, /^edge-guide$/].map((id) =>
      cuttingOf(job, 'mortised', id),
    );
    /** Clamped once more, and two lines marked that the jig’s stops stand for. */
    expect(guide! - jig!).toBeCloseTo(ENDS * (1 + 2 * 0.5), 6);
    const levels = routesOf(job.joints[0]!, job, TEST_SHOP)
      .mortised.find(({ id }) => id === 'router-jig')!
      .setups()[0]!.passes.length;
    expect(levels).toBeGreaterThan(2);
    expect(jig).toBeCloseTo(ENDS * (1 + 0.8 + (levels - 1) * 0.3 + levels * 0.7 * 0.05), 6);
  });

  it('of a hole are its clamping and a plunge; of a groove its length', () => {
    const round = jobWith({
      kind: 'round',
      params: WORKED_ROUND,
    });
    expect(cuttingOf(round, 'mortised', /^drill-press$/)).toBeCloseTo(ENDS * (1 + 0.3), 6);

    const members = resolve(jobWith().joints[0]!, jobWith()).members;
    const stub = jobWith({
      kind: 'stub',
      params: kindOf('stub').propose(members, availableIn(TEST_SHOP)).params,
    });
    const long = (length: number): Job => ({
      ...stub,
      parts: stub.parts.map((p) => (p.id === 'stile' ? { ...p, length } : p)),
    });
    const passes = routesOf(stub.joints[0]!, stub, TEST_SHOP)
      .mortised.find((r) => r.id === 'saw-groove')!
      .setups()[0]!.passes.length;
    const cutting = (length: number) => cuttingOf(long(length), 'mortised', /^saw-groove$/);
    expect(cutting(1900) - cutting(900)).toBeCloseTo(ENDS * passes * 0.4, 6);
  });

  it('are fewer in soft wood: by hand, by router and by saw, each by its density', () => {
    const job = jobWith({ params: { corners: 'squared' } });
    const of = (species: string) =>
      cuttingOf(
        { ...job, parts: job.parts.map((p) => ({ ...p, species })) },
        'tenoned',
        /^hand-tenon$/,
      );
    const lines = ENDS * (1 + 5 * 0.5);
    /** White pine, 392 kg/m³, is no softer to work than three fifths of hardwood of 700. */
    expect((of('white-pine') - lines) / (of('') - lines)).toBeCloseTo(0.6, 6);
    expect((of('white-oak') - lines) / (of('') - lines)).toBeCloseTo(762 / 700, 6);
  });
});
