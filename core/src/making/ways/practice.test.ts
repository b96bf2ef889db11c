import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resolve } from '../../design/job/index.ts';
import { JOINT_KINDS, type GrooveFeature } from '../../design/joints/index.ts';
import { nibbles } from '../method/blades.ts';
import {
  cardView,
  planJob,
  routesOf,
  scenesOf,
  setupsOf,
  waysOf,
  type Plan,
} from '../../day/plan/index.ts';
import { modelOf } from '../machines.ts';
import { callipers, virtualCut } from '../simulate/index.ts';
import { pieceOf } from '../../shop/stock/index.ts';
import { cases } from '../../testing/generate.ts';
import { jobWith, type JobShape } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { minutesIn, type Shop, type Tool } from '../../shop/tooling/index.ts';
import { INCH, METRIC, speak } from '../../ground/units/index.ts';
import {
  EXACT,
  figuresOf,
  made,
  modeller,
  proposed,
  shopOf,
  toolOf,
  wordsOf,
} from '../../testing/practice.ts';

/**
 * Cuts that practitioners make, each with its measurements, as plain arithmetic (common practice)
 * and on the piece.
 */

describe('flat and over a stack', () => {
  const groove = (mortiseWidth: number) =>
    proposed('stub', {
      params: { mortiseWidth, faceClearance: 0 },
      routes: { tenoned: 'stack-groove+saw-flat-stack', mortised: 'stack-groove' },
    });

  it('1: a height over the bed of a sled counts from the bed, over the table from the table: the shoulder’s own depth either way', () => {
    /** Flush on both edges, 7 deep at either face. */
    const params = {
      corners: 'squared',
      faceClearance: 0,
      faceShoulder: 7,
      tenonWidth: 70,
      edgeShoulder: 0,
    };
    for (const [way, method, from] of [
      ['saw-flat-stack', 'saw-flat-stack', 'bed of the sled'],
      ['sled-shoulders+bandsaw-flipped', 'sled-shoulders', 'bed of the sled'],
      ['router-table-sled', 'router-table-sled', 'bed of the sled'],
      ['crosscut-shoulders+bandsaw-flipped', 'crosscut-shoulders', 'table'],
    ] as const) {
      const plan = made({ params, routes: { tenoned: way } });
      const cards = plan.cards.filter(({ setups: [s] }) => s!.method === method);
      const heights = cards.flatMap((card) =>
        cardView(card, plan.basis).figures.filter((f) =>
          /^(Height|Blade height|Cutter height)/.test(f.figure.name),
        ),
      );
      expect([way, ...new Set(heights.map((h) => `${h.from} ${h.figure.value}`))]).toEqual([
        way,
        `${from} 7`,
      ]);
      /**
       * So does the wall of the cut mortise that it is set by: its piece lies where this one does.
       */
      const job = jobWith({ params });
      const cut = routesOf(job.joints[0]!, job, TEST_SHOP)
        .tenoned.find(({ id }) => id === way)!
        .setups();
      const walls = cut
        .filter((s) => s.method === method)
        .flatMap((s) => s.figures.flatMap((f) => f.reach))
        .filter(({ by }) => by === 'mate');
      expect([way, walls.length > 0]).toEqual([way, method.endsWith('-shoulders')]);
      for (const { text } of walls)
        expect(text.text).toBe(
          `the near wall of the cut mortise, its reference face on the ${from}`,
        );
    }
  });

  it('2: a groove as wide as the stack takes one fence, a wider one both its walls', () => {
    const stack = toolOf('stack') as Extract<Tool, { kind: 'stack' }>;
    const exact = stack.outer + stack.chippers[0]!;
    const plan = made(groove(exact));
    const { kind, params, members } = resolve(plan.basis.job.joints[0]!, plan.basis.job);
    const [{ wall }] = kind.features(params, members).mortised as readonly [GrooveFeature];
    /** Rails and stiles by one fence. */
    expect(new Set(figuresOf(plan, 'stack-groove', /^Fence/))).toEqual(new Set([wall]));
    expect(
      plan.cards.filter((c) => c.setups.some((s) => s.method === 'stack-groove')),
    ).toHaveLength(1);
    expect(wordsOf(plan, 'stack-groove')).not.toMatch(/far wall/);

    /** Chippers by what is stamped on them, whatever the job is in. */
    const inches = shopOf({ stack: { outer: INCH / 4, chippers: [INCH / 8], shims: [] } });
    expect(wordsOf(made(groove((3 / 8) * INCH), inches), 'stack-groove')).toMatch(
      /Between the outer blades: 1\/8 in\./,
    );

    /**
     * Nearly as wide is no reason to move a fence by a hair: the chipper stays out, and it moves by
     * what is seen.
     */
    for (const over of [0.05, 0.4, 0.6]) {
      const nearly = [...new Set(figuresOf(made(groove(exact + over)), 'stack-groove', /^Fence/))];
      expect(nearly.length).toBeGreaterThan(1);
      expect(
        Math.min(...nearly.slice(1).map((at, i) => Math.abs(at - nearly[i]!))),
      ).toBeGreaterThan(0.5 - 1e-9);
    }

    const narrow = shopOf({ stack: { chippers: [], shims: [] } });
    const two = made(groove(stack.outer + 2), narrow);
    const fences = [...new Set(figuresOf(two, 'stack-groove', /^Fence/))];
    expect(fences).toHaveLength(2);
    /** p + W − K, then p. */
    expect(fences[0]! - fences[1]!).toBeCloseTo(2, 9);
  });

  it('2: in the middle of its piece, one fence serves both walls of a wider groove, the piece turned end for end', () => {
    const narrow = shopOf({ stack: { chippers: [], shims: [] } });
    const { outer } = toolOf('stack') as Extract<Tool, { kind: 'stack' }>;
    const inTheMiddle = groove(outer + 2);
    const wall = (22 - outer - 2) / 2;
    const params = { ...inTheMiddle.params, faceShoulder: wall, setBack: 0 };
    const plan = made(
      {
        ...inTheMiddle,
        params,
        routes: { tenoned: 'turned-groove+saw-flat-stack', mortised: 'turned-groove' },
      },
      narrow,
    );
    expect([...new Set(figuresOf(plan, 'turned-groove', /^Fence/))]).toEqual([wall]);
    const passes = setupsOf(plan).find((s) => s.method === 'turned-groove')!.passes;
    expect(passes.map((p) => p.seat['fence-face'])).toEqual(['reference-face', 'other-face']);
    const off = planJob(
      jobWith({
        ...inTheMiddle,
        params: { ...params, faceShoulder: wall + 1, setBack: 0 },
        routes: {},
      }),
      narrow,
    );
    expect(
      off.joints[0]!.routes.mortised.find((r) => r.id === 'turned-groove')!.refusals,
    ).toHaveLength(1);
  });

  it('2: with a blade the same groove takes a fence for every kerf, and more time for many pieces', () => {
    const shape = groove(12);
    const plan = made({
      ...shape,
      routes: { tenoned: 'saw-groove+hand-tenon', mortised: 'saw-groove' },
    });
    expect(figuresOf(plan, 'saw-groove', /^Fence/).length).toBeGreaterThan(6);
    const job = jobWith({ ...shape, routes: {} });
    const parts = job.parts.map((p) => ({ ...p, quantity: 40 }));
    expect(planJob({ ...job, parts }, EXACT).joints[0]!.chosen.mortised).not.toBe('saw-groove');
  });
});

