import { useEffect, useRef, useState } from 'react';
import type { Tool } from '@velk/core/shop';
import type { JobSummary } from '@velk/core/wire';
import { api, sentenceOf, useShopQuery } from '../../server/api.ts';
import { useAppDispatch } from '../../store.ts';

/** How far the plans of the jobs are looked through for a tool that is to go. */
export type Removal =
  | { readonly is: 'none' }
  | { readonly is: 'looking'; readonly done: number; readonly of: number }
  | { readonly is: 'kept'; readonly message: string };

/** Looked at together. */
const SIDE_BY_SIDE = 2;
const NONE: Removal = { is: 'none' };

/**
 * Removes a tool once no plan of a saved job is found to use it; that can take a while, and be
 * stopped.
 */
export function useRemoval(tool: Tool, remove: () => void) {
  const dispatch = useAppDispatch();
  const { data } = useShopQuery();
  const [removal, setRemoval] = useState<Removal>(NONE);
  const looking = useRef<AbortController | null>(null);
  useEffect(() => () => looking.current?.abort(), []);

  /** The name of a job whose plan uses the tool. */
  const userAmong = async (
    jobs: readonly JobSummary[],
    { signal }: AbortController,
  ): Promise<string | undefined> => {
    const left = [...jobs];
    const asking = new Set<{ abort: () => void }>();
    const stop = () => asking.forEach((asked) => asked.abort());
    signal.addEventListener('abort', stop);
    let user: string | undefined;
    let done = 0;
    setRemoval({ is: 'looking', done, of: jobs.length });
    const one = async () => {
      for (
        let job = left.shift();
        job && user === undefined && !signal.aborted;
        job = left.shift()
      ) {
        const asked = dispatch(
          api.endpoints.jobTools.initiate(job.id, { subscribe: false, forceRefetch: true }),
        );
        asking.add(asked);
        const tools = await asked.unwrap().catch((error: { status?: unknown }) => {
          /** Another job was found meanwhile, or this one was deleted. */
          if (user !== undefined || error.status === 404) return [] as string[];
          throw error;
        });
        asking.delete(asked);
        done++;
        if (tools.includes(tool.id)) {
          user = job.name;
          stop();
        } else if (!signal.aborted) setRemoval({ is: 'looking', done, of: jobs.length });
      }
    };
    await Promise.all(Array.from({ length: SIDE_BY_SIDE }, one));
    return user;
  };

  const look = async () => {
    const controller = new AbortController();
    looking.current = controller;
    setRemoval({ is: 'looking', done: 0, of: 0 });
    let kept: string | undefined;
    try {
      const list = dispatch(
        api.endpoints.jobs.initiate(undefined, { subscribe: false, forceRefetch: true }),
      );
      const jobs = (await list.unwrap()).filter(({ place }) => place !== 'bin');
      const user = await userAmong(jobs, controller);
      if (user !== undefined)
        kept = `“${tool.name}” is used by the plan of “${user}”. Retire it instead: it is then no longer chosen.`;
    } catch (error) {
      kept = `“${tool.name}” stays: whether a job uses it could not be found out. ${sentenceOf(error)}`;
    }
    if (controller.signal.aborted) return;
    looking.current = null;
    if (kept === undefined) remove();
    else setRemoval({ is: 'kept', message: kept });
  };

  return {
    removal,
    /** One that was added here and is not saved yet is used by nothing. */
    begin: () => (data?.shop.tools.some(({ id }) => id === tool.id) ? void look() : remove()),
    stop: () => {
      looking.current?.abort();
      looking.current = null;
      setRemoval(NONE);
    },
  };
}
