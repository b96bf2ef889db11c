import 'reflect-metadata';
import { DataSource } from 'typeorm';
import { ENTITIES } from './entities.ts';
import { Jobs1795392000000 } from './migrations/1795392000000-jobs.ts';
import { Chest1795478400000 } from './migrations/1795478400000-chest.ts';
import { Saves1795564800000 } from './migrations/1795564800000-saves.ts';
import { Access1795651200000 } from './migrations/1795651200000-access.ts';
import { Places1795737600000 } from './migrations/1795737600000-places.ts';
import { Record1795824000000 } from './migrations/1795824000000-record.ts';
import { Shop1795910400000 } from './migrations/1795910400000-shop.ts';
import { Proofs1795996800000 } from './migrations/1795996800000-proofs.ts';
import { Digests1796083200000 } from './migrations/1796083200000-digests.ts';
import { Plans1796169600000 } from './migrations/1796169600000-plans.ts';
import { Once1796256000000 } from './migrations/1796256000000-once.ts';
import { Listed1796342400000 } from './migrations/1796342400000-listed.ts';
import { calmDriver } from './trouble.ts';

/** The changes of the database, in order. */
export const MIGRATIONS = [
  Jobs1795392000000,
  Chest1795478400000,
  Saves1795564800000,
  Access1795651200000,
  Places1795737600000,
  Record1795824000000,
  Shop1795910400000,
  Proofs1795996800000,
  Digests1796083200000,
  Plans1796169600000,
  Once1796256000000,
  Listed1796342400000,
];

/** Their names: what this Velk knows. */
export const MIGRATION_NAMES: readonly string[] = MIGRATIONS.map(({ name }) => name);

/** The database was changed by a later Velk: this one would not know what it reads. */
export class NewerData extends Error {
  constructor(name: string) {
    super(
      `These data are of a later Velk (they have “${name}”): update Velk to open them. Nothing was changed.`,
    );
  }
}

/**
 * A connection to the database with every migration run. A query waits at most a few seconds for a
 * lost database, and no longer than half a minute for its answer.
 * @param wait how long the database may take to come, ms
 * @throws NewerData where a later Velk was here before
 */
export async function openStore(url: string, wait = 0): Promise<DataSource> {
  const source = new DataSource({
    type: 'postgres',
    url,
    entities: ENTITIES,
    migrations: MIGRATIONS,
    migrationsTransactionMode: 'all',
    driver: calmDriver,
    extra: { connectionTimeoutMillis: 4000, max: 8, statement_timeout: 30_000 },
    poolErrorHandler: () => undefined,
  });
  const until = Date.now() + wait;
  for (;;) {
    try {
      await source.initialize();
      break;
    } catch (error) {
      if (Date.now() > until) throw error;
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
  }
  const runner = source.createQueryRunner();
  try {
    /**
     * One connection holds the lock: of several servers that start, one brings the database up to
     * date.
     */
    await runner.query('SELECT pg_advisory_lock(4180)');
    await refuseNewer(source);
    await source.runMigrations();
  } catch (error) {
    await source.destroy().catch(() => undefined);
    throw error;
  } finally {
    await runner.query('SELECT pg_advisory_unlock(4180)').catch(() => undefined);
    await runner.release().catch(() => undefined);
  }
  return source;
}

async function refuseNewer(source: DataSource): Promise<void> {
  const [{ there } = { there: null }] = await source.query<{ there: string | null }[]>(
    "SELECT to_regclass('migrations') AS there",
  );
  if (!there) return;
  const rows = await source.query<{ name: string }[]>('SELECT name FROM migrations ORDER BY id');
  const newer = rows.find(({ name }) => !MIGRATION_NAMES.includes(name));
  if (newer) throw new NewerData(newer.name);
}
