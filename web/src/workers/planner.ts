import type { Job, Plan, Shop } from '@velk/core';

interface Answer {
  id: number;
  plan?: Plan;
  error?: string;
}

/** A worker that always works on the newest question: one being answered, at most one waiting. */
export function latest(worker: Worker, done: (answer: Answer) => void): (question: { job: Job; shop: Shop }) => void {
  let id = 0;
  let busy = false;
  let waiting: { job: Job; shop: Shop } | null = null;
  const ask = (question: { job: Job; shop: Shop }) => {
    busy = true;
    worker.postMessage({ id: ++id, ...question });
  };
  worker.onmessage = ({ data }: MessageEvent<Answer>) => {
    busy = false;
    if (!waiting) return done(data);
    const next = waiting;
    waiting = null;
    if (data.plan) done(data);
    ask(next);
  };
  return (question) => {
    if (busy) waiting = question;
    else ask(question);
  };
}
