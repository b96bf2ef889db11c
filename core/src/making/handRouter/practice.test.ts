import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resolve } from '../../design/job/index.ts';
import type { RoundTenonFeature } from '../../design/joints/index.ts';
import { planJob, scenesOf, setupsOf, type Plan } from '../../day/plan/index.ts';
import type { Setup } from '../setups/index.ts';
import { jobWith, type JobShape } from '../../testing/jobs.ts';
import type { Shop, Tool } from '../../shop/tooling/index.ts';
import { METRIC, say, speak } from '../../ground/units/index.ts';
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

describe('rough and finish', () => {
  const BIT_25: Tool = {
    kind: 'boring-bit',
    retired: false,
    id: 'bit-25',
    name: 'Brad point 25',
    diameter: 25,
    length: 95,
    form: 'brad-point',
    lead: 3,
  };
  /**
   * A post of 120 by 100 and 2.4 m, its mortise 28 wide: portable tools alone, no cutter wider than
   * 12.
   */
  const post = { thickness: 100, width: 120, length: 2400 };
  const portable: Shop = {
    ...EXACT,
    tools: [...EXACT.tools, BIT_25]
      .filter(
        (t) =>
          t.kind === 'router' ||
          t.kind === 'boring-bit' ||
          (t.kind === 'router-cutter' && t.diameter <= 12),
      )
      .map((t) =>
        t.kind === 'router-cutter'
          ? { ...t, cuttingLength: 75 }
          : t.kind === 'router'
            ? { ...t, plungeTravel: 75 }
            : t,
      ),
  };
  const params = {
    corners: 'squared',
    mortiseWidth: 28,
    faceClearance: 0,
    faceShoulder: 16,
    setBack: 20,
    position: 300,
    tenonWidth: 80,
    edgeShoulder: 10,
    tenonLength: 50,
    endClearance: 0,
    bottomClearance: 2,
  };
  const rail = { thickness: 60, width: 100 };

  it('11: a bit of 25 and a cutter of 12 for 28: bored out, then trimmed from both faces; it comes by itself', () => {
    const plan = made({ params, rail, stile: post }, portable);
    expect(plan.joints[0]!.chosen.mortised).toBe('bore-and-rout+square-ends');
    const [bores, trims] = setupsOf(plan).filter((s) => s.method === 'bore-and-rout') as [
      Setup,
      Setup,
    ];
    expect([bores.model, bores.cutter, trims.model, trims.cutter]).toEqual([
      'bench',
      'bit-25',
      'hand-router',
      'cutter-12',
    ]);
    /**
     * Guide to the far side of the cutter: p + m, which is S − p in the middle, from either face.
     */
    expect(figuresOf(plan, 'bore-and-rout', /^Guide, on either face/)).toEqual([36 + 28]);
    expect(wordsOf(plan, 'bore-and-rout')).toMatch(/trestles or on the floor/);
    /** Where two holes meet they are still as wide as the 4 between the two cuts. */
    const holes = Number(/(\d+) holes/.exec(wordsOf(plan, 'bore-and-rout'))![1]);
    const [first, last] = ['First centre', 'Last centre'].map(
      (name) => bores.figures.find((f) => f.name === name)!.value,
    );
    expect(((last! - first!) / (holes - 1)) ** 2).toBeLessThanOrEqual(25 ** 2 - 4 ** 2);
    /** One of 6 still clears the 4 between the cuts; one of 4 would not. */
    const only = (diameter: number) => ({
      ...portable,
      tools: [
        ...portable.tools.filter((t) => t.kind !== 'boring-bit'),
        { ...BIT_25, diameter } as Tool,
      ],
    });
    const refusals = (shop: Shop) =>
      planJob(jobWith({ params, rail, stile: post }), shop).joints[0]!.routes.mortised.find(
        (r) => r.id === 'bore-and-rout+square-ends',
      )!.refusals;
    expect([refusals(only(6)).length, refusals(only(4)).length]).toEqual([0, 1]);
    const wide = planJob(jobWith({ params, rail, stile: post }), {
      ...portable,
      tools: portable.tools.filter((t) => t.id !== 'bit-25'),
    });
    expect(
      wide.joints[0]!.routes.mortised.find((r) => r.id === 'bore-and-rout+square-ends')!.refusals,
    ).toEqual([]);
  });

  it('11: what is trimmed later, and where paring only begins, is marked by rule, and inside', () => {
    const odd = {
      ...params,
      position: 300.2,
      mortiseWidth: 27.3,
      faceShoulder: 16.4,
      tenonWidth: 80.1,
    };
    const shop = { ...portable, graduation: 0.05 };
    const figures = setupsOf(planJob(jobWith({ params: odd, rail, stile: post }), shop)).flatMap(
      (setup) => setup.figures,
    );
    const [first, last, round, wall] = [
      'First centre',
      'Last centre',
      'Round end',
      'Near wall',
    ].map((name) => figures.find((f) => f.name === name)!);
    expect([first, last, round].map((f) => f!.set.value % 0.5)).toEqual([0, 0, 0]);
    expect([first, last, round].map((f) => Math.sign(f!.set.value - f!.value))).toEqual([1, -1, 1]);
    expect([wall!.set.value, wall!.set.by]).toEqual([36.4, 'work']);
  });

  it('11: a through mortise deeper than the router goes is bored and trimmed from both sides, to meet in the middle', () => {
    const through = proposed('through', {
      params: { ...params, tenonLength: 122 },
      rail,
      stile: post,
    });
    const plan = made({ ...through, routes: { mortised: 'bore-and-rout+square-ends' } }, portable);
    const [bores, trims] = setupsOf(plan).filter((s) => s.method === 'bore-and-rout') as [
      Setup,
      Setup,
    ];
    /** No bit here is 122 long. */
    expect([bores.carrier, bores.figures.find((f) => f.name === 'Depth')!.value]).toEqual([
      'bits-from-both-sides',
      61,
    ]);
    expect(trims.figures.find((f) => f.name === 'Plunge')!.value).toBe(61);
    expect(new Set(trims.passes.map((p) => p.seat['wood-surface']))).toEqual(
      new Set(['entry-edge', 'far-edge']),
    );
    expect(wordsOf(plan, 'bore-and-rout')).toMatch(/from the same end and the same face/);
  });

  it('11: whatever the size, nothing stays between the two cuts and both walls are the router’s', () => {
    const size = (min: number, max: number) =>
      fc.integer({ min: min * 10, max: max * 10 }).map((tenths) => tenths / 10);
    let cut = 0;
    fc.assert(
      fc.property(
        size(13, 34),
        size(50, 90),
        size(30, 60),
        fc.boolean(),
        (mortiseWidth, tenonWidth, tenonLength, out) => {
          const faceShoulder = (60 - mortiseWidth) / 2;
          const own = {
            ...params,
            mortiseWidth,
            faceShoulder,
            tenonWidth,
            edgeShoulder: (100 - tenonWidth) / 2,
            tenonLength: out ? 122 : tenonLength,
          };
          const shape = out
            ? proposed('through', { params: own, rail, stile: post })
            : { params: own, rail, stile: post };
          const plan = planJob(
            jobWith({ ...shape, routes: { mortised: 'bore-and-rout+square-ends' } }),
            portable,
            modeller,
          );
          const [{ problems, notTaken, proof }] = plan.joints as [Plan['joints'][number]];
          expect(problems).toEqual([]);
          if (notTaken) return;
          cut++;
          expect(proof!.members.mortised).toMatchObject({ mismatches: [], trapped: [] });
          const bores = setupsOf(plan).find(
            (s) => s.method === 'bore-and-rout' && s.model === 'bench',
          )!;
          const { diameter } = portable.tools.find((t) => t.id === bores.cutter) as Extract<
            Tool,
            { kind: 'boring-bit' }
          >;
          expect(diameter).toBeLessThanOrEqual(mortiseWidth - 2);
        },
      ),
      { seed: 11, numRuns: 15 },
    );
    expect(cut).toBeGreaterThan(8);
  });
});

