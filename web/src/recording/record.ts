import { createSlice, type Dispatch, type PayloadAction } from '@reduxjs/toolkit';
import type { Observation, Recorded, Seen } from '@velk/core/shop';
import { newId } from '../browser/ids.ts';
import { keepLine } from './recordKeep.ts';

/** The record of the job that is open. */
export interface RecordSlice {
  /** Empty until it was opened. */
  readonly job: string;
  readonly known: readonly Recorded[];
  /** Seen here and not yet known to have arrived. */
  readonly waiting: readonly Observation[];
  /** Why nothing is sent just now; empty where nothing is in the way. */
  readonly trouble: string;
  /** The server could not be reached when it was last tried. */
  readonly out: boolean;
  /** This browser keeps nothing: what waits would be lost with this page. */
  readonly keepsNothing: boolean;
  /** By how many minutes this device’s clock is ahead of the server’s, where it was asked. */
  readonly ahead: number;
}

const initialState: RecordSlice = {
  job: '',
  known: [],
  waiting: [],
  trouble: '',
  out: false,
  keepsNothing: false,
  ahead: 0,
};

type Kept = Pick<RecordSlice, 'job' | 'known' | 'waiting'>;
type Of<T> = PayloadAction<{ job: string } & T>;

/** What is about another job than the one that is open changes nothing. */
export const recordSlice = createSlice({
  name: 'record',
  initialState,
  reducers: {
    opened: (_, { payload }: PayloadAction<Kept>): RecordSlice => ({ ...initialState, ...payload }),
    noted: (state, { payload: { job, line } }: Of<{ line: Observation }>): RecordSlice =>
      job === state.job ? { ...state, waiting: [...state.waiting, line] } : state,
    /**
     * Lines come in the order of their places; those known already come again where two asked at
     * once.
     */
    arrived: (
      state,
      { payload: { job, lines } }: Of<{ lines: readonly Recorded[] }>,
    ): RecordSlice => {
      if (job !== state.job) return state;
      const last = lastPlace(state);
      const there = new Set(lines.map(({ id }) => id));
      return {
        ...state,
        known: [...state.known, ...lines.filter(({ place }) => place > last)],
        waiting: state.waiting.filter(({ id }) => !there.has(id)),
      };
    },
    /**
     * The server has less than was known here: it was brought back from a copy. All is sent again;
     * what it has, it knows.
     */
    behind: (state, { payload: { job } }: Of<object>): RecordSlice => {
      const lines = state.known.map(({ place: _place, by: _by, ...line }): Observation => line);
      return job === state.job
        ? { ...state, known: [], waiting: [...lines, ...state.waiting] }
        : state;
    },
    troubled: (
      state,
      { payload: { job, trouble, out } }: Of<{ trouble: string; out: boolean }>,
    ): RecordSlice =>
      job === state.job && (trouble !== state.trouble || out !== state.out)
        ? { ...state, trouble, out }
        : state,
    keptNothing: (state): RecordSlice => ({ ...state, keepsNothing: true }),
    clockSeen: (state, { payload }: PayloadAction<number>): RecordSlice => ({
      ...state,
      ahead: payload,
    }),
  },
});

export const { opened, noted, arrived, behind, troubled, keptNothing, clockSeen } =
  recordSlice.actions;

/** The last place that is known here. */
export const lastPlace = ({ known }: Pick<RecordSlice, 'known'>): number =>
  known.at(-1)?.place ?? 0;

/**
 * Writes a line into the record of the job that is open: kept here at once, sent when it can be.
 */
export const note =
  (seen: Seen) =>
  (dispatch: Dispatch, getState: () => { readonly record: RecordSlice }): void => {
    const { job } = getState().record;
    const line: Observation = { ...seen, id: newId(), seen: new Date().toISOString() };
    dispatch(noted({ job, line }));
    keepLine(job, line).catch(() => dispatch(keptNothing()));
  };
