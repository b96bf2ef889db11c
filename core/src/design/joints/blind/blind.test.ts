import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Modeller } from '../../../ground/solids/index.ts';
import { cases } from '../../../testing/generate.ts';
import { WORKED } from '../../../testing/jobs.ts';
import { loadModeller } from '../../../testing/modeller.ts';
import { TEST_SHOP } from '../../../testing/shops.ts';
import { availableIn } from '../../../shop/tooling/index.ts';
import { INCH, METRIC, speak } from '../../../ground/units/index.ts';
import type { Members } from '../kind.ts';
import { typedOver } from '../typedOver.ts';
import { derive } from './params.ts';
import { blind, type BlindParams } from './index.ts';

const available = availableIn(TEST_SHOP);
const members: Members = {
  tenoned: { length: 600, thickness: 22, width: 70 },
  mortised: { length: 900, thickness: 22, width: 45 },
};
const names = { tenoned: 'Rail', mortised: 'Stile' };
let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

describe('geometry', () => {
  it('volumes agree with closed forms: slot, tongue and waste', () => {
    const volume = (
      params: BlindParams,
      member: 'tenoned' | 'mortised',
      which: 'mustRemain' | 'mustBeEmpty',
    ) =>
      modeller.scope(() =>
        modeller
          .solid(
            blind.geometry(params, member, members[member], { end: 'b', edge: 'other' })[which],
          )
          .volume(),
      );
    const [rail, stile] = [600 * 22 * 70, 900 * 22 * 45];
    expect(volume({ ...WORKED, corners: 'squared' }, 'tenoned', 'mustRemain')).toBeCloseTo(
      rail - 30 * (22 * 70 - 8 * 50),
      3,
    );
    expect(volume({ ...WORKED, corners: 'squared' }, 'tenoned', 'mustBeEmpty')).toBeCloseTo(
      30 * (22 * 70 - 8 * 50),
      3,
    );
    expect(volume(WORKED, 'mortised', 'mustRemain')).toBeCloseTo(stile - 8 * 50 * 32, 2);
    const slot = (42 * 8 + Math.PI * 16) * 32;
    expect(Math.abs(volume(WORKED, 'mortised', 'mustBeEmpty') / slot - 1)).toBeLessThan(2e-4);
    const tongue = (42 * 8 + Math.PI * 16) * 30;
    expect(
      Math.abs((volume(WORKED, 'tenoned', 'mustRemain') - (rail - 30 * 22 * 70)) / tongue - 1),
    ).toBeLessThan(2e-4);
  });

  it('what must remain and what must be empty never overlap, and centre lies on centre', () => {
    fc.assert(
      fc.property(cases({ tenoned: 'bandsaw-flipped', corners: 'rounded' }), ({ params }) => {
        const d = derive(params);
        expect(d.wall + params.mortiseWidth / 2).toBeCloseTo(
          params.faceShoulder + d.tenonThickness / 2 + params.setBack,
          9,
        );
        const overlap = modeller.scope(() => {
          const { mustRemain, mustBeEmpty } = blind.geometry(
            params,
            'tenoned',
            { length: 600, thickness: 60, width: 110 },
            { end: 'a', edge: 'reference' },
          );
          return modeller.solid(mustRemain).within(modeller.solid(mustBeEmpty)).volume();
        });
        expect(overlap).toBeLessThan(1e-3);
      }),
      { seed: 2, numRuns: 20 },
    );
  });
});

describe('proposal by thirds', () => {
  it('snaps the mortise to the nearest cutter, the tenon following: 22 gives 8 and 7.95', () => {
    const { params, advice } = blind.propose(members, available);
    expect(params.mortiseWidth).toBe(8);
    expect(derive(params).tenonThickness).toBeCloseTo(7.95, 9);
    expect(derive(params).wall + 4).toBeCloseTo(11, 9);
    expect(speak(advice[0]!.reason, METRIC)).toContain('A third of 22.0 mm is 7.33 mm');
    expect(blind.problems(params, members, available, names)).toEqual([]);
  });

  it('thirds of 3/4 in: a quarter each', () => {
    const inch = { length: 24 * INCH, thickness: 0.75 * INCH, width: 2.5 * INCH };
    expect(
      blind.propose({ tenoned: inch, mortised: { ...inch, width: 2 * INCH } }, available).params
        .mortiseWidth,
    ).toBeCloseTo(INCH / 4, 9);
  });

  it('is possible for any ordinary stock', () => {
    const size = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(size(15, 60), size(40, 180), size(20, 90), size(30, 120), (T, W, S, V) => {
        const stock = {
          tenoned: { length: 600, thickness: T, width: W },
          mortised: { length: 900, thickness: Math.max(S, T), width: V },
        };
        expect(
          blind.problems(blind.propose(stock, available).params, stock, available, names),
        ).toEqual([]);
      }),
      { seed: 4 },
    );
  });
});

