import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Setup } from '../setups/index.ts';
import { measured } from '../machine/measure.ts';
import { modelOf } from '../machines.ts';
import { planJob, routesOf, setupsOf } from '../../day/plan/index.ts';
import { pieceOf } from '../../shop/stock/index.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { cases, routeId } from '../../testing/generate.ts';
import { asListed, jobWith, type JobShape, WORKED_ROUND } from '../../testing/jobs.ts';
import { TEST_SHOP, withTool } from '../../testing/shops.ts';
import { INCH, METRIC, speak } from '../../ground/units/index.ts';
import type { Shop } from '../../shop/tooling/index.ts';
import { rowOf } from '../method/boring.ts';
import { bites } from '../mortiser/bites.ts';

const EXACT: Shop = { ...TEST_SHOP, graduation: 0 };
const ofJoint = (shape: JobShape, shop: Shop = EXACT): Setup[] =>
  setupsOf(planJob(asListed(jobWith(shape), shop), shop));
const figures = (setups: Setup[], stage: string, id: RegExp): number[] =>
  setups
    .filter((s) => s.stage === stage)
    .flatMap((s) =>
      s.figures.filter((f) => id.test(f.id)).map((f) => Number(f.set.value.toFixed(6))),
    );

/**
 * The joint of the trade's worked values: T = S = 22, W = 70, V = 45; t = 8, a = 7, w = 50, b = 10,
 * L = 30.
 */
