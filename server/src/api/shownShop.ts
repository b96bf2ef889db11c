import type { StoredShop } from '@velk/core/wire';
import type { ShopRow } from '../store/entities.ts';

/** The shop as every answer shows it. */
export const shownShop = ({ id, version, data }: ShopRow): StoredShop => ({
  id,
  version,
  shop: data,
});
