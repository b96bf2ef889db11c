import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../testing/demo.ts';
import { TEST_SHOP } from '../testing/shops.ts';
import { planToProve } from '../day/plan/index.ts';
import { merged, mergedJobs, mergedShops, placeIn } from './index.ts';
import type { Job } from '../design/job/index.ts';
import { validate } from './validate.ts';
import { jobSchema, shopSchema } from './schemas.ts';

const JOB = demo('racks').job;
type Change = (job: Job) => Job;
const part =
  (at: number, change: object): Change =>
  (job) => ({ ...job, parts: job.parts.map((p, i) => (i === at ? { ...p, ...change } : p)) });
const dimension =
  (at: number, name: string, value: number): Change =>
  (job) => ({
    ...job,
    joints: job.joints.map((j, i) =>
      i === at ? { ...j, params: { ...j.params, [name]: value } } : j,
    ),
  });
const all = (job: Job, changes: readonly Change[]): Job =>
  changes.reduce((done, change) => change(done), job);

/** Changes of single fields, each with its place, so that two lists can be told to meet or not. */
const FIELDS: readonly { place: string; to: (value: number) => Change }[] = [
  { place: 'notes', to: (v) => (job) => ({ ...job, notes: `note ${v}` }) },
  { place: `parts/${JOB.parts[0]!.id}/length`, to: (v) => part(0, { length: 100 + v }) },
  { place: `parts/${JOB.parts[1]!.id}/quantity`, to: (v) => part(1, { quantity: v }) },
  {
    place: `joints/${JOB.joints[0]!.id}/params/tenonLength`,
    to: (v) => dimension(0, 'tenonLength', 10 + v),
  },
  {
    place: `joints/${JOB.joints[0]!.id}/params/tenonWidth`,
    to: (v) => dimension(0, 'tenonWidth', 20 + v),
  },
  {
    place: `joints/${JOB.joints[1]!.id}/name`,
    to: (v) => (job) => ({
      ...job,
      joints: job.joints.map((j, i) => (i === 1 ? { ...j, name: `Joint ${v}` } : j)),
    }),
  },
];
const edits = fc.uniqueArray(fc.tuple(fc.nat(FIELDS.length - 1), fc.integer({ min: 1, max: 9 })), {
  selector: ([i]) => i,
});
const made = (list: readonly [number, number][]) =>
  all(
    JOB,
    list.map(([i, v]) => FIELDS[i]!.to(v)),
  );

