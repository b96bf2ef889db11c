import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { modelOf } from '../machines.ts';
import type { Placement } from '../machine/model.ts';
import { planJob, routesOf, type Plan, setupsOf } from '../../day/plan/index.ts';
import {
  add,
  dot,
  place,
  scale,
  subtract,
  type Modeller,
  type Vec3,
} from '../../ground/solids/index.ts';
import { withFaces, type Occurrence, type Setup, sidesOf } from '../setups/index.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { cases } from '../../testing/generate.ts';
import { asListed, jobWith, type JobShape } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import type { Shop } from '../../shop/tooling/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';

/**
 * What a card says of a corner or an edge, measured on the true piece as it stands in the placed
 * scene.
 */

const exact: Shop = { ...TEST_SHOP, graduation: 0 };
const ANGLED = {
  corners: 'squared',
  mortiseWidth: 8,
  faceClearance: 0,
  faceShoulder: 7,
  tenonWidth: 40,
  edgeShoulder: 15,
  tenonLength: 25,
  endClearance: 0,
  bottomClearance: 2,
  setBack: 0,
  position: 400,
  degrees: 8,
  plane: 'width',
  slant: 'mortise',
};
const askew = (params: object, routes: JobShape['routes'] = {}): JobShape => ({
  kind: 'angled',
  params: { ...ANGLED, ...params },
  stile: { thickness: 40, width: 70 },
  routes,
});

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const allCorners = ({ length, thickness, width }: Placement['piece']): Vec3[] =>
  [0, length].flatMap((x) => [0, thickness].flatMap((y) => [0, width].map((z): Vec3 => [x, y, z])));
const madeBy = (plan: Plan, method: string): Setup[] =>
  setupsOf(plan).filter((s) => s.method === method);
const placed = (setup: Setup, occurrence: Occurrence, piece: Placement['piece'], shop: Shop) =>
  modelOf(setup.model).place(setup, setup.passes[0]!, occurrence, piece, shop);

/** The corners of a square worked end by the words of a card, in machine axes. */
function cornersOf(
  { rigid, piece }: Placement,
  { end }: Occurrence,
  about: 'thickness' | 'width',
): Record<string, Vec3> {
  const x = end === 'a' ? 0 : piece.length;
  return about === 'thickness'
    ? { 'reference edge': place(rigid, [x, 0, 0]), 'other edge': place(rigid, [x, 0, piece.width]) }
    : {
        'reference face': place(rigid, [x, 0, 0]),
        'other face': place(rigid, [x, piece.thickness, 0]),
      };
}