describe('worked values, as plain arithmetic', () => {
  const setups = ofJoint({ params: { corners: 'squared' } });

  it('upright and bandsaw, flipped: 15 from both faces, 60 from both edges, each in one setting', () => {
    expect(figures(setups, 'cheeks', /fence/)).toEqual([15, 60]);
    const band = ofJoint({
      params: { corners: 'squared' },
      routes: { tenoned: 'crosscut-shoulders+bandsaw-flipped' },
    });
    expect(figures(band, 'cheeks', /fence/)).toEqual([15, 60]);
    expect(figures(band, 'cheeks', /stop/)).toEqual([29.7, 29.7]);
    expect(setups.filter((s) => s.stage === 'cheeks').map((s) => s.passes.length)).toEqual([2, 2]);
  });

  it('upright, stepped: 15, then 3.8, the step 11.2; cheeks come before shoulders', () => {
    const stepped = ofJoint({
      params: { corners: 'squared' },
      routes: { tenoned: 'crosscut-shoulders+saw-upright-stepped' },
    });
    expect(figures(stepped, 'cheeks', /face-fence/).sort((a, b) => b - a)).toEqual([15, 3.8]);
    expect(figures(stepped, 'cheeks', /edge-fence/).sort((a, b) => b - a)).toEqual([60, 6.8]);
    const stages = stepped
      .filter((s) => s.occurrences[0]!.member === 'tenoned')
      .map((s) => s.stage);
    expect(stages.lastIndexOf('cheeks')).toBeLessThan(stages.indexOf('shoulders'));
    /** The first cut goes full, the shoulders stop short of it. */
    expect(figures(stepped, 'cheeks', /height/)[0]).toBe(30);
    expect(figures(stepped, 'shoulders', /height/).sort((a, b) => a - b)).toEqual([6.7, 9.7]);
  });

  it('bandsaw, stepped: the same with its own kerf, and refused where no stop would go beside the blade', () => {
    const route = { tenoned: 'crosscut-shoulders+bandsaw-stepped' };
    const stepped = ofJoint({ params: { corners: 'squared', faceShoulder: 8 }, routes: route });
    expect(figures(stepped, 'cheeks', /fence/).sort((a, b) => a - b)).toEqual([6.9, 8.9, 16, 60]);
    const told = planJob(
      jobWith({ params: { corners: 'squared', faceShoulder: 3, setBack: 4 } }),
      EXACT,
    )
      .joints[0]!.routes.tenoned.find((r) => r.id === route.tenoned)!
      .refusals.map((r) => speak(r.message, METRIC));
    expect(told.join()).toMatch(/fence would stand 1.9 mm from the blade; with less than 2.0 mm/);
  });

  it('flat over a stack of 19: heights 7 and 10, end stop to the far side 30, two passes a face', () => {
    const shop = withTool(EXACT, 'stack', { outer: 19, chippers: [] });
    const flat = ofJoint(
      { params: { corners: 'squared' }, routes: { tenoned: 'saw-flat-stack' } },
      shop,
    );
    expect(figures(flat, 'cheeks', /height/)).toEqual([7, 10]);
    expect(figures(flat, 'cheeks', /end-stop/)).toEqual([30, 30]);
    const stacked = flat.filter((s) => s.method === 'saw-flat-stack');
    expect(stacked.map((s) => s.passes.map((p) => p.off))).toEqual([
      [undefined, 18, undefined, 18],
      [undefined, 18, undefined, 18],
    ]);
    expect(flat.some((s) => s.stage === 'shoulders')).toBe(false);
    const told = (change: Shop) =>
      planJob(jobWith({ params: { corners: 'squared' } }), change)
        .joints[0]!.routes.tenoned.find((r) => r.id === 'saw-flat-stack')!
        .refusals.map((r) => speak(r.message, METRIC))
        .join();
    expect(told({ ...EXACT, rules: { ...EXACT.rules, stacks: false } })).toMatch(
      /local rules keep stacks off/,
    );
    expect(told(withTool(EXACT, 'saw', { maxBladeHeight: 9 }))).toMatch(
      /shoulder is 10.0 mm; the stack rises to 9.0/,
    );
  });

  it('by hand: gauge 7 and 15 from the face, 10 and 60 from the edge, knife at 30', () => {
    const hand = ofJoint({ params: { corners: 'squared' }, routes: { tenoned: 'hand-tenon' } });
    expect(figures(hand, 'cheeks', /./)).toEqual([7, 15, 10, 60, 30]);
  });

  it('hollow chisel: fence at the near wall, both ends by the stop, and bites that a chisel bears', () => {
    const shape = {
      params: { corners: 'squared', position: 100 },
      routes: { mortised: 'hollow-chisel' },
    } as const;
    const cut = ofJoint(shape).filter((s) => s.method === 'hollow-chisel');
    expect(cut.map((s) => s.figures[1]!.from)).toEqual(['left-end-stop', 'right-end-stop']);
    expect(cut.map((s) => s.figures.map((f) => f.set.value))).toEqual([
      [7, 100, 142, 32],
      [7, 100, 142, 32],
    ]);
    const told = planJob(jobWith({ params: { corners: 'squared', mortiseWidth: 8.5 } }), EXACT)
      .joints[0]!.routes.mortised.find((r) => r.id === 'hollow-chisel')!
      .refusals.map((r) => speak(r.message, METRIC));
    expect(told.join()).toMatch(/mortise is 8.5 mm wide, the nearest hollow chisel 8.0 mm/);
    /**
     * A chisel can't make round ends: with a tenon that is rounded to fit it isn't offered at all.
     */
    const rounded = planJob(jobWith({ params: { corners: 'rounded' } }), EXACT).joints[0]!.routes
      .mortised;
    expect(rounded.map((r) => r.id)).toEqual([
      'router-jig',
      'edge-guide',
      'bushing-mortise',
      'router-table-stops',
      'copied-mortise',
    ]);
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 150, noNaN: true }),
        fc.double({ min: 5, max: 20, noNaN: true }),
        fc.constantFrom(0.5, INCH / 32),
        (span, c, rule) => {
          const { full, lands } = bites(span, c, rule);
          const ends = [0, ...full, span];
          /**
           * Full bites never touch a hole: beside each stands wood, or exactly the wall of the
           * last.
           */
          const between = ends.slice(1).map((at, i) => at - ends[i]! - c);
          expect(Math.max(...between)).toBeLessThan(c);
          for (const at of lands.length ? [...full, ...lands] : [])
            expect(Math.abs((span - at) / rule - Math.round((span - at) / rule))).toBeLessThan(
              1e-6,
            );
          const touch = Math.max(...between) < 1e-6;
          expect(lands.length).toBe(touch && !lands.length ? 0 : between.length);
          /** All of it is cut: no place is farther from a bite than half a chisel. */
          const all = [...ends, ...lands].sort((a, b) => a - b);
          for (let i = 1; i < all.length; i++)
            expect(all[i]! - all[i - 1]!).toBeLessThanOrEqual(c + 1e-6);
        },
      ),
    );
  });

  it('a notch over a stack: far wall at position + length, near wall at position + stack', () => {
    const job = {
      kind: 'tee-lap',
      params: {
        tenonThickness: 11,
        mortiseWidth: 11,
        tenonLength: 46,
        notchLength: 70,
        position: 200,
      },
      routes: { mortised: 'saw-notch' },
    };
    const cut = ofJoint(job, withTool(EXACT, 'stack', { outer: 19, chippers: [] }));
    expect(figures(cut, 'notch', /./)).toEqual([270, 219, 11]);
    expect(cut.find((s) => s.stage === 'notch')!.passes.map((p) => p.off)).toEqual([
      undefined,
      undefined,
      17,
      34,
    ]);
    expect(figures(ofJoint({ ...job, routes: { mortised: 'hand-notch' } }), 'notch', /./)).toEqual([
      200, 270, 11,
    ]);
  });

  it('template: slot 17 by 59; straight-edge 71 from the shoulder line', () => {
    const eight = {
      ...EXACT,
      tools: EXACT.tools.filter((t) => t.kind !== 'router-cutter' || t.id === 'cutter-8'),
    };
    const shape = {
      params: { corners: 'squared' },
      routes: { mortised: 'bushing-mortise+square-ends', tenoned: 'router-face' },
    } as const;
    const cut = ofJoint(shape, eight);
    expect(figures(cut, 'mortise', /width|length/)).toEqual([17, 59]);
    /** The guided side of the base, 75, less half the cutter: 71 beyond a tenon of 30. */
    expect(figures(cut, 'cheeks', /edge/)).toEqual([101, 101]);
    expect(figures(cut, 'cheeks', /depth/)).toEqual([7, 10]);
  });

  it('router table: fence 30 and heights 7 and 10 on a sled; between stops 86 and 856 for a piece of 900', () => {
    const routes = { mortised: 'router-table-stops+square-ends', tenoned: 'router-table-sled' };
    const cut = ofJoint({ params: { corners: 'squared' }, routes });
    expect(figures(cut, 'cheeks', /fence/)).toEqual([30, 30]);
    expect(figures(cut, 'cheeks', /height/)).toEqual([7, 10]);
    /**
     * Position 40, mortise 50 long, cutter 8: far end 90 - 4; and 900 - 40 - 4 to the other stop.
     */
    expect(figures(cut, 'mortise', /stop/).sort((a, b) => a - b)).toEqual([86, 86, 856, 856]);
    expect(figures(cut, 'mortise', /fence/)).toEqual([11, 11]);
  });

  it('edge guide: far side at near wall + mortise, then thickness - near wall; one cut where the cutter fits', () => {
    const routes = { mortised: 'edge-guide' };
    expect(figures(ofJoint({ routes }), 'mortise', /guide/)).toEqual([15]);
    const wide = {
      params: { mortiseWidth: 11, faceClearance: 3, corners: 'squared' },
      routes: { mortised: 'edge-guide+square-ends' },
    } as const;
    const ten = {
      ...EXACT,
      tools: EXACT.tools.filter((t) => t.kind !== 'router-cutter' || t.id === 'cutter-10'),
    };
    /**
     * Near wall 5.5, so 5.5 + 11 from one face and 22 - 5.5 from the other: one setting, for it is
     * centred.
     */
    expect(figures(ofJoint(wide, ten), 'mortise', /guide/)).toEqual([16.5]);
    const off = { ...wide, params: { ...wide.params, faceShoulder: 6, setBack: 0 } };
    /** Wall 6 + 8 / 2 − 11 / 2. */
    expect(figures(ofJoint(off, ten), 'mortise', /guide/)).toEqual([4.5 + 11, 22 - 4.5]);
  });

  it('bored: rows of holes that touch, end holes half a bit in, none nearer than 60 % of it', () => {
    const bored = ofJoint({
      params: { corners: 'squared', position: 100 },
      routes: { mortised: 'bore-and-chisel' },
    });
    expect(figures(bored, 'mortise', /across|stop/).slice(0, 3)).toEqual([11, 104, 146]);
    expect(rowOf(42, 8)).toEqual([0, 7, 14, 21, 28, 35, 42]);
    expect(rowOf(0, 8)).toEqual([0]);
    expect(rowOf(4, 8)).toBeUndefined();
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 20_000 }),
        fc.integer({ min: 30, max: 250 }),
        (hundredths, tenths) => {
          const [span, d] = [hundredths / 100, tenths / 10];
          const row = rowOf(span, d);
          expect(row === undefined).toBe(span > 1e-6 && span < 0.6 * d - 1e-6);
          if (!row) return;
          expect(row.at(-1)).toBeCloseTo(span, 9);
          for (let i = 1; i < row.length; i++) {
            expect(row[i]! - row[i - 1]!).toBeGreaterThan(0.6 * d - 1e-6);
            expect(row[i]! - row[i - 1]!).toBeLessThan(1.2 * d + 1e-6);
          }
        },
      ),
    );
  });

  it('what the new ways refuse names the numbers', () => {
    const refusedBy = (method: string, shape: JobShape, shop: Shop) =>
      planJob(jobWith(shape), shop)
        .joints.flatMap((j) => [...j.routes.mortised, ...j.routes.tenoned])
        .filter((r) => r.methods.includes(method))
        .flatMap((r) => r.refusals.map((x) => speak(x.message, METRIC)))
        .join('\n');
    const squared = { params: { corners: 'squared' } } as const;
    const without = (kind: string) => ({
      ...EXACT,
      tools: EXACT.tools.filter((t) => t.kind !== kind),
    });
    expect(refusedBy('bore-and-chisel', squared, withTool(EXACT, 'press', { travel: 20 }))).toMatch(
      /32.0 mm deep; the drill press travels 20.0/,
    );
    expect(refusedBy('bore-and-chisel', squared, without('boring-bit'))).toMatch(/no boring bit/);
    expect(
      refusedBy(
        'bore-and-chisel',
        { params: { corners: 'squared', mortiseWidth: 4, faceClearance: 0 } },
        withTool(EXACT, 'cutter-6', { diameter: 3 }),
      ),
    ).toMatch(/No bit fits a mortise 4.0 mm by/);
    expect(
      refusedBy('edge-guide', squared, withTool(EXACT, 'router', { plungeTravel: 25 })),
    ).toMatch(/32.0 mm deep; the router plunges 25.0/);
    expect(
      refusedBy('bushing-mortise', squared, withTool(EXACT, 'router', { plungeTravel: 40 })),
    ).toMatch(/Mortise and template make 44.0 mm; the router plunges 40.0/);
    expect(refusedBy('bushing-mortise', squared, without('bushing'))).toMatch(/no guide bushing/);
    expect(refusedBy('router-face', { ...squared, rail: { length: 100 } }, EXACT)).toMatch(
      /Tenon and base take 105.0 mm; the piece is only 100.0 mm long/,
    );
    expect(refusedBy('router-face', squared, without('router'))).toMatch(/no router/);
    const bore = {
      kind: 'round',
      params: { ...WORKED_ROUND, bore: 11 },
    };
    expect(refusedBy('drill-press', bore, EXACT)).toMatch(
      /hole is 11.0 mm across, the nearest bit 1[02].0/,
    );
    expect(refusedBy('bushing-round', bore, EXACT)).toMatch(
      /template would be 6.0 mm across; under 8.0/,
    );
    const deep = { ...bore, params: { ...bore.params, bore: 12, tenonLength: 41 } };
    expect(refusedBy('hand-bore', deep, EXACT)).toMatch(
      /point of the bit would come to 46.0 mm in wood that is 45.0/,
    );
  });

  it('offset by 1: two settings, near shoulder + tenon and stock - near shoulder', () => {
    expect(
      figures(ofJoint({ params: { corners: 'squared', faceShoulder: 6 } }), 'cheeks', /face-fence/),
    ).toEqual([14, 16]);
  });

  it('shoulders: heights 7 and 10, fence to the far side 30 + the block of 20', () => {
    expect(figures(setups, 'shoulders', /height/).sort((a, b) => a - b)).toEqual([7, 10]);
    expect(figures(setups, 'shoulders', /fence/)).toEqual([50, 50]);
  });

  it('router jig: face to the cutter’s near side 7, travel 42, 96 each side, stop to stop 192', () => {
    const router = setups.filter((s) => s.stage === 'mortise');
    expect(figures(router, 'mortise', /^face/)).toEqual([7, 7]);
    expect(figures(router, 'mortise', /(left|right)-stop/)).toEqual([96, 96, 96, 96]);
    const told = router[0]!.reminders.map((reminder) => speak(reminder, METRIC));
    expect(told).toContain('Stop to stop measures 192.0 mm.');
  });

  it('heights: the first of shoulder and cheek goes full, the second stops 0.2 to 0.5 short', () => {
    expect(figures(setups, 'cheeks', /height/)).toEqual([29.7, 29.7]);
    expect(figures(setups, 'shoulders', /height/)).toContain(7);
  });

  it('the second cut goes by rule as long as it still opens into the kerf of the first, else by the finer step', () => {
    /**
     * A cheek of 30 stops 0.3 short of the shoulder: by rule at 29.5, 0.5 short, if what cut the
     * shoulder is wider.
     */
    const stopAt = (kerf: number) => {
      const shop = withTool({ ...TEST_SHOP, graduation: 0.1 }, 'band-blade', { kerf });
      return figures(
        ofJoint(
          {
            routes: { tenoned: routeId('bandsaw-flipped', 'squared') },
            params: { corners: 'squared' },
          },
          shop,
        ),
        'cheeks',
        /^stop/,
      )[0];
    };
    expect([0.7, 0.45].map(stopAt)).toEqual([29.5, 29.7]);
  });

  it('a 10 wide mortise with an 8 cutter: two rows, each to its wall', () => {
    const shop = { ...EXACT, tools: EXACT.tools.filter((t) => !/cutter-(10|12)/.test(t.id)) };
    const rows = ofJoint(
      { params: { mortiseWidth: 10, faceClearance: 2, corners: 'squared' } },
      shop,
    );
    /** Near wall a + t/2 - m/2 = 6, so 6 and 6 + 10 - 8. */
    expect(figures(rows, 'mortise', /^face/).slice(0, 2)).toEqual([6, 8]);
  });

  it('levels: a mortise 32 deep with a cutter that takes 6 at a time goes in six', () => {
    const router = setups.find((s) => s.stage === 'mortise')!;
    expect(router.passes.length).toBe(6);
    expect(router.passes.at(-1)!.level).toBeUndefined();
  });
});

