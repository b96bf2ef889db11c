export type Answer<A> = { readonly id: number; readonly error?: string } & Partial<A>;

/**
 * A worker that always works on the newest question: one being answered, at most one waiting. The error of a question
 * that is no longer asked is not told.
 */
export function latest<Question extends object, A>(
  worker: Worker,
  done: (answer: Answer<A>, question: Question) => void,
): (question: Question) => void {
  let id = 0;
  let busy = false;
  let waiting: Question | null = null;
  let asked: Question;
  const ask = (question: Question) => {
    busy = true;
    asked = question;
    worker.postMessage({ id: ++id, ...question });
  };
  worker.onmessage = ({ data }: MessageEvent<Answer<A>>) => {
    busy = false;
    if (!waiting) return done(data, asked);
    const next = waiting;
    waiting = null;
    if (data.error === undefined) done(data, asked);
    ask(next);
  };
  return (question) => {
    if (busy) waiting = question;
    else ask(question);
  };
}
