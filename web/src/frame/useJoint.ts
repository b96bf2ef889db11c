import { useCallback, useEffect, useRef } from 'react';
import { useLocation, useNavigate, useSearchParams } from 'react-router';
import type { Job, Joint } from '@velk/core/design';
import { useAppDispatch, useAppSelector } from '../store.ts';
import { jointPicked } from './view.ts';

/** Stages that show one joint at a time. */
const OF_ONE = new Set(['joints', 'methods', 'proof']);

/** The joint being looked at: the picked one, or the first. */
export function useJoint(job: Job): Joint | undefined {
  const picked = useAppSelector((s) => s.view.joint);
  return job.joints.find((j) => j.id === picked) ?? job.joints[0];
}

/**
 * The joint that was picked, where it is one of this job: another's, that is still open as one
 * comes, means nothing.
 */
export const usePicked = (job: string): string | null =>
  useAppSelector(({ view, bench }) => {
    const own = bench.id === job && bench.now?.joints.some(({ id }) => id === view.joint);
    return own ? view.joint : null;
  });

/** What a stage's address says of the joint that is looked at, for those that show one. */
export const searchFor = (stage: string, joint: string | null): string =>
  joint && OF_ONE.has(stage) ? `?${new URLSearchParams({ joint }).toString()}` : '';

/** Picks a joint, and names it in the address where the address is about one. */
export function usePickJoint(): (joint: string) => void {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  return useCallback(
    (joint) => {
      dispatch(jointPicked(joint));
      const search = searchFor(pathname.split('/').at(-1)!, joint);
      if (search) void navigate({ search }, { replace: true });
    },
    [dispatch, navigate, pathname],
  );
}

/**
 * Picks the joint that the address names; gives it where the job has no such joint, and had none
 * while it was open.
 */
export function useAddressedJoint(job: Job | null): string | undefined {
  const dispatch = useAppDispatch();
  const asked = useSearchParams()[0].get('joint');
  const there = job?.joints.some(({ id }) => id === asked);
  const known = useRef<string | null>(null);
  if (there) known.current = asked;
  useEffect(() => {
    if (asked && there) dispatch(jointPicked(asked));
  }, [dispatch, asked, there]);
  return job && asked && !there && asked !== known.current ? asked : undefined;
}
