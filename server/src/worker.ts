import { pino } from 'pino';
import { openStore } from './store/dataSource.ts';
import { digestStore } from './store/digests.ts';
import { jobStore } from './store/jobs.ts';
import { proofStore } from './store/proofs.ts';
import { workAhead } from './work/ahead.ts';
import { CORE } from './work/core.ts';
import { startPool } from './work/pool.ts';
import { prepareQueue, takeTasks } from './work/queue.ts';

/** So long a worker waits for a database that does not answer yet, ms. */
const WAIT = 60_000;

/**
 * Plans and proves what servers put into the queue of `DATABASE_URL`, on whatever machine it is
 * started.
 */
const url = process.env['DATABASE_URL'];
if (!url) {
  console.error('DATABASE_URL is not set: it says which database holds the queue.');
  process.exit(1);
}
const logger = pino({ level: process.env['VELK_LOG'] ?? 'warn' });
const source = await openStore(url, WAIT);
await prepareQueue(url);
const pool = startPool();
const work = workAhead({
  jobs: jobStore(source),
  proofs: proofStore(source),
  digests: digestStore(source),
  pool,
  core: CORE,
});
const taker = takeTasks({ url, core: CORE, onError: (error) => logger.error(error) }, work);
console.log('It takes what is to be planned and proved.');

let stopping = false;
const stop = () => {
  if (stopping) return;
  stopping = true;
  void taker
    .stop()
    .then(() => Promise.all([pool.stop(), source.destroy()]))
    .finally(() => process.exit(0));
};
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
process.on('disconnect', stop);
