import { beforeAll, describe, expect, it } from 'vitest';
import { kindOf, type MemberName } from '../joints/index.ts';
import { planJob, setupsOf } from '../plan/index.ts';
import type { Occurrence, Setup } from '../setups/index.ts';
import { box, type Modeller } from '../solids/index.ts';
import type { Part } from '../stock/index.ts';
import { asListed, jobWith, loadModeller, TEST_SHOP, type JobShape } from '../testing/index.ts';
import { proveJoint, type HalfPlan } from './proof.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const TENONED = 'crosscut-shoulders+bandsaw-flipped';
const EXACT = { ...TEST_SHOP, graduation: 0 };

/** Part, set-ups and places of each half of a joint as it is planned. */
function halvesOf(params: object = {}, graduation = 0, rail: JobShape['rail'] = {}) {
  const shop = { ...TEST_SHOP, graduation };
  const job = asListed(
    jobWith({ params: { corners: 'squared', ...params }, rail, routes: { tenoned: TENONED } }),
    shop,
  );
  const [joint] = job.joints;
  const setups = setupsOf(planJob(job, shop));
  const half = (member: MemberName) => {
    const own = setups.filter((s) => s.occurrences[0]!.member === member);
    const part = job.parts.find((p) => p.id === joint![member].part)!;
    return { part, setups: own, occurrences: own.flatMap((s) => s.occurrences) };
  };
  return { params: { ...joint!.params }, tenoned: half('tenoned'), mortised: half('mortised') };
}

interface Half {
  readonly part: Part;
  readonly setups: readonly Setup[];
  readonly occurrences: readonly Occurrence[];
}
const planOf = ({ part, setups, occurrences }: Half): HalfPlan => ({ batches: [{ part, setups }], occurrences });
const prove = ({ params, tenoned, mortised }: { params: object; tenoned: Half; mortised: Half }, by = modeller) =>
  proveJoint<Record<string, unknown>>(
    by,
    'joint',
    kindOf('blind'),
    { ...params },
    { tenoned: planOf(tenoned), mortised: planOf(mortised) },
    EXACT,
  );

/** Loses a bit of an arris of the piece of one half, which is this wide, and counts how often it is asked. */
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
  it('a good one is asked once; a slip in either half is asked again; what is wrong in one half alone is wrong', () => {
    const halves = halvesOf();
    for (const member of ['tenoned', 'mortised'] as const) {
      const wide = halves[member].part.width.nominal;
      const asked = (times: number) => {
        const { by, asked } = slipping(wide, times);
        return [prove(halves, by).good, asked.scopes];
      };
      expect([member, asked(0)]).toEqual([member, [true, 1]]);
      expect([member, asked(1)]).toEqual([member, [true, 2]]);
      expect([member, asked(9)]).toEqual([member, [false, 3]]);
    }
  });

  it('a tenon set by the walls of its mortise lies where those were cut, and may be off by what they may', () => {
    const { members } = prove(halvesOf({ faceClearance: 0, faceShoulder: 7.13 }, 0.1));
    expect(members.mortised.sizes['wall']!.most).toBeCloseTo(7.1, 4);
    expect(members.tenoned.sizes['faceShoulder']!.most).toBeCloseTo(7.1, 4);
    expect(members.tenoned.sizes['tenonThickness']!.most).toBeCloseTo(8, 4);
    const off = members.tenoned.mismatches.filter(({ depth }) => depth > 0.02);
    expect(off.length).toBeGreaterThan(0);
    for (const { depth, allowed } of off) expect([depth < allowed, allowed]).toEqual([true, expect.closeTo(0.135, 2)]);
  });

  it('every face may be within what rounding explains, and the pair still be in its own way', () => {
    const { by, asked } = slipping(0, 0);
    const { members, closed, good } = prove(halvesOf({ faceClearance: 0, faceShoulder: 7.13 }, 0.1), by);
    expect(asked.scopes).toBe(1);
    const all = [...members.tenoned.mismatches, ...members.mortised.mismatches];
    expect(all.every(({ depth, allowed }) => depth <= allowed)).toBe(true);
    expect([good, closed.shoulderGap]).toEqual([false, expect.closeTo(0, 4)]);
    /** A lip at the foot of the cheek, as high as the blade of the shoulder stands low. */
    expect(closed.interference.depth).toBeCloseTo(0.07, 3);
    expect(prove(halvesOf({ faceClearance: 0.2, faceShoulder: 7.13 }, 0.1)).good).toBe(true);
  });

  it('work that cuts nothing any more is told, and is not good', () => {
    const halves = halvesOf();
    const again = { ...halves.tenoned, setups: [...halves.tenoned.setups, halves.tenoned.setups[0]!] };
    const { members, good } = prove({ ...halves, tenoned: again });
    expect([good, members.tenoned.faults.length > 0, members.mortised.faults]).toEqual([false, true, []]);
  });

  it('halves of one hand are put together, wherever they stand in the list', () => {
    const halves = halvesOf();
    const [at] = halves.mortised.occurrences;
    const other: Occurrence = { ...at!, end: at!.end === 'a' ? 'b' : 'a' };
    const setups = halves.mortised.setups.filter((s) => s.occurrences.includes(at!)).map((s) => ({ ...s, occurrences: [at!] })); // prettier-ignore
    const turned = { ...halves.mortised, setups, occurrences: [other, at!] };
    expect(prove({ ...halves, mortised: turned }).good).toBe(true);
    expect(prove({ ...halves, mortised: { ...turned, occurrences: [other] } }).good).toBe(false);
  });

  it('what is cut into another edge of the same end is not of this joint', () => {
    const halves = halvesOf();
    const [at] = halves.mortised.occurrences;
    const elsewhere = halves.mortised.setups.map((s) => ({ ...s, occurrences: [{ ...at!, edge: 'other' as const }] }));
    const more = { ...halves.mortised, setups: [...halves.mortised.setups, ...elsewhere] };
    const { members, good } = prove({ ...halves, mortised: more });
    expect([good, members.mortised.faults]).toEqual([true, []]);
  });

  it('a batch that varies in both sizes is measured at its least and its most', () => {
    const halves = halvesOf({}, 0, { measured: [21.9, 22, 22.1] });
    const { part } = halves.tenoned;
    const varied = { ...part, width: { ...part.width, measured: [69.8, 70, 70.3] } };
    const { sizes } = prove({ ...halves, tenoned: { ...halves.tenoned, part: varied } }).members.tenoned;
    const spread = ({ least, most }: { least: number; most: number }) => most - least;
    expect(spread(sizes['tenonThickness']!)).toBeCloseTo(0.2, 3);
    expect(spread(sizes['tenonWidth']!)).toBeCloseTo(0.5, 3);
  });
});
