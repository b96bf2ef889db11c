import { mergedShops } from '@velk/core/exchange';
import type { Shop } from '@velk/core/shop';
import { keptActions, reduceKept } from './keptActions.ts';

/** The shop with its chest, as it is being changed. */
export const gearActions = keptActions<Shop>('gear');
export const gearReducer = reduceKept(gearActions, mergedShops);
export const gearChanged = gearActions.changed;
