import { Worker } from 'node:worker_threads';
import type { JobFile, Plan } from '@velk/core';

export interface Planner {
  plan(file: JobFile): Promise<Plan>;
  stop(): Promise<void>;
}

interface Waiting {
  resolve: (plan: Plan) => void;
  reject: (error: Error) => void;
}

/** Plans jobs in a thread of its own, one after the other, so that requests keep being answered. */
export function startPlanner(): Planner {
  const waiting = new Map<number, Waiting>();
  let next = 0;
  let worker: Worker | undefined;

  const start = (): Worker => {
    const started = new Worker(new URL('./planThread.mjs', import.meta.url), { execArgv: [] });
    started.unref();
    started.on('message', ({ id, plan, error }: { id: number; plan?: Plan; error?: string }) => {
      const caller = waiting.get(id);
      waiting.delete(id);
      if (plan) caller?.resolve(plan);
      else caller?.reject(new Error(error));
    });
    started.on('error', (error: Error) => {
      worker = undefined;
      for (const caller of waiting.values()) caller.reject(error);
      waiting.clear();
    });
    return started;
  };

  return {
    plan: (file) =>
      new Promise((resolve, reject) => {
        const id = next++;
        waiting.set(id, { resolve, reject });
        worker ??= start();
        worker.postMessage({ id, file });
      }),
    stop: async () => {
      await worker?.terminate();
    },
  };
}