describe('a leaning piece whose end is still square', () => {
  it('has the corner at its stop that the card names, at either end of the piece', () => {
    let seen = 0;
    fc.assert(
      fc.property(
        fc.constantFrom('angled', 'angled-slot').chain((kind) => cases({ kind })),
        ({ job, shop }) => {
          for (const { setup } of eachSetup(
            planJob(asListed(job, { ...shop, graduation: 0 }), { ...shop, graduation: 0 }),
          )) {
            const named = setup.reminders
              .map((c) => /only the corner at the (\w+ \w+) meets/.exec(speak(c, METRIC))?.[1])
              .find(Boolean);
            if (!named || !setup.lean) continue;
            for (const at of setup.occurrences) {
              const part = job.parts.find((p) => p.id === at.part)!;
              const piece = {
                length: part.length,
                thickness: part.thickness.nominal,
                width: part.width.nominal,
              };
              const scene = placed(
                setup,
                at,
                at.turned ? { ...piece, thickness: piece.width, width: piece.thickness } : piece,
                shop,
              );
              const [stop] = sidesOf(setup.passes[0]!.seat).find(
                ([, face]) => face === 'worked-end',
              )!;
              const { at: point, normal } = scene.datums[stop]!;
              const gaps = Object.entries(
                cornersOf(scene, at, setup.lean.about === 'thickness' ? 'thickness' : 'width'),
              ).map(
                ([name, corner]) =>
                  [
                    withFaces(`{${name}}`, at.turned === true),
                    dot(subtract(corner, point), normal),
                  ] as const,
              );
              const [nearest, gap] = gaps.reduce((a, b) => (b[1] < a[1] ? b : a));
              expect(nearest).toBe(named);
              /** An end that is yet to be cut stands out as far as it is cut; any other touches. */
              expect(setup.stage === 'end' ? 0 : gap).toBeCloseTo(0, 6);
              seen++;
            }
          }
        },
      ),
      { seed: 31, numRuns: 60 },
    );
    expect(seen).toBeGreaterThan(40);
  });

  it('worked: at 8 degrees, 70 wide and 25 long, the stop is 25 cos + 70 sin from the corner at the other edge', () => {
    const [shoulders] = madeBy(
      planJob(asListed(jobWith(askew({})), exact), exact),
      'crosscut-shoulders',
    );
    const radians = (8 * Math.PI) / 180;
    const fence = shoulders!.figures.find((f) => f.id === 'fence')!;
    expect(fence.value - 20).toBeCloseTo(25 * Math.cos(radians) + 70 * Math.sin(radians), 9);
    expect(fence.value - 20).toBeCloseTo(34.499, 3);
    expect(shoulders!.angles![0]!.between).toContain('corner at the other edge foremost');
  });

  it('worked: by hand the shoulder is knifed 25 from the end along the reference edge, and meets the other at 34.84', () => {
    const plan = planJob(jobWith(askew({}, { tenoned: 'hand-tenon+hand-raked' })), exact, modeller);
    const [hand] = madeBy(plan, 'hand-tenon');
    const knife = hand!.figures.find((f) => f.id === 'shoulder')!;
    expect(knife.value).toBeCloseTo(25, 9);
    expect(hand!.angles![0]!.between).toContain(
      'from its mark on the reference edge away from the end',
    );
    expect(25 + (70 * hand!.angles![0]!.rise) / hand!.angles![0]!.run).toBeCloseTo(34.84, 2);
    expect(plan.joints[0]!.proof!.good).toBe(true);
  });

  it('its edges are rounded where it is as wide as its piece, too', () => {
    const wide = askew(
      { tenonWidth: 70, edgeShoulder: 0, corners: 'rounded', slant: 'mortise', position: 300 },
      { tenoned: 'hand-tenon+hand-raked' },
    );
    expect(planJob(jobWith(wide), exact, modeller).joints[0]!.proof!.good).toBe(true);
  });

  it('leaning across, its foremost corner meets the fence: set back, it lies 1 - cos of that nearer, by every way', () => {
    let chiselled = 0;
    for (const [degrees, setBack] of [
      [12, 8],
      [-12, 8],
      [20, 9],
    ] as const) {
      const job = jobWith(
        askew({ plane: 'thickness', degrees, setBack, mortiseWidth: 6, faceShoulder: 8 }),
      );
      const radians = (degrees * Math.PI) / 180;
      /**
       * The wall from the corner at the reference face; raised, from that at the far side of the
       * reference face.
       */
      const corner = setBack * (1 - Math.cos(radians)) + Math.min(0, Math.sin(radians) * 70);
      const ways = routesOf(job.joints[0]!, job, exact).mortised.filter(
        ({ refusals }) => !refusals.length,
      );
      expect(ways.length).toBeGreaterThan(1);
      for (const { id } of ways) {
        const plan = planJob(
          { ...job, joints: [{ ...job.joints[0]!, routes: { mortised: id } }] },
          exact,
          modeller,
        );
        expect([id, plan.joints[0]!.proof!.members.mortised.mismatches]).toEqual([id, []]);
        const [chisel] = madeBy(plan, 'hollow-chisel');
        const fences = chisel?.figures.filter((f) => f.id === 'face') ?? [];
        chiselled += fences.length;
        for (const fence of fences) expect(fence.value).toBeCloseTo(setBack + 8 - corner, 6);
      }
    }
    expect(chiselled).toBe(3);
  });

  it('on a wedge a degree too steep or too flat its foremost corner still meets the fence, and no wood goes through it', () => {
    const job = jobWith(
      askew(
        { plane: 'thickness', degrees: 12, setBack: 8, mortiseWidth: 6, faceShoulder: 8 },
        { mortised: 'hollow-chisel' },
      ),
    );
    const chisel = madeBy(planJob(job, exact), 'hollow-chisel')[0]!;
    const piece = { length: 900, thickness: 40, width: 70 };
    for (const leanSet of [11, 12, 13]) {
      const { rigid, datums } = modelOf(chisel.model).place(
        { ...chisel, leanSet },
        chisel.passes[0]!,
        chisel.occurrences[0]!,
        piece,
        exact,
      );
      const fence = datums['fence-face']!;
      const beyond = allCorners(piece).map((corner) =>
        dot(subtract(place(rigid, corner), fence.at), fence.normal),
      );
      expect([leanSet, Math.min(...beyond)]).toEqual([leanSet, expect.closeTo(0, 6)]);
    }
  });

  it('is held by a wedge that begins where the card says, as thick as it is there', () => {
    const shape = askew(
      { plane: 'thickness', degrees: 5, slant: 'tenon' },
      { tenoned: 'crosscut-end+crosscut-shoulders+saw-upright-flipped' },
    );
    const cheeks = madeBy(planJob(jobWith(shape), exact), 'saw-upright-flipped').find((s) =>
      s.passes.some((p) => p.seat['jig-face'] === 'reference-face'),
    )!;
    const said = cheeks.reminders
      .map((c) => speak(c, { ...METRIC, graduation: 0.01 }))
      .find((c) => /wedge begins/.test(c))!;
    const [, thick, run] = /nothing at the end, ([\d.]+) mm ([\d.]+) mm behind/
      .exec(said)!
      .map(Number);
    const face = cheeks.passes.find((p) => p.seat['jig-face'] === 'reference-face')!;
    const at: Occurrence = cheeks.occurrences[0]!;
    const scene = modelOf('table-saw').place(
      cheeks,
      face,
      at,
      { length: 600, thickness: 22, width: 70 },
      exact,
    );
    const jig = scene.datums['jig-face']!;
    /**
     * From the jig to the reference face, beside the end and so far behind the shoulder, along the
     * jig.
     */
    const [start, far] = [
      [0, 0, 0],
      [300, 0, 0],
    ].map((p) => place(scene.rigid, p as unknown as Vec3));
    const slope = subtract(far!, start!);
    const gapAt = (height: number) => {
      const on = add(start!, scale(slope, (height - start![2]) / slope[2]));
      return Math.abs(on[0] - jig.at[0]);
    };
    expect(gapAt(0)).toBeCloseTo(0, 2);
    expect(gapAt(25 + run!)).toBeCloseTo(thick!, 1);
  });
});

