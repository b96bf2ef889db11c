import { useMemo } from 'react';
import type { Job } from '@velk/core/design';
import type { Proposals } from '@velk/core/day';
import type { Shop } from '@velk/core/shop';
import { useAsked } from './useAsked.ts';

/**
 * What is proposed of a joint once it was tried; nothing until then, nor of a job that has changed
 * since.
 */
export function useProposals(
  joint: string,
  job: Job,
  shop: Shop,
  some: boolean,
): Proposals | undefined {
  const question = useMemo(() => (some ? { joint, job, shop } : null), [some, joint, job, shop]);
  const told = useAsked('proposals', question);
  return told && told.of === question ? told.answer.proposals : undefined;
}
