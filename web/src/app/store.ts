import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api.ts';
import { benchSlice } from './bench.ts';
import { gearSlice } from './gear.ts';
import { plansSlice } from './plans.ts';
import { keepView, viewSlice } from './view.ts';

export const store = configureStore({
  reducer: {
    [api.reducerPath]: api.reducer,
    bench: benchSlice.reducer,
    gear: gearSlice.reducer,
    plans: plansSlice.reducer,
    view: viewSlice.reducer,
  },
  middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
});

store.subscribe(() => keepView(store.getState().view));

export type RootState = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
