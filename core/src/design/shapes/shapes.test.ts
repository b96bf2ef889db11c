import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Part } from '../../shop/stock/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { toolsOf } from '../../shop/tooling/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import {
  unshaped,
  proveShape,
  shapedPart,
  SHAPE_KINDS,
  shapeKindOf,
  type ShapedPart,
  type ShapeParams,
} from './index.ts';

const [rail] = jobWith().parts as [Part];
const sized = (length: number, thickness: number, width: number): Part => ({
  ...rail,
  name: 'Leg',
  length,
  thickness: { nominal: thickness, measured: [] },
  width: { nominal: width, measured: [] },
});
const kind = (id: string) => shapeKindOf({ kind: id });
const figures = (id: string, params: ShapeParams, part: Part) =>
  Object.fromEntries(
    kind(id)
      .figures(params, shapedPart(part), TEST_SHOP)
      .map((figure) => [figure.id, figure.value]),
  );
const problems = (id: string, params: ShapeParams, part: Part) =>
  kind(id)
    .problems(params, shapedPart(part), TEST_SHOP)
    .map(({ param, message }) => `${param}: ${speak(message, METRIC)}`);

/** Sizes that furniture has, and for each kind all that can be asked of it. */
const parts = fc
  .record({
    length: fc.integer({ min: 150, max: 1500 }),
    thickness: fc.integer({ min: 15, max: 80 }),
    width: fc.integer({ min: 25, max: 150 }),
  })
  .map(({ length, thickness, width }) => sized(length, thickness, width));
const share = fc.double({ min: 0.02, max: 0.98, noNaN: true });
const drawn: Readonly<Record<string, (part: ShapedPart) => fc.Arbitrary<ShapeParams>>> = {
  taper: ({ length, width }) =>
    fc.record({
      end: fc.constantFrom('a', 'b'),
      sides: fc.constantFrom('edge', 'edge-and-face'),
      straight: share.map((s) => s * 0.8 * length),
      foot: share.map((s) => width * (0.4 + 0.6 * s)),
      jigLength: fc.integer({ min: 200, max: 1200 }),
      jigWidth: fc.integer({ min: 20, max: 200 }),
    }),
  hole: ({ length, thickness, width }) =>
    fc.record({
      face: fc.constantFrom('face', 'other-face'),
      diameter: fc.constantFrom(...toolsOf(TEST_SHOP, 'boring-bit').map((bit) => bit.diameter)),
      depth: fc.oneof(
        fc.constant(0),
        share.map((s) => s * thickness),
      ),
      from: share.map((s) => s * length),
      across: share.map((s) => s * width),
      count: fc.integer({ min: 1, max: 4 }),
      pitch: share.map((s) => 20 + (s * length) / 6),
    }),
  arc: ({ length, width }) =>
    fc.record({
      curve: fc.constantFrom('hollow', 'crown'),
      edge: fc.constantFrom('reference', 'other'),
      rise: share.map((s) => s * width * 0.45),
      from: share.map((s) => s * 0.5 * length),
      chord: share.map((s) => s * 0.7 * length),
    }),
  'round-over': ({ thickness }) =>
    fc.record({
      edges: fc.constantFrom('all', 'face', 'other-face'),
      radius: share.map((s) => s * 0.6 * thickness),
    }),
};

