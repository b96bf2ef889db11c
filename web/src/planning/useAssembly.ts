import { useMemo } from 'react';
import type { AssemblyPlan } from '@velk/core/day';
import type { Job } from '@velk/core/design';
import type { Shop } from '@velk/core/shop';
import { useAppSelector } from '../store.ts';
import { useAsked } from './useAsked.ts';

/**
 * How the job as it stands is put together, found beside the page; while that is being found the
 * one before, nothing before the first, and why where it failed.
 */
export function useAssembly(
  job: Job,
  shop: Shop,
): { plan: AssemblyPlan | undefined; current: boolean; error: string; unsound: number } {
  const unsound = useAppSelector((s) =>
    s.plans.plan?.joints
      .filter((j) => j.problems.length > 0)
      .map((j) => j.joint)
      .join('\n'),
  );
  const question = useMemo(
    () => (unsound === undefined ? null : { job, shop, unsound }),
    [job, shop, unsound],
  );
  const answer = useAsked('assembly', question);
  return {
    plan: answer?.answer.plan,
    current: answer?.of === question,
    error: answer?.answer.error ?? '',
    unsound: unsound ? unsound.split('\n').length : 0,
  };
}
