import type { Job } from '../design/job/index.ts';
import type { MemberName } from '../design/joints/index.ts';
import type { Setup } from '../making/setups/index.ts';
import type { HalfPlan } from '../making/simulate/index.ts';

/**
 * Each half of a job’s first joint with those of the set-ups that are its own, as a proof takes
 * them.
 */
export function halvesOf(job: Job, setups: readonly Setup[]): Record<MemberName, HalfPlan> {
  const half = (member: MemberName): HalfPlan => {
    const own = setups.filter((s) => s.occurrences[0]!.member === member);
    const part = job.parts.find((p) => p.id === job.joints[0]![member].part)!;
    return { batches: [{ part, setups: own }], occurrences: own.flatMap((s) => s.occurrences) };
  };
  return { tenoned: half('tenoned'), mortised: half('mortised') };
}