describe('depth of bite', () => {
  it('3: a stack 17.55 wide goes 31.75 deep in three levels, and 10 deep at once', () => {
    const passes = (faceShoulder: number) => {
      const thickness = 2 * faceShoulder + 8;
      const params = {
        corners: 'squared',
        mortiseWidth: 8,
        faceClearance: 0,
        faceShoulder,
        setBack: (22 - thickness) / 2,
        tenonWidth: 70,
        edgeShoulder: 0,
      };
      const plan = made({ params, rail: { thickness }, routes: { tenoned: 'saw-flat-stack' } });
      return setupsOf(plan).find((s) => s.method === 'saw-flat-stack')!.passes;
    };
    const deep = passes(31.75).filter((p) => p.id.startsWith('reference-face-1-'));
    expect(deep.map((p) => p.level)).toEqual([11, 21.5, undefined]);
    expect(passes(10).every((p) => p.level === undefined)).toBe(true);
  });
});

describe('bundles', () => {
  /** Aprons 120 wide on 22, whose edge shoulders are cut with them standing on their edges. */
  const aprons = (
    quantity: number,
    rail: Partial<{ width: number; thickness: number; length: number }> = {},
  ) => {
    const { width = 120 } = rail;
    const shape: JobShape = {
      params: { corners: 'squared', tenonWidth: width - 30, edgeShoulder: 15 },
      rail: { width, ...rail },
      routes: { tenoned: 'saw-flat-stack' },
    };
    const job = jobWith(shape);
    return { ...job, parts: job.parts.map((part) => ({ ...part, quantity })) };
  };
  const onEdge = (plan: Plan) =>
    setupsOf(plan)
      .filter((s) => s.method === 'saw-flat-stack')
      .flatMap((s) => s.passes)
      .filter((p) => p.seat['table']!.endsWith('edge'));
  const checksOf = (plan: Plan) => wordsOf(plan, 'saw-flat-stack');

  it('3: no wider than four times its thickness a piece stands on its edge; wider, equal ones side by side', () => {
    const plan = planJob(aprons(4), EXACT);
    expect(new Set(onEdge(plan).map((p) => p.bundle))).toEqual(new Set([2]));
    expect(new Set(onEdge(planJob(aprons(2), EXACT)).map((p) => p.bundle))).toEqual(new Set([2]));
    expect(checksOf(plan)).toMatch(
      /On edge 2 of one thickness stand side by side.*44\.0 mm under 120\.0 mm/,
    );
    expect(checksOf(plan)).toMatch(/edge down, worked end to the stop, 2 side by side/);
    expect(
      onEdge(planJob(aprons(4, { width: 88 }), EXACT)).every((p) => p.bundle === undefined),
    ).toBe(true);
    const narrow = planJob(aprons(4, { width: 88.1 }), EXACT);
    expect(new Set(onEdge(narrow).map((p) => p.bundle))).toEqual(new Set([2]));
  });

  it('3: one alone, or a bundle too heavy to guide, is held by a tall fence; and says so', () => {
    for (const job of [aprons(1), aprons(4, { length: 6000 })]) {
      const plan = planJob(job, EXACT);
      expect(onEdge(plan).every((p) => p.bundle === undefined)).toBe(true);
      expect(checksOf(plan)).toMatch(/120\.0 mm high on 22\.0 mm, and would tip: a tall fence/);
    }
  });

  it('3: a bundle goes through at once, and its picture shows every piece of it', () => {
    const plan = planJob(aprons(4), EXACT);
    const cutting = (quantity: number) => {
      const job = aprons(quantity);
      return waysOf(job.joints[0]!, job, EXACT).tenoned.find((w) => w.id === 'saw-flat-stack')!
        .cutting;
    };
    /** By twos edges take half the passes, and each is clamped into two bundles, shared by two. */
    const { sawn, clamped, fed } = minutesIn(EXACT);
    const edges = onEdge(plan).length * (sawn + (fed * 22) / 1000);
    expect(cutting(4) / 8).toBeCloseTo(cutting(1) / 2 - edges / 2 + clamped, 9);
    const card = plan.cards.find((c) =>
      c.setups.some((s) => s.method === 'saw-flat-stack' && s.passes.some((p) => p.bundle)),
    )!;
    const scene = scenesOf(card, plan).find(({ pass }) => onEdge(plan).some((p) => p.id === pass))!;
    const from = scene.pictures.find(({ id }) => id === 'above')!.shapes;
    const [beside, piece] = ['beside', 'piece'].map((role) =>
      from.filter((shape) => shape.role === role),
    );
    expect([beside!.length, piece!.length]).toEqual([1, 1]);
    const low = (shape: { outline: readonly (readonly number[])[] }) =>
      Math.min(...shape.outline.map((p) => p[1]!));
    expect(low(beside![0]!) - low(piece![0]!)).toBeCloseTo(22, 6);
  });
});

