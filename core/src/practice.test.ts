import { beforeAll, describe, expect, it } from 'vitest';
import { resolve } from './exchange/index.ts';
import { kindOf } from './joints/index.ts';
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
