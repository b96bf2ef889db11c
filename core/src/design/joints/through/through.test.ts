import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Modeller } from '../../../ground/solids/index.ts';
import { cases } from '../../../testing/generate.ts';
import { WORKED, WORKED_THROUGH } from '../../../testing/jobs.ts';
import { loadModeller } from '../../../testing/modeller.ts';
import { TEST_SHOP } from '../../../testing/shops.ts';
import { availableIn } from '../../../shop/tooling/index.ts';
import { METRIC, speak } from '../../../ground/units/index.ts';
import { changeKind, kindOf } from '../index.ts';
import { pieceOf } from '../../../shop/stock/index.ts';
import type { Members } from '../kind.ts';
import { through, type ThroughParams } from './index.ts';

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

describe('the through joint', () => {
  it('volumes agree with closed forms: the mortise goes all the way, the tenon past it', () => {
    const volume = (
      member: 'tenoned' | 'mortised',
      which: 'mustRemain' | 'mustBeEmpty',
      params: ThroughParams,
    ) =>
      modeller.scope(() =>
        modeller
          .solid(
            through.geometry(params, member, members[member], { end: 'a', edge: 'reference' })[
              which
            ],
          )
          .volume(),
      );
    const square: ThroughParams = { ...WORKED_THROUGH, corners: 'squared' };
    expect(volume('mortised', 'mustBeEmpty', square)).toBeCloseTo(8 * 50 * 45, 3);
    expect(volume('mortised', 'mustRemain', square)).toBeCloseTo(900 * 22 * 45 - 8 * 50 * 45, 2);
    expect(volume('tenoned', 'mustBeEmpty', square)).toBeCloseTo(47 * (22 * 70 - 8 * 50), 3);
    const slot = (42 * 8 + Math.PI * 16) * 45;
    expect(Math.abs(volume('mortised', 'mustBeEmpty', WORKED_THROUGH) / slot - 1)).toBeLessThan(
      2e-4,
    );
  });

  it('what is proposed can be made, needs nothing changed, and comes out of the far side', () => {
    fc.assert(
      fc.property(
        cases({ tenoned: 'bandsaw-flipped', corners: 'squared', kind: 'through' }),
        ({ job }) => {
          const ownMembers: Members = {
            tenoned: pieceOf(job.parts[0]!, 'median'),
            mortised: pieceOf(job.parts[1]!, 'median'),
          };
          const { params } = through.propose(ownMembers, available);
          expect(through.problems(params, ownMembers, available, names).map((p) => p.path)).toEqual(
            [],
          );
          expect(params.tenonLength).toBeGreaterThan(ownMembers.mortised.width);
          expect(through.schema.validate(params).error).toBeUndefined();
        },
      ),
      { seed: 3, numRuns: 60 },
    );
  });

  it('what can’t be names part, dimension, value and bound', () => {
    const told = (change: Partial<ThroughParams>) =>
      through
        .problems({ ...WORKED_THROUGH, ...change }, members, available, names)
        .map((p) => `${p.path}: ${speak(p.message, METRIC)}`);
    expect(told({})).toEqual([]);
    expect(told({ tenonLength: 40 })).toEqual([
      'tenonLength: Rail: a tenon 40.0 mm long does not come out of a piece 45.0 mm deep. Make it longer, or the joint blind.',
    ]);
    expect(told({ mortiseWidth: 30 })[0]).toMatch(
      /Rail: face shoulder and tenon thickness make 37.0 mm/,
    );
    expect(through.schema.validate({ ...WORKED_THROUGH, bottomClearance: 2 }).error).toBeDefined();
  });

  it('draws the end that stands out, beyond the far side', () => {
    const { views, dimensions } = through.drawing(WORKED_THROUGH, members);
    expect(dimensions.map((d) => d.id)).toContain('proud');
    expect(dimensions.map((d) => d.id)).not.toContain('mortiseDepth');
    const face = views.find((v) => v.id === 'face')!;
    expect(
      Math.min(
        ...face.outlines
          .filter((o) => o.role === 'tenoned')
          .flatMap((o) => o.points.map((p) => p[0])),
      ),
    ).toBe(-47);
  });

  it('advice speaks of backing and of a long end, never of a bottom it does not have', () => {
    const ids = (change: Partial<ThroughParams>) =>
      through.advice({ ...WORKED_THROUGH, ...change }, members, available).map((a) => a.id);
    expect(ids({})).toContain('backing');
    expect(ids({ tenonLength: 70 })).toContain('very-proud');
    for (const id of ['behind', 'short', 'bottom']) expect(ids({})).not.toContain(id);
  });
});

describe('changing kind', () => {
  it('keeps what means the same, proposes the length anew, and names what it sets aside', () => {
    const there = changeKind({ ...WORKED }, kindOf('through'), members, available);
    expect(there.setAside).toEqual(['bottomClearance']);
    expect(there.proposed).toEqual(['tenonLength']);
    expect(there.params).toEqual({ ...WORKED_THROUGH, tenonLength: 47 });
    const back = changeKind(there.params, kindOf('blind'), members, available);
    expect([...back.proposed].sort()).toEqual(['bottomClearance', 'tenonLength']);
    expect(kindOf('blind').problems(back.params, members, available, names)).toEqual([]);
  });
});