describe('one blade', () => {
  it('4: nibbles 32 of tenon with a kerf of 3.2 in eleven passes a side, and leaves no fin', () => {
    /** 1 + (32 − 3.2) / (3.2 − 0.2), a kerf every three millimetres. */
    expect(nibbles(32, 3.2, EXACT)).toEqual([0, 3, 6, 9, 12, 15, 18, 21, 24, 27, 30]);
    const size = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(size(4, 120), size(1, 4), fc.boolean(), (L, k, inches) => {
        const offs = nibbles(L, k, { style: { system: inches ? 'in' : 'mm' } as Shop['style'] });
        offs.forEach((off, i) => expect(off - (offs[i - 1] ?? 0)).toBeLessThan(k));
        expect(offs.at(-1)! + k).toBeGreaterThan(L - 1e-6);
        expect((offs.at(-2) ?? -k) + k).toBeLessThan(L);
      }),
    );
    const plan = made({
      params: { corners: 'squared', tenonLength: 32 },
      routes: { tenoned: 'saw-flat-blade' },
    });
    const [first] = setupsOf(plan).filter((s) => s.method === 'saw-flat-blade');
    expect(first!.passes.filter((p) => p.level === undefined)).toHaveLength(22);
    /** Without a stack it is a way, and the slow one. */
    const { joints } = planJob(
      jobWith({ params: { corners: 'squared' } }),
      shopOf({ stack: null }),
    );
    expect(joints[0]!.routes.tenoned.find((r) => r.id === 'saw-flat-blade')!.refusals).toEqual([]);
    expect(joints[0]!.chosen.tenoned).not.toBe('saw-flat-blade');
  });
});

