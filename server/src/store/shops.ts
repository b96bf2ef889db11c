import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import type { Shop } from '@velk/core';
import { DeviceEntity, ShopEntity, type DeviceRow, type ShopRow } from './entities.ts';

/** A shop saved from an older version than the one stored. */
export class StaleShop extends Error {
  constructor(readonly stored: ShopRow) {
    super('The shop was saved from somewhere else meanwhile.');
  }
}

/** The shop and the devices that have named themselves. */
export function shopStore(source: DataSource) {
  return {
    first: (): Promise<ShopRow | null> => source.manager.findOne(ShopEntity, { where: {}, order: { name: 'ASC' } }),

    create: (shop: Shop): Promise<ShopRow> =>
      source.manager.save(ShopEntity, { id: randomUUID(), name: shop.name, data: shop, version: 1, saveId: null }),

    /**
     * The same save twice is one: whoever lost the answer asks again.
     * @throws StaleShop when the stored version isn't the one the change was made from
     */
    save: (id: string, shop: Shop, from: number, saveId?: string): Promise<ShopRow | undefined> =>
      source.transaction(async (manager) => {
        const row = await manager.findOne(ShopEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
        if (!row) return undefined;
        if (saveId && row.saveId === saveId) return row;
        if (row.version !== from) throw new StaleShop(row);
        return manager.save(ShopEntity, { id, name: shop.name, data: shop, version: from + 1, saveId: saveId ?? null });
      }),

    nameDevice: (shopId: string, id: string, name: string): Promise<DeviceRow> =>
      source.manager.save(DeviceEntity, { id, shopId, name }),

    deviceName: async (id: string): Promise<string | undefined> =>
      (await source.manager.findOneBy(DeviceEntity, { id }))?.name,
  };
}

export type ShopStore = ReturnType<typeof shopStore>;