describe('a pair of unlike cutters', () => {
  const pairOf = (diameter: number, upper: number) =>
    shopOf({ pair: { diameter, upper, bearing: 16, leastGap: 3, mostGap: 30, height: 24 } });
  const routes = { tenoned: 'unequal-pair+saw-rebate' };
  const tall: JobShape = {
    rail: { thickness: 24, width: 60 },
    stile: { thickness: 24, width: 60 },
  };
  const frame = (params: object) =>
    proposed('rebated', {
      ...tall,
      params: {
        mortiseWidth: 8,
        faceClearance: 0,
        faceShoulder: 7,
        tenonLength: 30,
        bottomClearance: 2,
        rebateWidth: 8,
        ...params,
      },
    });

  it('15: of 76 and 60, the shoulders of a rebated frame differ by 8; the gap is the tenon, the height its near wall', () => {
    const plan = made({ ...frame({}), routes }, pairOf(76, 60));
    const [cut, ...more] = setupsOf(plan).filter((s) => s.method === 'unequal-pair');
    expect(more).toEqual([]);
    expect(cut!.figures.map((f) => [f.name, f.value])).toEqual([
      ['Fence', 30],
      ['Top of the lower cutter', 7],
      ['Gap between the cutters', 8],
    ]);
    /** (76 − 16) / 2 is the tenon's whole length. */
    expect(wordsOf(plan, 'unequal-pair')).toMatch(/fence level with the bearing/);
    expect(wordsOf(plan, 'unequal-pair')).toMatch(/reference face is 8.0 mm farther from the end/);
    const { sizes } = plan.joints[0]!.proof!.members.tenoned;
    expect([sizes['tenonLength']!.most, sizes['longShoulder']!.most]).toEqual(
      [30, 22].map((v) => expect.closeTo(v, 6) as number),
    );
  });

  it('15: the same pair lowered runs the rebate of rails and stiles: its upper cutter alone over the table', () => {
    const lowered = {
      tenoned: 'unequal-pair+lowered-pair-rebate',
      mortised: 'router-jig+square-ends+lowered-pair-rebate',
    };
    const plan = made({ ...frame({}), routes: lowered }, pairOf(76, 60));
    const runs = setupsOf(plan).filter((s) => s.method === 'lowered-pair-rebate');
    /**
     * 24 thick, its floor at the mortise’s far wall, 15: 9 over the table; the fence leaves 8 of
     * the rim.
     */
    for (const { figures, cutter } of runs)
      expect([cutter, ...figures.map((f) => [f.name, f.value])]).toEqual([
        'pair',
        ['Fence', 8],
        ['Top of the upper cutter', 9],
      ]);
    expect(new Set(runs.map((s) => s.occurrences[0]!.member))).toEqual(
      new Set(['tenoned', 'mortised']),
    );
    /** One setting for both parts. */
    expect(
      plan.cards.filter((c) => c.setups.some((s) => s.method === 'lowered-pair-rebate')),
    ).toHaveLength(1);
    /** What is kept on the arbor was there before: tenons first. */
    const cardOf = (method: string) =>
      plan.cards.findIndex((c) => c.setups.some((s) => s.method === method));
    expect(cardOf('unequal-pair')).toBeGreaterThanOrEqual(0);
    expect(cardOf('unequal-pair')).toBeLessThan(cardOf('lowered-pair-rebate'));
    const why = (shop: Shop, params: object) =>
      planJob(jobWith(frame(params)), shop)
        .joints[0]!.routes.tenoned.find((r) => r.id === lowered.tenoned)!
        .refusals.map((r) => speak(r.message, METRIC));
    expect(why(pairOf(60, 40), { rebateWidth: 12.5 })).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/12\.5 mm wide; the smaller cutter reaches 12\.0 mm/),
      ]),
    );
    expect(why(pairOf(76, 0), {}).join()).toMatch(/no pair of unlike cutters/);
  });

  it('15: another rebate is refused with what the pair makes, and a pair of like cutters is none', () => {
    const why = (shop: Shop, params = {}) =>
      planJob(jobWith(frame(params)), shop).joints[0]!.routes.tenoned.find(
        (r) => r.id === routes.tenoned,
      )!.refusals;
    expect(why(pairOf(76, 60), { rebateWidth: 9 })).toMatchObject([{ value: 8, bound: 8.9 }]);
    expect(why(pairOf(76, 60), { rebateWidth: 7.5 })).toMatchObject([{ value: 8, bound: 7.6 }]);
    expect(speak(why(pairOf(76, 0))[0]!.message, METRIC)).toMatch(/no pair of unlike cutters/);
    /** And one of unlike cutters makes no tenon whose shoulders are in line. */
    const blind = planJob(jobWith({ params: { corners: 'squared' } }), pairOf(76, 60));
    expect(
      blind.joints[0]!.routes.tenoned.find((r) => r.id === 'paired-cutters')!.refusals.length,
    ).toBeGreaterThan(0);
  });

  it('15: whatever the sizes, the frame comes out as asked', () => {
    const size = (min: number, max: number) =>
      fc.integer({ min: min * 10, max: max * 10 }).map((tenths) => tenths / 10);
    fc.assert(
      fc.property(
        fc.constantFrom(6, 8, 10),
        size(3, 6),
        size(2, 12),
        size(18, 30),
        (mortiseWidth, faceShoulder, rebateWidth, tenonLength) => {
          const shape = frame({ mortiseWidth, faceShoulder, rebateWidth, tenonLength });
          made({ ...shape, routes }, pairOf(78, 78 - 2 * rebateWidth));
        },
      ),
      { seed: 15, numRuns: 12 },
    );
  });
});