describe('two changes of one job', () => {
  it('are both in what comes of them; only where both said something else do they disagree', () => {
    fc.assert(
      fc.property(
        edits,
        edits,
        fc.constantFrom('mine' as const, 'theirs' as const),
        (mine, theirs, whose) => {
          const { value, disagreements } = mergedJobs(JOB, made(mine), made(theirs), () => whose);
          const both = mine.filter(([i, v]) => theirs.some(([j, w]) => i === j && v !== w));
          expect(disagreements.map(placeIn).sort()).toEqual(
            both.map(([i]) => FIELDS[i]!.place).sort(),
          );
          const [first, last] = whose === 'mine' ? [theirs, mine] : [mine, theirs];
          expect(value).toEqual(made([...first, ...last]));
        },
      ),
    );
  });

  it('of one field: taken from whoever changed it, though the other’s text stood there once', () => {
    const at = (length: number) => part(0, { length })(JOB);
    expect(mergedJobs(at(31), { ...at(31), notes: 'mine' }, at(24)).value).toEqual({
      ...at(24),
      notes: 'mine',
    });
  });

  it('each place can go either way', () => {
    const [mine, theirs] = [
      made([
        [1, 1],
        [3, 1],
      ]),
      made([
        [1, 2],
        [3, 2],
      ]),
    ];
    const { value } = mergedJobs(JOB, mine, theirs, (place) =>
      place === FIELDS[1]!.place ? 'theirs' : 'mine',
    );
    expect(value).toEqual(
      made([
        [1, 2],
        [3, 1],
      ]),
    );
  });

  it('what is taken away stays away, but not where the other worked on it unseen, nor where a joint still needs it', () => {
    const without = (id: string): Job => ({ ...JOB, parts: JOB.parts.filter((p) => p.id !== id) });
    const [first] = JOB.parts;
    const free: Job = { ...JOB, joints: [], parts: [...JOB.parts, { ...first!, id: 'spare' }] };
    const gone: Job = { ...free, parts: JOB.parts };
    expect(mergedJobs(free, gone, { ...free, notes: 'more' }).value).toEqual({
      ...gone,
      notes: 'more',
    });
    expect(mergedJobs(free, { ...free, notes: 'more' }, gone).value).toEqual({
      ...gone,
      notes: 'more',
    });
    const clash = mergedJobs(free, gone, {
      ...free,
      parts: [...JOB.parts, { ...first!, id: 'spare', length: 7 }],
    });
    expect(clash.disagreements).toMatchObject([
      { path: ['parts', 'spare'], mine: undefined, theirs: { length: 7 } },
    ]);
    const needed = mergedJobs({ ...JOB, joints: [] }, { ...without(first!.id), joints: [] }, JOB);
    expect(needed.value.parts.map((p) => p.id)).toContain(JOB.joints[0]!.tenoned.part);
    expect(planToProve(needed.value, TEST_SHOP).plan.joints).toHaveLength(JOB.joints.length);
  });

  it('what both added under one id stays two, with the joints that use it', () => {
    const added = (length: number, name: string): Job => ({
      ...JOB,
      parts: [...JOB.parts, { ...JOB.parts[0]!, id: 'part-9', name, length }],
      joints: [
        ...JOB.joints,
        { ...JOB.joints[0]!, id: name, tenoned: { part: 'part-9', ends: 'a' } },
      ],
    });
    const { value, disagreements } = mergedJobs(JOB, added(100, 'Mine'), added(200, 'Theirs'));
    expect(disagreements).toEqual([]);
    const lengthOf = (name: string) =>
      value.parts.find((p) => p.id === value.joints.find((j) => j.id === name)!.tenoned.part)!
        .length;
    expect([lengthOf('Mine'), lengthOf('Theirs')]).toEqual([100, 200]);
    expect(mergedJobs(JOB, added(100, 'Same'), added(100, 'Same')).value).toEqual(
      added(100, 'Same'),
    );
  });

  it('keep the order of whoever moved things, and put what was added after what it was put after', () => {
    const list = (...ids: string[]) => ids.map((id) => ({ id }));
    const order = (base: string[], mine: string[], theirs: string[]) =>
      merged(list(...base), list(...mine), list(...theirs))
        .value.map(({ id }) => id)
        .join('');
    expect(order(['a', 'b', 'c'], ['a', 'x', 'b', 'c'], ['c', 'a', 'b'])).toBe('caxb');
    expect(order(['a', 'b', 'c'], ['c', 'b', 'a'], ['a', 'b', 'y', 'c'])).toBe('cbya');
    expect(order(['a', 'b'], ['x', 'a', 'b'], ['a', 'b', 'y'])).toBe('xaby');
    expect(order(['a', 'b', 'c'], ['a', 'c'], ['a', 'b', 'c', 'y'])).toBe('acy');
  });

  it('never mix the dimensions of two kinds: the whole joint is one or the other', () => {
    const other: Change = (job) => ({
      ...job,
      joints: job.joints.map((j, i) => (i ? j : { ...j, kind: 'lap', params: { depth: 9 } })),
    });
    const { disagreements, value } = mergedJobs(
      JOB,
      other(JOB),
      dimension(0, 'tenonLength', 12)(JOB),
    );
    expect(disagreements.map(placeIn)).toEqual([`joints/${JOB.joints[0]!.id}`]);
    expect(value).toEqual(other(JOB));
  });

  it('of any sort: a change against none is taken whole, and merging is the same seen from the other side', () => {
    const sides = fc.tuple(edits, edits);
    fc.assert(
      fc.property(sides, ([mine, theirs]) => {
        expect(mergedJobs(JOB, made(mine), JOB).value).toEqual(made(mine));
        expect(mergedJobs(JOB, JOB, made(theirs)).value).toEqual(made(theirs));
        const [one, other] = [
          mergedJobs(JOB, made(mine), made(theirs)),
          mergedJobs(JOB, made(theirs), made(mine), () => 'theirs'),
        ];
        expect(one.value).toEqual(other.value);
        expect(validate(jobSchema, one.value).ok).toBe(true);
      }),
    );
  });
});

describe('two changes of one shop', () => {
  const shop = demo('looms').shop;
  const cutter = shop.tools.find((t) => t.kind === 'router-cutter')!;
  it('keep both new tools, under names and ids of their own', () => {
    const added = (diameter: number) => ({
      ...shop,
      tools: [...shop.tools, { ...cutter, id: 'new', name: 'New', diameter }],
    });
    const { value, disagreements } = mergedShops(shop, added(9), added(11));
    expect(disagreements).toEqual([]);
    const both = value.tools.filter((t) => t.name.startsWith('New'));
    expect(new Set(both.map((t) => 'diameter' in t && t.diameter))).toEqual(new Set([9, 11]));
    expect(new Set(both.map((t) => `${t.id} ${t.name}`)).size).toBe(2);
    expect(validate(shopSchema, value).ok).toBe(true);
  });

  it('keep a blade that a saw changed meanwhile needs', () => {
    const saw = shop.tools.find((t) => 'bladeId' in t)! as { id: string; bladeId: string };
    const blade = shop.tools.find((t) => t.id === saw.bladeId)!;
    const spare = { ...blade, id: 'spare', name: 'Spare' };
    const base = { ...shop, tools: [...shop.tools, spare] };
    const mine = {
      ...base,
      tools: base.tools.map((t) => (t.id === saw.id ? { ...t, bladeId: 'spare' } : t)),
    } as typeof shop;
    expect(mergedShops(base, mine, shop).value.tools).toContainEqual(spare);
  });
});
