import type { ShopRow } from '../store/entities.ts';

/** The shop as every answer shows it. */
export const shownShop = ({ id, version, data }: ShopRow) => ({ id, version, shop: data });
