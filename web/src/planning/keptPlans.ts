import type { Plan } from '@velk/core/day';
import { keptRows } from './core/keptRows.ts';
import { CORE } from './core/version.ts';
import { ask } from '../server/asking.ts';

/** So many plans are kept, of the jobs that were open last. */
const plans = keptRows<{ readonly key: string; readonly plan: Plan }>('plans', 20);

/** The server is waited for so long, ms: then the plan is worked out here. */
const PATIENCE = 5000;

/**
 * The plan that a job had when it was last open here, by the same core, or that the server worked
 * out ahead; nothing where none is kept, or can’t be.
 */
export async function keptPlan(job: string, core = CORE): Promise<Plan | undefined> {
  if (!core) return undefined;
  const [kept] = await plans.find(core, [job]).catch(() => []);
  return kept?.plan ?? (await planOfServer(job, core).catch(() => undefined));
}

async function planOfServer(job: string, core: string): Promise<Plan | undefined> {
  const answer = await ask(`/api/jobs/${job}/plan?core=${encodeURIComponent(core)}`, {
    signal: AbortSignal.timeout(PATIENCE),
  });
  return answer.status === 200 ? ((await answer.json()) as Plan) : undefined;
}

/** Keeps the plan of a job. Where the browser keeps nothing it is worked out anew. */
export async function keepPlan(job: string, plan: Plan, core = CORE): Promise<void> {
  if (core) await plans.put(core, [{ key: job, plan }]).catch(() => undefined);
}

export const forgetPlans = plans.forget;