describe('shapes of parts', () => {
  it.each(SHAPE_KINDS.map(({ id }) => id))(
    '%s: what the machine leaves is the piece that is wanted, whatever is asked',
    async (id) => {
      const cutter = await loadModeller();
      let [sound, refused] = [0, 0];
      fc.assert(
        fc.property(
          parts.chain((part) => fc.tuple(fc.constant(part), drawn[id]!(shapedPart(part)))),
          ([part, params]) => {
            if (problems(id, params, part).length) return void refused++;
            const proof = proveShape(
              cutter,
              { id: 's', kind: id, part: part.id, params },
              part,
              TEST_SHOP,
            );
            expect(proof).toMatchObject({ good: true });
            sound++;
          },
        ),
        { seed: 11, numRuns: 50 },
      );
      expect([sound > 15, refused < 35]).toEqual([true, true]);
    },
  );

  it.each(SHAPE_KINDS.map(({ id }) => id))(
    '%s: a figure that is set half a millimetre off is seen',
    async (id) => {
      const cutter = await loadModeller();
      const part = sized(600, 40, 60);
      const params = kind(id).propose(shapedPart(part), TEST_SHOP);
      expect(problems(id, params, part)).toEqual([]);
      const shapeKind = kind(id);
      for (const off of shapeKind.figures(params, shapedPart(part), TEST_SHOP)) {
        /** What only has to be enough shapes nothing. */
        if (off.id === 'height' && id === 'taper') continue;
        if (off.id === 'depth' && params['depth'] === 0) continue;
        const wrong = {
          ...shapeKind,
          figures: (...args: Parameters<typeof shapeKind.figures>) =>
            shapeKind
              .figures(...args)
              .map((f) => (f.id === off.id ? { ...f, value: f.value + 0.5 } : f)),
        };
        const set = new Map(
          wrong.figures(params, shapedPart(part), TEST_SHOP).map((f) => [f.id, f.value]),
        );
        const differs = cutter.scope(() => {
          const piece = cutter.solid(unshaped(shapedPart(part)));
          const wanted = piece.within(cutter.solid(shapeKind.wanted(params, shapedPart(part))));
          const cut = piece.within(
            cutter.solid(shapeKind.cut(set, params, shapedPart(part), TEST_SHOP)),
          );
          return wanted.minus(cut).volume() + cut.minus(wanted).volume();
        });
        expect([off.id, differs > 10]).toEqual([off.id, true]);
      }
    },
  );

  it('a leg of 45 square, straight for 150 of 700, to 25 at the foot on two sides: a jig of 550 has an offset of 20', () => {
    const leg = sized(700, 45, 45);
    const params = {
      end: 'b',
      sides: 'edge-and-face',
      straight: 150,
      foot: 25,
      jigLength: 550,
      jigWidth: 100,
    };
    /**
     * It falls by 20 over 550; along the hypotenuse of 550 and 20 the jig turns it, and both sides
     * have one setting.
     */
    const turned = Math.hypot(550, 20);
    expect(figures('taper', params, leg)).toEqual({
      offset: 20,
      height: 50,
      'fence-edge': Math.round(10 * (100 + (700 * 20) / turned + (25 * 550) / turned)) / 10,
    });
    /** Not square: each side has a fence of its own. */
    expect(Object.keys(figures('taper', params, sized(700, 60, 45)))).toEqual([
      'offset',
      'fence-edge',
      'fence-face',
      'height',
    ]);
    expect(Object.keys(figures('taper', { ...params, sides: 'edge' }, sized(700, 60, 45)))).toEqual(
      ['offset', 'fence-edge', 'height'],
    );
    /** The blade stands over the greater of both sides that it cuts through. */
    expect([
      figures('taper', params, sized(700, 45, 60))['height'],
      figures('taper', { ...params, sides: 'edge' }, sized(700, 45, 60))['height'],
    ]).toEqual([65, 50]);
    const one = (own: ShapeParams) => problems('taper', { ...params, ...own }, leg)[0];
    expect(one({ straight: 700 })).toBe(
      'straight: Leg: the straight stretch of 700.0 mm must be shorter than the part, 700.0 mm.',
    );
    expect(one({ foot: 45 })).toBe(
      'foot: Leg: the foot of 45.0 mm must be narrower than the part, 45.0 mm.',
    );
    expect(one({ straight: 650 })).toMatch(/^foot: .*falls by 20.0 mm, more than a quarter/);
    expect(problems('taper', params, sized(700, 18, 45))[0]).toMatch(
      /as much comes off the face, 20.0 mm: more than the thickness/,
    );
  });

  it('a hollow of 560 that rises 40: the circle through its ends and its middle has a radius of 1000', () => {
    const apron = sized(900, 20, 120);
    const params = { curve: 'hollow', edge: 'other', rise: 40, from: 20, chord: 560 };
    /** 280² + (R − 40)² = R² */
    expect(figures('arc', params, apron)).toEqual({
      arm: 1000,
      'pivot-along': 300,
      'pivot-off': 960,
    });
    /** 300² + (R − 80)² = R²: 602.5 */
    expect(figures('arc', { ...params, curve: 'crown', rise: 80 }, sized(600, 20, 120))).toEqual({
      arm: 602.5,
      'pivot-along': 300,
      'pivot-off': 602.5,
    });
    /** Of 2551 no arm is: marks for a lath. */
    expect(figures('arc', { ...params, curve: 'crown' }, apron)).toEqual({
      begin: 0,
      end: 900,
      'ends-in': 40,
      'middle-in': 0,
    });
    expect(figures('arc', { ...params, rise: 20 }, apron)).toEqual({
      begin: 20,
      end: 580,
      'ends-in': 0,
      'middle-in': 20,
    });
    expect(problems('arc', { ...params, chord: 890 }, apron)[0]).toMatch(
      /^chord: Leg: a hollow of 890.0 mm from 20.0 mm runs past end B/,
    );
    expect(problems('arc', { ...params, rise: 130 }, apron)[0]).toMatch(
      /leaves nothing of a width of 120/,
    );
    expect(problems('arc', { ...params, chord: 60 }, apron)[0]).toMatch(/must be 30.0 mm or less/);
    const how = (own: ShapeParams) =>
      kind('arc').how({ ...params, ...own }, shapedPart(apron), TEST_SHOP)[0]!.text;
    expect([how({}), how({ rise: 20 })].map((words) => /lath/.test(words))).toEqual([false, true]);
  });

  it('holes go from the nearer edge, by a bit of the chest, and are refused where they run out or meet', () => {
    const shelf = sized(400, 20, 90);
    const params = {
      face: 'face',
      diameter: 8,
      depth: 0,
      from: 50,
      across: 70,
      count: 3,
      pitch: 100,
    };
    expect(figures('hole', params, shelf)).toEqual({
      fence: 20,
      'stop-0': 50,
      'stop-1': 150,
      'stop-2': 250,
      depth: 23,
    });
    expect(figures('hole', { ...params, across: 30, depth: 12 }, shelf)).toMatchObject({
      fence: 30,
      depth: 12,
    });
    const one = (own: ShapeParams) => problems('hole', { ...params, ...own }, shelf)[0];
    expect(one({ diameter: 8.7 })).toMatch(/^diameter: .*no bit of 8.7 mm; the nearest is/);
    expect(one({ pitch: 200 })).toMatch(/^pitch: .*the last hole, at 450.0 mm, runs out of end B/);
    expect(one({ pitch: 7 })).toMatch(/^pitch: .*holes of 8.0 mm at 7.0 mm meet/);
    expect(one({ across: 88 })).toMatch(/^across: .*runs out of the edge/);
    expect(one({ from: 3 })).toMatch(/^from: .*runs out of end A/);
    expect(one({ depth: 21 })).toMatch(/^depth: .*must be 20.0 mm or less; 0 bores through/);
  });

  it('a bit that is larger than the hole takes wood that was wanted, and that is told', async () => {
    const tools = TEST_SHOP.tools.map((tool) =>
      tool.kind === 'boring-bit' && tool.diameter === 8 ? { ...tool, diameter: 8.04 } : tool,
    );
    const shelf = sized(400, 20, 90);
    const shape = {
      id: 's',
      kind: 'hole',
      part: shelf.id,
      params: { face: 'face', diameter: 8, depth: 0, from: 50, across: 40, count: 1, pitch: 1 },
    };
    const proof = proveShape(await loadModeller(), shape, shelf, { ...TEST_SHOP, tools });
    /** A ring of 0.02 all round, 20 deep. */
    expect(proof).toEqual({
      left: expect.closeTo(0, 1) as number,
      lost: expect.closeTo(Math.PI * 8.02 * 0.02 * 20, 0) as number,
      good: false,
    });
  });

  it('edges are rounded at the face that was said', async () => {
    const cutter = await loadModeller();
    const slat = shapedPart(sized(400, 20, 40));
    const across = (edges: string) =>
      cutter.scope(() => {
        const waste = cutter
          .solid(unshaped(slat))
          .within(cutter.solid(kind('round-over').wanted({ edges, radius: 4 }, slat)));
        const { min, max } = waste.bounds();
        return [min[1], max[1]].map(Math.round);
      });
    expect([across('face'), across('other-face'), across('all')]).toEqual([
      [0, 4],
      [16, 20],
      [0, 20],
    ]);
  });

  it('roundings that would meet are refused: half the thickness on all four edges, all of it on two', () => {
    const slat = sized(400, 12, 40);
    const refused = (edges: string, radius: number) =>
      problems('round-over', { edges, radius }, slat).length > 0;
    expect([
      refused('all', 6),
      refused('all', 6.1),
      refused('face', 12),
      refused('face', 12.1),
    ]).toEqual([false, true, false, true]);
    expect(figures('round-over', { edges: 'all', radius: 5 }, slat)).toEqual({ height: 5 });
  });
});
