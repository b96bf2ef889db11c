import { planJob, type Job, type Shop } from '@velk/core';

/** Figures and order, without the proof: milliseconds. */
self.onmessage = ({ data }: MessageEvent<{ id: number; job: Job; shop: Shop }>) => {
  try {
    self.postMessage({ id: data.id, plan: planJob(data.job, data.shop) });
  } catch (error) {
    self.postMessage({ id: data.id, error: String(error) });
  }
};
