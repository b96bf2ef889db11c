import { DataSource } from 'typeorm';
import { describe, expect, it } from 'vitest';
import { METRIC } from '@velk/core/ground';
import { PLAIN_PART } from '@velk/core/shop';
import { shopSchema, validate } from '@velk/core/exchange';
import { newDatabase } from '../testing/database.ts';
import { MIGRATIONS, NewerData, openStore } from './dataSource.ts';
import { jobStore } from './jobs.ts';
import { Jobs1795392000000 } from './migrations/1795392000000-jobs.ts';
import { Once1796256000000 } from './migrations/1796256000000-once.ts';
import { Shop1795910400000 } from './migrations/1795910400000-shop.ts';
import { shopStore } from './shops.ts';

describe('a database of an earlier version', () => {
  it.each(MIGRATIONS.slice(1).map(({ name }, i) => [name, i + 1] as const))(
    'is brought up to date with everything in it, before %s',
    async (_, had) => {
      const url = await newDatabase(`old_${had}`);
      const old = await new DataSource({
        type: 'postgres',
        url: url.href,
        migrations: [Jobs1795392000000],
      }).initialize();
      await old.runMigrations();
      const [shopId, jobId] = [
        '6f1c1f2e-7b1d-4f0a-9a51-0c6d1c9e2b12',
        '6f1c1f2e-7b1d-4f0a-9a51-0c6d1c9e2b13',
      ];
      const part = {
        id: 'rail',
        name: 'Rail',
        quantity: 2,
        length: 600,
        thickness: { nominal: 22, measured: [22.1] },
        width: { nominal: 70, measured: [] },
      };
      const job = { name: 'Old', notes: '', units: 'mm', parts: [part], joints: [] };
      const block = { kind: 'stop-block', id: 'block', name: 'Block', thickness: 20 };
      const data = {
        name: 'Old shop',
        style: METRIC,
        graduation: 0.05,
        secondCutShort: 0.3,
        targetClearance: 0.05,
        tools: [block],
      };
      await old.query('INSERT INTO shop VALUES ($1, $2, $3, 1)', [
        shopId,
        'Old shop',
        JSON.stringify(data),
      ]);
      await old.query(`INSERT INTO job VALUES ($1, $2, 'Old', '', 'mm', 1, now(), 'Somebody')`, [
        jobId,
        shopId,
      ]);
      await old.query(`INSERT INTO part VALUES ($1, 'rail', 0, $2)`, [jobId, JSON.stringify(part)]);
      await old.query(`INSERT INTO revision VALUES ($1, 1, now(), 'Somebody', $2)`, [
        jobId,
        JSON.stringify(job),
      ]);
      await old.destroy();
      const earlier = new DataSource({
        type: 'postgres',
        url: url.href,
        migrations: MIGRATIONS.slice(0, had),
      });
      await (await earlier.initialize()).runMigrations();
      await earlier.destroy();
      const now = await openStore(url.href);
      const stored = await jobStore(now).find(jobId);
      expect(stored!.job).toEqual({
        ...job,
        schools: {},
        seasons: null,
        parts: [{ ...PLAIN_PART, ...part }],
      });
      expect(await jobStore(now).revision(jobId, 1)).toEqual(stored!.job);
      /** There and back again: parts and joints apart, as they were kept before, and once. */
      const since = MIGRATIONS.slice(MIGRATIONS.indexOf(Once1796256000000));
      for (const _ of since) await now.undoLastMigration();
      expect(await now.query('SELECT id, position, data FROM part')).toEqual([
        { id: 'rail', position: 0, data: stored!.job.parts[0] },
      ]);
      await now.runMigrations();
      expect(await jobStore(now).find(jobId)).toEqual(stored);
      const shop = (await shopStore(now).first())!.data;
      expect(validate(shopSchema, shop)).toEqual({ ok: true, value: shop });
      expect(shop.tools).toEqual([{ ...block, retired: false }]);
      await now.destroy();
    },
  );
});

describe('several shops that were made at one moment', () => {
  it('become one, the one with jobs, and the others are set aside whole', async () => {
    const url = await newDatabase('shops');
    const before = MIGRATIONS.slice(0, MIGRATIONS.indexOf(Shop1795910400000));
    const old = await new DataSource({
      type: 'postgres',
      url: url.href,
      migrations: before,
    }).initialize();
    await old.runMigrations();
    const ids = ['1', '2', '3'].map((n) => `6f1c1f2e-7b1d-4f0a-9a51-0c6d1c9e2b1${n}`);
    const [first, used, often] = ids;
    for (const [i, id] of ids.entries())
      await old.query('INSERT INTO shop (id, name, data, version) VALUES ($1, $2, $3, $4)', [
        id,
        `Shop ${i}`,
        '{}',
        i,
      ]);
    await old.query('INSERT INTO device VALUES ($1, $2, $3)', [first, often, 'Bench tablet']);
    await old.query(
      `INSERT INTO job (id, shop_id, name, notes, units, ways, version, updated_at, updated_by)
       VALUES ($1, $2, 'Old', '', 'mm', '{}', 1, now(), 'Somebody')`,
      [first, used],
    );
    await old.destroy();
    const now = await openStore(url.href);
    const shopsIn = async (table: string) =>
      (await now.query<{ id: string }[]>(`SELECT id FROM ${table} ORDER BY id`)).map(
        ({ id }) => id,
      );
    expect(await shopsIn('shop')).toEqual([used]);
    expect(await shopsIn('shop_set_aside')).toEqual([first, often]);
    expect(await now.query('SELECT shop_id FROM device')).toEqual([{ shop_id: used }]);
    expect(await jobStore(now).list(used!, '')).toMatchObject([{ name: 'Old' }]);
    await now.destroy();
  });
});

describe('a database of a later Velk', () => {
  it('is refused in one sentence, and nothing in it is changed', async () => {
    const url = await newDatabase('later');
    const now = await openStore(url.href);
    await now.query("INSERT INTO migrations (timestamp, name) VALUES (9999999999999, 'Later')");
    await now.destroy();
    await expect(openStore(url.href)).rejects.toThrow(NewerData);
    await expect(openStore(url.href)).rejects.toThrow(
      /of a later Velk \(they have “Later”\): update Velk to open them/,
    );
  });
});
