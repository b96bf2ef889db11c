import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { resolve } from '../job/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { clashesOnTheWay } from '../../making/simulate/index.ts';
import { cases } from '../../testing/generate.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { availableIn } from '../../shop/tooling/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { changeKind, JOINT_KINDS, kindOf, typedOver, type JointKind } from './index.ts';

const available = availableIn(TEST_SHOP);
const names = { tenoned: 'Rail', mortised: 'Stile' };
let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const possible = (kind: string) =>
  cases({ kind }).map(({ job }) => {
    const { params, members } = resolve(job.joints[0]!, job);
    return {
      params,
      members,
      spot: { end: job.joints[0]!.tenoned.ends === 'b' ? 'b' : 'a', edge: 'other' } as const,
    };
  });

describe.each(JOINT_KINDS.map((kind): [string, JointKind] => [kind.id, kind]))('%s', (id, kind) => {
  it('draws every dimension as long as it says, and takes over what is typed', () => {
    fc.assert(
      fc.property(possible(id), ({ params, members }) => {
        const { dimensions, views } = kind.drawing(params, members);
        expect(new Set(dimensions.map((d) => d.id)).size).toBe(dimensions.length);
        for (const d of dimensions) {
          if (d.view !== 'margin') {
            expect(views.map((v) => v.id)).toContain(d.view);
            const drawn = Math.hypot(d.to[0] - d.from[0], d.to[1] - d.from[1]);
            const along = ['position', 'centre'].includes(d.id) ? drawn : Math.abs(d.value);
            expect([d.id, drawn]).toEqual([d.id, expect.closeTo(along, 9)]);
          }
          const typed = typedOver(kind, params, members, d.id, d.value + 0.25);
          const now = kind.drawing(typed, members).dimensions.find((x) => x.id === d.id);
          expect([d.id, now?.value]).toEqual([d.id, expect.closeTo(d.value + 0.25, 9)]);
          expect(kind.schema.validate(typed).error).toBeUndefined();
        }
        expect(() => typedOver(kind, params, members, 'nothing', 1)).toThrow(kind.title);
      }),
      { seed: 8, numRuns: 15 },
    );
  });

  it('keeps nothing that must be gone: its two solids don’t overlap, and fill the piece but for what doesn’t matter', () => {
    fc.assert(
      fc.property(possible(id), ({ params, members, spot }) => {
        for (const member of ['tenoned', 'mortised'] as const) {
          const { mustRemain, mustBeEmpty } = kind.geometry(params, member, members[member], spot);
          const [overlap, outside] = modeller.scope(() => {
            const [keep, empty] = [modeller.solid(mustRemain), modeller.solid(mustBeEmpty)];
            const { length, thickness, width } = members[member];
            return [keep.within(empty).volume(), keep.volume() - length * thickness * width];
          });
          expect([member, overlap]).toEqual([member, expect.closeTo(0, 2)]);
          expect(outside).toBeLessThan(1e-3);
        }
      }),
      { seed: 9, numRuns: 12 },
    );
  });

  it('goes together along a straight path: nothing in the way from apart to home, and home it touches', () => {
    fc.assert(
      fc.property(possible(id), ({ params, members }) => {
        const reach = Math.max(
          ...kind
            .drawing(params, members)
            .views.flatMap((v) => v.outlines.flatMap((o) => o.points.map((p) => -p[0]))),
        );
        const apart = [0, 0.25, 0.5, 0.75, 1, 1.5].map((part) => part * reach);
        const deepest = clashesOnTheWay(modeller, kind, params, members, apart);
        expect(deepest.map(({ depth }) => depth < 0.006)).toEqual(apart.map(() => true));
        /** Half a millimetre farther in than home, wood meets wood: the shoulders close. */
        expect(clashesOnTheWay(modeller, kind, params, members, [-0.5])[0]!.volume).toBeGreaterThan(
          0.5,
        );
      }),
      { seed: 11, numRuns: 8 },
    );
  });

  it('says of an impossible joint which part, which dimension, the value and the bound', () => {
    const job = jobWith();
    const { members } = resolve(job.joints[0]!, job);
    const thick = { ...members, mortised: { ...members.mortised, thickness: 60, width: 90 } };
    const { params } = kind.propose(thick, available);
    expect(
      kind.problems(params, thick, available, names).map((p) => speak(p.message, METRIC)),
    ).toEqual([]);
    const told = kind
      .drawing(params, thick)
      .dimensions.flatMap(({ id: dimension, view }) =>
        view === 'margin'
          ? []
          : [-500, 5000].flatMap((value) =>
              kind.problems(
                typedOver(kind, params, thick, dimension, value),
                thick,
                available,
                names,
              ),
            ),
      );
    expect(told.length).toBeGreaterThan(5);
    for (const problem of told) {
      expect(speak(problem.message, METRIC)).toMatch(
        new RegExp(`^(${names.tenoned}|${names.mortised}): .*\\d`),
      );
      expect(problem.dimension).not.toBe('');
    }
  });

  it('can be come to from every other kind, keeping what means the same, and be left again', () => {
    const job = jobWith();
    const { members } = resolve(job.joints[0]!, job);
    for (const other of JOINT_KINDS) {
      const changedKind = changeKind(
        other.propose(members, available).params,
        kind,
        members,
        available,
      );
      expect(kind.schema.validate(changedKind.params).error).toBeUndefined();
      expect([...changedKind.kept, ...changedKind.proposed].sort()).toEqual(
        Object.keys(changedKind.params).sort(),
      );
    }
    expect(kindOf(id)).toBe(kind);
  });

  it('every choice can be made and lands in what the schema takes', () => {
    fc.assert(
      fc.property(possible(id), ({ params, members }) => {
        expect(kind.schema.validate(params).error).toBeUndefined();
        for (const choice of kind.choices)
          for (const { value } of choice.options) {
            const chosen = kind.withChoice(params, choice.id, value, members, available);
            expect(String(chosen[choice.id])).toBe(value);
            expect(kind.schema.validate(chosen).error).toBeUndefined();
          }
      }),
      { seed: 10, numRuns: 5 },
    );
  });
});
