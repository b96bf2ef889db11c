import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { isRecord, readKept, writeKept } from '../browser/storage.ts';

const KEY = 'velk-view';

/** How this browser shows things; kept in the browser. */
export interface ViewState {
  /** Nothing where nobody chose: then it is as the system's. */
  theme: 'light' | 'dark' | null;
  /** Unit shown instead of the job's own. */
  units: 'job' | 'other';
  shortcuts: boolean;
  joint: string | null;
  /** Rooms of each job that somebody was in since it was last planned otherwise. */
  seen: Readonly<Record<string, SeenRooms>>;
  /** A newer Velk is here and waits to be taken. */
  newer: boolean;
}

export interface SeenRooms {
  /** What the plan was made from that was seen. */
  readonly mark: string;
  readonly rooms: readonly string[];
}
const isSeenRooms = (value: unknown): value is SeenRooms =>
  isRecord(value) && typeof value['mark'] === 'string' && Array.isArray(value['rooms']);
const areSeenRooms = (value: unknown): value is ViewState['seen'] =>
  isRecord(value) && Object.values(value).every(isSeenRooms);
const SEEN = 'velk-seen';
/** Jobs of which it is remembered. */
const MOST_SEEN = 50;

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
  seen: readKept(SEEN, areSeenRooms) ?? {},
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
    roomSeen: (state, { payload }: PayloadAction<{ job: string; mark: string; room: string }>) => {
      const { job, mark, room } = payload;
      const before = state.seen[job];
      const rooms = before?.mark === mark ? before.rooms : [];
      if (rooms.includes(room)) return;
      const { [job]: _, ...others } = state.seen;
      const kept = Object.entries(others).slice(1 - MOST_SEEN);
      state.seen = { ...Object.fromEntries(kept), [job]: { mark, rooms: [...rooms, room] } };
    },
    jointPicked: (state, { payload }: PayloadAction<string | null>) => {
      state.joint = payload;
    },
  },
});

export const {
  themeChosen,
  unitsSwitched,
  shortcutsSwitched,
  versionWaits,
  jointPicked,
  roomSeen,
} = viewSlice.actions;
export function keepView({ theme, shortcuts, units, seen }: ViewState): void {
  writeKept(KEY, { theme, shortcuts, units });
  writeKept(SEEN, seen);
}
