import 'reflect-metadata';
import { DataSource } from 'typeorm';
import { ENTITIES } from './entities.ts';
import { Jobs1795392000000 } from './migrations/1795392000000-jobs.ts';
import { Chest1795478400000 } from './migrations/1795478400000-chest.ts';
import { Saves1795564800000 } from './migrations/1795564800000-saves.ts';

/** A connection to the database with every migration run. A query waits at most a few seconds for a lost database. */
export async function openStore(url: string): Promise<DataSource> {
  const source = new DataSource({
    type: 'postgres',
    url,
    entities: ENTITIES,
    migrations: [Jobs1795392000000, Chest1795478400000, Saves1795564800000],
    migrationsTransactionMode: 'all',
    extra: { connectionTimeoutMillis: 4000, max: 8 },
    poolErrorHandler: () => undefined,
  });
  await source.initialize();
  await source.query('SELECT pg_advisory_lock(4180)');
  try {
    await source.runMigrations();
  } finally {
    await source.query('SELECT pg_advisory_unlock_all()');
  }
  return source;
}
