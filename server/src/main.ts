import { randomBytes } from 'node:crypto';
import { existsSync } from 'node:fs';
import { createServer as createHttp, type Server } from 'node:http';
import { createServer as createHttps, type Server as HttpsServer } from 'node:https';
import { isIPv6 } from 'node:net';
import { fileURLToPath } from 'node:url';
import { isDeepStrictEqual } from 'node:util';
import { pino } from 'pino';
import { toString as qrCode } from 'qrcode';
import type { Network } from '@velk/core/wire';
import { addressesHere, certificateIn, placesHere } from './access/certificate.ts';
import { createApp } from './api/app.ts';
import { HOPELESS, readConfig, type Config } from './config.ts';
import { ROOT } from './root.ts';
import { accessStore } from './store/access.ts';
import { NewerData, openStore } from './store/dataSource.ts';
import { loadDemo } from './store/demo.ts';
import { jobStore } from './store/jobs.ts';
import { digestStore } from './store/digests.ts';
import { proofStore } from './store/proofs.ts';
import { shopStore } from './store/shops.ts';
import { workAhead } from './work/ahead.ts';
import { CORE } from './work/core.ts';
import { startPool } from './work/pool.ts';
import { openQueue, prepareQueue, takeTasks } from './work/queue.ts';

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

const built = fileURLToPath(new URL('web/dist', ROOT));
const pool = startPool();
const access = accessStore(source);
const jobs = jobStore(source);
const ahead = config.ahead !== 'no' && CORE ? await startAhead() : undefined;
const demo = config.demo ? await loadDemo(shopStore(source), jobs) : [];
for (const { id } of demo) ahead?.saved(id);
const parts = {
  source,
  pool,
  access,
  ...(ahead && { ahead }),
  logger,
  ...(existsSync(built) && { web: built }),
};

/**
 * The queue of what is to be planned and proved ahead, and one who takes from it beside the server
 * unless that is done elsewhere.
 */
async function startAhead() {
  const queued = {
    url: config.databaseUrl,
    core: CORE,
    onError: (error: unknown) => logger.error(error),
  };
  await prepareQueue(config.databaseUrl);
  const queue = await openQueue(queued);
  if (config.ahead === 'elsewhere') return queue;
  const [proofs, digests] = [proofStore(source), digestStore(source)];
  const taker = takeTasks(queued, workAhead({ jobs, proofs, digests, pool, core: CORE }));
  return {
    saved: queue.saved,
    stop: async () => {
      await Promise.all([queue.stop(), taker.stop()]);
    },
  };
}

/** Ports that are tried when nobody chose one: two that start at one moment take one each. */
const TRIED = 50;

interface Place {
  readonly host: string;
  readonly port: number;
  readonly orNext: boolean;
}

/**
 * So long a connection stays that nothing is asked by, ms: longer than whoever asks keeps it, who
 * would else ask just as it closes.
 */
const KEPT_ALIVE = 65_000;

/**
 * Listens at a place, or at the next free port where nobody chose one; gives the server with its
 * port.
 */
function listen(
  make: () => Server,
  { host, port, orNext }: Place,
  name: string,
  left = TRIED,
): Promise<[Server, number]> {
  return new Promise((resolve) => {
    const server = make();
    server.keepAliveTimeout = KEPT_ALIVE;
    server.once('error', (error: NodeJS.ErrnoException) => {
      if (error.code === 'EADDRINUSE' && orNext && left > 0)
        return resolve(listen(make, { host, port: port + 1, orNext }, name, left - 1));
      hopeless(
        `Port ${port} at ${host} can't be used: ${error.message}. ${name}=… npm start takes another.`,
      );
    });
    server.listen(port, host, () => {
      const address = server.address();
      resolve([server, typeof address === 'object' && address ? address.port : port]);
    });
  });
}

const bracketed = (place: string) => (isIPv6(place) ? `[${place}]` : place);
const urlOf = (address: string, port: number) => `https://${bracketed(address)}:${port}`;

/** How often it is looked whether the machine is reached by other names or addresses, ms. */
const LOOKED_AT = 60_000;

/** Opens the door to the shop's network: by passphrase, encrypted, or not at all. */
async function openNetwork({ network, hosts }: Config) {
  if (!network) return undefined;
  if ((await access.passphrase()).hash === null)
    hopeless(
      `VELK_HOST is “${network.host}”, which others reach: set a passphrase first, with npm run passphrase.`,
    );
  const said = [network.host, ...hosts];
  let places = placesHere(said);
  let certificate = await certificateIn(network.folder, places);
  const make = () =>
    createHttps({ key: certificate.key, cert: certificate.cert, minVersion: 'TLSv1.2' });
  const [server, port] = await listen(make, network, 'VELK_HTTPS_PORT');
  const isAll = /^(0\.0\.0\.0|::)$/.test(network.host);
  const seen = (): Network => ({
    addresses: (isAll ? addressesHere() : [network.host]).map((address) => urlOf(address, port)),
    fingerprint: certificate.fingerprint,
    authority: certificate.authority.fingerprint,
  });
  /** A machine that gets another address shows a certificate for it without being started anew. */
  const look = async () => {
    const now = placesHere(said);
    if (isDeepStrictEqual(now, places)) return;
    certificate = await certificateIn(network.folder, now);
    places = now;
    (server as HttpsServer).setSecureContext({ key: certificate.key, cert: certificate.cert });
  };
  setInterval(() => void look().catch((error: unknown) => logger.error(error)), LOOKED_AT).unref();
  const app = createApp({
    ...parts,
    hosts: () => [...hosts, ...places.names, ...places.addresses.map(bracketed)],
    entrance: { door: 'network', network: seen },
    authority: certificate.authority.cert,
  });
  server.on('request', app);
  return { server, seen, authority: certificate.authority.cert };
}

const network = await openNetwork(config);
const key = process.env['VELK_KEY'] ?? randomBytes(18).toString('base64url');
const app = createApp({
  ...parts,
  hosts: () => config.hosts,
  entrance: { door: 'machine', key, ...(network && { network: network.seen }) },
  ...(network && { authority: network.authority }),
});
const [server, port] = await listen(() => createHttp(app), config, 'PORT');
process.send?.({ port });
if (network) {
  const { addresses, fingerprint } = network.seen();
  console.log(
    `The shop's network reaches it at ${addresses.join(', ') || 'no address yet'}, by passphrase.`,
  );
  console.log(`Fingerprint of its certificate (SHA-256): ${fingerprint}`);
  if (addresses[0]) console.log(await qrCode(addresses[0], { type: 'terminal', small: true }));
}
/** Last, and on a line of its own: it is there to be clicked. */
console.log(`Velk is at\n\n  http://${config.host}:${port}/#key=${key}\n`);

let stopping = false;
/** Once: a signal and the end of the start script often come together. */
const stop = () => {
  if (stopping) return;
  stopping = true;
  const servers = [server, ...(network ? [network.server] : [])];
  const closed = servers.map((one) => new Promise((resolve) => one.close(resolve)));
  for (const one of servers) one.closeAllConnections();
  void Promise.all(closed)
    .then(() => ahead?.stop())
    .then(() => Promise.all([pool.stop(), source.destroy()]))
    .then(() => process.exit(0));
};
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
/** The start script is gone: so is the reason to run. */
process.on('disconnect', stop);
