import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api.ts';
import { benchReducer } from './bench.ts';
import { gearReducer } from './gear.ts';
import { plansSlice } from './plans.ts';
import { recordSlice } from './record.ts';
import { theirsSlice } from './theirs.ts';
import { typedSlice } from './typed.ts';
import { keepView, viewSlice } from './view.ts';

export const store = configureStore({
  reducer: {
    [api.reducerPath]: api.reducer,
    bench: benchReducer,
    gear: gearReducer,
    plans: plansSlice.reducer,
    record: recordSlice.reducer,
    theirs: theirsSlice.reducer,
    typed: typedSlice.reducer,
    view: viewSlice.reducer,
  },
  middleware: (defaults) =>
    defaults({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
});

let shown = store.getState().view;
store.subscribe(() => {
  const { view } = store.getState();
  if (view !== shown) keepView((shown = view));
});

export type RootState = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
