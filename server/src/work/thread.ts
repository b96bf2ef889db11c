import { parentPort } from 'node:worker_threads';
import { planJob, RememberedProofs, resumed, toolsUsed } from '@velk/core';
import { checkBody } from '../api/schemas.ts';
import type { Question } from './asks.ts';
import { nodeModeller } from './modeller.ts';

const modeller = nodeModeller();
const remembered = new RememberedProofs();

async function answer(question: Question): Promise<unknown> {
  switch (question.ask) {
    case 'plan':
      return planJob(resumed(question.file), question.file.shop, await modeller, remembered);
    case 'used':
      return [...toolsUsed(planJob(question.job, question.shop))];
    case 'check':
      return checkBody(question.schema, question.data);
  }
}

parentPort!.on('message', (question: Question) => {
  void answer(question).then(
    (found) => parentPort!.postMessage({ found }),
    (error: unknown) => parentPort!.postMessage({ error: error instanceof Error ? error.message : String(error) }),
  );
});
