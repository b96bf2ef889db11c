import { useEffect, useState } from 'react';
import type { CutList, Job, Shop } from '@velk/core';
import { latest, startCore, type Asks } from '../workers/asking.ts';

/**
 * The cut list of the job as it stands, sawn up beside the page; while that is being found the one before, and nothing
 * before the first.
 */
export function useCutList(job: Job, shop: Shop): { list: CutList | undefined; current: boolean } {
  const [ask, setAsk] = useState<((question: Asks['cutList']['asks']) => void) | null>(null);
  const [found, setFound] = useState<{ of: Asks['cutList']['asks']; list: CutList } | null>(null);
  useEffect(() => {
    const worker = startCore();
    const asking = latest(worker, 'cutList', ({ list }, of) => list && setFound({ of, list }));
    setAsk(() => asking);
    return () => worker.terminate();
  }, []);
  useEffect(() => {
    ask?.({ job, shop });
  }, [ask, job, shop]);
  return { list: found?.list, current: found?.of.job === job && found.of.shop === shop };
}
