import { existsSync } from 'node:fs';
import type { Server } from 'node:http';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './api/app.ts';
import { HOPELESS, readConfig } from './config.ts';
import { NewerData, openStore } from './store/dataSource.ts';
import { loadDemo } from './store/demo.ts';
import { jobStore } from './store/jobs.ts';
import { shopStore } from './store/shops.ts';
import { startPool } from './work/pool.ts';

/** So long the server waits for a database that does not answer yet, ms. */
const WAIT = 60_000;

/** Ends where starting again would not help, in one sentence. */
function hopeless(error: unknown): never {
  console.error(error instanceof Error ? error.message : String(error));
  process.exit(HOPELESS);
}
const read = () => {
  try {
    return readConfig(process.env);
  } catch (error) {
    return hopeless(error);
  }
};
const config = read();
const logger = pino({ level: process.env['VELK_LOG'] ?? 'warn' });
const source = await openStore(config.databaseUrl, WAIT).catch((error: unknown) => {
  if (error instanceof NewerData) return hopeless(error);
  throw error;
});
if (config.demo) await loadDemo(shopStore(source), jobStore(source));
const web = fileURLToPath(new URL('../../web/dist', import.meta.url));
const pool = startPool();
const app = createApp({ source, pool, hosts: config.hosts, logger, ...(existsSync(web) && { web }) });

/** Ports that are tried when nobody chose one: two that start at one moment take one each. */
const TRIED = 50;

function listen(port: number, left: number): Promise<Server> {
  return new Promise((resolve) => {
    const server = app.listen(port, config.host, (error?: Error & { code?: string }) => {
      if (!error) return resolve(server);
      if (error.code === 'EADDRINUSE' && config.orNext && left > 0) return resolve(listen(port + 1, left - 1));
      hopeless(`Port ${port} can't be used: ${error.message}. PORT=… npm start takes another.`);
    });
  });
}

const server = await listen(config.port, TRIED);
const address = server.address();
const port = typeof address === 'object' && address ? address.port : config.port;
process.send?.({ port });
console.log(`Velk is at http://${config.host}:${port}`);

const stop = () => {
  server.close(() => void Promise.all([pool.stop(), source.destroy()]).then(() => process.exit(0)));
  server.closeAllConnections();
};
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
/** The start script is gone: so is the reason to run. */
process.on('disconnect', stop);
