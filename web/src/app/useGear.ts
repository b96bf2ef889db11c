import { useEffect } from 'react';
import { upgradedShop, type Shop } from '@velk/core';
import { sentenceOf, useSaveShopMutation, useShopQuery, type ServerProblem, type StoredShop } from './api.ts';
import { typed } from './bench.ts';
import { gearFailed, gearOpened, gearSaved, gearSaving } from './gear.ts';
import { store, useAppDispatch, useAppSelector } from './store.ts';

const KEY = 'velk-draft-shop';
const PAUSE = 600;
const RETRY = 2500;

interface ShopDraft {
  shop: Shop | null;
  version: number;
  sent?: Shop | null;
  typed: Record<string, string>;
}

const readDraft = (): ShopDraft | undefined => {
  const text = localStorage.getItem(KEY);
  return text ? (JSON.parse(text) as ShopDraft) : undefined;
};

/** The shop being changed: opened with what was typed and not yet saved, saved shortly after each change. */
export function useGear(): Shop | null {
  const dispatch = useAppDispatch();
  const { data: stored } = useShopQuery();
  const [saveShop] = useSaveShopMutation();
  const { shop, version, save, sending, sent } = useAppSelector((s) => s.gear);
  const kept = useAppSelector((s) => s.bench.typed);

  useEffect(() => {
    if (!stored) return;
    const draft = readDraft();
    for (const [field, text] of Object.entries(draft?.typed ?? {})) dispatch(typed({ field, text }));
    const shop = draft?.shop ? (upgradedShop(draft.shop) as unknown as Shop) : null;
    dispatch(gearOpened({ stored, ...(shop && draft && { draft: { ...draft, shop } }) }));
  }, [dispatch, stored]);

  useEffect(() => {
    if (!shop) return;
    const own = Object.fromEntries(Object.entries(kept).filter(([field]) => field.startsWith('shop.')));
    if (save === 'saved' && Object.keys(own).length === 0) localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, JSON.stringify({ shop: save === 'saved' ? null : shop, version, sent, typed: own }));
  }, [shop, version, save, sent, kept]);

  useEffect(() => {
    if (!shop || sending || (save !== 'unsaved' && save !== 'waiting')) return;
    const timer = setTimeout(
      () => {
        dispatch(gearSaving());
        saveShop({ version, shop })
          .unwrap()
          .then((saved) => dispatch(gearSaved({ version: saved.version, shop })))
          .catch((error: ServerProblem) => {
            const theirs = error.data?.current as unknown as { data: Shop; id: string; version: number } | undefined;
            if (error.status === 409 && theirs)
              dispatch(
                gearFailed({ save: 'conflict', theirs: { id: theirs.id, version: theirs.version, shop: theirs.data } }),
              );
            else if (error.status === 422 || error.status === 400 || error.status === 413)
              dispatch(gearFailed({ save: 'refused', message: refusal(error) }));
            else
              dispatch(
                gearFailed({
                  save: 'waiting',
                  message:
                    'Not saved yet: the database can’t be reached. What you typed is kept here and saved when it is back.',
                }),
              );
          });
      },
      save === 'waiting' ? RETRY : PAUSE,
    );
    return () => clearTimeout(timer);
  }, [dispatch, saveShop, shop, version, save, sending]);

  return shop;
}

const refusal = (error: ServerProblem): string => error.data?.errors?.[0]?.message ?? sentenceOf(error);

/** The newest shop, for an action that starts from it. */
export const currentShop = (): Shop | null => store.getState().gear.shop;

export type { StoredShop };
