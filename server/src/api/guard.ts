import type { RequestHandler } from 'express';
import { sendProblem } from './problem.ts';

/** Refuses requests under another host name, and from pages of another origin: a web page elsewhere can't reach in. */
export function guardHost(hosts: readonly string[]): RequestHandler {
  const nameOf = (host: string) => host.replace(/:\d+$/, '').toLowerCase();
  return (req, res, next) => {
    const host = req.headers.host ?? '';
    if (!hosts.includes(nameOf(host)))
      return sendProblem(res, 421, 'This server is not known by that host name. VELK_HOSTS adds names.');
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

/** Deepest nesting of a job file is 6; more is not a job. */
const DEEPEST = 12;

/** Refuses bodies nested deeper than any job is. */
export const guardDepth: RequestHandler = (req, res, next) => {
  const tooDeep = (value: unknown, left: number): boolean =>
    typeof value === 'object' &&
    value !== null &&
    (left === 0 || Object.values(value).some((inner) => tooDeep(inner, left - 1)));
  if (tooDeep(req.body, DEEPEST)) return sendProblem(res, 400, `The request is nested deeper than ${DEEPEST} levels.`);
  next();
};