describe('a leaning mortise', () => {
  /**
   * Its layout end lowered or raised, the corner that touches lies off the line square to the
   * cutter.
   */
  it.each(['router-jig+square-ends', 'hollow-chisel', 'bore-and-chisel'])(
    '%s: the layout end meets its stop',
    (mortised) => {
      for (const degrees of [8, -8, 3]) {
        const plan = planJob(jobWith(askew({ degrees }, { mortised })), exact, modeller);
        expect(plan.joints[0]!.chosen.mortised).toBe(mortised);
        expect(plan.joints[0]!.proof!.members.mortised.faults).toEqual([]);
        const setup = setupsOf(plan).find(
          (s) => s.lean && s.model !== 'bench' && s.stage === 'mortise',
        )!;
        const at = setup.occurrences[0]!;
        const scene = placed(setup, at, { length: 900, thickness: 40, width: 70 }, exact);
        const [stop] = sidesOf(setup.passes[0]!.seat).find(([, face]) => face === 'layout-end')!;
        const { at: point, normal } = scene.datums[stop]!;
        const ends = [0, 70].map((z) =>
          dot(subtract(place(scene.rigid, [at.end === 'a' ? 0 : 900, 0, z]), point), normal),
        );
        expect(Math.min(...ends)).toBeCloseTo(0, 6);
      }
    },
  );
});
