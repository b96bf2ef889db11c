import { useMemo } from 'react';
import { hasForm, shopSchema, upgradedShop } from '@velk/core/exchange';
import type { Shop } from '@velk/core/shop';
import { useShopQuery } from '../server/api.ts';
import { draftReader } from './drafts.ts';
import { gearActions } from './gear.ts';
import type { LeftOf } from './LeftBehind.tsx';
import { sendShop } from './saving.ts';
import { isRecord } from '../browser/storage.ts';
import { store, useAppDispatch, useAppSelector } from '../store.ts';
import { ofShop } from './typed.ts';
import { useOpened, useSaver } from './useSaver.ts';

const readShop = draftReader((value): Shop | undefined => {
  const shop: unknown = isRecord(value) ? upgradedShop(value) : undefined;
  return hasForm(shopSchema, shop) ? shop : undefined;
});
const gear = () => store.getState().gear;

/**
 * The shop being changed: opened with what was typed and not yet saved, saved shortly after each
 * change.
 */
export function useGear(): { readonly shop: Shop | null; readonly behind: LeftOf<Shop> } {
  const dispatch = useAppDispatch();
  const { data } = useShopQuery();
  const stored = useMemo(
    () => data && { ...data, value: data.shop, by: 'another window', at: '' },
    [data],
  );
  const kept = useAppSelector((s) => s.gear);
  const all = useAppSelector((s) => s.typed);
  const typed = useMemo(() => ofShop(all), [all]);
  const { left, drop } = useOpened(
    { sort: 'shop', actions: gearActions, read: readShop, at: gear },
    stored,
  );
  useSaver({ sort: 'shop', kept, typed, actions: gearActions, send: sendShop });
  const take: LeftOf<Shop>['take'] = (one, value) => {
    dispatch(gearActions.changed(value));
    drop(one);
  };
  return { shop: kept.now, behind: { left, take, drop } };
}

/** The newest shop, for an action that starts from it. */
export const currentShop = (): Shop | null => gear().now;

/** Changes the newest shop, where it is open: by a press in a room that isn’t the shop’s own. */
export function useShopChange(): (change: (now: Shop) => Shop) => void {
  const dispatch = useAppDispatch();
  return (change) => {
    const now = currentShop();
    if (now) dispatch(gearActions.changed(change(now)));
  };
}
