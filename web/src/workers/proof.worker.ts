import { planJob, proofsOf, RememberedProofs, type Job, type Shop } from '@velk/core';
import { modeller } from './modeller.ts';

const remembered = new RememberedProofs();

/** Every joint of a job cut virtually. */
self.onmessage = async ({ data }: MessageEvent<{ id: number; job: Job; shop: Shop }>) => {
  try {
    const plan = planJob(data.job, data.shop, await modeller, remembered);
    self.postMessage({ id: data.id, proofs: proofsOf(plan) });
  } catch (error) {
    self.postMessage({ id: data.id, error: String(error) });
  }
};