describe('what can’t be made', () => {
  it.each<[Partial<BlindParams>, string, RegExp]>([
    [{ faceShoulder: 15 }, 'tenonThickness', /^Rail: .*23\.0 mm.*22\.0 mm thick: 1\.0 mm too much/],
    [{ tenonWidth: 65 }, 'tenonWidth', /^Rail: .*75\.0 mm.*70\.0 mm wide/],
    [
      { tenonLength: 44 },
      'mortiseDepth',
      /^Stile: a mortise 46\.0 mm deep comes out of a piece 45\.0 mm deep/,
    ],
    [
      { mortiseWidth: 5, faceClearance: 0, faceShoulder: 8 },
      'mortiseWidth',
      /nothing in the chest makes a mortise 5\.0 mm wide; the smallest is 6\.0 mm/,
    ],
    [{ tenonLength: 0 }, 'tenonLength', /tenon length is 0\.0 mm; it must be more than/],
    [{ faceShoulder: -1 }, 'faceShoulder', /face shoulder is -1\.0 mm/],
    [{ setBack: -9 }, 'setBack', /near wall would lie 2\.0 mm outside/],
    [{ setBack: 9 }, 'mortiseWidth', /24\.0 mm.*22\.0 mm thick/],
    [{ position: -3 }, 'position', /starts 3\.0 mm beyond/],
    [{ position: 880 }, 'position', /930\.0 mm.*900\.0 mm long/],
    [{ corners: 'clear' }, 'endClearance', /8\.0 mm/],
  ])('%o names the part, the dimension, the value and the bound', (change, path, words) => {
    const problems = blind.problems({ ...WORKED, ...change }, members, available, names);
    const problem = problems.find((p) => p.path === path);
    expect(problem && speak(problem.message, METRIC)).toMatch(words);
    expect(problem).toMatchObject({ part: expect.stringMatching(/Rail|Stile/) as string });
  });

  it('zero shoulders, set-back and clearance are no problem', () => {
    const bare = { ...WORKED, faceShoulder: 0, edgeShoulder: 0, setBack: 7 };
    expect(blind.problems(bare, members, available, names)).toEqual([]);
  });
});

describe('advice', () => {
  const ids = (change: Partial<BlindParams>) =>
    blind
      .advice({ ...WORKED, ...change }, members, available)
      .filter((a) => a.level === 'warning')
      .map((a) => a.id);
  it('warns where wood is weak, and only there', () => {
    expect(ids({ tenonWidth: 46 })).toEqual([]);
    expect(ids({ setBack: 4 })).toContain('wall');
    expect(ids({ tenonLength: 40 })).toContain('behind');
    expect(ids({ tenonLength: 15 })).toContain('short');
    expect(ids({ tenonWidth: 60, edgeShoulder: 5 })).toContain('wide');
    expect(ids({ faceClearance: -0.1 })).toContain('tight');
    expect(ids({ faceClearance: 0.3 })).toContain('loose');
    expect(ids({ bottomClearance: 0 })).toContain('bottom');
    expect(ids({ mortiseWidth: 9, faceClearance: 1 })).toContain('cutter');
  });

  it('a proposed value, once taken, silences its warning', () => {
    for (const [id, change] of [
      ['behind', { tenonLength: 40 }],
      ['tight', { faceClearance: -0.1 }],
      ['bottom', { bottomClearance: 0 }],
      ['wide', { tenonWidth: 60, edgeShoulder: 5 }],
    ] as const) {
      const params = { ...WORKED, ...change };
      const advice = blind.advice(params, members, available).find((a) => a.id === id)!;
      const after = typedOver(blind, params, members, advice.dimension, advice.propose!);
      expect(blind.advice(after, members, available).map((a) => a.id)).not.toContain(id);
    }
  });
});
