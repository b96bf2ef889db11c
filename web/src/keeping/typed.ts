import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Text typed into a field that isn't a usable value yet, by field: nothing typed is lost. */
export type Typed = Readonly<Record<string, string>>;

/** Of the shop, whatever job is open. */
export const isOfShop = (field: string): boolean => field.startsWith('shop.');

const those = (typed: Typed, which: (field: string) => boolean): Typed =>
  Object.fromEntries(Object.entries(typed).filter(([field]) => which(field)));

export const ofShop = (typed: Typed): Typed => those(typed, isOfShop);
export const ofJob = (typed: Typed): Typed => those(typed, (field) => !isOfShop(field));

const NONE: Typed = {};

export const typedSlice = createSlice({
  name: 'typed',
  initialState: NONE,
  reducers: {
    typed: (
      state,
      { payload: { field, text } }: PayloadAction<{ field: string; text: string | null }>,
    ): Typed => {
      const { [field]: _, ...others } = state;
      return text === null ? others : { ...others, [field]: text };
    },
    /** What was typed before and kept in the browser; of another job nothing stays. */
    typedBefore: (
      state,
      { payload }: PayloadAction<{ of: 'job' | 'shop'; typed: Typed }>,
    ): Typed => ({
      ...(payload.of === 'job' ? ofShop(state) : state),
      ...payload.typed,
    }),
  },
});

export const { typed, typedBefore } = typedSlice.actions;
