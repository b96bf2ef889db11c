import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { isRecord, readKept, writeKept } from './storage.ts';

const KEY = 'velk-view';

/** How this browser shows things; kept in the browser. */
export interface ViewState {
  /** Nothing where nobody chose: then it is as the system's. */
  theme: 'light' | 'dark' | null;
  /** Unit shown instead of the job's own. */
  units: 'job' | 'other';
  shortcuts: boolean;
  joint: string | null;
  /** A newer Velk is here and waits to be taken. */
  newer: boolean;
}

type Shown = Pick<ViewState, 'theme' | 'shortcuts' | 'units'>;
const isShown = (value: unknown): value is Partial<Shown> =>
  isRecord(value) &&
  [undefined, null, 'light', 'dark'].includes(value['theme'] as string | null | undefined) &&
  [undefined, 'job', 'other'].includes(value['units'] as string | undefined) &&
  ['undefined', 'boolean'].includes(typeof value['shortcuts']);
const initialState: ViewState = {
  theme: null,
  shortcuts: true,
  units: 'job',
  ...readKept(KEY, isShown),
  joint: null,
  newer: false,
};

export const viewSlice = createSlice({
  name: 'view',
  initialState,
  reducers: {
    themeChosen: (state, { payload }: PayloadAction<'light' | 'dark'>) => {
      state.theme = payload;
    },
    unitsSwitched: (state) => {
      state.units = state.units === 'job' ? 'other' : 'job';
    },
    shortcutsSwitched: (state) => {
      state.shortcuts = !state.shortcuts;
    },
    versionWaits: (state) => {
      state.newer = true;
    },
    jointPicked: (state, { payload }: PayloadAction<string | null>) => {
      state.joint = payload;
    },
  },
});

export const { themeChosen, unitsSwitched, shortcutsSwitched, versionWaits, jointPicked } =
  viewSlice.actions;
export const keepView = ({ theme, shortcuts, units }: ViewState): void =>
  writeKept(KEY, { theme, shortcuts, units });
