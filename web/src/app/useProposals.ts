import { useMemo } from 'react';
import type { Job, Proposals, Shop } from '@velk/core';
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