describe('router', () => {
  it('10: a 10 mortise from a 9.5 cutter and a 16 bushing, in an opening of 16.5 by 29.5 with full round ends', () => {
    const shop = shopOf({ 'cutter-10': null, 'bushing-17': { outside: 16, bore: 13 } }, [
      { ...toolOf('cutter-10'), id: 'cutter-95', diameter: 9.5 } as Tool,
    ]);
    const params = {
      mortiseWidth: 10,
      tenonWidth: 23,
      edgeShoulder: 20,
      faceShoulder: 6,
      corners: 'rounded',
    };
    const plan = made({ params, routes: { mortised: 'bushing-mortise' } }, shop);
    expect(figuresOf(plan, 'bushing-mortise', /^Opening, (width|length)/)).toEqual([16.5, 29.5]);
    expect(wordsOf(plan, 'bushing-mortise')).toMatch(/full half rounds, 8\.25 mm in radius/);
    /**
     * With a cutter of the mortise's width the ends are round anyhow, and nothing is said of them.
     */
    const plain = made({ params, routes: { mortised: 'bushing-mortise' } });
    expect(wordsOf(plain, 'bushing-mortise')).not.toMatch(/half rounds/);
  });

  it('10: a round tenon copied from a disc; with another cutter the disc makes another of its family', () => {
    const shape = proposed('round', { params: { tenonLength: 30 } });
    const plan = made({ ...shape, routes: { tenoned: 'copied-round' } });
    const { kind, params, members } = resolve(plan.basis.job.joints[0]!, plan.basis.job);
    const [feature] = kind.features(params, members).tenoned as readonly [RoundTenonFeature];
    const [setup] = setupsOf(plan).filter((s) => s.method === 'copied-round');
    const cutters = EXACT.tools.filter((t) => t.kind === 'router-cutter');
    const { diameter } = cutters.find((t) => t.id === setup!.cutter)!;
    const { outside } = toolOf('bearing') as Extract<Tool, { kind: 'bearing' }>;
    const { ratio } = toolOf('copier') as Extract<Tool, { kind: 'copy-router' }>;
    /** 2 (t + d) − G; t + d less another cutter is what that makes of it. */
    const disc = ratio * (feature.diameter + diameter) - outside;
    expect([setup!.figures[0]!.name, setup!.figures[0]!.value]).toEqual(['Disc, across', disc]);
    const said = wordsOf(plan, 'copied-round');
    for (const other of cutters.filter((c) => c.id !== setup!.cutter && c.cuttingLength >= 30))
      expect(said).toContain(
        speak(
          say('{made} with a cutter of {d}', {
            made: feature.diameter + diameter - other.diameter,
            d: other.diameter,
          }),
          METRIC,
        ),
      );
    /** The cutter touches the face: twice the shoulder lies between follower and disc. */
    const gap = setup!.figures.find(({ from }) => from === 'follower-side')!;
    expect(gap.value).toBeCloseTo(ratio * (feature.fromFace - feature.diameter / 2), 9);
    expect(said).toMatch(/clear the outside.*anticlockwise round the disc/);
  });

  it('10: a loose tongue’s mortises by one template into the end as into the edge', () => {
    const plan = made(
      proposed('loose', { routes: { tenoned: 'bushing-mortise', mortised: 'bushing-mortise' } }),
    );
    const [edge, end] = [/from the layout end/, /from the reference edge/].map((name) =>
      figuresOf(plan, 'bushing-mortise', name),
    );
    expect([edge!.length, end!.length]).toEqual([1, 1]);
    const openings = figuresOf(plan, 'bushing-mortise', /^Opening, (width|length)/);
    expect(openings.slice(0, 2)).toEqual(openings.slice(2));
    expect(wordsOf(plan, 'bushing-mortise')).toMatch(/stands on end in the vice/);
  });
});

