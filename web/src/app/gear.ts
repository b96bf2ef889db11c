import equal from 'fast-deep-equal';
import { createSlice, current, type Draft, type PayloadAction } from '@reduxjs/toolkit';
import type { Shop } from '@velk/core';
import type { StoredShop } from './api.ts';

/** The shop with its chest as it is being changed, and how far that is saved. */
export interface GearState {
  shop: Shop | null;
  version: number;
  save: 'saved' | 'unsaved' | 'saving' | 'waiting' | 'conflict' | 'refused';
  /** A save is under way: another waits for it, for only then is the version to save over known. */
  sending: boolean;
  /** What was sent and not yet confirmed: a reload may come before the answer. */
  sent: Shop | null;
  message: string;
  theirs: StoredShop | null;
  past: Shop[];
}

const initialState: GearState = { shop: null, version: 0, save: 'saved', sending: false, sent: null, message: '', theirs: null, past: [] }; // prettier-ignore
const MOST_STEPS = 50;

export const gearSlice = createSlice({
  name: 'gear',
  initialState,
  reducers: {
    /** What the server has, or what a draft of this browser made of it. */
    gearOpened: (
      state,
      { payload }: PayloadAction<{ stored: StoredShop; draft?: { shop: Shop; version: number; sent?: Shop | null } }>,
    ): GearState => {
      if (state.shop && state.save !== 'saved') return state;
      const { stored, draft } = payload;
      return draft
        ? { ...initialState, shop: draft.shop, version: draft.version, sent: draft.sent ?? null, save: 'unsaved' }
        : { ...initialState, shop: stored.shop, version: stored.version, past: state.past };
    },
    gearChanged: (state, { payload }: PayloadAction<Shop>) => {
      if (state.shop) state.past = [...state.past.slice(1 - MOST_STEPS), state.shop];
      state.shop = payload as Draft<Shop>;
      if (state.save !== 'conflict') state.save = 'unsaved';
    },
    gearUndone: (state) => {
      const before = state.past.pop();
      if (!before) return;
      state.shop = before;
      if (state.save !== 'conflict') state.save = 'unsaved';
    },
    gearSaving: (state) => {
      state.save = 'saving';
      state.sending = true;
      state.sent = state.shop;
    },
    gearSaved: (state, { payload }: PayloadAction<{ version: number; shop: Shop }>) => {
      state.sending = false;
      state.sent = null;
      state.version = payload.version;
      state.save = equal(current(state).shop, payload.shop) ? 'saved' : 'unsaved';
      state.message = '';
    },
    gearFailed: (
      state,
      {
        payload,
      }: PayloadAction<{ save: 'waiting' | 'refused'; message: string } | { save: 'conflict'; theirs: StoredShop }>,
    ) => {
      const newer = state.sending && state.save === 'unsaved';
      state.sending = false;
      /** What was refused is no longer what is in the chest. */
      if (payload.save === 'refused' && newer) return;
      const { shop, sent, past } = current(state);
      /** Not a conflict: this very text, or one it came from, sent from here just before a reload. */
      if (payload.save === 'conflict' && [shop, sent, ...past].some((own) => equal(own, payload.theirs.shop))) {
        state.version = payload.theirs.version;
        state.save = equal(shop, payload.theirs.shop) ? 'saved' : 'unsaved';
        return;
      }
      state.save = payload.save;
      if (payload.save === 'conflict') state.theirs = payload.theirs as Draft<StoredShop>;
      else state.message = payload.message;
    },
    gearSettled: (state, { payload }: PayloadAction<'mine' | 'theirs'>) => {
      if (!state.theirs) return;
      if (payload === 'theirs' && state.shop) {
        state.past.push(state.shop);
        state.shop = state.theirs.shop;
      }
      state.version = state.theirs.version;
      state.save = payload === 'mine' ? 'unsaved' : 'saved';
      state.theirs = null;
    },
  },
});

export const { gearOpened, gearChanged, gearUndone, gearSaving, gearSaved, gearFailed, gearSettled } =
  gearSlice.actions;
