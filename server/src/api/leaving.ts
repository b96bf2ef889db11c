import type { Response } from 'express';

/** Tells when whoever asked is gone before the answer: nobody waits for it any more. */
export function leaving(res: Response): AbortSignal {
  const gone = new AbortController();
  res.on('close', () => {
    if (!res.writableEnded) gone.abort();
  });
  return gone.signal;
}