describe('a straight-edge across a leaning shoulder', () => {
  const radians = (degrees: number) => (degrees * Math.PI) / 180;
  const leaning = (degrees: number, slant: string, more: object = {}) =>
    proposed('angled', {
      params: { degrees, slant, corners: 'squared', tenonLength: 30, ...more },
    });
  const router = toolOf('router') as Extract<Tool, { kind: 'router' }>;

  it('12: turned by the bevel, base less half the cutter behind the shoulder; its points at L and L + W tan', () => {
    for (const [degrees, short] of [
      [10, 42.34],
      [-10, 17.66],
    ] as const) {
      const plan = made({
        ...leaning(degrees, 'mortise', { tenonLength: 30 }),
        routes: { tenoned: 'router-face+hand-raked' },
      });
      const [edge] = figuresOf(plan, 'router-face', /^Straight-edge/);
      const cut = setupsOf(plan).find((s) => s.method === 'router-face')!;
      const { diameter } = toolOf(cut.cutter!) as Extract<Tool, { kind: 'router-cutter' }>;
      /** Square to the shoulder; along the edge it is a little more. */
      expect((edge! - 30) * Math.cos(radians(degrees))).toBeCloseTo(
        router.baseGuided - diameter / 2,
        9,
      );
      expect(wordsOf(plan, 'router-face')).toMatch(
        new RegExp(
          `marked 30\\.0 mm from .*and ${short.toFixed(2)} mm from the corner at the other edge`,
        ),
      );
      /** Both ends and both faces by the same bevel: one card for a depth, and no wedge. */
      expect(wordsOf(plan, 'router-face')).not.toMatch(/[Ww]edge/);
      expect(cut.occurrences.map((o) => o.end)).toEqual(['a', 'b']);
      expect(cut.mirrored).toBeUndefined();
    }
  });

  it('12: of an end that was cut to the angle both marks are as far from their corners; its edges are sawn by hand', () => {
    const plan = made({
      ...leaning(8, 'tenon'),
      routes: { tenoned: 'hand-end+bearing-face+edges-by-hand' },
    });
    const at = (30 / Math.cos(radians(8))).toFixed(2);
    expect(wordsOf(plan, 'bearing-face')).toMatch(
      new RegExp(`marked ${at} mm from .*and ${at} mm from`),
    );
    const [refused] = planJob(
      jobWith({ ...leaning(8, 'tenon'), routes: {} }),
      EXACT,
    ).joints[0]!.routes.tenoned.filter((r) => r.id === 'hand-end+router-face');
    expect(speak(refused!.refusals[0]!.message, METRIC)).toMatch(
      /The edges of this tenon lean, 11\.63 mm deep/,
    );
  });

  it('12: not where the shoulder slants across the edges: a face can’t be routed at a tilt', () => {
    const { routes } = planJob(jobWith(leaning(8, 'tenon', { plane: 'thickness' })), EXACT)
      .joints[0]!;
    expect(routes.tenoned.filter((r) => r.methods.includes('router-face'))).toEqual([]);
  });
});

