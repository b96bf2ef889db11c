import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob } from '../../day/plan/index.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { jobOfKind, jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP, withTool } from '../../testing/shops.ts';
import { newJob, type Job } from '../../design/job/index.ts';
import { shopSchema, validate } from '../../exchange/index.ts';
import { toolSchemas } from '../../exchange/schemas.ts';
import { bladesFor, offsOf, stackPasses, stacksFor } from '../../making/method/blades.ts';
import { cuttersFor, nearestCutters } from '../../making/method/cutters.ts';
import { kindOf, type MortiseFeature, type TenonFeature } from '../../design/joints/index.ts';
import { pieceOf } from '../stock/index.ts';
import { INCH, METRIC, speak } from '../../ground/units/index.ts';
import {
  availableIn,
  copyOf,
  fieldsOf,
  measureOf,
  KIND_NAMES,
  makeUp,
  bladeOf,
  newTool,
  toolsOf,
  rimSpeed,
  SCHOOL_NAMES,
  shopIn,
  starterShop,
  toolProblems,
  topSpeed,
  type Shop,
  type Stack,
  type Tool,
  type ToolKind,
} from './index.ts';

const words = (tool: Tool, others: readonly Tool[] = []) =>
  toolProblems(tool, others).map((p) => `${p.field}: ${speak(p.message, METRIC)}`);

describe('a tool', () => {
  it('of every kind starts with sizes that pass every check, and its schema knows exactly its measurements', () => {
    const chest: Tool[] = [];
    for (const kind of [...KIND_NAMES].sort((a, b) => Number(carries(a)) - Number(carries(b)))) {
      const tool = newTool(kind, chest);
      expect(toolProblems(tool, chest)).toEqual([]);
      const schema = toolSchemas[KIND_NAMES.indexOf(kind)]!;
      expect(validate(schema, tool)).toMatchObject({ ok: true });
      for (const [key, field] of fieldsOf(kind)) {
        const { [key as 'id']: _, ...less } = tool;
        /** A tool that is older than a measurement is still one, and has what it had all along. */
        if (field.later) {
          expect(validate(schema, less)).toMatchObject({ ok: true });
          expect([toolProblems(less as Tool, chest), measureOf(less as Tool, key, field)]).toEqual([
            [],
            field.initial,
          ]);
        } else expect(validate(schema, less)).toMatchObject({ ok: false, errors: [{ path: key }] });
      }
      chest.push(tool, copyOf(tool, [...chest, tool]));
    }
    expect(new Set(chest.map((t) => t.id)).size).toBe(chest.length);
    expect(new Set(chest.map((t) => t.name)).size).toBe(chest.length);
  });

  it('that is a saw is used only with a blade of its own sort on it', () => {
    const [saw, blade, band] = [
      newTool('table-saw', []),
      newTool('saw-blade', []),
      newTool('bandsaw-blade', []),
    ];
    const used = (bladeId: string) =>
      toolsOf({ tools: [{ ...saw, bladeId } as Tool, blade, band] }, 'table-saw');
    expect(used(blade.id)).toHaveLength(1);
    for (const id of ['', 'gone', band.id]) expect(used(id)).toEqual([]);
    expect(bladeOf({ ...saw, bladeId: band.id } as Tool, [band])).toBe(band);
    expect(bladeOf(blade, [])).toBe(true);
  });

  it('that can’t be is told by the field, with its numbers', () => {
    const blade = newTool('saw-blade', []);
    expect(words({ ...blade, kerf: -3.2 } as Tool)).toEqual([
      'kerf: Saw blade: the kerf is -3.2 mm; it must be more than 0.',
    ]);
    expect(words({ ...newTool('bushing', []), outside: 12, bore: 14 } as Tool)[0]).toMatch(
      /bore, 14.0 mm, must be less than its outside, 12.0 mm/,
    );
    expect(
      words({ ...newTool('upright-jig', []), screw: { lead: 0, divisions: 10 } } as Tool)[0],
    ).toMatch(/lead of 0.0 mm moves nothing/);
    expect(
      words({ ...newTool('upright-jig', []), screw: { lead: 1, divisions: 2.5 } } as Tool)[0],
    ).toMatch(/2.5 divisions/);
    expect(words(newTool('saw-blade', []), [blade])[0]).toMatch(
      /^name: .*another tool has this name/,
    );
    expect(words({ ...blade, name: '  ' })).toEqual(['name: A tool needs a name.']);
    expect(words({ ...newTool('table-saw', []), bladeId: '' } as Tool)[0]).toMatch(
      /needs a saw blade on it/,
    );
    expect(words({ ...newTool('router', []), largestCutter: 180 } as Tool)[0]).toMatch(
      /reach past the edge of the base, 75.0 mm/,
    );
    expect(words({ ...newTool('router', []), slowest: 30_000 } as Tool)[0]).toMatch(
      /slowest speed, 30000 rpm, is above its fastest/,
    );
    expect(words({ ...newTool('router-cutter', []), topSpeed: 0.5 } as Tool)[0]).toMatch(
      /whole number from 100/,
    );
    expect(words({ ...newTool('block-box', []), sizes: [1, -2] } as Tool)[0]).toMatch(
      /-2.0 mm must be more than 0/,
    );
  });
});

