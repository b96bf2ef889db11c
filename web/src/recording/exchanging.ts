import { LIMITS } from '@velk/core/ground';
import type { Observation, Recorded } from '@velk/core/shop';
import type { RecordPage } from '@velk/core/wire';
import type { ServerProblem } from '../server/api.ts';
import { arrived, behind, lastPlace, type RecordSlice } from './record.ts';

/** The server, as one device reaches it; a problem where it doesn’t. */
export interface Door {
  readonly send: (job: string, lines: readonly Observation[]) => Promise<ServerProblem | undefined>;
  readonly read: (job: string, after: number) => Promise<RecordPage | ServerProblem>;
}

/** What one device has of the record of the job that is open, and where it keeps it. */
export interface Desk {
  readonly record: () => RecordSlice;
  readonly dispatch: (action: ReturnType<typeof arrived> | ReturnType<typeof behind>) => void;
  readonly keepKnown: (job: string, lines: readonly Recorded[]) => Promise<void>;
  readonly forgetKnown: (job: string) => Promise<void>;
}

/** It looked at what it was sent and would not have it: sent again it is refused again. */
const REFUSED = 422;
const isAnswered = (problem: ServerProblem | undefined): boolean =>
  !problem || problem.status === REFUSED;

/**
 * Sends what waits, takes in what is new; what the problem was, if there was one. Whatever was lost
 * on the way is done again next time.
 */
export async function exchange(
  job: string,
  desk: Desk,
  door: Door,
): Promise<ServerProblem | undefined> {
  const unsent = await sendWaiting(job, desk, door);
  if (!isAnswered(unsent)) return unsent;
  return (await takeIn(job, desk, door)) ?? unsent;
}

/** Letters of pictures that are sent at once. */
const PICTURES = 1_500_000;

/** As many of some lines as their pictures let go at once, and one at least. */
function asMany(lines: readonly Observation[]): readonly Observation[] {
  let left = PICTURES;
  const tooMany = lines.findIndex(
    (line, i) => line.kind === 'photo' && (left -= line.picture.length) < 0 && i > 0,
  );
  return tooMany < 0 ? lines : lines.slice(0, tooMany);
}

/**
 * In its order, some at a time; a line that the server won’t take stays, and keeps no other from
 * going.
 */
async function sendWaiting(
  job: string,
  { record }: Desk,
  door: Door,
): Promise<ServerProblem | undefined> {
  let at = 0;
  let most: number = LIMITS.sentAtOnce;
  let refused: ServerProblem | undefined;
  for (;;) {
    const lines = asMany(record().waiting.slice(at, at + most));
    if (!lines.length || record().job !== job) return refused;
    const problem = await door.send(job, lines);
    if (!isAnswered(problem)) return problem;
    if (problem && lines.length > 1) {
      most = 1;
      continue;
    }
    refused ??= problem;
    at += lines.length;
  }
}

/**
 * What the server has beyond what is known here. One that has another line in the last place known
 * was brought back from a copy: then it is sent all again.
 */
async function takeIn(job: string, desk: Desk, door: Door): Promise<ServerProblem | undefined> {
  for (;;) {
    const after = lastPlace(desk.record());
    const page = await door.read(job, after);
    if ('status' in page) return page;
    if (desk.record().job !== job) return undefined;
    if (page.at !== (desk.record().known.at(-1)?.id ?? null)) {
      desk.dispatch(behind({ job }));
      await desk.forgetKnown(job);
      const unsent = await sendWaiting(job, desk, door);
      if (!isAnswered(unsent)) return unsent;
      continue;
    }
    if (page.lines.length) {
      desk.dispatch(arrived({ job, lines: page.lines }));
      await desk.keepKnown(job, page.lines);
    }
    if (!page.more) return undefined;
  }
}
