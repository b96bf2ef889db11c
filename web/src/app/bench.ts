import equal from 'fast-deep-equal';
import { createSlice, current, type Draft as Drafted, type PayloadAction } from '@reduxjs/toolkit';
import type { Job } from '@velk/core';
import type { StoredJob } from './api.ts';
import type { Draft } from './drafts.ts';

export type SaveState = 'saved' | 'unsaved' | 'saving' | 'waiting' | 'conflict' | 'refused';

/** The job on the bench: what it is, what it was, and how far it is saved. */
export interface BenchState {
  id: string | null;
  version: number;
  job: Job | null;
  past: Job[];
  future: Job[];
  save: SaveState;
  /** A save is under way: another waits for it, for only then is the version to save over known. */
  sending: boolean;
  /** What was sent and not yet confirmed: a reload may come before the answer. */
  sent: Job | null;
  /** One sentence about the save, when there is something to say. */
  message: string;
  /** What somebody else saved meanwhile. */
  theirs: StoredJob | null;
  /** Text typed into a field that isn't a usable value yet, by field: nothing typed is lost. */
  typed: Record<string, string>;
}

const initialState: BenchState = {
  id: null,
  version: 0,
  job: null,
  past: [],
  future: [],
  save: 'saved',
  sending: false,
  sent: null,
  message: '',
  theirs: null,
  typed: {},
};
const MOST_STEPS = 200;

/** Typed text that no undo of the job takes back: what belongs to the shop, and tables not yet taken in. */
const lasting = (typed: Record<string, string>): Record<string, string> =>
  Object.fromEntries(Object.entries(typed).filter(([field]) => /^(shop|kept)\./.test(field)));

export const benchSlice = createSlice({
  name: 'bench',
  initialState,
  reducers: {
    opened: (_, { payload: { stored, draft } }: PayloadAction<{ stored: StoredJob; draft?: Draft }>): BenchState => {
      const own = draft && [draft.job, draft.sent].some((job) => equal(job, stored.job));
      return {
        ...initialState,
        id: stored.id,
        version: draft && !own ? draft.version : stored.version,
        job: draft?.job ?? stored.job,
        sent: draft?.sent ?? null,
        typed: draft?.typed ?? {},
        save: draft && !equal(draft.job, stored.job) ? 'unsaved' : 'saved',
      };
    },
    changed: (state, { payload }: PayloadAction<Job>) => {
      if (state.job) state.past = [...state.past.slice(1 - MOST_STEPS), state.job];
      state.job = payload as Drafted<Job>;
      state.future = [];
      if (state.save !== 'conflict') state.save = 'unsaved';
    },
    undone: (state) => {
      const before = state.past.pop();
      if (!before || !state.job) return;
      state.future.push(state.job);
      state.job = before;
      state.typed = lasting(state.typed);
      if (state.save !== 'conflict') state.save = 'unsaved';
    },
    redone: (state) => {
      const after = state.future.pop();
      if (!after || !state.job) return;
      state.past.push(state.job);
      state.job = after;
      state.typed = lasting(state.typed);
      if (state.save !== 'conflict') state.save = 'unsaved';
    },
    saving: (state) => {
      state.save = 'saving';
      state.sending = true;
      state.sent = state.job;
    },
    savedAs: (state, { payload }: PayloadAction<{ id: string; version: number; job: Job }>) => {
      if (payload.id !== state.id) return;
      state.sending = false;
      state.sent = null;
      state.version = payload.version;
      state.save = state.job === payload.job || equal(state.job, payload.job) ? 'saved' : 'unsaved';
      state.message = '';
      state.theirs = null;
    },
    saveFailed: (state, { payload }: PayloadAction<{ id: string; state: 'waiting' | 'refused'; message: string }>) => {
      if (payload.id !== state.id) return;
      state.sending = false;
      /** What was refused is no longer what is on the bench. */
      if (payload.state === 'refused' && state.save === 'unsaved') return;
      state.save = payload.state;
      state.message = payload.message;
    },
    conflicted: (state, { payload }: PayloadAction<StoredJob>) => {
      if (payload.id !== state.id) return;
      state.sending = false;
      const { job, sent, past } = current(state);
      /** Not a conflict: this very text, or one it came from, sent from here just before a reload. */
      if ([job, sent, ...past].some((own) => equal(own, payload.job))) {
        state.version = payload.version;
        state.save = equal(job, payload.job) ? 'saved' : 'unsaved';
        return;
      }
      state.save = 'conflict';
      state.theirs = payload as Drafted<StoredJob>;
    },
    mineKept: (state) => {
      if (!state.theirs) return;
      state.version = state.theirs.version;
      state.theirs = null;
      state.save = 'unsaved';
    },
    theirsTaken: (state) => {
      if (!state.theirs) return;
      if (state.job) state.past.push(state.job);
      state.job = state.theirs.job;
      state.version = state.theirs.version;
      state.theirs = null;
      state.typed = lasting(state.typed);
      state.save = 'saved';
    },
    typed: (state, { payload }: PayloadAction<{ field: string; text: string | null }>) => {
      if (payload.text === null) delete state.typed[payload.field];
      else state.typed[payload.field] = payload.text;
    },
  },
});

export const {
  opened,
  changed,
  undone,
  redone,
  saving,
  savedAs,
  saveFailed,
  conflicted,
  mineKept,
  theirsTaken,
  typed,
} = benchSlice.actions;
