import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './server/api.ts';
import { benchReducer } from './keeping/bench.ts';
import { gearReducer } from './keeping/gear.ts';
import { plansSlice } from './planning/plans.ts';
import { recordSlice } from './recording/record.ts';
import { theirsSlice } from './keeping/theirs.ts';
import { typedSlice } from './keeping/typed.ts';
import { keepView, viewSlice } from './frame/view.ts';

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
