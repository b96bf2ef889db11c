import { upgradedJob, type Job } from '@velk/core';

/** What was typed but not yet saved, kept in the browser: a reload loses nothing. */
export interface Draft {
  job: Job;
  version: number;
  /** What was on its way to the server. */
  sent?: Job | null;
  typed: Record<string, string>;
}

const key = (id: string) => `velk-draft-${id}`;

export function keepDraft(id: string, draft: Draft | null): void {
  if (draft) localStorage.setItem(key(id), JSON.stringify(draft));
  else localStorage.removeItem(key(id));
}

export function readDraft(id: string): Draft | undefined {
  const text = localStorage.getItem(key(id));
  if (!text) return undefined;
  const draft = JSON.parse(text) as Draft;
  return { ...draft, job: upgradedJob(draft.job) as unknown as Job };
}