const carries = (kind: ToolKind) => fieldsOf(kind).some(([, f]) => f.type === 'tool');

describe('a starter chest', () => {
  const shops = (['mm', 'in'] as const).flatMap((units) =>
    (['small', 'full'] as const).map((size) => ({ units, size })),
  );
  it.each(shops)(
    '$size, in $units, is valid and plans a first joint as it stands',
    ({ units, size }) => {
      const shop = starterShop({ name: 'First', units, size, guardOff: true });
      expect(validate(shopSchema, shop)).toMatchObject({ ok: true });
      for (const tool of shop.tools)
        expect(
          words(
            tool,
            shop.tools.filter((t) => t !== tool),
          ),
        ).toEqual([]);
      const wood =
        units === 'mm' ? { t: 22, w: 70, v: 50 } : { t: 0.75 * INCH, w: 2.5 * INCH, v: 2 * INCH };
      const base = jobWith({
        rail: { thickness: wood.t, width: wood.w },
        stile: { thickness: wood.t, width: wood.v },
      });
      const members = {
        tenoned: pieceOf(base.parts[0]!, 'median'),
        mortised: pieceOf(base.parts[1]!, 'median'),
      };
      const { params } = kindOf('blind').propose(members, availableIn(shop));
      const job: Job = {
        ...newJob('First', units),
        parts: base.parts,
        joints: [{ ...base.joints[0]!, params, routes: {} }],
      };
      const plan = planJob(job, shop);
      expect(plan.hasErrors).toBe(false);
      expect(plan.joints[0]!.chosen.tenoned).toMatch(
        size === 'full' ? /saw-flat-stack|bandsaw/ : /bandsaw/,
      );
    },
  );

  it('where the guard must stay on, nothing is cut on end', () => {
    const shop = starterShop({ name: 'First', units: 'mm', size: 'full', guardOff: false });
    const [joint] = planJob(jobWith({ params: { faceClearance: 0.05 } }), shop).joints;
    expect(joint!.chosen.tenoned).not.toMatch(/upright/);
    expect(
      joint!.routes.tenoned.flatMap((r) => r.refusals.map((x) => x.message.text)).join(),
    ).toMatch(/Local rules keep/);
  });
});

describe('speed', () => {
  it('is pi x diameter x turns, under the ceilings of common practice, the mark always winning', () => {
    expect(rimSpeed(50, 18_000)).toBeCloseTo((Math.PI * 0.05 * 18_000) / 60, 9);
    expect([20, 25, 26, 50, 60, 65, 80, 90].map((d) => topSpeed(d, 100_000).rpm)).toEqual([
      24_000, 24_000, 18_000, 18_000, 16_000, 16_000, 12_000, 12_000,
    ]);
    expect(topSpeed(12, 16_000)).toEqual({ rpm: 16_000, by: 'mark' });
    expect(topSpeed(120, 9000)).toEqual({ rpm: 9000, by: 'mark' });
  });
});

describe('a stack', () => {
  const stack = (chippers: readonly number[], shims: readonly number[]): Stack => ({
    ...(newTool('stack', []) as Stack),
    outer: 6.4,
    chippers,
    shims,
  });
  const subsets = (sizes: readonly number[]) =>
    Array.from({ length: 1 << sizes.length }, (_, mask) => sizes.filter((_, i) => mask & (1 << i)));
  const sum = (sizes: readonly number[]) => sizes.reduce((a, b) => a + b, 0);

  it('is made up as near as any choice of chippers and shims can', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(1.5, 1.6, 3, 3.2), { maxLength: 5 }),
        fc.array(fc.constantFrom(0.05, 0.1, 0.2, 0.5), { maxLength: 5 }),
        fc.integer({ min: 640, max: 2200 }).map((n) => n / 100),
        fc.constantFrom('up' as const, 'down' as const, 'nearest' as const),
        (chippers, shims, width, way) => {
          const stackMakeUp = makeUp(stack(chippers, shims), width, way);
          const all = subsets(chippers).flatMap((c) =>
            subsets(shims).map((s) => width - 6.4 - sum(c) - sum(s)),
          );
          const allowed = all.filter(
            (e) => !(way === 'up' && e > 1e-6) && !(way === 'down' && e < -1e-6),
          );
          if (!stackMakeUp) {
            expect(allowed).toEqual([]);
            return;
          }
          expect(Math.abs(stackMakeUp.error)).toBeCloseTo(Math.min(...allowed.map(Math.abs)), 6);
          expect(6.4 + sum(stackMakeUp.chippers) + sum(stackMakeUp.shims)).toBeCloseTo(
            stackMakeUp.value,
            9,
          );
          expect(stackMakeUp.value + stackMakeUp.error).toBeCloseTo(width, 9);
        },
      ),
      { seed: 9, numRuns: 200 },
    );
  });
});

