import Module from 'manifold-3d';
import wasmUrl from 'manifold-3d/manifold.wasm?url';
import { planJob, type Job, type Shop } from '@velk/core';
import { createModeller } from '@velk/core/modeller';

/** The whole plan with every joint cut virtually. */
const loading = Module({ locateFile: () => wasmUrl }).then((wasm) => {
  wasm.setup();
  return createModeller(wasm);
});

self.onmessage = async ({ data }: MessageEvent<{ id: number; job: Job; shop: Shop }>) => {
  try {
    self.postMessage({ id: data.id, plan: planJob(data.job, data.shop, await loading) });
  } catch (error) {
    self.postMessage({ id: data.id, error: String(error) });
  }
};