describe('rough and fine', () => {
  it('what only stays short goes by rule, down and never by blocks; what is exact goes to the shop’s step', () => {
    const plan = planJob(
      jobWith({
        params: { corners: 'squared', tenonLength: 30.2 },
        routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped' },
      }),
      TEST_SHOP,
    );
    const heights = (stage: string) =>
      setupsOf(plan)
        .filter((s) => s.stage === stage)
        .flatMap((s) => s.figures.filter((f) => f.id === 'blade-height'));
    /**
     * Shoulders come first and go full; the cheeks stop 0.3 short of 30.2, to a rule of half a
     * millimetre. Where the height stands already from one cheek to the next, it stays.
     */
    const [first, ...others] = heights('cheeks');
    expect([first!.set.by, ...others.map(({ set }) => set.by)]).toEqual([
      'rule',
      ...others.map(() => 'move'),
    ]);
    for (const { purpose, set, reach } of heights('cheeks'))
      expect([purpose, set.value, reach.some((r) => r.by === 'blocks')]).toEqual([
        'stays',
        29.5,
        false,
      ]);
    for (const { set } of others) expect(set.stands).toBe(true);
    for (const { purpose, set } of heights('shoulders'))
      expect([purpose, set.error]).toEqual(['fit', 0]);
    /** After the cheeks a shoulder stops short too. */
    const after = planJob(
      jobWith({
        params: { corners: 'squared' },
        routes: { tenoned: 'crosscut-shoulders+bandsaw-stepped' },
      }),
      TEST_SHOP,
    );
    const shoulders = setupsOf(after)
      .filter((s) => s.stage === 'shoulders')
      .flatMap((s) => s.figures.filter((f) => f.id === 'blade-height'));
    expect(shoulders.map(({ purpose, set }) => [purpose, set.by])).toEqual(
      shoulders.map(() => ['stays', 'rule']),
    );
    const inches = planJob({ ...plan.basis.job, units: 'in' }, TEST_SHOP);
    const short = setupsOf(inches)
      .filter((s) => s.stage === 'cheeks')
      .flatMap((s) => s.figures.filter((f) => f.purpose === 'stays'));
    expect(short.length).toBeGreaterThan(0);
    for (const { set } of short) expect((set.value / INCH) * 32).toBeCloseTo(37, 9);
  });

  it('no way that comes by itself bites off more than its tool takes, or asks for a figure finer than the shop sets', () => {
    let figures = 0;
    let levels = 0;
    for (const { id } of JOINT_KINDS)
      for (const { job, shop } of fc.sample(cases({ kind: id, graduation: 0.1 }), {
        numRuns: 3,
        seed: 31,
      })) {
        const plan = planJob(job, shop);
        for (const { cutter, passes, figures: own } of setupsOf(plan)) {
          for (const { set, purpose } of own) {
            if (set.by !== 'rule') continue;
            const step = purpose === 'stays' ? 0.5 : 0.1;
            expect(Math.abs(set.value / step - Math.round(set.value / step))).toBeLessThan(1e-6);
            figures++;
          }
          const tool = shop.tools.find((t) => t.id === cutter);
          if (tool?.kind !== 'router-cutter') continue;
          for (const [i, { level = 0 }] of passes.entries()) {
            /** The first may begin in a hollow that is there already. */
            const before = passes[i - 1]?.level;
            if (before === undefined || level <= before) continue;
            expect(level - before).toBeLessThan(tool.level + 1e-6);
            levels++;
          }
        }
      }
    expect([figures > 100, levels > 20]).toEqual([true, true]);
  });
});