describe('choosing for a feature', () => {
  const mortise: MortiseFeature = {
    form: 'mortise',
    stock: { length: 900, thickness: 22, width: 45 },
    wall: 6,
    width: 10,
    start: 40,
    length: 50,
    depth: 32,
    ends: 'squared',
  };
  const tenon: TenonFeature = {
    form: 'tenon',
    stock: { length: 600, thickness: 22, width: 70 },
    faceShoulder: 7,
    thickness: 8,
    edgeShoulder: 10,
    width: 50,
    length: 30,
  };

  it('says of every cutter in how many rows, or why not', () => {
    const judged = (shop: Shop, feature = mortise) =>
      Object.fromEntries(
        cuttersFor(feature, shop, undefined).map((c) => [
          c.cutter.id,
          [c.rows, speak(c.words, METRIC)],
        ]),
      );
    const all = judged(TEST_SHOP);
    expect(all['cutter-10']).toEqual([1, 'in one row']);
    expect(all['cutter-8']).toEqual([2, 'in 2 rows that overlap']);
    expect(all['cutter-12']).toEqual([0, '12.0 mm is wider than the mortise, 10.0 mm']);
    expect(all['cutter-quarter']).toEqual([0, 'cuts 30.0 mm deep; the mortise is 32.0 mm']);
    expect(judged(TEST_SHOP, { ...mortise, width: 21 })['cutter-10']![0]).toBe(3);
    expect(
      judged(withTool(TEST_SHOP, 'cutter-10', { centreCutting: false }))['cutter-10']![1],
    ).toMatch(/can’t plunge/);
    expect(
      judged(withTool(TEST_SHOP, 'cutter-10', { retired: true }))['cutter-10'],
    ).toBeUndefined();
    expect(nearestCutters(9, TEST_SHOP)).toMatchObject({
      narrower: { width: 8 },
      wider: { width: 10 },
    });
    expect(nearestCutters(2, TEST_SHOP).narrower).toBeUndefined();
  });

  it('asks for flat-topped teeth first, and refuses what can’t cut the tenon', () => {
    const blades = [
      { ...newTool('saw-blade', []), id: 'bevel', name: 'Bevel', teeth: 'alternate' },
      { ...newTool('saw-blade', []), id: 'thick', name: 'Thick', kerf: 40 },
    ] as Tool[];
    const choice = bladesFor(tenon, { ...TEST_SHOP, tools: [...blades, ...TEST_SHOP.tools] });
    expect(choice.map((c) => [c.blade.id, c.good])).toEqual([
      ['blade', true],
      ['bevel', true],
      ['thick', false],
    ]);
    expect(speak(choice[1]!.words, METRIC)).toMatch(/ears/);
    const shop = withTool(TEST_SHOP, 'stack', newTool('stack', []));
    expect(stacksFor({ length: 12 }, shop)[0]!.makeUp).toMatchObject({
      value: expect.closeTo(11.2, 9) as number,
      shims: [],
    });
    /** Worked value: 30 long, a stack of 19 (wide as this arbor takes it): two passes. */
    expect([stackPasses(30, 19), stackPasses(19, 19), stackPasses(40, 19)]).toEqual([2, 1, 3]);
    /**
     * Off the stop to what a rule shows, over the last by nearly a millimetre: 16.55 and 33.1, up
     * to the half.
     */
    expect(offsOf(47, 17.55, TEST_SHOP)).toEqual([0, 17, 33.5]);
    expect(offsOf(34.51, 17.55, TEST_SHOP)).toEqual([0, 17]);
    expect(speak(stacksFor({ length: 5 }, shop)[0]!.words, METRIC)).toMatch(
      /outer blades alone, 6.4 mm, are wider than 5.0 mm/,
    );
    expect(
      stacksFor({ length: 12 }, { ...shop, rules: { ...shop.rules, stacks: false } })[0]!.makeUp,
    ).toBeUndefined();
  });
});

