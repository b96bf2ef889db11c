import { useMemo } from 'react';
import type { CutList } from '@velk/core/day';
import type { Job } from '@velk/core/design';
import type { Shop } from '@velk/core/shop';
import { useAsked } from './useAsked.ts';

/**
 * The cut list of the job as it stands, sawn up beside the page; while that is being found the one
 * before, nothing before the first, and why where it failed.
 */
export function useCutList(
  job: Job,
  shop: Shop,
): { list: CutList | undefined; current: boolean; error: string } {
  const question = useMemo(() => ({ job, shop }), [job, shop]);
  const answer = useAsked('cutList', question);
  return {
    list: answer?.answer.list,
    current: answer?.of === question,
    error: answer?.answer.error ?? '',
  };
}
