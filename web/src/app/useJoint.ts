import type { Job, Joint } from '@velk/core';
import { useAppSelector } from './store.ts';

/** The joint being looked at: the picked one, or the first. */
export function useJoint(job: Job): Joint | undefined {
  const picked = useAppSelector((s) => s.view.joint);
  return job.joints.find((j) => j.id === picked) ?? job.joints[0];
}
