import { planToProve, RememberedProofs } from '@velk/core';
import { modeller } from './modeller.ts';
import { proveInTurn, type Asked, type ProofAnswer } from './proving.ts';

/** As many as the joints of a large job, so that none of them is cut again while another is worked on. */
const remembered = new RememberedProofs(1000);
const newest: { id: number; first: string | null } = { id: 0, first: null };
const answer = (message: ProofAnswer) => self.postMessage(message);

/** Every joint of a job cut virtually, one after the other; a newer question or another joint in view counts at once. */
self.onmessage = async ({ data }: MessageEvent<Asked>) => {
  newest.first = data.first;
  if (!('job' in data)) return;
  const { id, job, shop } = data;
  newest.id = id;
  try {
    await proveInTurn(planToProve(job, shop), await modeller, remembered, {
      first: () => newest.first,
      wanted: () => newest.id === id,
      tell: (proofs) => answer({ id, proofs }),
    });
  } catch (error) {
    answer({ id, error: String(error) });
  }
};
