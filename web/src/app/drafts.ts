import type { Job } from '@velk/core';

/** What was typed but not yet saved, kept in the browser: a reload loses nothing. */
export interface Draft {
  job: Job;
  version: number;
  typed: Record<string, string>;
}

const key = (id: string) => `velk-draft-${id}`;

export function keepDraft(id: string, draft: Draft | null): void {
  if (draft) localStorage.setItem(key(id), JSON.stringify(draft));
  else localStorage.removeItem(key(id));
}

export function readDraft(id: string): Draft | undefined {
  const text = localStorage.getItem(key(id));
  return text ? (JSON.parse(text) as Draft) : undefined;
}
