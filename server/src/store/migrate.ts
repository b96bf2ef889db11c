import { prepareQueue } from '../work/queue.ts';
import { MIGRATION_NAMES, openStore } from './dataSource.ts';

/**
 * Brings the database of `DATABASE_URL` up to date; with `--names` only says which changes this
 * Velk knows.
 */
if (process.argv.includes('--names')) console.log(MIGRATION_NAMES.join('\n'));
else {
  const url = process.env['DATABASE_URL']!;
  await (await openStore(url)).destroy();
  await prepareQueue(url);
}
