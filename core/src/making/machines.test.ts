import { sidesOf, type DatumId } from './setups/index.ts';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob } from '../day/plan/index.ts';
import { dot, handedness, place, subtract } from '../ground/solids/index.ts';
import { pieceOf, pointOn } from '../shop/stock/index.ts';
import { eachSetup } from '../testing/eachSetup.ts';
import { cases } from '../testing/generate.ts';
import { asListed, jobWith } from '../testing/jobs.ts';
import { withScales } from '../testing/closedLoop.ts';
import { TEST_SHOP, withTool } from '../testing/shops.ts';
import { faceOf } from './machine/seat.ts';
import { modelOf } from './machines.ts';
import type { Placement } from './machine/model.ts';

const placements = (
  shape: Parameters<typeof cases>[0],
  check: (placement: Placement, seat: [DatumId, string][], id: string) => void,
) =>
  fc.assert(
    fc.property(cases(shape), ({ job, shop }) => {
      for (const { setup } of eachSetup(planJob(job, shop)).filter(
        (o) => o.setup.model !== 'bench',
      ))
        for (const occurrence of setup.occurrences)
          for (const pass of setup.passes) {
            const piece = pieceOf(
              job.parts.find((p) => p.id === occurrence.part)!,
              'median',
            );
            const placement = modelOf(setup.model).place(setup, pass, occurrence, piece, shop);
            check(
              placement,
              sidesOf(pass.seat).map(([datum, face]) => [datum, faceOf(face, occurrence)]),
              setup.id,
            );
          }
    }),
    { seed: 21, numRuns: 30 },
  );

describe('a placed piece', () => {
  it.each(['saw-upright-flipped', 'bandsaw-flipped'] as const)(
    'is turned, not mirrored, and touches every feature its seat names, %s',
    (tenoned) => {
      placements({ tenoned, corners: 'clear' }, ({ rigid, datums, piece }, seat) => {
        expect(handedness(rigid.rotation)).toBe(1);
        for (const [id, face] of seat) {
          const { at, normal } = datums[id]!;
          const touching = place(rigid, pointOn(face as never, piece));
          expect(Math.abs(dot(subtract(touching, at), normal))).toBeLessThan(1e-9);
        }
      });
    },
  );

  it('lies wholly on the open side of every feature it rests on', () => {
    placements(
      { tenoned: 'saw-upright-flipped', corners: 'clear' },
      ({ rigid, datums, piece }, seat) => {
        const corners = [0, piece.length].flatMap((x) =>
          [0, piece.thickness].flatMap((y) => [0, piece.width].map((z) => place(rigid, [x, y, z]))),
        );
        for (const [id] of seat)
          for (const corner of corners)
            expect(dot(subtract(corner, datums[id]!.at), datums[id]!.normal)).toBeGreaterThan(
              -1e-9,
            );
      },
    );
  });
});

describe('what backs the exit', () => {
  it.each([
    'saw-upright-flipped',
    'sled-shoulders',
    'saw-flat-stack',
    'crosscut-shoulders',
    'paired-cutters',
  ])(
    'is fitted, and lies against the side of the piece that leaves the cutter last: %s',
    (tenoned) => {
      let seen = 0;
      placements({ methods: [tenoned], corners: 'squared' }, (placement, _, id) => {
        const { bodies, piece, rigid, feed } = placement;
        for (const { solid } of bodies.filter(({ role }) => role === 'backing')) {
          seen++;
          if (solid.shape !== 'box') throw new Error(`${id}: a spare back is a board.`);
          const along = (p: readonly number[]) => p.reduce((sum, v, i) => sum + v * feed[i]!, 0);
          const [low, high] = [solid.min, solid.max].map(along).sort((a, b) => a - b);
          const corners = [0, piece.length].flatMap((x) =>
            [0, piece.thickness].flatMap((y) =>
              [0, piece.width].map((z) => along(place(rigid, [x, y, z]))),
            ),
          );
          expect(high!).toBeCloseTo(Math.min(...corners), 6);
          expect(low!).toBeLessThan(high!);
        }
      });
      expect(seen).toBeGreaterThan(10);
    },
  );
});

describe('machines have hands', () => {
  const scene = (side: 'left' | 'right') => {
    const shop = withTool(TEST_SHOP, 'saw', { fenceSide: side });
    const { setup } = eachSetup(planJob(asListed(jobWith(), shop), shop)).find(
      (o) => o.setup.stage === 'cheeks',
    )!;
    const piece = { length: 600, thickness: 22, width: 70 };
    return modelOf('table-saw').place(setup, setup.passes[0]!, setup.occurrences[0]!, piece, shop);
  };

  it('the jig stands on the fence’s side of the blade, and left mirrors right', () => {
    const [left, right] = [scene('left').datums, scene('right').datums];
    expect(right['jig-face']!.at[0]).toBeGreaterThan(right['near-side']!.at[0]);
    expect(left['jig-face']!.at[0]).toBeCloseTo(-right['jig-face']!.at[0], 9);
    expect(left['near-side']!.at[0]).toBeCloseTo(-right['near-side']!.at[0], 9);
  });

  it('left and right stiles need the end stop on the other side; so does a jig whose face is near', () => {
    const sides = (face: 'near' | 'far', ends: 'a' | 'b') =>
      eachSetup(
        planJob(
          asListed(jobWith({ ends }), withTool(TEST_SHOP, 'jig', { faceSide: face })),
          withTool(TEST_SHOP, 'jig', { faceSide: face }),
        ),
      )
        .filter((o) => o.setup.stage === 'mortise')
        .map(
          (o) =>
            /^(left|right)-end-stop/.exec(o.setup.figures.find((f) => f.id === 'end-stop')!.to)![1],
        );
    expect([sides('far', 'a'), sides('far', 'b'), sides('near', 'a'), sides('near', 'b')]).toEqual([
      ['left'],
      ['right'],
      ['right'],
      ['left'],
    ]);
  });
});

describe('a bandsaw’s scale counts to the near side of its blade', () => {
  it.each(['left', 'right'] as const)(
    'fence on the %s: what is set to the far side by it stands there, kerf and all',
    (fenceSide) => {
      const shop = withTool({ ...withScales(TEST_SHOP, 0.1), graduation: 1 }, 'band', {
        fenceSide,
      });
      const routes = { tenoned: 'crosscut-shoulders+bandsaw-waste-in' };
      const { cards } = planJob(jobWith({ routes, params: { corners: 'squared' } }), shop);
      const { setup } = eachSetup({ cards }).find((o) => o.setup.method === 'bandsaw-waste-in')!;
      const fence = setup.figures.find(({ to }) => to === 'far-side')!;
      expect(fence.set.by).toBe('scale');
      const piece = { length: 600, thickness: 22, width: 70 };
      const { datums } = modelOf('bandsaw').place(
        setup,
        setup.passes[0]!,
        setup.occurrences[0]!,
        piece,
        shop,
      );
      expect(Math.abs(datums['fence-face']!.at[0] - datums['far-side']!.at[0])).toBeCloseTo(
        fence.set.value,
        9,
      );
    },
  );
});
