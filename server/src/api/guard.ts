import type { RequestHandler } from 'express';
import { tooMuchIn } from '@velk/core/exchange';
import { sendProblem } from './problem.ts';

/**
 * Refuses requests under another host name, and from pages of another origin: a web page elsewhere
 * can't reach in.
 */
export function guardHost(hosts: () => readonly string[]): RequestHandler {
  const nameOf = (host: string) => host.replace(/:\d+$/, '').toLowerCase();
  return (req, res, next) => {
    const host = req.headers.host ?? '';
    if (!hosts().includes(nameOf(host)))
      return sendProblem(
        res,
        421,
        'This server is not known by that host name. VELK_HOSTS adds names.',
      );
    const { origin } = req.headers;
    if (origin !== undefined && !sameHost(origin, host))
      return sendProblem(res, 403, 'Requests from another origin are refused.');
    next();
  };
}

function sameHost(origin: string, host: string): boolean {
  try {
    return new URL(origin).host === host.toLowerCase();
  } catch {
    return false;
  }
}

/** Refuses bodies that are more than any job is, before anything else looks at them. */
export const guardAmount: RequestHandler = (req, res, next) => {
  const tooMuch = tooMuchIn(req.body);
  if (tooMuch) return sendProblem(res, 400, `The request ${tooMuch}.`);
  next();
};
