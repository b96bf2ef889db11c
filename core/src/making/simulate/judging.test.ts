import { beforeAll, describe, expect, it } from 'vitest';
import { kindOf, type MemberName } from '../../design/joints/index.ts';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import type { Occurrence } from '../setups/index.ts';
import { box, type Modeller } from '../../ground/solids/index.ts';
import { halvesOf } from '../../testing/halves.ts';
import { asListed, jobWith, type JobShape } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { proveJoint, type HalfPlan } from './proof.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

/** A joint as it is planned, with its two halves. */
function planned(params: object = {}, graduation = 0, rail: JobShape['rail'] = {}) {
  const shop = { ...TEST_SHOP, graduation };
  const routes = { tenoned: 'crosscut-shoulders+bandsaw-flipped' };
  const job = asListed(jobWith({ params: { corners: 'squared', ...params }, rail, routes }), shop);
  return {
    params: { ...job.joints[0]!.params },
    halves: halvesOf(job, setupsOf(planJob(job, shop))),
  };
}

type Planned = ReturnType<typeof planned>;
const prove = ({ params, halves }: Planned, by = modeller) =>
  proveJoint(by, 'joint', kindOf('blind'), params, halves, TEST_SHOP);

/** The same with one half made otherwise: its only batch, or its places. */
function otherwise(
  whole: Planned,
  member: MemberName,
  change: (batch: Batch, place: Occurrence) => Changed,
): Planned {
  const { batches, occurrences } = whole.halves[member];
  const { part, setups, ...more } = { ...batches[0]!, ...change(batches[0]!, occurrences[0]!) };
  const half: HalfPlan = {
    batches: [{ part, setups }],
    occurrences: more.occurrences ?? occurrences,
  };
  return { ...whole, halves: { ...whole.halves, [member]: half } };
}
type Batch = HalfPlan['batches'][number];
type Changed = Partial<Batch & Pick<HalfPlan, 'occurrences'>>;

/**
 * Loses a bit of an arris of the piece of one half, which is this wide, and counts how often it is
 * asked.
 */
function slipping(wide: number, times: number) {
  const asked = { scopes: 0 };
  const by: Modeller = {
    scope: (work) => {
      asked.scopes++;
      return modeller.scope(work);
    },
    solid: (solid) => {
      const body = modeller.solid(solid);
      const plain = solid.shape === 'placed' ? solid.solid : solid;
      const { min, max } = body.bounds();
      const isPiece =
        plain.shape === 'box' &&
        body.volume() > 100_000 &&
        [1, 2].some((i) => Math.abs(max[i]! - min[i]! - wide) < 0.01);
      const corner = box([min[0] + 100, min[1], min[2]], [min[0] + 103, min[1] + 3, min[2] + 3]);
      return asked.scopes <= times && isPiece ? body.minus(modeller.solid(corner)) : body;
    },
  };
  return { by, asked };
}

describe('how a proof judges', () => {
  it('a good one is asked once; a slip in either half is asked again, twice; what is wrong there too is wrong', () => {
    const whole = planned();
    for (const member of ['tenoned', 'mortised'] as const) {
      const wide = whole.halves[member].batches[0]!.part.width.nominal;
      const asked = (times: number) => {
        const { by, asked } = slipping(wide, times);
        const { good, members } = prove(whole, by);
        return [member, good, asked.scopes, members[member].mismatches.length > 0];
      };
      expect(asked(0)).toEqual([member, true, 1, false]);
      expect(asked(1)).toEqual([member, true, 2, false]);
      expect(asked(2)).toEqual([member, true, 3, false]);
      expect(asked(3)).toEqual([member, false, 3, true]);
    }
  });

  it('a tenon set by the walls of its mortise lies where those were cut, and may be off by what they may', () => {
    const { members } = prove(planned({ faceClearance: 0, faceShoulder: 7.13 }, 0.1));
    expect(members.mortised.sizes['wall']!.most).toBeCloseTo(7.1, 4);
    expect(members.tenoned.sizes['faceShoulder']!.most).toBeCloseTo(7.1, 4);
    expect(members.tenoned.sizes['tenonThickness']!.most).toBeCloseTo(8, 4);
    const off = members.tenoned.mismatches.filter(({ depth }) => depth > 0.02);
    expect(off.length).toBeGreaterThan(0);
    for (const { depth, allowed } of off)
      expect([depth < allowed, allowed]).toEqual([true, expect.closeTo(0.135, 2)]);
  });

  it('every face may be within what rounding explains, and the pair still be in its own way', () => {
    const { by, asked } = slipping(0, 0);
    const { members, closed, good } = prove(
      planned({ faceClearance: 0, faceShoulder: 7.13 }, 0.1),
      by,
    );
    expect(asked.scopes).toBe(1);
    const mismatches = [...members.tenoned.mismatches, ...members.mortised.mismatches];
    expect(mismatches.every(({ depth, allowed }) => depth <= allowed)).toBe(true);
    expect([good, closed.shoulderGap]).toEqual([false, expect.closeTo(0, 4)]);
    /** A lip at the foot of the cheek, as high as the blade of the shoulder stands low. */
    expect(closed.interference.depth).toBeCloseTo(0.07, 3);
    expect(prove(planned({ faceClearance: 0.2, faceShoulder: 7.13 }, 0.1)).good).toBe(true);
  });

  it('work that cuts nothing any more is told, and is not good', () => {
    const twice = otherwise(planned(), 'tenoned', ({ setups }) => ({
      setups: [...setups, setups[0]!],
    }));
    const { members, good } = prove(twice);
    expect([good, members.tenoned.faults.length > 0, members.mortised.faults]).toEqual([
      false,
      true,
      [],
    ]);
  });

  it('halves of one hand are put together, wherever they stand in the list', () => {
    const among = (places: (place: Occurrence, other: Occurrence) => Occurrence[]) =>
      otherwise(planned(), 'mortised', ({ setups }, place) => ({
        setups: setups
          .filter((s) => s.occurrences.includes(place))
          .map((s) => ({ ...s, occurrences: [place] })),
        occurrences: places(place, { ...place, end: place.end === 'a' ? 'b' : 'a' }),
      }));
    expect(prove(among((place, other) => [other, place])).good).toBe(true);
    expect(prove(among((_, other) => [other])).good).toBe(false);
  });

  it('what is cut into another edge of the same end is not of this joint', () => {
    const more = otherwise(planned(), 'mortised', ({ setups }, place) => ({
      setups: [
        ...setups,
        ...setups.map((s) => ({ ...s, occurrences: [{ ...place, edge: 'other' as const }] })),
      ],
    }));
    const { members, good } = prove(more);
    expect([good, members.mortised.faults]).toEqual([true, []]);
  });

  it('a batch that varies in both sizes is measured at its least and its most', () => {
    const whole = planned({}, 0, { measured: [21.9, 22, 22.1] });
    const varied = otherwise(whole, 'tenoned', ({ part }) => ({
      part: { ...part, width: { ...part.width, measured: [69.8, 70, 70.3] } },
    }));
    const { sizes } = prove(varied).members.tenoned;
    const spread = ({ least, most }: { least: number; most: number }) => most - least;
    expect(spread(sizes['tenonThickness']!)).toBeCloseTo(0.2, 3);
    expect(spread(sizes['tenonWidth']!)).toBeCloseTo(0.5, 3);
  });
});
