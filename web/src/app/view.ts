import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

const KEY = 'velk-view';

/** How this browser shows things; kept in the browser. */
export interface ViewState {
  theme: 'light' | 'dark';
  /** Unit shown instead of the job's own. */
  units: 'job' | 'other';
  shortcuts: boolean;
  joint: string | null;
}

const stored = (): Partial<ViewState> => JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<ViewState>;
const initialState: ViewState = { theme: 'light', shortcuts: true, ...stored(), units: 'job', joint: null };

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
export const keepView = ({ theme, shortcuts }: ViewState): void =>
  localStorage.setItem(KEY, JSON.stringify({ theme, shortcuts }));