describe('upright', () => {
  it('5: stepped with a near shoulder of 2 and a kerf of 3.2, into a sacrificial face', () => {
    const params = {
      corners: 'squared',
      faceShoulder: 2,
      mortiseWidth: 8,
      faceClearance: 0,
      setBack: 0,
    };
    const routes = { tenoned: 'crosscut-shoulders+saw-upright-stepped+edges-by-hand' };
    const plan = made({ params: { ...params, setBack: -1 }, routes, stile: { thickness: 22 } });
    const cuts = setupsOf(plan)
      .find((s) => s.method === 'saw-upright-stepped')!
      .figures.filter((f) => /^Fence/.test(f.name));
    expect(cuts.map((f) => [f.value, f.to])).toEqual([
      [10, 'near-side'],
      [2, 'far-side'],
    ]);
    expect(wordsOf(plan, 'saw-upright-stepped')).toMatch(
      /cuts 1\.2 mm into the jig. Put a sacrificial face on it/,
    );
    /** The near shoulder went with the kerf; only the far one is left to crosscut. */
    expect(figuresOf(plan, 'crosscut-shoulders', /^Blade height/)).toEqual([
      12 - EXACT.secondCutShort,
    ]);
    const thick = made({ params: { ...params, faceShoulder: 4 }, routes });
    expect(wordsOf(thick, 'saw-upright-stepped')).not.toMatch(/sacrificial/);
  });

  /** A shop that sets to five hundredths, its jig as the case has it. */
  const jigged = (jig: object, saw: object = {}): Shop => ({
    ...shopOf({ upright: jig, saw }),
    graduation: 0.05,
  });
  const squared = {
    corners: 'squared',
    mortiseWidth: 8,
    faceClearance: 0,
    faceShoulder: 7,
    setBack: 0,
    edgeShoulder: 10,
  };
  const stepped = {
    params: squared,
    routes: { tenoned: 'crosscut-shoulders+saw-upright-stepped+edges-by-hand' },
  };
  const setBy = (plan: Plan, method: string) =>
    setupsOf(plan)
      .filter((s) => s.method === method)
      .flatMap((s) =>
        s.figures.filter((f) => /^Fence/.test(f.name)).map((f) => speak(f.set.text, METRIC)),
      );

  it('5: a jig that slides between two stops goes by a stroke of tenon and kerf, one with a spacer by the tenon alone', () => {
    const stops = made(stepped, jigged({ travel: 40, slidBy: 'stops' }));
    expect(setBy(stops, 'saw-upright-stepped')[1]).toBe(
      '11.2 mm smaller than it stands: slid from one stop to the other',
    );
    expect(wordsOf(stops, 'saw-upright-stepped')).toMatch(/stops are set apart once, to 11\.2 mm/);
    const spacer = made(stepped, jigged({ travel: 40, slidBy: 'spacer', carried: 3.2 }));
    expect(setBy(spacer, 'saw-upright-stepped')[1]).toBe(
      '11.2 mm smaller than it stands: by a spacer of 8.0 mm, its stop carries 3.2 mm',
    );
    const plain = made(stepped, jigged({ travel: 40, slidBy: 'spacer', carried: 0 }));
    expect(setBy(plain, 'saw-upright-stepped')[1]).toMatch(/by a spacer of 11\.2 mm$/);
    const held = made(stepped, jigged({ travel: 0, slidBy: 'spacer', carried: 3.2 }));
    expect(setBy(held, 'saw-upright-stepped').join()).not.toMatch(/spacer/);
    const short = planJob(
      jobWith({ ...stepped, routes: {} }),
      jigged({ travel: 11, slidBy: 'stops' }),
    );
    const refused = short.joints[0]!.routes.tenoned.find(
      (r) => r.id === stepped.routes.tenoned,
    )!.refusals;
    expect(refused.map(({ value, bound }) => [value, bound])).toEqual([[11.2, 11]]);
  });

  it('5: twins go by two spacers from one fence: a tenon, its kerf carried by the stop or not, and the pitch', () => {
    for (const [t, gap, carried] of [
      [8, 8, 3.2],
      [9, 7, 3.2],
      [7, 10, 0],
    ] as const) {
      const [shopWith, params] = [
        (travel: number) => jigged({ travel, slidBy: 'spacer', carried }),
        { corners: 'squared', mortiseWidth: t, faceClearance: 0, faceShoulder: 8, gap },
      ];
      const twins = proposed('twin', {
        rail: { thickness: 40 },
        stile: { thickness: 40 },
        params,
        routes: { tenoned: 'crosscut-shoulders+saw-upright-stepped+edges-by-hand+saw-slot' },
      });
      const exact = (travel: number): Shop => ({ ...shopWith(travel), graduation: 0 });
      const plan = made(twins, exact(60));
      const told =
        /at ([\d.]+) mm for the cheek beyond: a spacer of ([\d.]+) mm .* one of ([\d.]+) mm/.exec(
          wordsOf(plan, 'saw-slot'),
        )!;
      const [far, tenon, pitch] = told.slice(1).map(Number) as [number, number, number];
      expect([tenon, pitch]).toEqual(
        [t + 3.2 - carried, t + gap].map((n): unknown => expect.closeTo(n, 3)),
      );
      /** The same four places of the blade as by the fence. */
      const cheeks = figuresOf(plan, 'saw-upright-stepped', /^Fence/);
      const walls = figuresOf(plan, 'saw-slot', /^Fence/);
      const stroke = tenon + carried;
      expect([cheeks[0], walls[0], walls[1], cheeks[1]]).toEqual(
        [far, far - stroke, far - pitch, far - pitch - stroke].map((n): unknown =>
          expect.closeTo(n, 3),
        ),
      );
      /** It slides as far as both. */
      const turned = {
        ...twins,
        routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped+edges-by-hand+saw-slot' },
      };
      const says = (travel: number) =>
        /a spacer of/.test(wordsOf(made(turned, exact(travel)), 'saw-slot'));
      expect([says(pitch + stroke + 0.01), says(pitch + stroke - 0.1)]).toEqual([true, false]);
    }
  });

  it('6: a jig that rides on the fence is set by its scale, with the body of the jig counted in', () => {
    const fenceScale = { unit: 'mm', graduation: 0.5, zero: 0 };
    const shop = jigged({ body: 38 }, { fenceScale });
    const routes = { tenoned: 'crosscut-shoulders+saw-upright-flipped' };
    const plan = made({ params: squared, routes }, shop);
    const [first] = setupsOf(plan)
      .filter((s) => s.method === 'saw-upright-flipped')
      .map((s) => s.figures[0]!);
    const scale = first!.reach.find((way) => way.by === 'scale')!;
    expect(first!.value).toBe(15);
    expect(speak(scale.text, METRIC)).toBe('scale at 53.0 mm, body of the jig counted in');
    /**
     * With a body a millimetre thicker than was measured, its face stands so much nearer to the
     * blade.
     */
    const [setup] = setupsOf(plan).filter((s) => s.method === 'saw-upright-flipped');
    const byScale = { ...setup!, figures: [{ ...first!, set: scale }, ...setup!.figures.slice(1)] };
    const faceAt = (body: number) =>
      modelOf('table-saw').place(
        byScale,
        setup!.passes[0]!,
        setup!.occurrences[0]!,
        { length: 600, thickness: 22, width: 70 },
        shopOf({ upright: { body }, saw: { fenceScale } }),
      ).datums['jig-face']!.at[0];
    expect([faceAt(38), faceAt(39)]).toEqual([15 + 1.6, 14 + 1.6]);
    const job = jobWith({ params: squared, routes });
    const far = planJob(job, jigged({ body: 690 }, { fenceScale }));
    const [why] = far.joints[0]!.routes.tenoned.find((r) => r.id === routes.tenoned)!.refusals;
    expect(why).toMatchObject({ dimension: 'fence', value: 750, bound: 700 });
  });

  it('5: a stack as wide as the shoulder cuts it with its cheek, the piece on end: no shoulder is left to crosscut', () => {
    const plan = made({ params: squared, routes: { tenoned: 'saw-upright-stack' } });
    const cuts = setupsOf(plan).filter((s) => s.method === 'saw-upright-stack');
    expect(cuts.map((s) => s.figures[0]!.value)).toEqual([15, 60]);
    expect(setupsOf(plan).filter((s) => s.stage === 'shoulders')).toEqual([]);
    const { outer } = toolOf('stack') as Extract<Tool, { kind: 'stack' }>;
    for (const { between } of cuts)
      expect(outer + between!.reduce((sum, i) => sum + i, 0)).toBeGreaterThanOrEqual(10);
    const narrow = planJob(jobWith({ params: squared }), shopOf({ saw: { widestStack: 9 } }));
    const [why] = narrow.joints[0]!.routes.tenoned.find(
      (r) => r.id === 'saw-upright-stack',
    )!.refusals;
    expect(speak(why!.message, METRIC)).toMatch(
      /No stack here is as wide as the shoulder, 10\.0 mm/,
    );
  });
});

