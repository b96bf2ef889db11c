import type { ErrorRequestHandler, Response } from 'express';
import type { FieldError } from '@velk/core/exchange';
import { StaleSave } from '../store/jobs.ts';
import { NoShop, StaleShop } from '../store/shops.ts';
import { storeTroubleOf, type StoreTrouble } from '../store/trouble.ts';
import { NoAnswer } from '../work/pool.ts';
import { shownShop } from './shownShop.ts';
import { StillLooking } from './uses.ts';

/** An error as RFC 9457 problem+json: one sentence, and the path of each bad field. */
export function sendProblem(
  res: Response,
  status: number,
  title: string,
  extra: {
    errors?: FieldError[];
    current?: unknown;
    landed?: number | undefined;
    looking?: boolean;
  } = {},
): void {
  res
    .status(status)
    .type('application/problem+json')
    .send(JSON.stringify({ type: 'about:blank', title, status, ...extra }));
}

const STORE: Readonly<Record<StoreTrouble, readonly [status: number, title: string]>> = {
  lost: [
    503,
    'The database can’t be reached. Nothing is lost: keep the page open, it saves when the database is back.',
  ],
  crowded: [503, 'The database has more to do than it can take at once. Try again in a moment.'],
  slow: [
    500,
    'The database did not finish this in half a minute, and changed nothing. Try it again, or with less.',
  ],
  full: [507, 'The disk that Velk keeps its data on is full: make room on it.'],
};

const NO_ANSWER: Readonly<
  Record<Exclude<NoAnswer['why'], 'left'>, readonly [status: number, title: string]>
> = {
  busy: [503, 'The server has as much to plan as it can take. Try again in a moment.'],
  late: [422, 'This takes too long to plan. Make several jobs of it.'],
  large: [
    422,
    'This takes more memory to plan than the server has for one job. Make several jobs of it.',
  ],
};

/** Turns every error into a problem; what is not expected says nothing of the inside. */
export const problems: ErrorRequestHandler = (
  error: Error & { code?: string; type?: string; status?: number },
  req,
  res,
  next,
) => {
  if (res.headersSent) return next(error);
  if (error instanceof StaleSave)
    return sendProblem(res, 409, error.message, { current: error.stored, landed: error.landed });
  if (error instanceof StaleShop)
    return sendProblem(res, 409, error.message, { current: shownShop(error.stored) });
  if (error instanceof NoAnswer) {
    if (error.why === 'left') return void res.end();
    const [status, title] = NO_ANSWER[error.why];
    if (status === 503) res.set('Retry-After', '5');
    return sendProblem(res, status, title);
  }
  if (error instanceof StillLooking) {
    res.set('Retry-After', '2');
    return sendProblem(res, 503, error.message, { looking: true });
  }
  if (error.type === 'entity.too.large')
    return sendProblem(res, 413, 'The request is larger than this server reads.');
  if (error.type === 'encoding.unsupported')
    return sendProblem(res, 415, 'Compressed requests are not read: send it as it is.');
  if (error.type === 'entity.parse.failed')
    return sendProblem(res, 400, 'The request is not valid JSON; it may have been cut short.');
  if (error instanceof NoShop) return sendProblem(res, 404, error.message);
  const trouble = storeTroubleOf(error);
  if (trouble) return sendProblem(res, ...STORE[trouble]);
  if (error.status && error.status < 500)
    return sendProblem(res, error.status, 'The request can’t be read.');
  req.log?.error(error);
  return sendProblem(res, 500, 'Something went wrong on the server. The log says what.');
};