describe('schools', () => {
  /** Without what is quicker than either school. */
  const shop = {
    ...TEST_SHOP,
    tools: TEST_SHOP.tools.filter((t) => t.kind !== 'stack' && t.kind !== 'mortiser'),
  };
  const at = (schools: Partial<Shop['schools']>, params = {}, routes = {}) =>
    planJob({ ...jobWith({ params: { corners: 'squared', ...params }, routes }), schools }, shop);
  const stages = (plan: ReturnType<typeof at>) => eachSetup(plan).map((o) => o.setup.stage);

  const SAWN = { tenoned: 'crosscut-shoulders+saw-upright-flipped' };

  const slotStages = (schools: Partial<Shop['schools']>) =>
    stages(planJob({ ...jobOfKind('open-slot'), schools }, shop));

  it('each of them changes what it says it changes', () => {
    const usual = at({});
    expect(stages(usual)[0]).toBe('mortise');
    const changed: Record<string, boolean> = {
      half: stages(at({ half: 'tenon' })).at(-1) === 'square-ends',
      slot: slotStages({ slot: 'first' }).indexOf('slot') === 0 && slotStages({}).at(-1) === 'slot',
      housing: (['housing', 'mortise'] as const).every((housing) => {
        const cut = eachSetup(planJob({ ...jobOfKind('housed'), schools: { housing } }, shop))
          .map(({ setup }) => setup)
          .filter(({ stage, of }) => stage === 'mortise' && of !== undefined);
        return cut[0]!.of === `the ${housing}` && cut.at(-1)!.of !== cut[0]!.of;
      }),
      waste:
        stages(at({ waste: 'cheeks' }, {}, SAWN)).indexOf('cheeks') <
        stages(at({ waste: 'cheeks' }, {}, SAWN)).indexOf('shoulders'),
      corners:
        kindOf('blind').propose(
          {
            tenoned: pieceOf(jobWith().parts[0]!, 'median'),
            mortised: pieceOf(jobWith().parts[1]!, 'median'),
          },
          { ...availableIn(TEST_SHOP), corners: 'clear' },
        ).params['corners'] === 'clear',
      cutter: eachSetup(
        at(
          { cutter: 'small' },
          { mortiseWidth: 12, faceClearance: 4 },
          { mortised: 'router-jig+square-ends' },
        ),
      ).some(({ setup }) => ['cutter-quarter', 'cutter-6'].includes(setup.cutter!)),
      trial: eachSetup(at({ trial: 'creep' })).some(({ testCut }) =>
        testCut.text.includes('creep up'),
      ),
      faces: /one-face|stepped|paired/.test(at({ faces: 'one' }).joints[0]!.chosen.tenoned!),
      places: (['lines', 'numbers'] as const).every((places) => {
        const byJig = { mortised: 'router-jig+square-ends' };
        const figures = eachSetup(at({ places }, {}, byJig)).flatMap(({ setup }) => setup.figures);
        return figures.some(({ set }) => set.by === 'mark') === (places === 'lines');
      }),
      pieces: (['piece', 'setup'] as const).every((pieces) => {
        const byOneFace = { tenoned: 'crosscut-shoulders+saw-upright-stepped' };
        const cards = eachSetup(at({ pieces }, { corners: 'squared' }, byOneFace));
        const isHeld = cards.some(({ setup }) =>
          setup.figures.some(({ id }) => /spacer$/.test(id)),
        );
        return isHeld === (pieces === 'piece');
      }),
      guide: at({ guide: 'templates' }).joints[0]!.chosen.mortised!.startsWith('bushing-mortise'),
    };
    for (const school of SCHOOL_NAMES.filter((s) => s !== 'length' && s !== 'closing'))
      expect([school, changed[school]]).toEqual([school, true]);
  });

  it('cheeks first still traps nothing and proves', () => {
    expect(at({ waste: 'cheeks' }).joints[0]!.shouldersFirst).toBe(false);
  });

  it('leaves no strip between two passes of a stack, and none at the end of the tenon', () => {
    const [lengths, widths] = [
      fc.double({ min: 5, max: 150, noNaN: true }),
      fc.double({ min: 6, max: 25, noNaN: true }),
    ];
    const inches = shopIn(TEST_SHOP, 'in');
    fc.assert(
      fc.property(lengths, widths, fc.constantFrom(TEST_SHOP, inches), (L, K, shop) => {
        const offs = offsOf(L, K, shop);
        expect(offs[0]).toBe(0);
        offs.slice(1).forEach((off, i) => expect(off - offs[i]!).toBeLessThan(K - 0.1));
        expect(offs.at(-1)! + K).toBeGreaterThan(L - 1e-6);
        /** And no pass once all is clear. */
        expect((offs.at(-2) ?? -Infinity) + K).toBeLessThan(L);
        const rule = shop === inches ? INCH / 32 : 0.5;
        offs.forEach((off) =>
          expect(Math.abs(off / rule - Math.round(off / rule))).toBeLessThan(1e-6),
        );
      }),
    );
  });
});