describe('shoulders after cheeks', () => {
  const equal = {
    corners: 'squared',
    mortiseWidth: 8,
    faceClearance: 0,
    faceShoulder: 7,
    setBack: 0,
    edgeShoulder: 7,
    tenonWidth: 56,
  };
  const rail = { width: 70 };

  it('8: with the waste to the fence one fence serves four equal shoulders, and a gauge block its crosscuts', () => {
    const plan = made({
      params: equal,
      rail,
      routes: { tenoned: 'bandsaw-block+bandsaw-waste-in' },
    });
    const cheeks = setupsOf(plan).filter((s) => s.method === 'bandsaw-waste-in');
    /** Far side at the shoulder, the kerf in it: T − 2 × shoulder stays. */
    expect(cheeks.map((s) => [s.figures[0]!.value, s.figures[0]!.to, s.passes.length])).toEqual([
      [7, 'far-side', 4],
    ]);
    /** Of the 7 the kerf, 1.1, lies on this side of the tenon. */
    expect(wordsOf(plan, 'bandsaw-waste-in')).toMatch(
      /runs 5\.9 mm from the blade, nearer than the guides/,
    );
    expect(
      plan.cards.filter((c) => c.setups.some((s) => s.method === 'bandsaw-waste-in')),
    ).toHaveLength(1);
    const shoulders = setupsOf(plan).filter((s) => s.method === 'bandsaw-block');
    const { thickness } = toolOf('block') as Extract<Tool, { kind: 'stop-block' }>;
    const { tenonLength } = resolve(plan.basis.job.joints[0]!, plan.basis.job).params as {
      tenonLength: number;
    };
    for (const { figures, passes } of shoulders) {
      expect(figures.map((f) => f.value)).toEqual([
        tenonLength + thickness,
        7 - EXACT.secondCutShort,
      ]);
      expect(passes.every((p) => p.seat['block-face'] === 'worked-end')).toBe(true);
    }
    const thin = planJob(
      jobWith({ params: { ...equal, faceShoulder: 2, setBack: -2 }, rail }),
      EXACT,
    );
    const [why] = thin.joints[0]!.routes.tenoned.find(
      (r) => r.id === 'bandsaw-block+bandsaw-waste-in',
    )!.refusals;
    expect(speak(why!.message, METRIC)).toMatch(
      /a strip .* thick would stay between fence and blade/,
    );
  });

  it('9: on the sled the stop is stepped over the off-cut, which lies free under it', () => {
    const plan = made({
      params: equal,
      rail,
      routes: { tenoned: 'sled-shoulders+bandsaw-stepped' },
    });
    expect(wordsOf(plan, 'sled-shoulders')).toMatch(
      /cut away at its foot, 8\.0 mm high: it meets the end of the tenon/,
    );
    expect(figuresOf(plan, 'sled-shoulders', /^Blade height/)).toEqual([
      7 - EXACT.secondCutShort,
      7 - EXACT.secondCutShort,
    ]);
    const first = made({
      params: equal,
      rail,
      routes: { tenoned: 'sled-shoulders+bandsaw-flipped' },
    });
    expect(wordsOf(first, 'sled-shoulders')).not.toMatch(/foot/);
    const thin = planJob(
      jobWith(
        proposed('open-slot', {
          params: { mortiseWidth: 3.5, faceClearance: 0, faceShoulder: 9.25 },
        }),
      ),
      EXACT,
    );
    const [why] = thin.joints[0]!.routes.tenoned.find(
      (r) => r.id === 'sled-shoulders+bandsaw-stepped',
    )!.refusals;
    expect(why).toMatchObject({ value: 2.5, bound: 3 });
  });
});

