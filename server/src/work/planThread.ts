import { parentPort } from 'node:worker_threads';
import { planJob, RememberedProofs, type JobFile } from '@velk/core';
import { nodeModeller } from './modeller.ts';

const modeller = await nodeModeller();
const remembered = new RememberedProofs();

parentPort!.on('message', ({ id, file }: { id: number; file: JobFile }) => {
  try {
    parentPort!.postMessage({ id, plan: planJob(file.job, file.shop, modeller, remembered) });
  } catch (error) {
    parentPort!.postMessage({ id, error: error instanceof Error ? error.message : String(error) });
  }
});
