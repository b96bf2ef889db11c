import { beforeAll, describe, expect, it } from 'vitest';
import { resolve } from './exchange/index.ts';
import { kindOf, type Feature, type GrooveFeature } from './joints/index.ts';
import { pastEnd } from './methods/runOut.ts';
import { planJob, setupsOf, type Plan } from './plan/index.ts';
import type { Modeller } from './solids/index.ts';
import { jobWith, loadModeller, TEST_SHOP, type JobShape } from './testing/index.ts';
import { availableIn, type Shop, type Tool } from './tooling/index.ts';
import { METRIC, speak } from './units/index.ts';

/** Cuts that practitioners make, each with its measurements, as plain arithmetic (common practice) and on the piece. */

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const EXACT: Shop = { ...TEST_SHOP, graduation: 0 };

/** The shop with some of its tools measured otherwise, without others, and with more. */
const shopOf = (change: Readonly<Record<string, object | null>>, more: readonly Tool[] = []): Shop => ({
  ...EXACT,
  tools: [...EXACT.tools.flatMap((t) => (change[t.id] === null ? [] : [{ ...t, ...change[t.id] } as Tool])), ...more],
});

const toolOf = (id: string): Tool => EXACT.tools.find((t) => t.id === id)!;

/** A joint of a kind as it is proposed, with what the case changes. */
function proposed(kind: string, shape: JobShape = {}): JobShape {
  const base = jobWith(shape);
  const { members } = resolve(base.joints[0]!, base);
  return { ...shape, kind, params: { ...kindOf(kind).propose(members, availableIn(EXACT)).params, ...shape.params } };
}

/** The plan of the case; its way was taken, and leaves the joint that was asked for. */
function made(shape: JobShape, shop: Shop = EXACT): Plan {
  const plan = planJob(jobWith(shape), shop, modeller);
  const [{ problems, notTaken, proof }] = plan.joints as [Plan['joints'][number]];
  expect([problems, notTaken]).toEqual([[], undefined]);
  const halves = Object.values(proof!.members).flatMap(({ mismatches, trapped }) => [...mismatches, ...trapped]);
  expect([halves, proof!.good]).toEqual([[], true]);
  return plan;
}

const figuresOf = (plan: Plan, method: string, name: RegExp): number[] =>
  setupsOf(plan).filter((s) => s.method === method).flatMap((s) => s.figures.filter((f) => name.test(f.name)).map((f) => f.value)); // prettier-ignore
const wordsOf = (plan: Plan, method: string): string =>
  setupsOf(plan).filter((s) => s.method === method).flatMap((s) => [...s.passes.map((p) => p.words), ...s.checks].map((w) => speak(w, METRIC))).join('\n'); // prettier-ignore

describe('flat and over a stack', () => {
  const groove = (mortiseWidth: number) => proposed('stub', { params: { mortiseWidth, faceClearance: 0 }, routes: { tenoned: 'stack-groove+saw-flat-stack', mortised: 'stack-groove' } }); // prettier-ignore

  it('2: a groove as wide as the stack takes one fence, a wider one both its walls', () => {
    const stack = toolOf('stack') as Extract<Tool, { kind: 'stack' }>;
    const exact = stack.outer + stack.chippers[0]!;
    const one = made(groove(exact));
    const { kind, params, members } = resolve(one.basis.job.joints[0]!, one.basis.job);
    const [{ wall }] = kind.features(params, members).mortised as readonly Feature[] as readonly [GrooveFeature];
    /** Rails and stiles by one fence. */
    expect(new Set(figuresOf(one, 'stack-groove', /^Fence/))).toEqual(new Set([wall]));
    expect(one.cards.filter((c) => c.setups.some((s) => s.method === 'stack-groove'))).toHaveLength(1);
    expect(wordsOf(one, 'stack-groove')).not.toMatch(/far wall/);

    const narrow = shopOf({ stack: { chippers: [], shims: [] } });
    const two = made(groove(stack.outer + 2), narrow);
    const fences = [...new Set(figuresOf(two, 'stack-groove', /^Fence/))];
    expect(fences).toHaveLength(2);
    /** p + W − K, then p. */
    expect(fences[0]! - fences[1]!).toBeCloseTo(2, 9);
  });

  it('2: with a blade the same groove takes a fence for every kerf, and more time for many pieces', () => {
    const shape = groove(12);
    const plan = made({ ...shape, routes: { tenoned: 'saw-groove+hand-tenon', mortised: 'saw-groove' } });
    expect(figuresOf(plan, 'saw-groove', /^Fence/).length).toBeGreaterThan(6);
    const job = jobWith({ ...shape, routes: {} });
    const parts = job.parts.map((p) => ({ ...p, quantity: 40 }));
    expect(planJob({ ...job, parts }, EXACT).joints[0]!.chosen.mortised).not.toBe('saw-groove');
  });
});

