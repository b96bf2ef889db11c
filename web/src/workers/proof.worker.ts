import { planJob, RememberedProofs, type Job, type Shop } from '@velk/core';
import { modeller } from './modeller.ts';

const remembered = new RememberedProofs();

/** The whole plan with every joint cut virtually. */
self.onmessage = async ({ data }: MessageEvent<{ id: number; job: Job; shop: Shop }>) => {
  try {
    self.postMessage({ id: data.id, plan: planJob(data.job, data.shop, await modeller, remembered) });
  } catch (error) {
    self.postMessage({ id: data.id, error: String(error) });
  }
};