describe('slots turned over', () => {
  const slot = (mortiseWidth: number, kerf: number) => {
    const shape = proposed('open-slot', {
      params: { mortiseWidth, faceClearance: 0, faceShoulder: (22 - mortiseWidth) / 2 },
    });
    return made(
      { ...shape, routes: { mortised: 'saw-slot-flipped' } },
      shopOf({ blade: { kerf } }),
    );
  };
  const passes = (plan: Plan) =>
    setupsOf(plan).find((s) => s.method === 'saw-slot-flipped')!.passes.length;

  it('7: one fence and two passes where two kerfs meet, a third only where they don’t', () => {
    /** Stock 22, slot 6: near wall 8, far kerf from 8 + 6 − 3.2. */
    const two = slot(6, 3.2);
    expect(figuresOf(two, 'saw-slot-flipped', /^Fence/)).toEqual([expect.closeTo(10.8, 9)]);
    expect(passes(two)).toBe(2);
    /** Slot 8 leaves 1.6 between two kerfs of 3.2: once more, in the middle of the stock. */
    const three = slot(8, 3.2);
    expect(figuresOf(three, 'saw-slot-flipped', /^Fence/)).toEqual([
      expect.closeTo(11.8, 9),
      expect.closeTo(9.4, 9),
    ]);
    expect(passes(three)).toBe(3);
    const four = slot(11, 3.2);
    expect(figuresOf(four, 'saw-slot-flipped', /^Fence/)).toHaveLength(2);
    expect(passes(four)).toBe(4);
  });

  it('7: each way about is told by the wall it makes, and a thicker piece has the narrower slot', () => {
    const plan = slot(8, 3.2);
    const setup = setupsOf(plan).find((s) => s.method === 'saw-slot-flipped')!;
    const told = setup.passes.map((p) => speak(p.words, METRIC).split('; ')[1]);
    expect(told).toEqual(['kerf at the far wall', 'kerf at the near wall', 'kerf in the middle']);
    expect(setup.passes.map((p) => p.seat['jig-face'])).toEqual([
      'reference-face',
      'other-face',
      'reference-face',
    ]);
    expect(wordsOf(plan, 'saw-slot-flipped')).toMatch(
      /what the stock is over, the slot comes out under/,
    );
    const { kind, params, parts } = resolve(plan.basis.job.joints[0]!, plan.basis.job);
    const place = setup.occurrences[0]!;
    const widths = [0, 0.1].map((over) => {
      const piece = { ...pieceOf(parts.mortised, 'median'), thickness: 22 + over };
      return modeller.scope(() => {
        const { body } = virtualCut(modeller, [setup], place, piece, plan.basis.shop);
        return callipers(
          modeller,
          body,
          kind.geometry(params, 'mortised', piece, place).gauges,
          piece,
        )['mortiseWidth']!;
      });
    });
    expect(widths).toEqual([expect.closeTo(8, 4), expect.closeTo(7.9, 4)]);
    expect(wordsOf(slot(6, 3.2), 'saw-slot-flipped')).not.toMatch(/fence is moved/);
  });

  it('7: not where the slot is out of the middle, or one kerf wide', () => {
    const { params } = proposed('open-slot', {
      params: { mortiseWidth: 6, faceClearance: 0, faceShoulder: 8 },
    });
    const refused = (change: object, kerf = 3.2) => {
      const job = jobWith({ kind: 'open-slot', params: { ...params, ...change } });
      const { routes } = planJob(job, shopOf({ blade: { kerf } })).joints[0]!;
      return routes.mortised
        .find((r) => r.id === 'saw-slot-flipped')!
        .refusals.map((r) => r.message.text)
        .join();
    };
    expect(refused({})).toBe('');
    expect(refused({ setBack: 1 })).toMatch(/not in the middle/);
    expect(refused({}, 6)).toMatch(/One kerf is as wide/);
  });
});

