import type { Job } from '@velk/core/design';
import type { Shop } from '@velk/core/shop';
import { ask } from '../server/asking.ts';
import type { Sent, Theirs } from './kept.ts';
import type { ServerProblem } from '../server/api.ts';

/** What comes of a save. */
export type Saved<T> =
  | { readonly is: 'landed'; readonly version: number }
  | { readonly is: 'stale'; readonly theirs: Theirs<T>; readonly landed?: number | undefined }
  | { readonly is: 'refused'; readonly message: string }
  /** `out` where this device is not let in any more: it may be again. */
  | { readonly is: 'unanswered'; readonly message: string; readonly out?: boolean };

/** Sends one save; `leaving` where the page may be gone before the answer. */
export type Send<T> = (
  of: { id: string; version: number; sent: Sent<T> },
  leaving: boolean,
) => Promise<Saved<T>>;

const WAITING =
  'Not saved yet: the database can’t be reached. What you typed is kept here and saved when it is back.';
const NO_ROOM =
  'Not saved yet: the disk that Velk keeps its data on is full. What you typed is kept here and saved when there is room.';
const OUT =
  'Not saved yet: this device is not let in any more. What you typed is kept here and saved when it is.';
/** What a browser sends for a page that is being left, in all. */
const MOST_LEAVING = 60_000;
/** The server is there but can’t take it now: it will be able to. */
const LATER = new Set([408, 425, 429, 502, 503, 504]);

interface Answer {
  readonly version?: number;
  readonly title?: string;
  readonly errors?: NonNullable<ServerProblem['data']>['errors'];
  readonly current?: unknown;
  readonly landed?: number;
  /** The server looks something up first, and says how far it is. */
  readonly looking?: boolean;
}

async function put<T>(
  path: string,
  body: object,
  leaving: boolean,
  theirsIn: (current: unknown) => Theirs<T>,
): Promise<Saved<T>> {
  const text = JSON.stringify(body);
  let response: Response;
  let answer: Answer;
  try {
    response = await ask(path, {
      method: 'PUT',
      body: text,
      headers: { 'content-type': 'application/json' },
      keepalive: leaving && text.length < MOST_LEAVING,
    });
    answer = ((await response.json().catch(() => null)) ?? {}) as Answer;
  } catch {
    return { is: 'unanswered', message: WAITING };
  }
  if (response.ok && answer.version !== undefined) return { is: 'landed', version: answer.version };
  if (response.status === 409 && answer.current)
    return { is: 'stale', theirs: theirsIn(answer.current), landed: answer.landed };
  if (response.status === 401) return { is: 'unanswered', message: OUT, out: true };
  if (response.status === 507) return { is: 'unanswered', message: NO_ROOM };
  if (answer.looking) return { is: 'unanswered', message: `Not saved yet. ${answer.title ?? ''}` };
  if (LATER.has(response.status)) return { is: 'unanswered', message: WAITING };
  const message =
    answer.errors?.[0]?.message && path === '/api/shop' ? answer.errors[0].message : answer.title;
  return {
    is: 'refused',
    message: message ?? 'It could not be saved: something went wrong on the server.',
  };
}

interface CurrentJob {
  readonly version: number;
  readonly job: Job;
  readonly updatedBy: string;
  readonly updatedAt: string;
}

export const sendJob: Send<Job> = ({ id, version, sent: { save, value } }, leaving) =>
  put(`/api/jobs/${id}`, { version, save, job: value }, leaving, (current) => {
    const { version, job, updatedBy, updatedAt } = current as CurrentJob;
    return { version, value: job, by: updatedBy, at: updatedAt };
  });

export const sendShop: Send<Shop> = ({ version, sent: { save, value } }, leaving) =>
  put('/api/shop', { version, save, shop: value }, leaving, (current) => {
    const { version, shop } = current as { version: number; shop: Shop };
    return { version, value: shop, by: 'another window', at: new Date().toISOString() };
  });
