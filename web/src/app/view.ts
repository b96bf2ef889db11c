import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { isRecord, readKept, writeKept } from './storage.ts';

const KEY = 'velk-view';

/** How this browser shows things; kept in the browser. */
export interface ViewState {
  theme: 'light' | 'dark';
  /** Unit shown instead of the job's own. */
  units: 'job' | 'other';
  shortcuts: boolean;
  joint: string | null;
}

type Shown = Pick<ViewState, 'theme' | 'shortcuts' | 'units'>;
const isShown = (value: unknown): value is Partial<Shown> =>
  isRecord(value) &&
  [undefined, 'light', 'dark'].includes(value['theme'] as string | undefined) &&
  [undefined, 'job', 'other'].includes(value['units'] as string | undefined) &&
  ['undefined', 'boolean'].includes(typeof value['shortcuts']);
const initialState: ViewState = {
  theme: 'light',
  shortcuts: true,
  units: 'job',
  ...readKept(KEY, isShown),
  joint: null,
};

export const viewSlice = createSlice({
  name: 'view',
  initialState,
  reducers: {
    themeSwitched: (state) => {
      state.theme = state.theme === 'light' ? 'dark' : 'light';
    },
    unitsSwitched: (state) => {
      state.units = state.units === 'job' ? 'other' : 'job';
    },
    shortcutsSwitched: (state) => {
      state.shortcuts = !state.shortcuts;
    },
    jointPicked: (state, { payload }: PayloadAction<string | null>) => {
      state.joint = payload;
    },
  },
});

export const { themeSwitched, unitsSwitched, shortcutsSwitched, jointPicked } = viewSlice.actions;
export const keepView = ({ theme, shortcuts, units }: ViewState): void => writeKept(KEY, { theme, shortcuts, units });