describe('gaps along a strip', () => {
  const cap = (shape: JobShape = {}) =>
    proposed('breadboard', {
      rail: { thickness: 20, width: 400 },
      stile: { thickness: 20, width: 70 },
      ends: 'a',
      ...shape,
    });
  const routes = { tenoned: 'saw-flat-stack+strip-slot' };

  it('12: between two saw cuts, along a strip as wide as the tongue and half of cutter less bearing', () => {
    for (const outside of [12, 15, 19]) {
      const shop = shopOf({}, [{ kind: 'bearing', id: 'own', name: 'Bearing', outside } as Tool]);
      const bearings = {
        ...shop,
        tools: shop.tools.filter((t) => t.kind !== 'bearing' || t.id === 'own'),
      };
      const plan = made({ ...cap(), routes }, bearings);
      const cut = setupsOf(plan).find((s) => s.carrier === 'bearing-strip')!;
      const { diameter: d } = toolOf(cut.cutter!) as Extract<Tool, { kind: 'router-cutter' }>;
      const { tongueLength: h, tenonLength: L } = cap().params as unknown as Record<string, number>;
      expect(figuresOf(plan, 'strip-slot', /^End to strip/)[0]).toBeCloseTo(
        L! - h! + (outside - d) / 2,
        9,
      );
      expect(wordsOf(plan, 'strip-slot')).toMatch(
        new RegExp(`strip lies on the tongue, ${(h! + (d - outside) / 2).toFixed(1)} mm wide`),
      );
      /**
       * Walls, then the router from saw cut to saw cut, then the corners: nothing is left of them.
       */
      const order = plan.cards.flatMap((c) =>
        c.setups[0]!.method === 'strip-slot' ? [c.setups[0]!.carrier] : [],
      );
      expect(order).toEqual(['two-kerfs', 'bearing-strip', 'saw-and-chisel']);
      /** From above: either saw cut by itself, and the wood between them still there. */
      const card = plan.cards.find((c) => c.setups.includes(cut))!;
      const { shapes } = scenesOf(card, plan)[0]!.pictures.find((p) => p.id === 'above')!;
      const wide = shapes
        .filter((s) => s.role === 'cut')
        .map(
          ({ outline }) =>
            Math.max(...outline.map(([, y]) => y)) - Math.min(...outline.map(([, y]) => y)),
        );
      const [gapAt, gapEnd] = ['near', 'far'].map(
        (name) => cut.figures.find((f) => f.id === name)!.value,
      );
      expect(wide.filter((w) => Math.abs(w - 1) < 1e-6).length).toBeGreaterThanOrEqual(2);
      expect(wide.filter((w) => Math.abs(w - (gapEnd! - gapAt!)) < 1)).toEqual([]);
    }
  });

  it('12: is refused without a bearing, and where no cutter goes in between', () => {
    const why = (shop: Shop, params: object = {}) =>
      planJob(jobWith(cap({ params })), shop)
        .joints[0]!.routes.tenoned.find((r) => r.id === routes.tenoned)!
        .refusals.map((r) => speak(r.message, METRIC))
        .join();
    expect(why(EXACT)).toBe('');
    expect(why({ ...EXACT, tools: EXACT.tools.filter((t) => t.kind !== 'bearing') })).toMatch(
      /with a bearing for its shank/,
    );
    expect(
      why({
        ...EXACT,
        tools: EXACT.tools.map((t): Tool =>
          t.kind === 'router-cutter' ? { ...t, cuttingLength: 15 } : t,
        ),
      }),
    ).toMatch(/through the panel/);
  });
});