describe('rounding goes to the safe side', () => {
  it('fence up, blade heights and shoulder stops down, mortises deeper and longer', () => {
    fc.assert(
      fc.property(
        cases({ tenoned: 'saw-upright-flipped', corners: 'squared', graduation: 0.5 }),
        ({ job, shop }) => {
          for (const { figures: all, stage, method } of setupsOf(planJob(job, shop)))
            for (const f of all.filter(
              () => stage !== 'square-ends' && method !== 'bore-and-chisel',
            )) {
              if (/^(face|edge)-fence|^(left|right)-stop/.test(f.id) || f.id === 'depth')
                expect(f.set.value).toBeGreaterThanOrEqual(f.value - 1e-6);
              else if (f.id.includes('height') || (stage === 'shoulders' && f.id === 'fence'))
                expect(f.set.value).toBeLessThanOrEqual(f.value + 1e-6);
              else if (/^face-(\d|near|far|between)|^stop-(near|far)/.test(f.id))
                expect(Math.abs(f.set.value - f.value)).toBeLessThanOrEqual(0.5 + 1e-9);
              else expect(Math.abs(f.set.value - f.value)).toBeLessThanOrEqual(0.25 + 1e-9);
            }
        },
      ),
      { seed: 5, numRuns: 60 },
    );
  });
});

