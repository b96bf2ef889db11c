import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { kindOf } from '../../design/joints/index.ts';
import { box, difference, union, type Modeller } from '../../ground/solids/index.ts';
import { WORKED } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { compare, deepest, madeFaces } from './compare.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

describe('cut and wanted wood compared', () => {
  const piece = { length: 600, thickness: 22, width: 70 };
  const {
    faceShoulder: a,
    mortiseWidth: t,
    edgeShoulder: b,
    tenonWidth: w,
    tenonLength: L,
  } = WORKED;
  const wanted = kindOf('blind').geometry({ ...WORKED, corners: 'squared' }, 'tenoned', piece, {
    end: 'a',
    edge: 'reference',
  });
  /** A slab of each side of the tenon, between two of its other faces. */
  const SLABS = {
    'near cheek': (e: number) => box([0, a, b], [L, a + e, b + w]),
    'far cheek': (e: number) => box([0, a + t - e, b], [L, a + t, b + w]),
    'near edge': (e: number) => box([0, a, b], [L, a + t, b + e]),
    'far edge': (e: number) => box([0, a, b + w - e], [L, a + t, b + w]),
    'a groove in a cheek': (e: number) => box([0, a, b + 5], [L, a + e, b + 9]),
  } as const;

  it.each(Object.keys(SLABS) as (keyof typeof SLABS)[])(
    'wood gone from the %s is found by its depth, however thin it is',
    (side) => {
      fc.assert(
        fc.property(
          fc.integer({ min: 6, max: 900 }).map((thousandths) => thousandths / 1000),
          (e) => {
            modeller.scope(() => {
              const cut = modeller.solid(difference(wanted.mustRemain, SLABS[side](e)));
              const [worst, ...more] = compare(modeller, cut, wanted, piece);
              expect(worst).toMatchObject({ sort: 'gone' });
              expect(Math.abs(worst!.depth - e)).toBeLessThan(0.003);
              expect(more).toEqual([]);
            });
          },
        ),
        { seed: 3, numRuns: 25 },
      );
    },
  );

  it('slabs far apart that count as one lump are found by their depth as a single one is', () => {
    const wide = { length: 600, thickness: 20, width: 400 };
    fc.assert(
      fc.property(
        fc.integer({ min: 6, max: 2000 }).map((n) => n / 1000),
        fc.integer({ min: 20, max: 300 }),
        (e, apart) => {
          modeller.scope(() => {
            /** A tongue of 6 all along, and two slabs off the walls of gaps in it. */
            const keep = modeller.solid(
              difference(
                box([0, 7, 0], [35, 13, 400]),
                box([-1, 0, 40], [25, 20, 50]),
                box([-1, 0, 50 + apart], [25, 20, 60 + apart]),
              ),
            );
            const slab = (z: number) => box([0, 7, z - e], [25, 13, z]);
            const lump = modeller.solid(union(slab(40), slab(50 + apart)));
            expect(deepest(lump, madeFaces(keep.triangles(), wide)).depth).toBeCloseTo(e, 4);
          });
        },
      ),
      { seed: 4, numRuns: 25 },
    );
  });

  it.each([
    /** In the corner of shoulder and cheek, 0.15 off the one and 0.2 off the other. */
    [
      'in a corner of two faces, by the one that is that far off',
      box([L - 0.15, a - 0.2, b], [L, a, b + w]),
      1,
    ],
    /** As thick as the cuts miss by, and 6 proud of the cheek. */
    [
      'between two cuts that miss each other, by how far they do',
      box([5, a - 6, b + 10], [5.2, a, b + 30]),
      0,
    ],
  ] as const)('wood that is left is explained %s, and by nothing less', (_, left, axis) => {
    const off = (most: number) =>
      compare(
        modeller,
        modeller.solid(union(wanted.mustRemain, left)),
        wanted,
        piece,
        (normal) => 0.005 + most * Math.abs(normal[axis]),
      ).map(({ sort, depth, allowed }) => [sort, depth > allowed]);
    modeller.scope(() =>
      expect([off(0.2), off(0.19)]).toEqual([[['left', false]], [['left', true]]]),
    );
  });

  it('what is within the tolerance is none, and neither is the tenon as it should be', () => {
    modeller.scope(() => {
      expect(compare(modeller, modeller.solid(wanted.mustRemain), wanted, piece)).toEqual([]);
      const nearly = modeller.solid(difference(wanted.mustRemain, SLABS['near cheek'](0.004)));
      expect(compare(modeller, nearly, wanted, piece)).toEqual([]);
    });
  });
});
