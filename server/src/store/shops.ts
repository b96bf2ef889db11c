import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import type { Shop } from '@velk/core/shop';
import type { Device } from '@velk/core/wire';
import { DeviceEntity, SessionEntity, ShopEntity, type ShopRow } from './entities.ts';

/** A shop saved from an older version than the one stored. */
export class StaleShop extends Error {
  constructor(readonly stored: ShopRow) {
    super('The shop was saved from somewhere else meanwhile.');
  }
}

/** Nobody has set up a shop in this database yet. */
export class NoShop extends Error {
  constructor() {
    super('The database has no shop yet: open Velk, and it asks for one.');
  }
}

/** The shop and the devices that have named themselves. */
export function shopStore(source: DataSource) {
  const first = (): Promise<ShopRow | null> => source.manager.findOne(ShopEntity, { where: {} });
  return {
    first,

    /** @throws NoShop where there is none yet */
    there: async (): Promise<ShopRow> => {
      const row = await first();
      if (!row) throw new NoShop();
      return row;
    },

    /**
     * The one shop of a database, or nothing where it has one already, however many ask at once.
     */
    create: async (shop: Shop): Promise<ShopRow | undefined> => {
      const row = { id: randomUUID(), name: shop.name, data: shop, version: 1, saveId: null };
      const answer = await source
        .createQueryBuilder()
        .insert()
        .into(ShopEntity)
        .values(row)
        .orIgnore()
        .returning('id')
        .execute();
      const inserted = answer.raw as unknown[];
      return inserted.length ? row : undefined;
    },

    /**
     * The same save twice is one: whoever lost the answer asks again.
     * @throws NoShop where there is none yet
     * @throws StaleShop when the stored version isn't the one the change was made from
     */
    save: (shop: Shop, from: number, saveId?: string): Promise<ShopRow> =>
      source.transaction(async (manager) => {
        const row = await manager.findOne(ShopEntity, {
          where: {},
          lock: { mode: 'pessimistic_write' },
        });
        if (!row) throw new NoShop();
        if (saveId && row.saveId === saveId) return row;
        if (row.version !== from) throw new StaleShop(row);
        return manager.save(ShopEntity, {
          ...row,
          name: shop.name,
          data: shop,
          version: from + 1,
          saveId: saveId ?? null,
        });
      }),

    /**
     * A device calls itself so from now on, in what it saves and where it is let in: both or
     * neither.
     */
    nameDevice: (id: string, name: string): Promise<Device> =>
      source.transaction(async (manager) => {
        const shop = await manager.findOne(ShopEntity, { where: {} });
        if (!shop) throw new NoShop();
        await manager.update(SessionEntity, { deviceId: id }, { device: name });
        await manager.save(DeviceEntity, { id, shopId: shop.id, name });
        return { id, name };
      }),

    deviceName: async (id: string): Promise<string | undefined> =>
      (await source.manager.findOneBy(DeviceEntity, { id }))?.name,
  };
}

export type ShopStore = ReturnType<typeof shopStore>;
