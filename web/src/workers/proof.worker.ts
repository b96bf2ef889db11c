import { planToProve, Remembered, RememberedProofs, type JointDraft } from '@velk/core';
import { modeller } from './modeller.ts';
import { proveInTurn, type Asked, type ProofAnswer } from './proving.ts';

/** As many as the joints of a large job, so that none of them is cut again while another is worked on. */
const MANY = 1000;
const drafts = new Remembered<JointDraft>(MANY);
const proofs = new RememberedProofs(MANY);
const newest: { id: number; first: string | null } = { id: 0, first: null };
const answer = (message: ProofAnswer) => self.postMessage(message);

/** Every joint of a job cut virtually, one after the other; a newer question or another joint in view counts at once. */
self.onmessage = async ({ data }: MessageEvent<Asked>) => {
  newest.first = data.first;
  if (!('job' in data)) return;
  const { id, job, shop } = data;
  newest.id = id;
  try {
    await proveInTurn(planToProve(job, shop, drafts), await modeller, proofs, {
      first: () => newest.first,
      wanted: () => newest.id === id,
      tell: (found) => answer({ id, proofs: found }),
    });
  } catch (error) {
    answer({ id, error: String(error) });
  }
};
