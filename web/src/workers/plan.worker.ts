import { planToProve, Remembered, type Job, type JointDraft, type Shop } from '@velk/core';

/** As many as the joints of a large job. */
const drafts = new Remembered<JointDraft>(1000);

/** Figures and order, without the proof: milliseconds. */
self.onmessage = ({ data }: MessageEvent<{ id: number; job: Job; shop: Shop }>) => {
  try {
    const { basis: _, ...plan } = planToProve(data.job, data.shop, drafts).plan;
    self.postMessage({ id: data.id, plan });
  } catch (error) {
    self.postMessage({ id: data.id, error: String(error) });
  }
};
