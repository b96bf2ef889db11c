import { expect } from 'vitest';
import { resolve } from '../design/job/index.ts';
import { kindOf } from '../design/joints/index.ts';
import { planJob, setupsOf, type Plan } from '../day/plan/index.ts';
import { availableIn, type Shop, type Tool } from '../shop/tooling/index.ts';
import { METRIC, speak } from '../ground/units/index.ts';
import { jobWith, type JobShape } from './jobs.ts';
import { loadModeller } from './modeller.ts';
import { TEST_SHOP } from './shops.ts';

export const modeller = await loadModeller();

export const EXACT: Shop = { ...TEST_SHOP, graduation: 0 };

/** The shop with some of its tools measured otherwise, without others, and with more. */
export const shopOf = (
  change: Readonly<Record<string, object | null>>,
  more: readonly Tool[] = [],
): Shop => ({
  ...EXACT,
  tools: [
    ...EXACT.tools.flatMap((t) => (change[t.id] === null ? [] : [{ ...t, ...change[t.id] }])),
    ...more,
  ],
});

export const toolOf = (id: string): Tool => EXACT.tools.find((t) => t.id === id)!;

/** A joint of a kind as it is proposed, with what the case changes. */
export function proposed(kind: string, shape: JobShape = {}): JobShape {
  const base = jobWith(shape);
  const { members } = resolve(base.joints[0]!, base);
  return {
    ...shape,
    kind,
    params: { ...kindOf(kind).propose(members, availableIn(EXACT)).params, ...shape.params },
  };
}

/** The plan of the case; its way was taken, and leaves the joint that was asked for. */
export function made(shape: JobShape, shop: Shop = EXACT): Plan {
  const plan = planJob(jobWith(shape), shop, modeller);
  const [{ problems, notTaken, proof }] = plan.joints as [Plan['joints'][number]];
  expect([problems, notTaken]).toEqual([[], undefined]);
  const halves = Object.values(proof!.members).flatMap(({ mismatches, trapped }) => [
    ...mismatches,
    ...trapped,
  ]);
  expect([halves, proof!.good]).toEqual([[], true]);
  return plan;
}

export const figuresOf = (plan: Plan, method: string, name: RegExp): number[] =>
  setupsOf(plan)
    .filter((s) => s.method === method)
    .flatMap((s) => s.figures.filter((f) => name.test(f.name)).map((f) => f.value));
export const wordsOf = (plan: Plan, method: string): string =>
  setupsOf(plan)
    .filter((s) => s.method === method)
    .flatMap((s) => [...s.passes.map((p) => p.words), ...s.reminders].map((w) => speak(w, METRIC)))
    .join('\n');