describe('every figure, measured in its placed scene', () => {
  it('stands between the two features it names, on left and right machines and parts', () => {
    let seen = 0;
    for (const tenoned of ['saw-upright-flipped', 'bandsaw-flipped'] as const)
      for (const corners of ['rounded', 'squared'] as const)
        fc.assert(
          fc.property(cases({ tenoned, corners, graduation: 0.05 }), ({ job, shop }) => {
            for (const { setup } of eachSetup(planJob(job, shop)))
              for (const occurrence of setup.occurrences)
                for (const pass of setup.passes.filter((p) => p.level === undefined)) {
                  const part = job.parts.find((p) => p.id === occurrence.part)!;
                  const model = modelOf(setup.model);
                  const placement = model.place(
                    setup,
                    pass,
                    occurrence,
                    pieceOf(part, 'median'),
                    shop,
                  );
                  for (const id of Object.values(pass.figures)) {
                    const f = setup.figures.find((x) => x.id === id)!;
                    expect(measured(f, placement)).toBeCloseTo(f.set.value, 9);
                    expect(model.datums[f.from] && model.datums[f.to]).toBeTruthy();
                    seen++;
                  }
                }
          }),
          { seed: 9, numRuns: 25 },
        );
    expect(seen).toBeGreaterThan(1000);
  });
});