describe('bandsaw', () => {
  it('8: a tenon of 6 with its near cheek 3.9 from the blade, by a tall narrow auxiliary fence', () => {
    const params = {
      corners: 'squared',
      mortiseWidth: 6,
      faceClearance: 0,
      faceShoulder: 5,
      setBack: -3,
    };
    const shop = shopOf({ 'band-blade': { kerf: 1.1 } });
    const plan = made({ params, routes: { tenoned: 'crosscut-shoulders+bandsaw-stepped' } }, shop);
    expect(figuresOf(plan, 'bandsaw-stepped', /^Fence/).slice(0, 2)).toEqual([
      11,
      expect.closeTo(3.9, 9),
    ]);
    expect(wordsOf(plan, 'bandsaw-stepped')).toMatch(
      /3\.9 mm from the blade.*tall, narrow auxiliary fence/,
    );
    const wide = made(
      {
        params: { ...params, faceShoulder: 8, setBack: 0 },
        routes: { tenoned: 'crosscut-shoulders+bandsaw-stepped' },
      },
      shop,
    );
    expect(wordsOf(wide, 'bandsaw-stepped')).not.toMatch(/auxiliary/);
  });
});

describe('slots on the bandsaw', () => {
  it('8: one fence for both walls in the middle, two beside it; what stands between is chopped out', () => {
    const kerf = (toolOf('band-blade') as Extract<Tool, { kind: 'bandsaw-blade' }>).kerf;
    const slot = (change: object) => {
      const shape = proposed('open-slot', {
        params: { mortiseWidth: 8, faceClearance: 0, faceShoulder: 7, ...change },
      });
      return made({ ...shape, routes: { mortised: 'bandsaw-slot' } });
    };
    const centred = slot({});
    expect(figuresOf(centred, 'bandsaw-slot', /^Fence/)).toEqual([expect.closeTo(7 + 8 - kerf, 9)]);
    const aside = slot({ setBack: 1 });
    expect(figuresOf(aside, 'bandsaw-slot', /^Fence/)).toEqual([
      expect.closeTo(8 + 8 - kerf, 9),
      expect.closeTo(8, 9),
    ]);
    for (const plan of [centred, aside])
      expect(
        setupsOf(plan)
          .filter((s) => s.method === 'bandsaw-slot')
          .map((s) => s.model),
      ).toEqual(['bandsaw', 'bench']);
    const stop = setupsOf(centred)
      .find((s) => s.method === 'bandsaw-slot')!
      .figures.find((f) => f.id === 'stop')!;
    expect(speak(stop.working, METRIC)).toMatch(/^depth of the slot .* the kerf stops short/);
    expect(setupsOf(centred).flatMap((s) => s.figures.map((f) => f.name))).toEqual(
      expect.arrayContaining(['Near wall, as sawn', 'Far wall, as sawn', 'Knife line, floor']),
    );
    /** A dozen bridles 71 deep: too high a blade on the table saw, too many by hand. */
    const job = jobWith(proposed('open-slot'));
    const parts = job.parts.map((p) => ({ ...p, quantity: 12 }));
    expect(planJob({ ...job, parts }, EXACT).joints[0]!.chosen.mortised).toBe('bandsaw-slot');
  });
});
