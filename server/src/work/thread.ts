import { parentPort } from 'node:worker_threads';
import { gzipSync } from 'node:zlib';
import {
  digestOf,
  holdingPlan,
  listedCards,
  packedProof,
  planJob,
  proofKey,
  readingsToMake,
  RememberedProofs,
  resumed,
  sketchesOf,
  toolsUsed,
  type Plan,
  type ToProve,
} from '@velk/core/day';
import type { Job } from '@velk/core/design';
import type { JointProof, PieceProof } from '@velk/core/making';
import type { Shop } from '@velk/core/shop';
import { checkBody } from '../api/checkBody.ts';
import type { Question } from './asks.ts';
import { nodeModeller } from './modeller.ts';

const modeller = nodeModeller();
const remembered = new RememberedProofs();

/** What follows on a question about a job plans nothing anew. */
const planned = holdingPlan();

/** What is to be proved of a job and read off its cards, each with what it is kept under. */
async function toProve({ job, shop }: { readonly job: Job; readonly shop: Shop }) {
  const { plan, provers, pieces } = planned(job, shop);
  const asked: readonly ToProve<JointProof | PieceProof>[] = [
    ...[...provers.values()].map((of) => of()),
    ...pieces(),
  ];
  const readings = plan.cards.map((card) => readingsToMake(card, plan));
  return {
    plan,
    proofs: await Promise.all(asked.map(keyed)),
    readings: await Promise.all(readings.map(keyed)),
  };
}

/** Whether a joint can be made at all. */
const isSound = ({ joints }: Pick<Plan, 'joints'>, id: string): boolean =>
  joints.some(({ joint, problems }) => joint === id && problems.length === 0);

/** With what it is kept under. */
const keyed = async ({ question, prove }: ToProve<object>) => ({
  key: await proofKey(question),
  prove,
});

async function answer(question: Question): Promise<unknown> {
  switch (question.ask) {
    case 'plan':
      return planJob(resumed(question.file), question.file.shop, await modeller, remembered);
    case 'used':
      return [...toolsUsed(planJob(question.job, question.shop))];
    case 'toProve': {
      const { plan, proofs, readings } = await toProve(question);
      return {
        digest: digestOf(plan),
        listed: {
          sketches: sketchesOf(await modeller, question.job, (id) => isSound(plan, id)),
          cards: listedCards(plan),
        },
        plan: gzipSync(JSON.stringify(plan)),
        keys: proofs.map(({ key }) => key),
        readings: readings.map(({ key }) => key),
      };
    }
    case 'proofs': {
      const wanted = new Set(question.keys);
      const { proofs, readings } = await toProve(question);
      const asked = [...proofs, ...readings].filter(({ key }) => wanted.has(key));
      const cut = await modeller;
      return asked.map(({ key, prove }) => packedProof(key, prove(cut)));
    }
    case 'check':
      return checkBody(question.schema, question.data);
  }
}

parentPort!.on('message', (question: Question) => {
  void answer(question).then(
    (found) => parentPort!.postMessage({ found }),
    (error: unknown) =>
      parentPort!.postMessage({ error: error instanceof Error ? error.message : String(error) }),
  );
});