describe('refusals name the two numbers that clash and a way out', () => {
  const refusals = (shape: JobShape, shop: Shop = EXACT) =>
    planJob(jobWith(shape), shop).joints.flatMap((j) =>
      [...j.routes.mortised, ...j.routes.tenoned].flatMap((r) =>
        r.refusals.map((x) => ({ ...x, words: speak(x.message, METRIC) })),
      ),
    );
  it.each<[string, JobShape, Shop, RegExp]>([
    [
      'blade too low',
      {},
      withTool(EXACT, 'saw', { maxBladeHeight: 25 }),
      /30\.0 mm high.*25\.0 mm.*bandsaw/,
    ],
    ['clamp line', {}, withTool(EXACT, 'upright', { clampLine: 28 }), /30\.0 mm high.*28\.0 mm/],
    ['ceiling', {}, withTool(EXACT, 'saw', { maxUpright: 500 }), /600\.0 mm long.*500\.0 mm/],
    [
      'fence under the jig',
      {},
      withTool(EXACT, 'saw', { fenceReach: 40 }),
      /fence that carries the jig would stand 60\.0 mm.*reaches 40\.0 mm/,
    ],
    [
      'plunge',
      {},
      withTool(EXACT, 'router', { plungeTravel: 30 }),
      /32\.0 mm deep.*plunges 30\.0 mm/,
    ],
    ['opening', {}, withTool(EXACT, 'jig', { opening: 20 }), /22\.0 mm thick.*20\.0 mm/],
    ['stops', {}, withTool(EXACT, 'jig', { stopToStop: 150 }), /192\.0 mm apart.*150\.0 mm/],
    ['end stop side', {}, withTool(EXACT, 'jig', { endStops: 'left' }), /right.*left/],
    ['guides', {}, withTool(EXACT, 'band', { heightUnderGuides: 60 }), /70\.0 mm high.*60\.0 mm/],
    [
      'cutter length',
      { params: { tenonLength: 38 }, stile: { width: 60 } },
      withTool(withTool(EXACT, 'cutter-8', { cuttingLength: 30 }), 'cutter-6', {
        cuttingLength: 30,
      }),
      /40\.0 mm deep.*30\.0 mm/,
    ],
    [
      'no saw',
      {},
      { ...EXACT, tools: EXACT.tools.filter((t) => t.kind !== 'upright-jig') },
      /Add them, or use the bandsaw/,
    ],
    [
      'two rows at round ends',
      { params: { mortiseWidth: 9, faceClearance: 1 } },
      EXACT,
      /No cutter is 9\.0 mm.*two rows/,
    ],
  ])('%s', (_, shape, shop, words) => {
    expect(
      refusals(shape, shop)
        .map((r) => r.words)
        .join('\n'),
    ).toMatch(words);
  });

  it('a cutter without a centre edge never plunges', () => {
    const shop = {
      ...EXACT,
      tools: EXACT.tools.map((t) =>
        t.kind === 'router-cutter' ? { ...t, centreCutting: false } : t,
      ),
    };
    expect(refusals({}, shop)[0]!.words).toMatch(/centre-cutting/);
  });

  it('what is left of the shop is used: without a stack the bandsaw is chosen', () => {
    const without = (...kinds: readonly string[]) => ({
      ...EXACT,
      tools: EXACT.tools.filter((t) => !kinds.includes(t.kind)),
    });
    const taken = (shop: Shop) => planJob(jobWith(), shop).joints[0]!.chosen.tenoned;
    expect(taken(EXACT)).toMatch(/flat-stack/);
    expect(taken(without('stack', 'paired-cutters', 'copy-router'))).toMatch(/bandsaw/);
  });
});

it('a height over a sled counts from its bed, so that no scale of the machine’s own, which counts from its table, sets it', () => {
  const heightScale = { unit: 'mm' as const, graduation: 0.05, zero: 0 };
  const tools = TEST_SHOP.tools.map((t) =>
    t.kind === 'table-saw' || t.kind === 'router-table' ? { ...t, heightScale } : t,
  );
  const job = jobWith({ params: { corners: 'squared' } });
  const ways = routesOf(job.joints[0]!, job, { ...TEST_SHOP, tools }).tenoned.flatMap((r) =>
    r.setups(),
  );
  const byScale = (carriers: readonly string[]) =>
    ways
      .filter(({ carrier }) => carriers.includes(carrier))
      .flatMap(({ figures }) =>
        figures.filter(({ from, purpose }) => from === 'table' && purpose !== 'stays'),
      )
      .map(({ reach }) => reach.some(({ by }) => by === 'scale'));
  expect(new Set(byScale(['sled', 'router-sled']))).toEqual(new Set([false]));
  expect(new Set(byScale(['mitre-gauge']))).toEqual(new Set([true]));
});
