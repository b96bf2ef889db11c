import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Job } from '@velk/core/design';

/** A change that somebody else made to the job while it was open here. */
export interface TheirChange {
  readonly job: string;
  readonly by: string;
  /** When, as an ISO time. */
  readonly at: string;
  /** The job as it was before; of several changes before the first. */
  readonly before: Job;
}

/** What others changed and nobody here has said yet that they have seen it. */
export const theirsSlice = createSlice({
  name: 'theirs',
  initialState: { change: null as TheirChange | null },
  reducers: {
    changedByOthers: (state, { payload }: PayloadAction<TheirChange>) => {
      const before = state.change?.job === payload.job ? state.change.before : payload.before;
      return { change: { ...payload, before } };
    },
    changeSeen: () => ({ change: null }),
  },
});

export const { changedByOthers, changeSeen } = theirsSlice.actions;
