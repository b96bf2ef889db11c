import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import type { Ask, Asks } from './asks.ts';

/** Why the pool gave no answer. */
export class NoAnswer extends Error {
  constructor(readonly why: 'busy' | 'late' | 'left' | 'large') {
    super(why);
  }
}

export interface PoolOptions {
  readonly threads: number;
  /** Questions that wait at most; more are turned away at once. */
  readonly queue: number;
  /** Most that one question is worked on, ms of a processor. */
  readonly deadline: number;
  /**
   * What this process has used of the processors so far, ms: on a busy machine it grows slower than
   * the time.
   */
  readonly worked: () => number;
  /** Memory that one thread may take, MB. */
  readonly memory: number;
}

function workedHere(): number {
  const { user, system } = process.cpuUsage();
  return (user + system) / 1000;
}

const USUAL: PoolOptions = {
  threads: Math.max(2, Math.min(4, availableParallelism())),
  queue: 64,
  deadline: 120_000,
  worked: workedHere,
  memory: 1500,
};

/** How often it is looked at what each question has taken, ms. */
const LOOKED_AT = 250;

/** A question that is asked: how heavy it is, and when nobody waits for its answer any more. */
export interface Asked {
  /** As a number of values in it: of a large and a small question the small one goes first. */
  readonly weight?: number;
  readonly signal?: AbortSignal;
}

interface Waiting {
  readonly weight: number;
  /** What it has been worked on so far, ms of a processor. */
  worked: number;
  readonly question: object;
  /** Gives it up: nobody waits for the answer any more, or it takes too much. */
  giveUp: (why: NoAnswer['why']) => void;
  readonly resolve: (found: unknown) => void;
  readonly reject: (error: Error) => void;
}

export interface Pool {
  ask<A extends Ask>(ask: A, question: Asks[A]['asks'], asked?: Asked): Promise<Asks[A]['answers']>;
  stop(): Promise<void>;
}

/** From this weight on a question is heavy: one thread is always left for the others. */
const HEAVY = 3000;

/**
 * Threads for everything heavy, so that requests keep being answered: small questions are never
 * behind large ones, no question takes more work than the deadline or more memory than its own, and
 * one that nobody waits for any more is given up.
 */
export function startPool(options: Partial<PoolOptions> = {}): Pool {
  const { threads, queue, deadline, worked, memory } = { ...USUAL, ...options };
  const waiting: Waiting[] = [];
  const idle: Worker[] = [];
  const busy = new Map<Worker, Waiting>();
  let stopped = false;
  const start = (): Worker => {
    const worker = new Worker(new URL('./thread.mjs', import.meta.url), {
      execArgv: [],
      resourceLimits: { maxOldGenerationSizeMb: memory },
    });
    worker.unref();
    /**
     * One that was given up may still end in an error, and one that waits may end: neither may end
     * the server.
     */
    worker.on('error', () => undefined);
    worker.on('exit', () => idle.includes(worker) && idle.splice(idle.indexOf(worker), 1));
    return worker;
  };

  const next = (): Waiting | undefined => {
    const heavy = [...busy.values()].filter(isHeavy).length;
    const lightest = waiting.reduce<Waiting | undefined>(
      (least, one) => (least && least.weight <= one.weight ? least : one),
      undefined,
    );
    if (!lightest || (isHeavy(lightest) && heavy >= threads - 1)) return undefined;
    waiting.splice(waiting.indexOf(lightest), 1);
    return lightest;
  };

  const run = (): void => {
    if (stopped || busy.size >= threads) return;
    const one = next();
    if (!one) return;
    const worker = idle.pop() ?? start();
    busy.set(worker, one);
    const finish = (reuse: boolean) => {
      worker.off('message', heard);
      worker.off('error', failed);
      busy.delete(worker);
      if (reuse) idle.push(worker);
      else void worker.terminate();
      run();
    };
    one.giveUp = (why) => {
      finish(false);
      one.reject(new NoAnswer(why));
    };
    const heard = ({ found, error }: { found?: unknown; error?: string }) => {
      finish(true);
      if (error === undefined) one.resolve(found);
      else one.reject(new Error(error));
    };
    const failed = (error: Error & { code?: string }) => {
      finish(false);
      one.reject(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new NoAnswer('large') : error);
    };
    worker.on('message', heard);
    worker.on('error', failed);
    worker.postMessage(one.question);
    run();
  };

  /** What was worked since the last look is shared among the questions that were worked on. */
  let before = worked();
  const look = () => {
    const now = worked();
    const share = (now - before) / busy.size;
    for (const one of [...busy.values()]) {
      one.worked += share;
      if (one.worked > deadline) one.giveUp('late');
    }
    before = now;
  };
  const looking = setInterval(look, LOOKED_AT).unref();

  return {
    ask: <A extends Ask>(ask: A, question: Asks[A]['asks'], { weight = 0, signal }: Asked = {}) => {
      let left = () => undefined;
      const leave = () => left();
      return new Promise<Asks[A]['answers']>((resolve, reject) => {
        if (signal?.aborted) throw new NoAnswer('left');
        if (waiting.length >= queue) throw new NoAnswer('busy');
        const one: Waiting = {
          question: { ask, ...question },
          weight,
          worked: 0,
          giveUp: (why) => {
            waiting.splice(waiting.indexOf(one), 1);
            reject(new NoAnswer(why));
          },
          resolve: resolve as (found: unknown) => void,
          reject,
        };
        left = () => void one.giveUp('left');
        signal?.addEventListener('abort', leave);
        waiting.push(one);
        run();
      }).finally(() => signal?.removeEventListener('abort', leave));
    },
    stop: async () => {
      stopped = true;
      clearInterval(looking);
      for (const one of waiting.splice(0)) one.reject(new NoAnswer('left'));
      await Promise.all([...idle, ...busy.keys()].map((worker) => worker.terminate()));
    },
  };
}

const isHeavy = ({ weight }: Waiting): boolean => weight >= HEAVY;