describe('upright', () => {
  it('5: stepped with a near shoulder of 2 and a kerf of 3.2, into a sacrificial face', () => {
    const params = { corners: 'squared', faceShoulder: 2, mortiseWidth: 8, faceClearance: 0, setBack: 0 };
    const routes = { tenoned: 'crosscut-shoulders+saw-upright-stepped+edges-by-hand' };
    const plan = made({ params: { ...params, setBack: -1 }, routes, stile: { thickness: 22 } });
    const cuts = setupsOf(plan).find((s) => s.method === 'saw-upright-stepped')!.figures.filter((f) => /^Fence/.test(f.name)); // prettier-ignore
    expect(cuts.map((f) => [f.value, f.to])).toEqual([[10, 'near-side'], [2, 'far-side']]); // prettier-ignore
    expect(wordsOf(plan, 'saw-upright-stepped')).toMatch(/cuts 1\.2 mm into the jig. Put a sacrificial face on it/);
    /** The near shoulder went with the kerf; only the far one is left to crosscut. */
    expect(figuresOf(plan, 'crosscut-shoulders', /^Blade height/)).toEqual([12 - EXACT.secondCutShort]);
    const thick = made({ params: { ...params, faceShoulder: 4 }, routes });
    expect(wordsOf(thick, 'saw-upright-stepped')).not.toMatch(/sacrificial/);
  });
});

describe('slots turned over', () => {
  const slot = (mortiseWidth: number, kerf: number) => {
    const shape = proposed('open-slot', {
      params: { mortiseWidth, faceClearance: 0, faceShoulder: (22 - mortiseWidth) / 2 },
    });
    return made({ ...shape, routes: { mortised: 'saw-slot-flipped' } }, shopOf({ blade: { kerf } }));
  };
  const passes = (plan: Plan) => setupsOf(plan).find((s) => s.method === 'saw-slot-flipped')!.passes.length;

  it('7: one fence and two passes where two kerfs meet, a third only where they don’t', () => {
    /** Stock 22, slot 6: near wall 8, far kerf from 8 + 6 − 3.2. */
    const two = slot(6, 3.2);
    expect(figuresOf(two, 'saw-slot-flipped', /^Fence/)).toEqual([expect.closeTo(10.8, 9)]);
    expect(passes(two)).toBe(2);
    /** Slot 8 leaves 1.6 between two kerfs of 3.2: once more, in the middle of the stock. */
    const three = slot(8, 3.2);
    expect(figuresOf(three, 'saw-slot-flipped', /^Fence/)).toEqual([expect.closeTo(11.8, 9), expect.closeTo(9.4, 9)]);
    expect(passes(three)).toBe(3);
    const four = slot(11, 3.2);
    expect(figuresOf(four, 'saw-slot-flipped', /^Fence/)).toHaveLength(2);
    expect(passes(four)).toBe(4);
  });

  it('7: not where the slot is out of the middle, or one kerf wide', () => {
    const { params } = proposed('open-slot', { params: { mortiseWidth: 6, faceClearance: 0, faceShoulder: 8 } });
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
    const params = { corners: 'squared', mortiseWidth: 6, faceClearance: 0, faceShoulder: 5, setBack: -3 };
    const shop = shopOf({ 'band-blade': { kerf: 1.1 } });
    const plan = made({ params, routes: { tenoned: 'crosscut-shoulders+bandsaw-stepped' } }, shop);
    expect(figuresOf(plan, 'bandsaw-stepped', /^Fence/).slice(0, 2)).toEqual([11, expect.closeTo(3.9, 9)]);
    expect(wordsOf(plan, 'bandsaw-stepped')).toMatch(/3\.9 mm from the blade.*tall, narrow auxiliary fence/);
    const wide = made({ params: { ...params, faceShoulder: 8, setBack: 0 }, routes: { tenoned: 'crosscut-shoulders+bandsaw-stepped' } }, shop); // prettier-ignore
    expect(wordsOf(wide, 'bandsaw-stepped')).not.toMatch(/auxiliary/);
  });
});

