import type { Plan } from '@velk/core';
import { keptRows } from '../workers/keptRows.ts';
import { CORE } from '../workers/version.ts';

/** So many plans are kept, of the jobs that were open last. */
const plans = keptRows<{ readonly key: string; readonly plan: Plan }>('plans', 20);

/**
 * The plan that a job had when it was last open here, by the same core; nothing where none is kept,
 * or can’t be.
 */
export async function keptPlan(job: string, core = CORE): Promise<Plan | undefined> {
  if (!core) return undefined;
  const [kept] = await plans.find(core, [job]).catch(() => []);
  return kept?.plan;
}

/** Keeps the plan of a job. Where the browser keeps nothing it is worked out anew. */
export async function keepPlan(job: string, plan: Plan, core = CORE): Promise<void> {
  if (core) await plans.put(core, [{ key: job, plan }]).catch(() => undefined);
}

export const forgetPlans = plans.forget;