describe('router', () => {
  it('10: a 10 mortise from a 9.5 cutter and a 16 bushing, in an opening of 16.5 by 29.5 with full round ends', () => {
    const shop = shopOf({ 'cutter-10': null, 'bushing-17': { outside: 16, bore: 13 } }, [{ ...toolOf('cutter-10'), id: 'cutter-95', diameter: 9.5 } as Tool]); // prettier-ignore
    const params = { mortiseWidth: 10, tenonWidth: 23, edgeShoulder: 20, faceShoulder: 6, corners: 'rounded' };
    const plan = made({ params, routes: { mortised: 'bushing-mortise' } }, shop);
    expect(figuresOf(plan, 'bushing-mortise', /^Opening, (width|length)/)).toEqual([16.5, 29.5]);
    expect(wordsOf(plan, 'bushing-mortise')).toMatch(/full half rounds, 8\.25 mm in radius/);
    /** With a cutter of the mortise's width the ends are round anyhow, and nothing is said of them. */
    const plain = made({ params, routes: { mortised: 'bushing-mortise' } });
    expect(wordsOf(plain, 'bushing-mortise')).not.toMatch(/half rounds/);
  });

  it('10: a loose tongue’s mortises by one template into the end as into the edge', () => {
    const plan = made(proposed('loose', { routes: { tenoned: 'bushing-mortise', mortised: 'bushing-mortise' } }));
    const [edge, end] = [/from the layout end/, /from the reference edge/].map((name) => figuresOf(plan, 'bushing-mortise', name)); // prettier-ignore
    expect([edge!.length, end!.length]).toEqual([1, 1]);
    const openings = figuresOf(plan, 'bushing-mortise', /^Opening, (width|length)/);
    expect(openings.slice(0, 2)).toEqual(openings.slice(2));
    expect(wordsOf(plan, 'bushing-mortise')).toMatch(/stands on end in the vice/);
  });
});

describe('joints', () => {
  it('13: a haunch open at the leg’s end: the cutter runs out there, with no stop and no mark on that side', () => {
    const open = (mortised: string) => {
      const shape = proposed('haunched');
      return made({ ...shape, params: { ...shape.params, position: 20 }, routes: { mortised } });
    };
    for (const way of ['router-jig', 'edge-guide', 'bushing-mortise']) {
      const plan = open(way);
      expect([way, wordsOf(plan, way)]).toEqual([way, expect.stringMatching(/the cutter runs out there/)]);
      /** The mortise itself stays where it was: its own stops and marks are needed. */
      const whole = setupsOf(plan).filter((s) => s.method === way && !s.traits?.includes('pocket'));
      expect(
        whole
          .flatMap((s) => s.checks)
          .map((c) => c.text)
          .join(),
      ).not.toMatch(/runs out there/);
    }
    expect(figuresOf(open('edge-guide'), 'edge-guide', /^Near mark/)).toEqual([20]);
    /** With a horn there is nothing to run out of. */
    expect(wordsOf(made(proposed('haunched', { routes: { mortised: 'router-jig' } })), 'router-jig')).not.toMatch(
      /runs out/,
    );
  });

  it('13: only a pocket may run out: a mortise past the end is refused, and so is a way that can’t do without its stop', () => {
    const shape = proposed('haunched');
    const job = jobWith({ ...shape, params: { ...shape.params, position: 20 } });
    const { routes } = planJob(job, EXACT).joints[0]!;
    const told = (id: string) => routes.mortised.find((r) => r.id === id)!.refusals.map((r) => speak(r.message, METRIC)).join(); // prettier-ignore
    expect(told('router-jig')).toBe('');
    expect(told('router-table-stops')).toMatch(/run 4\.25 mm past the end/);
    const feature = { form: 'mortise', stock: { length: 900, thickness: 22, width: 45 }, wall: 7, width: 8, length: 40, depth: 30, ends: 'clear' } as const; // prettier-ignore
    expect(pastEnd({ ...feature, start: -3 })).toHaveLength(1);
    expect(pastEnd({ ...feature, start: 0 })).toEqual([]);
    expect(pastEnd({ ...feature, start: -3, pocket: true })).toEqual([]);
  });
});
